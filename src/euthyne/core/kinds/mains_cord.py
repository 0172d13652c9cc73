"""Mains cords: from a socket to an appliance."""

from euthyne.core.kinds.asked import FEEDS, FROM_MAINS, MOVES_ABOUT, WHOSE
from euthyne.core.kinds.kind import EVERY_CORD, Kind, KindFamily, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY_AND_LOAD, lines_and_earth, two_ended
from euthyne.core.lead import Brief, Conductor

BRIEF = Brief(feeds="loads", upstream_family="breaker-iec")
NAME = "Mains cord"

KIND = Kind(
    id="mains-cord",
    name=NAME,
    family=KindFamily.MAINS,
    headline="What does it feed, from what, how far, and where does it live?",
    wanted_for="computer monitor instrument device power lead",
    source="supply",
    starts=(
        Start("cord-bs", NAME, a="bs1363-plug", b="c13", brief=BRIEF, conductor=Conductor()),
        Start("cord-cee", NAME, a="cee7-7-plug", b="c13", brief=BRIEF, conductor=Conductor()),
        Start("cord-as", NAME, a="as3112-10-plug", b="c13", brief=BRIEF, conductor=Conductor()),
        Start(
            "cord-nema",
            NAME,
            a="nema-5-15p",
            b="c13",
            brief=Brief(feeds="loads", volts=120.0, upstream_family="breaker-na"),
            conductor=Conductor(cable_type="SJOOW", unit="AWG"),
            scheme="north-america",
        ),
        Start(
            "cord-bs-c19",
            "Mains cord, heavy",
            a="bs1363-plug",
            b="c19",
            brief=BRIEF,
            conductor=Conductor(),
        ),
        Start(
            "cord-c14",
            "Mains cord, C14 to C13",
            a="c14",
            b="c13",
            brief=BRIEF,
            conductor=Conductor(),
        ),
    ),
    groups=(WHOSE, FEEDS, FROM_MAINS, MOVES_ABOUT),
    places=SUPPLY_AND_LOAD,
    make_up=two_ended(lines_and_earth),
    cables=EVERY_CORD,
    traits=frozenset({Trait.MOVED}),
    proof=("core", "joint", "earth", "insulation", "load"),
    cautions=(),
)
