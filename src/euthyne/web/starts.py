"""Starting points for a new lead: a kind, and the couplers a region uses."""

from dataclasses import dataclass

from euthyne.core.lead import Brief, Conductor, Ends, Kind, Lead
from euthyne.core.sizing_brief import OneLoad


@dataclass(frozen=True)
class Start:
    """A starting point: its name in an address, its words, and the parts it begins with."""

    id: str
    kind: Kind
    name: str
    a: str
    b: str
    scheme: str = "iec"
    volts: float = 230.0
    cable_type: str = "H05VV-F"
    size_unit: str = "mm2"


STARTS = (
    Start("extension-bs", "extension", "Extension lead", "bs1363-plug", "bs1363-socket"),
    Start("extension-cee", "extension", "Extension lead", "cee7-7-plug", "cee7-3-socket"),
    Start("extension-as", "extension", "Extension lead", "as3112-10-plug", "as3112-10-socket"),
    Start(
        "extension-nema",
        "extension",
        "Extension lead",
        "nema-5-15p",
        "nema-5-15r",
        "north-america",
        120.0,
        "SJOOW",
        "AWG",
    ),
    Start(
        "extension-60309",
        "extension",
        "Extension lead",
        "iec60309-16-plug",
        "iec60309-16-connector",
        cable_type="H07RN-F",
    ),
    Start("cord-bs", "mains-cord", "Mains cord", "bs1363-plug", "c13"),
    Start("cord-cee", "mains-cord", "Mains cord", "cee7-7-plug", "c13"),
    Start("cord-as", "mains-cord", "Mains cord", "as3112-10-plug", "c13"),
    Start("cord-nema", "mains-cord", "Mains cord", "nema-5-15p", "c13", "north-america", 120.0, "SJOOW", "AWG"),
    Start("cord-bs-c19", "mains-cord", "Mains cord, heavy", "bs1363-plug", "c19"),
)


def new_lead(start: Start, tag: str, at: str) -> Lead:
    """A lead at its starting point, nothing typed yet."""
    loads = () if start.kind == "extension" else (OneLoad("what it feeds", watts=100.0),)
    return Lead(
        tag=tag,
        name=f"{start.name} {tag}",
        kind=start.kind,
        brief=Brief(
            feeds="socket" if start.kind == "extension" else "loads",
            loads=loads,
            volts=start.volts,
            upstream_family="breaker-na" if start.volts < 200 else "breaker-iec",
        ),
        conductor=Conductor(cable_type=start.cable_type, unit="AWG" if start.size_unit == "AWG" else "mm2"),
        ends=Ends(start.a, start.b, start.scheme),
        created_at=at,
    )
