"""Extension leads: a socket taken further."""

from dataclasses import replace

from euthyne.core.kinds.asked import FEEDS, FROM_MAINS_OR_A_LEAD, MOVES_ABOUT, WHOSE
from euthyne.core.kinds.kind import EVERY_CORD, Kind, KindFamily, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY_AND_LOAD, lines_and_earth, two_ended
from euthyne.core.lead import Brief, Conductor

BRIEF = Brief(feeds="socket", upstream_family="breaker-iec")
NAME = "Extension lead"

KIND = Kind(
    id="extension",
    name=NAME,
    family=KindFamily.MAINS,
    headline="What does it feed, from what, how far, and where does it live?",
    wanted_for="lamp fan heater kettle household drill tool reel three pin two sockets outlet",
    source="supply",
    starts=(
        Start(
            "extension-bs",
            NAME,
            a="bs1363-plug",
            b="bs1363-socket",
            brief=BRIEF,
            conductor=Conductor(),
        ),
        Start(
            "extension-cee",
            NAME,
            a="cee7-7-plug",
            b="cee7-3-socket",
            brief=BRIEF,
            conductor=Conductor(),
        ),
        Start(
            "extension-as",
            NAME,
            a="as3112-10-plug",
            b="as3112-10-socket",
            brief=BRIEF,
            conductor=Conductor(),
        ),
        Start(
            "extension-nema",
            NAME,
            a="nema-5-15p",
            b="nema-5-15r",
            brief=Brief(feeds="socket", volts=120.0, upstream_family="breaker-na"),
            conductor=Conductor(cable_type="SJOOW", unit="AWG"),
            scheme="north-america",
        ),
        Start(
            "extension-nema-20",
            "Extension lead, 20 A",
            a="nema-5-20p",
            b="nema-5-20r",
            brief=Brief(feeds="socket", volts=120.0, upstream_family="breaker-na"),
            conductor=Conductor(cable_type="SJOOW", unit="AWG"),
            scheme="north-america",
        ),
        Start(
            "extension-60309",
            NAME,
            a="iec60309-16-plug",
            b="iec60309-16-connector",
            brief=BRIEF,
            conductor=Conductor(cable_type="H07RN-F"),
        ),
        Start(
            "extension-box-bs",
            "Extension to a boxed outlet",
            a="bs1363-plug-heavy",
            b="boxed-outlet-bs",
            brief=BRIEF,
            conductor=Conductor(cable_type="H07RN-F"),
        ),
        Start(
            "extension-box-nema",
            "Extension to a weatherproof outlet box",
            a="nema-5-15p",
            b="boxed-outlet-nema",
            brief=Brief(feeds="socket", volts=120.0, place="outdoor", upstream_family="breaker-na"),
            conductor=Conductor(cable_type="SJOOW", unit="AWG"),
            scheme="north-america",
        ),
        Start(
            "extension-box-as",
            "Extension to a weatherproof outlet box",
            a="as3112-10-plug",
            b="as3112-10-outlet-in-as-weatherproof",
            brief=replace(BRIEF, place="outdoor"),
            conductor=Conductor(cable_type="H07RN-F"),
        ),
        Start(
            "outlets-bs",
            "One plug to several outlets",
            a="bs1363-plug",
            b="bs1363-outlet-twin-in-bs-two-twins",
            brief=BRIEF,
            conductor=Conductor(),
        ),
        Start(
            "outlets-cee",
            "One plug to several outlets",
            a="cee7-7-plug",
            b="cee7-3-outlet-in-cee-for-three",
            brief=BRIEF,
            conductor=Conductor(),
        ),
        Start(
            "outlets-as",
            "One plug to several outlets",
            a="as3112-10-plug",
            b="as3112-10-outlet-twin-in-as-surface",
            brief=BRIEF,
            conductor=Conductor(),
        ),
        Start(
            "outlets-nema",
            "One plug to several outlets",
            a="nema-5-15p",
            b="nema-5-15-duplex-in-na-metal-two",
            brief=Brief(feeds="socket", volts=120.0, upstream_family="breaker-na"),
            conductor=Conductor(cable_type="SJOOW", unit="AWG"),
            scheme="north-america",
        ),
    ),
    groups=(WHOSE, FEEDS, FROM_MAINS_OR_A_LEAD, MOVES_ABOUT),
    places=SUPPLY_AND_LOAD,
    make_up=two_ended(lines_and_earth),
    cables=EVERY_CORD,
    traits=frozenset({Trait.MOVED, Trait.EXTENDS}),
    proof=("core", "joint", "earth", "bond", "insulation", "load"),
    cautions=(),
)
