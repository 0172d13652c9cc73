"""The lead document as version 1 had it: one new cord between two couplers. It is read for ever, and
lifted to what a lead is now.
"""

from dataclasses import dataclass, field
from typing import Annotated, Any, Literal

from annotated_types import Gt, Le, MaxLen, MinLen

from euthyne.core.assembly.records import Tint
from euthyne.core.lead import (
    Brief,
    Build,
    Count,
    Cut,
    KindName,
    Proof,
    Reason,
    Switch,
    Text,
)
from euthyne.core.shelf.part import Part
from euthyne.core.sizing.brief import Positive
from euthyne.core.stages.tag.seal import Seal
from euthyne.core.trade.wire import Metal, Unit
from euthyne.core.trade.worded import Day, Moment, Tag


@dataclass(frozen=True)
class FirstJoint:
    """One core and the cavity it lands in at each end; None where it is cut back."""

    core: Text
    a: Text | None
    b: Text | None


@dataclass(frozen=True)
class CoreTint:
    """A core whose colour is not what the cable's scheme says."""

    core: Text
    colour: Tint


@dataclass(frozen=True)
class Conductor1:
    """Which cable and which limits, and whether the cable is salvaged."""

    cable_type: Text = "H05VV-F"
    unit: Unit = "mm2"
    metal: Metal = "copper"
    tinned: bool = False
    terminal_c: Annotated[float, Gt(0), Le(250)] | None = None
    size: Text | None = None
    drop_percent: Annotated[float, Gt(0), Le(100)] = 5.0
    start_drop_percent: Annotated[float, Gt(0), Le(100)] = 15.0
    fuse_amps: Positive | None = None
    measured_od_mm: Annotated[float, Gt(0), Le(100)] | None = None
    salvaged: bool = False
    price_per_kg: Positive | None = None


@dataclass(frozen=True)
class Ends1:
    """The part on each end by its shelf name, the colour scheme of the cable, and the joints of the
    wire map.
    """

    a: Text
    b: Text
    scheme: Text = "iec"
    joints: tuple[FirstJoint, ...] = ()
    accepted: bool = False
    plug_scheme: Text | None = None
    tints: tuple[CoreTint, ...] = ()
    switch: Switch = "none"
    switch_lit: bool = False
    fuse_in: Switch = "none"
    blanked: bool = False
    stud_a: Annotated[str, MaxLen(8)] | None = None
    stud_b: Annotated[str, MaxLen(8)] | None = None
    lugs_on_post: Count = 1
    own: tuple[Part, ...] = ()


@dataclass(frozen=True)
class Lead1:
    """A lead, from its brief to its proof."""

    tag: Tag
    name: Annotated[str, MinLen(1), MaxLen(80)]
    kind: KindName
    brief: Brief
    conductor: Conductor1
    ends: Ends1
    created_at: Moment
    made_for: Annotated[str, MaxLen(80)] = ""
    wanted_by: Day | None = None
    cut: Cut = field(default_factory=Cut)
    build: Build = field(default_factory=Build)
    proof: Proof = field(default_factory=Proof)
    reasons: tuple[Reason, ...] = ()
    typed: dict[str, str] = field(default_factory=dict, compare=False, hash=False)


@dataclass(frozen=True)
class LeadFile1:
    """The document: what it is, its version, the lead, and its seal when it has one."""

    format: Literal["euthyne-lead"]
    version: Literal[1]
    lead: Lead1
    seal: Seal | None = None


def is_version1(lead: dict[str, Any]) -> bool:
    """True for the values of a lead as version 1 had them."""
    return "fittings" not in lead
