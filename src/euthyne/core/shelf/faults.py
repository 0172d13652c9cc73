"""What of a part of one's own makes no sense, each with its field."""

import re
from collections import Counter

from euthyne.core.shelf.face import size_faults
from euthyne.core.shelf.making import CLOSINGS, WHENS
from euthyne.core.shelf.part import CONTACT_WORDS, ENTRY_PLAY_MM, INGRESS, OTHER_HALF, Part
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.fault import Fault
from euthyne.core.trade.figure import mm, newton_metres
from euthyne.core.trade.protection import families
from euthyne.core.trade.volts import made_for


def faults_of(own: Part) -> list[Fault]:
    """Everything about a part of one's own that makes no sense, each with its field."""
    found = [
        *_ranges(own),
        *_unreadable(own),
        *_unknown_joint(own),
        *_cavities(own),
        *_shapes(own),
        *_threading(own),
        *_joins(own),
        *_making(own),
        *_entry(own),
        *_fused(own),
        *(Fault("part.face", what, "mm above nothing") for what in size_faults(own.face)),
    ]
    if not own.source.strip():
        what = "nothing says where the figures are from"
        found.append(Fault("part.source", what, "the sheet and its date"))
    return found


def _ranges(own: Part) -> list[Fault]:
    """Figures no part can have."""
    found = []
    for name in ("grip_mm", "terminal_mm2", "strip_mm"):
        low, high = getattr(own, name)
        if not 0 <= low <= high:
            what = f"{low:g} to {high:g} is no range"
            found.append(Fault(f"part.{name}", what, "least first, then most"))
    for mark, low, high in own.strips_mm:
        if mark not in own.marks:
            found.append(
                Fault("part.strips_mm", f"the face has no cavity {mark}", "one of its own")
            )
        if not 0 <= low <= high <= 500:
            what = f"{low:g} to {high:g} is no range"
            found.append(Fault("part.strips_mm", what, "least first, then most, up to 500 mm"))
    if not 0 <= own.volume_ml <= 100_000:
        found.append(Fault("part.volume_ml", "no box holds that", "0 to 100000 ml"))
    if not 0 <= own.torque_nm <= 100:
        what = f"{newton_metres(own.torque_nm):g} is no torque for a screw"
        found.append(Fault("part.torque_nm", what, "0 to 100 N m"))
    for size, torque in own.torques_nm:
        if not 0 < torque <= 100:
            what = f"{newton_metres(torque):g} at {size} is no torque"
            found.append(Fault("part.torque_nm", what, "0 to 100 N m"))
    if not 0 <= own.sheet_presses <= 12:
        found.append(Fault("part.sheet_presses", "no barrel is pressed so often", "1 to 12"))
    if not 0 < own.amps < float("inf"):
        found.append(Fault("part.amps", f"{own.amps:g} A is no rating", "amps above nothing"))
    return found


def _unknown_joint(own: Part) -> list[Fault]:
    if own.joint in TERMINATIONS:
        return []
    what = f"{own.joint!r}: no such kind of termination"
    return [Fault("part.joint", what, f"one of: {', '.join(TERMINATIONS)}")]


def _cavities(own: Part) -> list[Fault]:
    """Each cavity is there once, with one path of sensible length."""
    marks = [c.mark for c in own.face.cavities]
    paths = dict(own.path_mm)
    found = []
    for twice in sorted(m for m, n in Counter(marks).items() if n > 1):
        what = f"cavity {twice} is there twice"
        found.append(Fault("part.face.cavities", what, "one place for each mark"))
    for lacking in [m for m in marks if m not in paths]:
        what = f"nothing says how far it is to cavity {lacking}"
        found.append(Fault("part.path_mm", what, "a path for each cavity"))
    for mark, long in own.path_mm:
        if mark not in marks:
            what = f"the face has no cavity {mark}"
            found.append(Fault("part.path_mm", what, "a path for each cavity, no other"))
        if not 0 <= long < 1000:
            what = f"{mm(long):g} is no way to cavity {mark}"
            found.append(Fault("part.path_mm", what, "0 to 1000 mm"))
    return found


def _shapes(own: Part) -> list[Fault]:
    """Posts a core is led round, and the lengths of an open barrel."""
    found = []
    for post in own.posts:
        if not (0 < post.radius_mm < 100 and 0 < post.degrees <= 360):
            what = f"nothing lies {post.degrees:g} degrees round a post of {mm(post.radius_mm):g}"
            found.append(Fault("part.posts", what, "a radius up to 100 mm, and up to 360 degrees"))
    barrel = own.wings
    if barrel and not min(barrel.conductor_mm, barrel.window_mm, barrel.insulation_mm) > 0:
        what = "a barrel has no length there"
        found.append(Fault("part.wings", what, "mm above nothing for wings and window"))
    return found


