"""Starting points for a new lead: a kind, and the couplers a region uses."""

from dataclasses import dataclass

from euthyne.core.lead import EXTENSIONS, Brief, Conductor, Ends, Kind, Lead
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
    Start(
        "supply-cee",
        "supply-extension",
        "Machine supply extension",
        "cee7-7-plug-rubber",
        "cee7-3-socket-rubber",
        cable_type="H07RN-F",
    ),
    Start(
        "vehicle-charger",
        "vehicle-charger",
        "Vehicle-charger extension",
        "iec60309-16-plug",
        "iec60309-16-connector",
        cable_type="H07RN-F",
    ),
    Start(
        "inverter-link",
        "inverter-link",
        "Battery to inverter link",
        "lugs-m8",
        "inverter-lugs-m8",
        "dc-red-black",
        12.0,
    ),
    Start("solar-string", "solar-string", "Solar string run", "solar-pair", "solar-pair-far", "dc-red-black", 118.0),
    Start(
        "welding-extension",
        "welding-extension",
        "Welding extension",
        "bayonet-pin",
        "bayonet-socket",
        "dc-red-black",
        26.0,
    ),
    Start("charger-lead", "charger-lead", "Battery charger lead", "bullet-socket", "bullet-pin", "dc-red-black", 12.6),
)


DIRECT: dict[str, tuple[Brief, Conductor]] = {
    "inverter-link": (
        Brief(
            feeds="power",
            system="dc",
            volts=12.0,
            at_volts=10.5,
            efficiency_percent=88.0,
            fuse_family="high-breaking-dc",
        ),
        Conductor(cable_type="battery-105", drop_percent=3.0),
    ),
    "solar-string": (
        Brief(feeds="current", system="dc", volts=118.0, margin=1.25, place="outdoor", ambient_c=60.0),
        Conductor(cable_type="H1Z2Z2-K", drop_percent=3.0, tinned=True),
    ),
    "welding-extension": (
        Brief(feeds="current", system="dc", volts=26.0, duty_percent=40.0, poles=1),
        Conductor(cable_type="H01N2-D", drop_percent=8.0),
    ),
    "charger-lead": (
        Brief(feeds="current", system="dc", volts=12.6, cells=3, fuse_family="blade-32v"),
        Conductor(cable_type="RV-105", drop_percent=3.0),
    ),
}


def new_lead(start: Start, tag: str, at: str) -> Lead:
    """A lead at its starting point, nothing typed yet."""
    if start.kind in DIRECT:
        brief, conductor = DIRECT[start.kind]
        return Lead(tag, f"{start.name} {tag}", start.kind, brief, conductor, Ends(start.a, start.b, start.scheme), at)
    loads = () if start.kind in EXTENSIONS else (OneLoad("what it feeds", watts=100.0),)
    return Lead(
        tag=tag,
        name=f"{start.name} {tag}",
        kind=start.kind,
        brief=Brief(
            feeds="socket" if start.kind in EXTENSIONS else "loads",
            loads=loads,
            continuous=start.kind == "vehicle-charger",
            volts=start.volts,
            upstream_family="breaker-na" if start.volts < 200 else "breaker-iec",
        ),
        conductor=Conductor(cable_type=start.cable_type, unit="AWG" if start.size_unit == "AWG" else "mm2"),
        ends=Ends(start.a, start.b, start.scheme),
        created_at=at,
    )
