"""Every kind, proven from what the simulated bench reads of it: sound, and with faults."""

import pytest
from proving import NAMES, built, proven


@pytest.mark.parametrize("start", NAMES)
def test_a_sound_lead_of_every_kind_passes_on_its_readings(start):
    p = proven(built(start))
    assert not p.prove.wiring_faults
    assert {name: v for name, v in p.prove.verdicts.items() if v.word == "fail"} == {}
    assert p.prove.unanswered == ()
    assert p.prove.sound


def named(p):
    """What the program says of a lead, all of it in one text."""
    faults = [f"{f.title} {f.text}" for f in p.prove.wiring_faults]
    bad = [
        f"{line.id}: {line.words}: {v.word} {v.reason}"
        for line in p.prove.lines
        if (v := p.prove.verdicts.get(line.id)) and v.word in ("fail", "watch")
    ]
    return faults, bad