def _joins(own: Part) -> list[Fault]:
    """What it joins inside are cavities of its own."""
    return [
        Fault("part.positions", f"the face has no cavity {mark}", "pairs of its own cavities")
        for position in own.positions
        for pair in position.joins
        for mark in pair
        if mark not in own.marks
    ]


def _making(own: Part) -> list[Fault]:
    """How it closes is known, and what is done to it moves and waits for parts it has."""
    found = []
    if own.closing not in CLOSINGS:
        what = f"{own.closing!r}: no such way of closing"
        found.append(Fault("part.closing", what, f"one of: {', '.join(CLOSINGS)}"))
    loose, steps = {t.id for t in own.threaded}, {m.id for m in own.making}
    for made in own.making:
        if made.when not in WHENS:
            what = f"{made.when!r} is no time in a build"
            found.append(Fault("part.making", what, f"one of: {', '.join(WHENS)}"))
        if made.seats and made.seats not in loose:
            what = f"{made.id} seats the {made.seats}, and no such part is threaded"
            found.append(Fault("part.making", what, "a part of its own that is threaded"))
    for part in own.threaded:
        if part.needed_by and part.needed_by not in {*steps, "land"}:
            what = f"the {part.words} is needed by {part.needed_by!r}, and nothing is called so"
            found.append(Fault("part.threaded", what, "land, or a step of its own"))
    return found


def _entry(own: Part) -> list[Fault]:
    """Its gland goes through one of its knock-outs."""
    if not own.thread_mm or not own.knock_outs_mm or own.knock_out_mm is not None:
        return []
    holes = " and ".join(f"{hole:g}" for hole in own.knock_outs_mm)
    what = f"a gland with a thread of {mm(own.thread_mm):g} does not fit a knock-out of {holes} mm"
    return [
        Fault(
            "part.knock_outs_mm", what, f"a hole up to {mm(ENTRY_PLAY_MM):g} wider than its thread"
        )
    ]


def _fused(own: Part) -> list[Fault]:
    """The fuses it takes are a family there is a table of."""
    if own.fuse_family is None or own.fuse_family in families():
        return []
    what = f"{own.fuse_family!r}: no such family of fuses"
    return [Fault("part.fuse_family", what, f"none, or one of: {', '.join(families())}")]


def _threading(own: Part) -> list[Fault]:
    """What is threaded has its words, and passes the fattest cable the grip holds."""
    most = own.grip_mm[1]
    unsaid = [
        Fault("part.threaded", f"the {t.id} says not {what}", "a word or two")
        for t in own.threaded
        for what, said in (("what it is called", t.words), ("which way it faces", t.facing))
        if not said.strip()
    ]
    boots = [
        Fault(
            "part.threaded",
            f"the {t.words} is made for {CONTACT_WORDS[other]}, and this half shows "
            f"{CONTACT_WORDS[own.contact]}",
            f"a boot for {CONTACT_WORDS[own.contact]}: the other one leaves metal standing out",
        )
        for t in own.threaded
        if "boot" in t.words and own.contact in OTHER_HALF
        for other in (OTHER_HALF[own.contact],)
        if re.search(rf"\b{other}\b", t.words) and not re.search(rf"\b{own.contact}\b", t.words)
    ]
    return [*unsaid, *boots] + [
        Fault(
            "part.threaded",
            f"the {t.words} passes {mm(t.bore_mm):g}, the grip holds {mm(most):g}",
            "a bore at least as wide as the grip's most",
        )
        for t in own.threaded
        if t.bore_mm < most
    ]


def _unreadable(own: Part) -> list[Fault]:
    """Figures of a part that are written as no sheet writes them."""
    found = []
    for field, ip in (("part.ip", own.ip), ("part.ip_unmated", own.ip_unmated)):
        if not re.fullmatch(INGRESS, ip):
            found.append(Fault(field, f"{ip!r} is no ingress protection", "such as IP44"))
    try:
        made_for(own.volts)
    except ValueError:
        problem = f"{own.volts!r} is not volts as a sheet writes them"
        found.append(Fault("part.volts", problem, "such as 250, 380-415 or 1500 DC"))
    return found
