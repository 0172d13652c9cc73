"""Small lead documents for the tests of the core."""

from euthyne.core.lead import Brief, Conductor, Ends, Lead, with_value
from euthyne.core.plan import Plan

AT = "2026-11-02T09:00:00"


def extension(**changes) -> Lead:
    """A 10 m indoor extension that draws no stop and no caution; change values by ``stage__field``."""
    lead = Lead(
        tag="TR-0001",
        name="Workbench extension",
        kind="extension",
        brief=Brief(run_m=10.0),
        conductor=Conductor(size="1.5 mm2"),
        ends=Ends("bs1363-plug", "bs1363-socket", accepted=True),
        created_at=AT,
    )
    for path, value in changes.items():
        lead = with_value(lead, path.replace("__", "."), value)
    return lead


def plan(**changes) -> Plan:
    return Plan(extension(**changes))
