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
