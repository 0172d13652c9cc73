"""Every kind, proven from what the simulated bench reads of it: sound, and with faults."""

import pytest
from proving import NAMES, built, proven
from sampling import some

from euthyne.instruments.faults import OPEN_OHM
from euthyne.instruments.model import Broken


@pytest.mark.parametrize("start", some(NAMES, 3))
def test_a_sound_lead_of_every_kind_passes_on_its_readings(start):
    p = proven(built(start))
    assert not p.prove.wiring_faults
    assert {name: v for name, v in p.prove.verdicts.items() if v.word == "fail"} == {}
    assert p.prove.unanswered == ()
    assert p.prove.sound


@pytest.mark.parametrize(("end", "hot", "cool"), [("A", "supply", "load"), ("B", "load", "supply")])
def test_a_bad_joint_under_load_is_told_by_the_end_that_runs_hot(end, hot, cool):
    plan = built("extension-bs")
    p = proven(plan, (Broken("joint", (f"cord.N@{end}",), 0.25),))
    said = {name: p.prove.verdicts[name].word for name in ("load-drop", f"warm-{hot}")}
    assert said == {"load-drop": "fail", f"warm-{hot}": "fail"}
    assert p.prove.verdicts[f"warm-{cool}"].word == "pass"


def test_nothing_is_lost_at_a_load_that_nothing_reaches():
    p = proven(built("extension-bs"), (Broken("open", ("cord.L@A",), OPEN_OHM),))
    assert "Nothing gets there" in p.prove.verdicts["load-drop"].reason
    assert p.prove.verdicts["warm-supply"].word == "pass"
