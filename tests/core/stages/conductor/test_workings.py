"""A number and its explanation are one value: every printed formula gives the printed result."""

import re
from importlib.resources import files

import pytest
from leads import plan

from euthyne.core.plan import plan_of
from euthyne.core.stages.conductor.working import working
from euthyne.core.trade.measures import tell
from euthyne.core.trade.shown import at_least, at_most
from euthyne.exchange.lead_file import read_lead

DEMO = sorted(
    f.name
    for f in files("euthyne.demo").iterdir()
    if f.name.endswith(".json")
    and f.name not in ("stores.json", "sledge-ring.json", "mule-lamp-contact.json")
)
NUMBER = r"\d+(?:\.\d+)?(?:e[+-]?\d+)?"


def in_si(text):
    """A printed figure or sum with its units taken into account, as plain arithmetic."""
    text = re.sub(rf"({NUMBER}) mohm(?:/m|/ft)?", r"(\1 * 0.001)", text)
    text = re.sub(rf"({NUMBER}) (?:ohm|ft|A|V|W|W/m|W/ft|m|cmil|°C)(?![\w/])", r"\1", text)
    return text.replace(" x ", " * ").replace("²", "**2").replace("sqrt(", "root(")


def evaluated(text, measures="metric"):
    plain = in_si(tell(text, measures))
    assert re.fullmatch(r"[\d.e+\-*/() root]+", plain), text
    return eval(plain, {"__builtins__": {}, "root": lambda x: x**0.5})


def printed(answer, measures="metric"):
    """The first figure of an answer in the units it is put in, and half of its last place."""
    answer = tell(answer, measures)
    if "°C)" in answer:  # what is put in stands in degrees Celsius everywhere
        answer = answer.partition("(")[2]
    found = re.match(rf"({NUMBER})( mohm)?", answer)
    scale = 0.001 if found[2] else 1.0
    decimals = len(found[1].partition(".")[2]) if "e" not in found[1] else 0
    return float(found[1]) * scale, 0.5 * 10**-decimals * scale


@pytest.mark.parametrize("measures", ["metric", "gauge"])
@pytest.mark.parametrize("name", DEMO)
def test_every_printed_formula_of_a_demonstration_lead_gives_its_printed_result(name, measures):
    p = plan_of(read_lead((files("euthyne.demo") / name).read_text(encoding="utf-8")).lead)
    sums = [
        w
        for w in working(p.conductor)
        if not (w.title == "Demand" and p.lead.brief.feeds == "socket")
    ]
    assert sums
    for w in sums:
        told, half = printed(w.answer, measures)
        floor = 2 * half if "carries" in w.title else half
        assert evaluated(w.put_in, measures) == pytest.approx(told, rel=5e-4, abs=floor * 1.01), (
            w.title,
            w.put_in,
            w.answer,
        )


@pytest.mark.parametrize("name", DEMO)
def test_the_working_ends_on_the_figures_the_sizing_judged(name):
    p = plan_of(read_lead((files("euthyne.demo") / name).read_text(encoding="utf-8")).lead)
    sums = {w.title: w for w in working(p.conductor)}
    c = p.conductor.candidate
    assert evaluated(sums["Resistance along it"].put_in) == pytest.approx(c.ohms_per_m, rel=5e-4)
    assert evaluated(sums["Lost on the way"].put_in) == pytest.approx(c.drop_volts, rel=5e-4)
    assert evaluated(sums["Heat in the cord"].put_in) == pytest.approx(c.loss_watts, rel=5e-4)
    if p.lead.brief.feeds != "socket":
        assert evaluated(sums["Demand"].put_in) == pytest.approx(p.brief.demand_amps, rel=5e-4)


def test_a_rung_that_is_too_thin_is_said_to_go_over_its_limit():
    p = plan(conductor__size="0.75 mm2")
    warm = next(w for w in working(p.conductor) if w.title == "Conductor under load")
    assert evaluated(warm.put_in) > 60
    assert "over 60 °C" in tell(warm.answer, "metric")


def test_tinned_copper_is_worked_as_tinned():
    plain, tinned = (
        next(
            w
            for w in working(plan(conductor__tinned=t).conductor)
            if w.title == "Resistance along it"
        )
        for t in (False, True)
    )
    assert "tinned copper" in tinned.formula
    assert evaluated(tinned.put_in) > evaluated(plain.put_in)


def test_limits_are_rounded_to_the_side_of_caution():
    assert [at_most(x, 0) for x in (26.53, 27.0, 26.9999999999999)] == ["26", "27", "27"]
    assert [at_least(x, 1) for x in (4.01, 4.0, 4.0000000000001)] == ["4.1", "4", "4"]


def test_what_has_no_limit_of_its_own_is_said_so():
    assert at_most(float("inf")) == at_least(float("inf")) == "any"
