"""What a proof reading is held against: the table ``proof-limits.toml``, a class for each of its sections.

Every figure says which standard or practice it comes from, in ``source``; bounds here keep out a slipped
point, not a strict bench.
"""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Ge, Gt, Le, MinLen

from euthyne.data.typed import typed

Source = Annotated[str, MinLen(1)]
Ohm = Annotated[float, Gt(0), Le(10)]
Megohm = Annotated[float, Gt(0), Le(1000)]
Volt = Annotated[float, Gt(0), Le(1500)]
TestVolts = Annotated[int, Ge(50), Le(2500)]
Amp = Annotated[float, Gt(0), Le(1000)]
Kelvin = Annotated[float, Gt(0), Le(100)]
Share = Annotated[float, Gt(0), Le(3)]  # of what is computed; a limit may lie over it
Percent = Annotated[float, Gt(0), Le(50)]
Months = Annotated[int, Ge(1), Le(60)]


@dataclass(frozen=True)
class EarthLimits:
    """A protective conductor, end to end."""

    over_conductor_ohm: Ohm  # more than its copper reads
    source: Source


@dataclass(frozen=True)
class ContactLimits:
    """Two clean contacts in series, and what a joint of each sort may have."""

    most_ohm: Ohm
    most_volts: Volt  # at the amps it carries
    most_watts: Annotated[float, Gt(0), Le(20)]
    end_ohm: dict[str, Ohm]  # of one end: a way, a pin, a tap, a coupler
    barrel_as_mm: Annotated[float, Gt(0), Le(500)]  # a pressed barrel is as good as so much cable
    barrel_least_ohm: Ohm
    source: Source


@dataclass(frozen=True)
class PoleLimits:
    """A whole pole of a battery lead, and a lug by itself."""

    amps: tuple[Amp, Amp]  # least and most that a reading is taken at
    welding_amps: Amp
    watch_over: Share  # of what a sound one reads at most
    fail_over: Share
    lug_mm: Annotated[float, Gt(0), Le(500)]  # of cable that a lug is held against
    lug_watch: Share
    lug_fail: Share
    apart_watch: Share  # how far the poles may lie from each other
    source: Source


@dataclass(frozen=True)
class SolarLimits:
    """Couplers of a string."""

    coupler_pass_ohm: Ohm
    coupler_fail_ohm: Ohm
    alone_megohm: Megohm
    source: Source


@dataclass(frozen=True)
class SwitchLimits:
    """The contacts of a switch, closed."""

    most_ohm: Ohm
    most_volts: Volt
    source: Source


@dataclass(frozen=True)
class JointLimits:
    """A joint that is read by itself."""

    amps: Amp
    from_amps: Amp  # from which rating on
    source: Source


@dataclass(frozen=True)
class InstrumentErrors:
    """How far an instrument may be out where its owner says nothing."""

    insulation_percent: Percent
    pull_percent: Percent
    rise_k: Kelvin
    source: Source


@dataclass(frozen=True)
class RiseLimits:
    """How much warmer than its neighbours a lug or a coupler may run at its load."""

    lug_k: tuple[Kelvin, Kelvin]  # watched from, and the limit
    coupler_k: tuple[Kelvin, Kelvin]
    source: Source


@dataclass(frozen=True)
class LoadLimits:
    """A lead at its load: its copper at most, and its terminals over the room."""

    warmest_c: Annotated[float, Gt(0), Le(105)]
    iec_k: tuple[Kelvin, Kelvin]  # watched from, and the limit
    north_american_k: tuple[Kelvin, Kelvin]
    source: Source


@dataclass(frozen=True)
class WayLimits:
    """Ways of a sealed or of a signal connector."""

    test_volts: TestVolts
    alone_megohm: Megohm
    wet_fail_megohm: Megohm
    signal_test_volts: TestVolts
    source: Source


@dataclass(frozen=True)
class ToolLimits:
    """A tool with a new plug."""

    new_class_i_megohm: Megohm
    source: Source


@dataclass(frozen=True)
class TapeLimits:
    """A heating tape."""

    cold_share: Share  # of the ohms it has warm, at its watts
    warm_share: Share
    alone_megohm: Megohm
    test_volts: TestVolts
    source: Source


@dataclass(frozen=True)
class CellLimits:
    """Cells of a pack."""

    ranges: tuple[tuple[Volt, Volt], ...]  # full, and the least one is found at
    apart_volts: Volt
    sum_volts: Volt
    source: Source


@dataclass(frozen=True)
class VoltShares:
    """How far volts may lie from what is said of a source."""

    low_share: Share
    high_share: Share
    source: Source


@dataclass(frozen=True)
class DeviceLimits:
    """What a tail feeds, read through it."""

    short_ohm: Ohm
    watch_ohm: Ohm
    source: Source


@dataclass(frozen=True)
class CopperBand:
    """What good copper reads, as a share of its table."""

    metric_low: Share
    metric_high: Share
    awg_low: Share
    awg_high: Share
    source: Source


@dataclass(frozen=True)
class InsulationLimits:
    """Insulation by its class, and of a new lead."""

    class_i_megohm: Megohm
    class_ii_megohm: Megohm
    extra_low_megohm: Megohm
    new_fail_megohm: Megohm
    new_watch_megohm: Megohm
    mains_test_volts: TestVolts
    extra_low_test_volts: TestVolts
    solar_test_volts: TestVolts
    surge_parts_test_volts: TestVolts
    source: Source


@dataclass(frozen=True)
class Retest:
    """When a lead is tested again."""

    months: dict[str, Months]  # between tests, by the place it is used in
    source: Source


@dataclass(frozen=True)
class ClearLimits:
    """Cores apart by an ohmmeter alone."""

    least_megohm: Megohm
    source: Source


@dataclass(frozen=True)
class ProofLimits:
    """Every section of the table."""

    earth: EarthLimits
    contacts: ContactLimits
    poles: PoleLimits
    solar: SolarLimits
    switch: SwitchLimits
    joint: JointLimits
    instruments: InstrumentErrors
    rise: RiseLimits
    load: LoadLimits
    ways: WayLimits
    tool: ToolLimits
    tape: TapeLimits
    cells: CellLimits
    source: VoltShares
    open: VoltShares
    device: DeviceLimits
    band: CopperBand
    insulation: InsulationLimits
    retest: Retest
    clear: ClearLimits


def proof_limits() -> ProofLimits:
    """The table, read once. Raises: TableError."""
    found: ProofLimits = typed("proof-limits.toml", ProofLimits)
    return found
