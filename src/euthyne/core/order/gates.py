"""Gates: what must be on before something that can not be undone, and what it locks out."""

from collections.abc import Mapping
from dataclasses import dataclass

from euthyne.core.order.feeding import could_go_on
from euthyne.core.order.laid import CABLE, BuildPlan, CableEnd, Event, Threaded
from euthyne.core.order.order import OrderStep

OnCable = Mapping[CableEnd, tuple[str, ...]]
OnCore = Mapping[tuple[CableEnd, str], tuple[str, ...]]


@dataclass(frozen=True)
class Gate:
    """Before something that can not be undone: what must be on now, from the tip inwards, at each
    cable end it is done to and on each core there, and what it locks out.
    """

    before: str
    on_cable: OnCable
    on_core: OnCore
    locked_out_after: tuple[str, ...]

    @property
    def on_cable_from_tip(self) -> tuple[str, ...]:
        """What is on the cables, one cable end after the other."""
        return tuple(name for names in self.on_cable.values() for name in names)

    @property
    def anything_on(self) -> bool:
        """True when there is something to touch."""
        return any(self.on_cable.values()) or bool(self.on_core)


def gates(
    build: BuildPlan, steps: tuple[OrderStep, ...], costly: frozenset[str] = frozenset()
) -> tuple[Gate, ...]:
    """One gate for each irreversible event, and for each that is ``costly`` to undo, in the order they come."""
    found = []
    done: list[str] = []
    for step in steps:
        event = build.event(step.what)
        if event is not None and (event.irreversible or event.id in costly):
            found.append(_gate(build, event, frozenset(done)))
        done.append(step.what)
    return tuple(found)


def _gate(build: BuildPlan, event: Event, done: frozenset[str]) -> Gate:
    here = [p for p in build.parts if p.home in event.at]
    on = sorted((p for p in here if p.id in done and not p.split), key=lambda p: p.rank)
    after = done | {event.id}
    return Gate(
        before=event.id,
        on_cable={at: _named(on, at, CABLE) for at in event.at},
        on_core={
            (at, core): names
            for at in event.at
            for core in build.cable(at.cable).cores
            if (names := _named(on, at, core))
        },
        locked_out_after=tuple(
            p.id
            for p in here
            if could_go_on(build, p, p.home, done) and not could_go_on(build, p, p.home, after)
        ),
    )


def _named(on: list[Threaded], at: CableEnd, slot: str) -> tuple[str, ...]:
    return tuple(p.id for p in on if p.slot == (at, slot))
