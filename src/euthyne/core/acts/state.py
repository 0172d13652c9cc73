"""The cables on the bench while they are worked at: what is off, bare, joined, covered, shut and live."""

from collections.abc import Iterator
from dataclasses import dataclass, field

from euthyne.core.acts.records import (
    ActedBody,
    ActedBuild,
    ActedCable,
    ActedPart,
    CableSide,
    JoinAct,
    WireEnds,
)

SIDES: tuple[CableSide, CableSide] = ("A", "B")


class CannotBeDone(Exception):
    """An act that hands cannot do as things stand; its words say why."""


@dataclass
class CoreTip:
    """One end of one core."""

    finished: bool = False  # of a cable that was there, as it was: nobody cut it off
    bare_mm: float | None = None  # how far its insulation is off
    cut_face: bool = False  # cut while it is live: as good as bare
    trimmed_mm: float = 0.0
    joined_at: str | None = None
    covers: set[str] = field(default_factory=set)  # the parts that cover it
    spare: bool = False  # marked to end nowhere

    @property
    def free(self) -> bool:
        """True where nothing holds it."""
        return not self.finished and self.joined_at is None

    @property
    def exposed(self) -> bool:
        """True where its metal can be touched, covers apart."""
        return self.bare_mm is not None or self.cut_face


@dataclass
class PartState:
    """A threaded part: on its cable or not, where it belongs, fixed there, and over what."""

    on: bool = False
    times_threaded: int = 0
    placed: bool = False
    fixed: bool = False
    covers: tuple[str, ...] = ()
    gated: bool = False  # a gate named it since it went on


@dataclass
class ActedJoint:
    """What was joined at a way."""

    act: JoinAct
    inserted: bool = False
    sealed_over: bool = False  # a part was fixed over it after its body was shut


