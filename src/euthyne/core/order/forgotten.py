"""A part that was forgotten, or a step that is not right: the cheapest way back."""

from dataclasses import dataclass, replace
from typing import Literal

from euthyne.core.order.order import (
    OPEN,
    OTHER,
    BuildPlan,
    Done,
    End,
    Event,
    Order,
    Step,
    Threaded,
    could_go_on,
    obstacles,
    order,
    with_split,
)

How = Literal["still-time", "other-end", "split", "undo", "cut-back", "impossible"]


@dataclass(frozen=True)
class Recovery:
    """How a forgotten part still gets on: what is taken back, scrapped and lost (mm), and the steps
    from there.
    """

    how: How
    undo: tuple[str, ...] = ()
    scrap: tuple[str, ...] = ()
    length_lost_mm: float = 0.0
    steps: tuple[Step, ...] = ()


def recover(build: BuildPlan, done: Done, missing: str) -> Recovery:
    """The first way that works: still time, the other end, a split part, undoing, cutting back.

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
        or _cut_back(build, part.end, done)
        or Recovery("impossible")
    )


def _put_on_now(build: BuildPlan, part: Threaded, done: Done) -> Recovery | None:
    """Nothing is taken back: the part goes on here, or from the other end."""
    over = frozenset(s.what for s in done)
    how: How
    if not _in_the_way(build, part, done) and could_go_on(build, part, part.end, over):
        how = "still-time"
    elif part.needed_by not in over and could_go_on(build, part, OTHER[part.end], over):
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
    its end off.

    Parameters: build; done, the steps done, in order; wrong, the id of one of them. Returns:
    Recovery: ``undo`` where nothing that must go is irreversible, else ``cut-back``. Raises:
    KeyError when no such step is done.
    """
    step = next((s for s in done if s.what == wrong), None)
    if step is None:
        raise KeyError(wrong)
    part = build.part(wrong)
    own = part or build.event(wrong)
    assert own is not None
    back = _with_dependents(
        build, done, {wrong} | (_in_the_way(build, part, done) if part else set())
    )
    return (
        _taken_back(build, done, back) or _cut_back(build, own.end, done) or Recovery("impossible")
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
        wrong |= {e.id for e in obstacles(build, part, part.end)}
        wrong |= {
            q.id for q in build.parts if (q.end, q.on) == (part.end, part.on) and q.rank < part.rank
        }
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
    assert part is not None
    above = {
        q.id
        for q in build.parts
        if (q.end, q.on) == (part.end, part.on) and q.rank > part.rank and not q.split
    }
    return set(part.after) | above


def _undo(build: BuildPlan, part: Threaded, done: Done) -> Recovery | None:
    back = _in_the_way(build, part, done)
    kept = frozenset(s.what for s in done if s.what not in back)
    if could_go_on(build, part, part.end, kept):
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
    # What was put on last comes off first.
    newest_first = tuple(s.what for s in reversed(done) if s.what in back)
    return Recovery("undo", undo=newest_first, steps=found.steps)


def _cut_back(build: BuildPlan, end: End, done: Done) -> Recovery | None:
    """An end is cut off and begun again."""
    at = build.end(end)
    if at.state == "finished" and at.cut_back_mm is None:
        return None
    here = {x.id for x in build.everything if x.end == end}
    kept = tuple(s for s in done if s.what not in here)
    if end == "A":
        opened = replace(build, a=OPEN)
    else:
        opened = replace(build, b=OPEN)
    found: Order = order(opened, kept)
    if not found.possible:
        return None
    spoiled = _spoiled(build, end, done)
    lost = [e.cut_back_mm for e in spoiled]
    if at.state == "finished":
        lost.append(at.cut_back_mm or 0.0)
    return Recovery(
        "cut-back",
        scrap=tuple(e.id for e in spoiled),
        length_lost_mm=max(lost, default=0.0),
        steps=found.steps,
    )


def _spoiled(build: BuildPlan, end: End, done: Done) -> list[Event]:
    """What was done at an end and can not be undone, in the order it was done."""
    events = [build.event(s.what) for s in done]
    return [e for e in events if e is not None and e.irreversible and e.end == end]
