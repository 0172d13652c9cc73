"""A part that was forgotten, or a step that is not right: the cheapest way back."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

from euthyne.core.order.feeding import could_go_on, obstacles, with_split
from euthyne.core.order.laid import BuildPlan, CableEnd, CableLayout, Event, Threaded
from euthyne.core.order.order import Done, OrderStep, order

How = Literal["still-time", "other-end", "split", "undo", "alone", "cut-back", "impossible"]


@dataclass(frozen=True)
class Recovery:
    """How a forgotten part still gets on: what is taken back, scrapped and lost (mm, by cable end),
    and the steps from there.
    """

    how: How
    undo: tuple[str, ...] = ()
    scrap: tuple[str, ...] = ()
    lost_mm: Mapping[CableEnd, float] = field(default_factory=dict)
    steps: tuple[OrderStep, ...] = ()

    @property
    def length_lost_mm(self) -> float:
        """The most that one cable end loses, in mm."""
        return max(self.lost_mm.values(), default=0.0)


def recover(build: BuildPlan, done: Done, missing: str) -> Recovery:
    """The first way that works: still time, the other end, a split part, undoing, cutting one joint off
    by itself, cutting the end back.

    Parameters: build; done, the steps done, in order, the missing part not among them; missing, its
    id.
    Returns: Recovery, its steps the best order from the new state to the finished lead. Raises:
    KeyError without a part of that id.
    """
    part = build.part(missing)
    if part is None:
        raise KeyError(missing)
    return (
        _put_on_now(build, part, done)
        or _split(build, part, done)
        or _undo(build, part, done)
        or _alone(build, done, _in_the_way(build, part, done))
        or _cut_back(build, (part.home,), done)
        or Recovery("impossible")
    )


def _put_on_now(build: BuildPlan, part: Threaded, done: Done) -> Recovery | None:
    """Nothing is taken back: the part goes on here, or from the other end."""
    over = frozenset(s.what for s in done)
    how: How
    if not _in_the_way(build, part, done) and could_go_on(build, part, part.home, over):
        how = "still-time"
    elif part.needed_by not in over and could_go_on(build, part, part.home.other, over):
        how = "other-end"
    else:
        return None
    found = order(build, done)
    if found.possible:
        return Recovery(how, steps=found.steps)
    return None


def _split(build: BuildPlan, part: Threaded, done: Done) -> Recovery | None:
    """The part is made in a form that closes round the cable, and goes on as it is."""
    if not part.split_exists:
        return None
    found = order(with_split(build, part.id), done)
    if found.possible:
        return Recovery("split", steps=found.steps)
    return None


def redo(build: BuildPlan, done: Done, wrong: str) -> Recovery:
    """The way back when a done step is not right: take it back with all that waited for it, or cut
    its cable ends off.

    Parameters: build; done, the steps done, in order; wrong, the id of one of them. Returns:
    Recovery: ``undo`` where nothing that must go is irreversible, ``alone`` where it is one joint that
    can be cut off by itself, else ``cut-back``. Raises:
    KeyError when no such step is done.
    """
    if wrong not in {s.what for s in done}:
        raise KeyError(wrong)
    part = build.part(wrong)
    back = _with_dependents(
        build, done, {wrong} | (_in_the_way(build, part, done) if part else set())
    )
    return (
        _taken_back(build, done, back)
        or _alone(build, done, back)
        or _cut_back(build, build.ends_of(wrong), done)
        or Recovery("impossible")
    )


def _in_the_way(build: BuildPlan, part: Threaded, done: Done) -> set[str]:
    """Done steps that must be taken back before a part can go on from its own end, and whatever
    waited for them.
    """
    over = {s.what for s in done}
    if part.needed_by:
        wrong = {part.needed_by}
    else:
        wrong = set()
    if not part.split:
        wrong |= {e.id for e in obstacles(build, part, part.home)}
        wrong |= {e.id for e in build.events if part.id in e.after}
        wrong |= {q.id for q in build.in_slot(part.slot) if q.rank < part.rank}
    return _with_dependents(build, done, wrong & over)


def _with_dependents(build: BuildPlan, done: Done, back: set[str]) -> set[str]:
    """Steps with whatever waited for them, however far."""
    while True:
        more = {s.what for s in done if s.what not in back and _waited_for(build, s.what) & back}
        if not more:
            return back
        back |= more


def _waited_for(build: BuildPlan, step: str) -> set[str]:
    """What a step waited for: events before it, parts it needs, parts of higher rank before it."""
    event, part = build.event(step), build.part(step)
    if event is not None:
        return set(event.after) | {p.id for p in build.parts if p.needed_by == step}
    if part is None:
        raise KeyError(step)
    above = {q.id for q in build.in_slot(part.slot) if q.rank > part.rank and not q.split}
    return set(part.after) | above


def _undo(build: BuildPlan, part: Threaded, done: Done) -> Recovery | None:
    back = _in_the_way(build, part, done)
    kept = frozenset(s.what for s in done if s.what not in back)
    if could_go_on(build, part, part.home, kept):
        return _taken_back(build, done, back)
    return None


def _taken_back(build: BuildPlan, done: Done, back: set[str]) -> Recovery | None:
    """Some done steps taken back; None when one of them can not be, or no order leads on from
    there.
    """
    if not back or any((e := build.event(x)) is not None and e.irreversible for x in back):
        return None
    kept = tuple(s for s in done if s.what not in back)
    found = order(build, kept)
    if not found.possible:
        return None
    return Recovery("undo", undo=_newest_first(done, back), steps=found.steps)


def _alone(build: BuildPlan, done: Done, back: set[str]) -> Recovery | None:
    """One joint is cut off by itself, and begun again on its own core: what else is at that end stays.
    What is spent with it is put on anew.
    """
    spoiled = [e for e in _events(build, done) if e.irreversible and e.id in back]
    if len(spoiled) != 1 or spoiled[0].alone_mm is None:
        return None
    joint = spoiled[0]
    spent = {
        p.id
        for p in build.parts
        if p.spent and p.needed_by in back and any(s.what == p.id for s in done)
    }
    back = _with_dependents(build, done, back | spent)
    kept = tuple(s for s in done if s.what not in back)
    found = order(build, kept)
    if not found.possible:
        return None
    return Recovery(
        "alone",
        undo=_newest_first(done, back - spent - {joint.id}),
        scrap=(joint.id,),
        # A core that is its own cable is shorter by it; one of several gives it up by itself.
        lost_mm=dict.fromkeys(() if joint.on else joint.at, spoiled[0].alone_mm or 0.0),
        steps=found.steps,
    )


def _newest_first(done: Done, back: set[str]) -> tuple[str, ...]:
    """What was put on last comes off first."""
    return tuple(s.what for s in reversed(done) if s.what in back)


def _cut_back(build: BuildPlan, ends: tuple[CableEnd, ...], done: Done) -> Recovery | None:
    """Cable ends are cut off and begun again, with those that hang on them; None when one of them
    can not be cut.
    """
    cut, back = _spoilt_with(build, ends, done)
    # What lies on the cable lies behind the cut: it comes off nothing, and goes on again as it is.
    back -= {p.id for p in build.parts if p.stays and p.home in cut}
    if any((at := build.end(x)).state == "finished" and at.cut_back_mm is None for x in cut):
        return None
    kept = tuple(s for s in done if s.what not in back)
    found = order(_opened(build, cut), kept)
    if not found.possible:
        return None
    spoiled = [e for e in _events(build, done) if e.irreversible and e.id in back]
    at_the_cut = {x.id for x in build.everything if cut & set(build.ends_of(x.id))}
    return Recovery(
        "cut-back",
        undo=_newest_first(done, back - at_the_cut),
        scrap=tuple(e.id for e in spoiled),
        lost_mm={end: _lost_mm(build, end, spoiled) for end in sorted(cut)},
        steps=found.steps,
    )


def _spoilt_with(
    build: BuildPlan, ends: tuple[CableEnd, ...], done: Done
) -> tuple[set[CableEnd], set[str]]:
    """The cable ends that go when some are cut off, and the steps that go with them.

    Everything done at an end goes with it. On another cable goes only what waited for that; and
    where it can not be taken back, its own ends are cut as well.
    """
    cut = set(ends)
    while True:
        cables = {end.cable for end in cut}
        here = {s.what for s in done if cut & set(build.ends_of(s.what))}
        back = here | {
            name
            for name in _with_dependents(build, done, set(here))
            if not any(end.cable in cables for end in build.ends_of(name))
        }
        lasting = [e for e in _events(build, done) if e.irreversible and e.id in back]
        more = {end for e in lasting for end in e.at} - cut
        if not more:
            return cut, back
        cut |= more


def _events(build: BuildPlan, done: Done) -> list[Event]:
    events = (build.event(s.what) for s in done)
    return [e for e in events if e is not None]


def _opened(build: BuildPlan, cut: set[CableEnd]) -> BuildPlan:
    """The build with some cable ends open again."""
    return replace(build, cables=tuple(_opened_cable(cable, cut) for cable in build.cables))


def _opened_cable(cable: CableLayout, cut: set[CableEnd]) -> CableLayout:
    a, b = cable.a, cable.b
    if CableEnd(cable.name, "A") in cut:
        a = a.opened
    if CableEnd(cable.name, "B") in cut:
        b = b.opened
    return replace(cable, a=a, b=b)


def _lost_mm(build: BuildPlan, end: CableEnd, spoiled: list[Event]) -> float:
    """What cutting one end off costs: what is scrapped there, and its finish if it had one."""
    lost = [e.cut_back_mm for e in spoiled if end in e.at]
    at = build.end(end)
    if at.state == "finished":
        lost.append(at.cut_back_mm or 0.0)
    return max(lost, default=0.0)
