"""Starting points for a new lead: a kind, and the couplers a region uses."""

from dataclasses import dataclass, replace

from euthyne.core.lead import EXTENSIONS, Brief, Conductor, Ends, Kind, Lead
from euthyne.core.shelf.part import part
from euthyne.core.sizing.brief import OneLoad, System
from euthyne.core.trade.cable import cable_types


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
    system: System = "ac-single"


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
    Start(
        "cord-nema",
        "mains-cord",
        "Mains cord",
        "nema-5-15p",
        "c13",
        "north-america",
        120.0,
        "SJOOW",
        "AWG",
    ),
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
    Start(
        "solar-string",
        "solar-string",
        "Solar string run",
        "solar-pair",
        "solar-pair-far",
        "dc-red-black",
        118.0,
    ),
    Start(
        "welding-extension",
        "welding-extension",
        "Welding extension",
        "bayonet-pin",
        "bayonet-socket",
        "dc-red-black",
        26.0,
    ),
    Start(
        "charger-lead",
        "charger-lead",
        "Battery charger lead",
        "bullet-socket",
        "bullet-pin",
        "dc-red-black",
        12.6,
    ),
    Start(
        "supply-three",
        "supply-extension",
        "Three-phase extension",
        "iec60309-32-red5-plug",
        "iec60309-32-red5-connector",
        volts=400.0,
        cable_type="H07RN-F",
        system="ac-three",
    ),
    Start(
        "supply-split",
        "supply-extension",
        "120/240 V extension",
        "nema-14-50p",
        "nema-14-50r",
        "north-america",
        240.0,
        "SOOW",
        "AWG",
        "ac-split",
    ),
    Start(
        "switch-harness",
        "switch-harness",
        "Inlet and switch harness",
        "c14-inlet",
        "boxed-outlet-bs",
    ),
    Start(
        "linking-lead",
        "linking-lead",
        "Linking lead",
        "power-out",
        "power-in",
        cable_type="H07RN-F",
    ),
    Start(
        "heating-tape",
        "heating-tape",
        "Heating-tape plug",
        "bs1363-plug-heavy",
        "tape-joint",
        cable_type="H07RN-F",
    ),
    Start("repair", "repair", "Repair of a lead", "bs1363-plug", "bs1363-socket"),
    Start(
        "sealed-multiway",
        "sealed-multiway",
        "Sealed multi-way lead",
        "sealed-6-way",
        "sealed-6-way",
        "din-47100",
        12.0,
    ),
    Start(
        "signal-lead",
        "signal-lead",
        "Multi-pole lead with shield",
        "d25-pin",
        "round-8",
        "din-47100",
        24.0,
    ),
    Start(
        "conversion",
        "conversion",
        "New connector on a device",
        "tee-pin",
        "device-tail",
        "dc-red-black",
        12.0,
    ),
)