class BenchState:
    """Where everything is, at one moment of a build."""

    def __init__(self, build: ActedBuild) -> None:
        self.build = build
        self.cables, self.parts = build.cables, build.parts
        self.made = {name for name, cable in build.cables.items() if cable.existing}
        self.dead: set[str] = set()
        self.stripped: dict[tuple[str, str], dict[str, float]] = {}
        self.tips: dict[tuple[str, str], CoreTip] = {
            (f"{name}.{core}", end): CoreTip(finished=cable.existing)
            for name, cable in build.cables.items()
            for core in cable.cores
            for end in SIDES
        }
        self.laid = {name: PartState() for name in build.parts}
        self.joints: dict[str, ActedJoint] = {}
        self.blanked: set[str] = set()
        self.closed: set[str] = set()
        self.wires = {wire.core: wire for wire in build.map}
        self.wanted = self._wanted()

    def _wanted(self) -> dict[str, set[str]]:
        """The core ends that are to land in each way."""
        found: dict[str, set[str]] = {}
        for wire in self.build.map:
            for end in SIDES:
                if (at := wire.at(end)) is not None:
                    found.setdefault(at, set()).add(f"{wire.core}:{end}")
        return found

    # What is named, and what is not known

    def cable(self, name: str) -> ActedCable:
        """A cable by its name. Raises CannotBeDone."""
        if name not in self.cables:
            raise CannotBeDone(f"there is no cable {name}")
        return self.cables[name]

    def part(self, name: str) -> ActedPart:
        """A part by its name. Raises CannotBeDone."""
        if name not in self.parts:
            raise CannotBeDone(f"there is no part {name}")
        return self.parts[name]

    def tip(self, core: str, end: str) -> CoreTip:
        """One end of a core. Raises CannotBeDone."""
        if (core, end) not in self.tips:
            raise CannotBeDone(f"there is no core {core}:{end}")
        return self.tips[core, end]

    def tip_named(self, name: str) -> CoreTip:
        """One end of a core, as ``cable.core:A``. Raises CannotBeDone."""
        core, _, end = name.rpartition(":")
        return self.tip(core, end)

    def tips_of(
        self, cable: str, end: str, cores: tuple[str, ...] = ()
    ) -> Iterator[tuple[str, CoreTip]]:
        """The tips of a cable at one end, or of some cores of it."""
        for core in cores or self.cable(cable).cores:
            yield f"{cable}.{core}", self.tip(f"{cable}.{core}", end)

    def body(self, name: str) -> ActedBody:
        """A body; one that nothing is said of has the ways the map names, and mates."""
        return self.build.fittings.get(name, ActedBody())

    def is_body(self, name: str) -> bool:
        """True for a body that anything names."""
        named = {at.rpartition(".")[0] for at in self.wanted}
        named |= {p.fitting for p in self.parts.values() if p.fitting}
        return name in named or name in self.build.fittings

    def ways_of(self, fitting: str) -> list[str]:
        """The ways of a body that the map lands anything in."""
        return [at for at in self.wanted if at.rpartition(".")[0] == fitting]

    # What holds at this moment

    def needs_dead(self, core: str) -> None:
        """Raise CannotBeDone for a core of a cable that is there, which nobody has proven dead."""
        name, _, own = core.rpartition(".")
        cable = self.cable(name)
        if cable.existing and own not in cable.live and name not in self.dead:
            raise CannotBeDone(f"{name} is there already and was not proven dead")

    def needs_made(self, cable: str) -> ActedCable:
        """The cable. Raises CannotBeDone before it is cut."""
        found = self.cable(cable)
        if cable not in self.made:
            raise CannotBeDone(f"{cable} is not cut yet")
        return found

    def shut(self, core: str, end: str) -> bool:
        """True where a core ends inside a body that is shut."""
        at = self.tip(core, end).joined_at
        return at is not None and at.rpartition(".")[0] in self.closed

    def covered(self, core: str, end: str) -> bool:
        """True where nothing of a core's end can be touched or seen."""
        tip = self.tip(core, end)
        inserted = tip.joined_at is not None and self.joints[tip.joined_at].inserted
        return bool(tip.covers) or inserted or self.shut(core, end)

    def cover_of(self, at: str) -> str:
        """A part that is fixed over a joint; empty where none is."""
        return next((n for n, p in self.laid.items() if p.fixed and at in p.covers), "")

    def layers_over(self, core: str) -> tuple[str, ...]:
        """The layers over a core: all of its cable, or those down to the one its braid lies under."""
        name, _, own = core.rpartition(".")
        cable = self.cable(name)
        if own in cable.screens:
            under = cable.layers.index(cable.screens[own]) + 1
            return cable.layers[:under]
        return cable.layers

    def cores_under(self, part: str) -> list[str]:
        """The cores a part goes over, as ``cable.core``."""
        found = self.part(part)
        cores = found.over or self.cable(found.cable).cores
        return [
            core if core in {c for c, _ in self.tips} else f"{found.cable}.{core}" for core in cores
        ]

    # What is live

    def source_of(self) -> dict[str, str]:
        """Each core that is live now, with its source: those said to be, and all that is joined to them."""
        live = {
            f"{name}.{core}": f"source {cable.source}".strip()
            for name, cable in self.cables.items()
            for core in cable.live
        }
        found, grew = dict(live), True
        groups = list(self._joined_groups())
        while grew:
            grew = False
            for group in groups:
                source = next((found[core] for core in group if core in found), None)
                if source is not None and (new := group - found.keys()):
                    found |= dict.fromkeys(new, source)
                    grew = True
        return found

    def _joined_groups(self) -> Iterator[set[str]]:
        """Cores that are one by now: of one barrel, or of the two sides of one splice."""
        spliced: dict[str, set[str]] = {}
        for at, joint in self.joints.items():
            cores = {name.rpartition(":")[0] for name in joint.act.cores}
            if joint.act.joint_mm is not None:
                spliced.setdefault(at.rpartition(".")[0], set()).update(cores)
            yield cores
        yield from spliced.values()

    def open_live(self) -> list[tuple[str, str, bool]]:
        """Live core ends whose metal can be touched now: core end, source, and whether it is joined."""
        live = self.source_of()
        return [
            (f"{core}:{end}", live[core], tip.joined_at is not None)
            for (core, end), tip in self.tips.items()
            if core in live and tip.exposed and not self.covered(core, end)
        ]

    def left_open(self) -> Iterator[str]:
        """Core ends that no way is for, and that nobody covered or marked spare."""
        for (core, end), tip in self.tips.items():
            wire = self.wires.get(core, WireEnds(core, None, None))
            if wire.at(end) is None and not tip.finished and not tip.covers and not tip.spare:
                yield f"{core}:{end}"
