"""By which rule the breaker upstream may be larger than a lead carries, and what it asks in return."""

import pytest
from leads import made

from euthyne.core.checks import checks
from euthyne.core.plan import Plan
from euthyne.core.sizing.brief import OneLoad

ONE_MOUNT = (OneLoad("mount", watts=300.0),)


def found(plan, level):
    return {f.code for f in checks(plan) if f.level == level}


def rule_of(start, **said):
    rule = Plan(made(start, **{f"brief__{k}": v for k, v in said.items()})).conductor.guards.rule
    return None if rule is None else (rule.name, rule.least)


@pytest.mark.parametrize(
    ("start", "said", "rule"),
    [
        (
            "cord-cee",
            {"feeds": "loads", "loads": ONE_MOUNT, "upstream_amps": 16.0},
            ("IEC 60364-4-43, 433.3.1 b", None),
        ),
        ("cord-cee", {"feeds": "socket", "upstream_amps": 16.0}, ("IEC 60799", "0.75 mm2")),
        (
            "cord-cee",
            {"feeds": "socket", "upstream_amps": 16.0, "run_m": 3.0},
            ("IEC 60799", "1 mm2"),
        ),
        ("cord-cee", {"feeds": "socket", "upstream_amps": 25.0}, None),
        ("cord-cee", {"feeds": "socket", "upstream_amps": 16.0, "own_breaker_amps": 10.0}, None),
        ("extension-cee", {"feeds": "loads", "loads": ONE_MOUNT, "upstream_amps": 16.0}, None),
        ("extension-nema", {"upstream_amps": 20.0}, ("NFPA 70, 240.5(B)(4)", "16 AWG")),
        ("extension-nema", {"upstream_amps": 30.0}, None),
        ("cord-bs", {"feeds": "loads", "loads": ONE_MOUNT, "upstream_amps": 32.0}, None),
    ],
)
def test_a_rule_holds_where_it_is_met_and_no_further(start, said, rule):
    assert rule_of(start, **said) == rule


def test_what_no_rule_covers_is_sized_by_its_breaker_and_stopped_where_it_is_thinner():
    said = {"brief__feeds": "socket", "brief__upstream_amps": 16.0}
    taken = Plan(made("extension-cee", **said))
    assert taken.conductor.size.cross_section_mm2 >= 1.5
    thin = Plan(made("extension-cee", **said, conductor__size="0.75 mm2"))
    assert "protection-too-large" in found(thin, "stop")
    named = Plan(
        made(
            "cord-cee",
            **said | {"brief__feeds": "loads", "brief__loads": ONE_MOUNT},
            conductor__size="0.75 mm2",
        )
    )
    assert "protection-too-large" not in found(named, "stop")
    assert "protection-too-large" in found(named, "caution")
