"""Small lead documents for the tests of the core."""

from dataclasses import replace

from euthyne.core.checks import checks
from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.lead import RULE, Brief, Lead
from euthyne.core.plan import Plan
from euthyne.core.sizing.brief import OneLoad
from euthyne.exchange.lifting import lift
from euthyne.exchange.version1 import Conductor1, Ends1, Lead1

AT = "2026-11-02T09:00:00"


def extension(**changes) -> Lead:
    """A 10 m indoor extension that draws no stop and no caution; change values by ``stage__field``, as
    the first document named them.
    """
    lead = Lead1(
        tag="TR-0001",
        name="Workbench extension",
        kind="extension",
        brief=Brief(run_m=10.0),
        conductor=Conductor1(size="1.5 mm2"),
        ends=Ends1("bs1363-plug", "bs1363-socket", accepted=True),
        created_at=AT,
    )
    for path, value in changes.items():
        section, _, name = path.partition("__")
        held = replace(getattr(lead, section), **{name: value}) if name else value
        lead = replace(lead, **{section: held})
    return lift(lead)


def made(start, **changes) -> Lead:
    """A lead begun at a start, with what it draws and how far, changed by ``section__field``."""
    lead = new_lead(*next(pair for pair in starts() if pair[1].id == start), "TR-0001", AT)
    said = {
        "brief__run_m": 2.0,
        "brief__loads": (OneLoad("lamp", watts=150.0),),
        "brief__watts": 1500.0,
        "brief__amps": 3.0,
        "brief__tape_m": 9.0,
        "brief__watts_per_m": 15.0,
    }
    paths = {path.replace("__", "."): value for path, value in (said | changes).items()}
    briefed = {path: value for path, value in paths.items() if path.startswith("brief.")}
    rest = {path: value for path, value in paths.items() if path not in briefed}
    return changed(changed(lead, briefed.items()), rest.items())


def with_done(lead, done) -> Lead:
    """A lead with some steps of its build done, begun under the rule that holds."""
    return replace(lead, build=replace(lead.build, done=done, rule=RULE))


def plan(**changes) -> Plan:
    return Plan(extension(**changes))


def codes(p):
    return {f.code for f in checks(p)}


LUGS = {"ends__a": "lugs-m8", "ends__b": "inverter-lugs-m8", "ends__scheme": "dc-red-black"}
INVERTER = {
    **LUGS,
    "kind": "inverter-link",
    "brief__system": "dc",
    "brief__feeds": "power",
    "brief__watts": 1500.0,
    "brief__efficiency_percent": 88.0,
    "brief__volts": 12.0,
    "brief__at_volts": 10.5,
    "brief__run_m": 1.8,
    "brief__fuse_family": "high-breaking-dc",
    "conductor__cable_type": "battery-105",
    "conductor__size": None,
    "conductor__drop_percent": 3.0,
}
CURRENT = {
    **INVERTER,
    "brief__feeds": "current",
    "brief__watts": None,
    "brief__fuse_family": "none",
}
SOLAR = {
    **CURRENT,
    "kind": "solar-string",
    "brief__amps": 9.0,
    "brief__margin": 1.25,
    "brief__volts": 118.0,
    "brief__run_m": 18.0,
    "brief__ambient_c": 60.0,
    "conductor__cable_type": "H1Z2Z2-K",
    "conductor__tinned": True,
}
WELDING = {
    **CURRENT,
    "kind": "welding-extension",
    "brief__amps": 150.0,
    "brief__duty_percent": 40.0,
    "brief__volts": 26.0,
    "brief__poles": 1,
    "brief__run_m": 14.0,
    "brief__ambient_c": 35.0,
    "conductor__cable_type": "H01N2-D",
    "conductor__drop_percent": 8.0,
}
SIGNAL = {
    **CURRENT,
    "kind": "signal-lead",
    "ends__a": "d25-pin",
    "ends__b": "round-8",
    "ends__scheme": "din-47100",
    "brief__amps": 0.4,
    "brief__volts": 24.0,
    "brief__ways": 6,
    "brief__shield": True,
    "conductor__cable_type": "screened-multicore",
}
TAPE = {
    "kind": "heating-tape",
    "ends__b": "tape-joint",
    "brief__feeds": "tape",
    "brief__tape_m": 14.0,
    "brief__watts_per_m": 18.0,
}
