"""A reason stands on the figures of what it passed, on one finding of several, and on nothing else."""

from dataclasses import replace

from leads import AT, extension

from euthyne.core.lead import Proof, Reading, Reason
from euthyne.core.plan import Plan
from euthyne.core.standing.progress import progress
from in_metric import in_metric


def passed(lead, found, **other):
    given = Reason(
        found.code,
        "it holds here",
        AT,
        "RM",
        in_metric(found.text),
        found.about,
        found.kept_figures,
    )
    return replace(lead, reasons=(*lead.reasons, replace(given, **other)))


def open_of(lead, code):
    return {f.about: f for f in progress(Plan(lead), False).found if f.code == code and f.open}


def on_a_drum(layers=1):
    return extension(brief__drum_layers=layers)


def test_a_mended_word_lapses_nothing():
    lead = on_a_drum()
    found = open_of(lead, "drum-use")[""]
    said_otherwise = passed(lead, found, of="It was said with quite other words then.")
    assert open_of(said_otherwise, "drum-use") == {}


def test_another_figure_lapses_it():
    found = open_of(on_a_drum(), "drum-use")[""]
    assert open_of(passed(on_a_drum(2), found), "drum-use") != {}


def test_a_reason_kept_before_figures_were_is_asked_for_again():
    found = open_of(on_a_drum(), "drum-use")[""]
    assert open_of(passed(on_a_drum(), found, figures=None), "drum-use") != {}


def test_each_reading_that_is_watched_has_a_reason_of_its_own():
    watched = tuple(Reading(line, 50.0, AT, "RM") for line in ("insulation-LN", "insulation-E"))
    lead = extension(proof=Proof(readings=watched, tested_volts=500.0))
    found = open_of(lead, "watched-reading")
    assert len(found) == 2
    one = passed(lead, found["insulation-LN"])
    assert set(open_of(one, "watched-reading")) == {"insulation-E"}