SPLIT_VOLTS = (
    200.0  # below it an alternating supply is of the 120 V countries or a site transformer
)
DIRECT: dict[str, tuple[Brief, Conductor]] = {
    "inverter-link": (
        Brief(
            feeds="power",
            system="dc",
            volts=12.0,
            efficiency_percent=88.0,
            fuse_family="high-breaking-dc",
        ),
        Conductor(cable_type="battery-105", drop_percent=3.0),
    ),
    "solar-string": (
        Brief(
            feeds="current", system="dc", volts=118.0, margin=1.25, place="outdoor", ambient_c=60.0
        ),
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
    "sealed-multiway": (
        Brief(
            feeds="current", system="dc", volts=12.0, ways=6, place="wet", fuse_family="blade-32v"
        ),
        Conductor(cable_type="RV-105", drop_percent=3.0, tinned=True),
    ),
    "signal-lead": (
        Brief(feeds="current", system="dc", volts=24.0, ways=8, shield=True, earthed=False),
        Conductor(cable_type="screened-multicore", drop_percent=5.0),
    ),
    "conversion": (
        Brief(feeds="current", system="dc", volts=12.0, fuse_family="blade-32v", run_m=0.15),
        Conductor(cable_type="RV-105", drop_percent=3.0),
    ),
}
IN_A_BOX = Brief(feeds="loads", ambient_c=40.0, run_m=0.6)
OF_THEIR_OWN: dict[str, Brief] = {
    "switch-harness": IN_A_BOX,
    "heating-tape": Brief(
        feeds="tape", place="outdoor", ambient_c=20.0, start_multiple=2.5, continuous=True
    ),
}


@dataclass(frozen=True)
class Known:
    """What a quick sum knows of a lead: system, volts, amps or watts, run (m), loss (percent), size, rating basis."""

    system: System | None = None
    volts: float | None = None
    amps: float | None = None
    watts: float | None = None
    run_m: float | None = None
    drop_percent: float | None = None
    size: str | None = None
    basis: str | None = None


def starts_for(known: Known) -> tuple[Start, ...]:
    """The starting points a sum can be: those of its system, and on alternating current of its band of volts."""
    return tuple(s for s in STARTS if _suits(s, known))


def _suits(start: Start, known: Known) -> bool:
    direct = start.kind in DIRECT
    if known.system is not None and known.system != ("dc" if direct else start.system):
        return False
    return (
        direct or known.volts is None or (start.volts < SPLIT_VOLTS) == (known.volts < SPLIT_VOLTS)
    )


def words_of(start: Start) -> str:
    """A starting point with the standard of its ends, so that no two read alike."""
    if start.kind in DIRECT:
        return start.name
    standards = dict.fromkeys((part(start.a).standard, part(start.b).standard))
    return f"{start.name}, {' to '.join(standards)}"


def with_known(lead: Lead, known: Known) -> Lead:
    """A lead at its starting point, with what a sum knows of it put in."""
    brief = replace(
        lead.brief, volts=known.volts or lead.brief.volts, run_m=known.run_m or lead.brief.run_m
    )
    if known.volts is not None and brief.system == "dc":
        brief = replace(brief, cells=None)
    conductor = lead.conductor
    if known.drop_percent is not None:
        conductor = replace(conductor, drop_percent=known.drop_percent)
    cable = next(
        (
            c
            for c in cable_types().values()
            if c.basis == known.basis and c.cord == (brief.system != "dc")
        ),
        None,
    )
    if cable is not None:
        conductor = replace(conductor, cable_type=cable.name)
    if known.size is not None:
        conductor = replace(
            conductor, size=known.size, unit="AWG" if known.size.endswith("AWG") else "mm2"
        )
    return replace(lead, brief=_fed(brief, known), conductor=conductor)


def _fed(brief: Brief, known: Known) -> Brief:
    """A brief with the load of a sum, in the way its kind says what it feeds."""
    if known.amps is None and known.watts is None or brief.feeds == "tape":
        return brief
    if brief.system != "dc":
        return replace(
            brief, feeds="loads", loads=(OneLoad("from the envelope", known.amps, known.watts),)
        )
    if brief.feeds == "power" and known.watts is not None:
        return replace(brief, watts=known.watts)
    amps = known.amps or (known.watts or 0.0) / brief.volts
    return replace(brief, feeds="current", amps=amps)


def new_lead(start: Start, tag: str, at: str) -> Lead:
    """A lead at its starting point, nothing typed yet."""
    if start.kind in DIRECT:
        brief, conductor = DIRECT[start.kind]
        return Lead(
            tag,
            f"{start.name} {tag}",
            start.kind,
            brief,
            conductor,
            Ends(start.a, start.b, start.scheme),
            at,
        )
    plugged_into = (*EXTENSIONS, "repair")
    begun = OF_THEIR_OWN.get(
        start.kind, Brief(feeds="socket" if start.kind in plugged_into else "loads")
    )
    return Lead(
        tag=tag,
        name=f"{start.name} {tag}",
        kind=start.kind,
        brief=replace(
            begun,
            continuous=begun.continuous or start.kind == "vehicle-charger",
            system=start.system,
            volts=start.volts,
            upstream_family="breaker-na" if start.volts < 200 else "breaker-iec",
        ),
        conductor=Conductor(
            cable_type=start.cable_type, unit="AWG" if start.size_unit == "AWG" else "mm2"
        ),
        ends=Ends(start.a, start.b, start.scheme),
        created_at=at,
    )
