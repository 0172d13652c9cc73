"""An outlet with a switch in it: what is read through the switch says so, and its lamp is no leak."""

import pytest
from leads import made

from euthyne.core.plan import Plan
from euthyne.core.stages.prove.readings.resistance import switch_ohm


def lines(outlet, box="bs-weatherproof", start="extension-box-bs"):
    plan = Plan(made(start, brief__upstream_amps=13.0, fit__load=f"{outlet}-in-{box}"))
    return plan, {line.id: line for line in plan.prove.lines}


@pytest.mark.parametrize(
    ("outlet", "through"),
    [
        ("bs1363-outlet", ()),
        ("bs1363-outlet-switched", ("core-L",)),
        ("bs1363-outlet-lit", ("core-L", "core-N")),
    ],
)
def test_what_its_switch_breaks_may_read_a_switch_more(outlet, through):
    _, plain = lines("bs1363-outlet")
    plan, read = lines(outlet)
    more = switch_ohm(plan.prove.subject.heating_amps)
    for name in ("core-L", "core-N"):
        wider = read[name].bounds.sound_to - plain[name].bounds.sound_to
        said = "and a switch" in read[name].why
        assert said == (name in through)
        assert wider == pytest.approx(more if said else 0.0, abs=2e-3 * more)
    assert "switch" not in read["earth"].why


def test_it_is_said_to_be_on_where_cores_are_read_and_off_where_its_lamp_would_read():
    _, plain = lines("bs1363-outlet")
    assert not any("switch of the outlet" in line.how for line in plain.values())
    _, lit = lines("bs1363-outlet-lit")
    assert lit["core-L"].how.startswith("The switch of the outlet on.")
    assert "The switch of the outlet off" in lit["insulation-LN"].how
    assert "switch of the outlet off" not in lit["insulation-E"].how
    assert lit["insulation-E"].how.startswith("The switch of the outlet on."), (
        "or only the cord is tested"
    )
    _, switched = lines("bs1363-outlet-switched")
    assert "off" not in switched["insulation-LN"].how.partition("500 V")[0]
