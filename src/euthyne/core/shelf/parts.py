"""The shelf as its table has it: every part by its name, and others that would do in its place."""

from dataclasses import replace
from functools import cache
from typing import Any, TypeVar

from euthyne.core.shelf.bodies import steps, with_body
from euthyne.core.shelf.boxes import boxed
from euthyne.core.shelf.face import Cavity, Face, face_faults
from euthyne.core.shelf.faults import faults_of
from euthyne.core.shelf.part import (
    Contact,
    Part,
    Position,
    Post,
    Rewirable,
    ThreadedPart,
)
from euthyne.core.shelf.ways import faces_of, ways_of
from euthyne.core.trade.barrel import OpenBarrel
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import written
from euthyne.data.schema import check_keys
from euthyne.data.tables import TableError, records

FILES = (
    "parts.toml",
    "parts-terminals.toml",
    "parts-ways.toml",
    "parts-boxes.toml",
    "parts-packs.toml",
)
FACE_KEYS = ("source", "shell", "width", "height", "sure", "reversible", "note", "cavities")
CAVITY_KEYS = ("mark", "x", "y", "shape", "w", "h")
PART_KEYS = (
    "standard",
    "contact",
    "amps",
    "volts",
    "kind",
    "finger_safe",
    "mates",
    "rating_source",
    "face",
    "words",
    "short",
    "outline",
    "depth_mm",
    "height_mm",
    "pin_mm",
    "earth_pin_mm",
    "sleeved",
    "inside_mm",
    "grip_mm",
    "terminal_mm2",
    "path_mm",
    "strip_mm",
    "room_mm",
    "ip",
    "source",
)
PART_MAY_SAY = (
    "like",
    "threaded",
    "through",
    "family",
    "duty_percent",
    "fuse",
    "joint",
    "panel_mm",
    "stud",
    "torque_nm",
    "lug_by_size",
    "wings_mm",
    "posts",
    "layers",
    "there_already",
    "rewirable",
    "body",
    "closing",
    "making",
    "holds",
    "has",
    "landing",
    "at_landing",
    "landing_detail",
    "landing_mistake",
    "landing_judge",
    "inserting",
    "at_inserting",
    "inserting_mistake",
    "comes_out",
    "kit",
    "thread_mm",
    "knock_outs_mm",
    "strips_mm",
    "ip_unmated",
    "volume_ml",
    "switched",
    "lit",
    "outlets",
    "devices",
    "cut_out_mm",
    "screws_mm",
)
CONTACTS: tuple[Contact, ...] = ("pin", "socket", "genderless", "lug", "clamp", "none")
REWIRABLE: tuple[Rewirable, ...] = ("yes", "seldom", "never")
Word = TypeVar("Word", bound=str)
ROW_MM = 12.0  # between the cavities of what is drawn without a face of its own
AS_ITS_CONDUCTOR = float("inf")  # amps of a lug or a tail, which carries what its conductor does


def _all_records(kind: str) -> dict[str, Any]:
    """Records of one kind of all the files the shelf is written in. Raises: TableError."""
    found: dict[str, Any] = {}
    for file in FILES:
        for name, record in records(file, kind, optional=file != FILES[0]).items():
            if name in found:
                raise TableError(f"{file}: there is a {kind} {name!r} already")
            found[name] = record
    return found


@cache
def faces() -> dict[str, Face]:
    """Every face by name. Raises: TableError naming a face that makes no sense."""
    found = {}
    for name, record in [*_all_records("face").items(), *faces_of()]:
        where = f"parts, face {name}"
        check_keys(where, record, FACE_KEYS, ("plug_shell",))
        for cavity in record["cavities"]:
            mark = cavity.get("mark", "?")
            check_keys(f"{where}, cavity {mark}", cavity, CAVITY_KEYS, ("angle",))
        found[name] = _face(name, record)
        if faults := face_faults(found[name]):
            raise TableError(f"{where}: {faults[0]}")
    return found


def _face(name: str, record: dict[str, Any]) -> Face:
    return Face(
        name=name,
        shell=record["shell"],
        width=float(record["width"]),
        height=float(record["height"]),
        sure=record["sure"],
        reversible=record["reversible"],
        note=written(record["note"]),
        cavities=tuple(Cavity(**cavity) for cavity in record["cavities"]),
        source=record["source"],
        plug_shell=record.get("plug_shell", record["shell"]),
    )


@cache
def shelf() -> dict[str, Part]:
    """Every part of the shelf by its id. Raises: TableError naming a part that makes no sense."""
    found = {}
    records_of = _grown(_all_records("part"))
    for name, record in [*records_of.items(), *boxed(records_of), *ways_of(records_of)]:
        where = f"parts, part {name}"
        check_keys(where, record, PART_KEYS, PART_MAY_SAY)
        if record["face"] not in faces():
            raise TableError(f"{where}: there is no face {record['face']!r}")
        found[name] = _part(name, record, where)
        wrong = [f for f in faults_of(found[name]) if f.field != "part.amps"]
        if wrong:
            raise TableError(f"{where}: {wrong[0].problem} ({wrong[0].field})")
    return found


def _grown(own: dict[str, dict[str, Any]]) -> dict[str, dict[str, Any]]:
    """Every record with what it takes from the one it is like, however far back.

    Raises: TableError.
    """
    grown: dict[str, dict[str, Any]] = {}
    for name, record in own.items():
        like = record.get("like")
        if like is not None and like not in grown:
            raise TableError(f"parts, part {name}: no part {like!r} stands before it")
        if like is not None:
            grown[name] = grown[like] | record
        else:
            grown[name] = record
    return grown


def _part(name: str, record: dict[str, Any], where: str) -> Part:
    standard = record["standard"]
    record = with_body(record, where)
    return Part(
        id=name,
        words=written(record["words"]),
        short=record["short"],
        standard=standard,
        contact=_one_of(CONTACTS, record["contact"], f"{where}: contact"),
        amps=float(record["amps"]) or AS_ITS_CONDUCTOR,
        volts=record["volts"],
        kind=_one_of(("AC", "DC", "AC/DC"), record["kind"], f"{where}: kind"),
        finger_safe=record["finger_safe"],
        mates=written(record["mates"]),
        face=faces()[record["face"]],
        outline=record["outline"],
        depth_mm=record["depth_mm"],
        height_mm=record["height_mm"],
        pin_mm=record["pin_mm"],
        earth_pin_mm=record["earth_pin_mm"],
        sleeved=record["sleeved"],
        grip_mm=_least_and_most(record["grip_mm"]),
        terminal_mm2=_least_and_most(record["terminal_mm2"]),
        inside_mm=record["inside_mm"],
        path_mm=tuple((mark, float(mm)) for mark, mm in record["path_mm"].items()),
        strip_mm=_least_and_most(record["strip_mm"]),
        room_mm=float(record["room_mm"]),
        ip=record["ip"],
        fuse_family=record.get("fuse"),
        threaded=tuple(ThreadedPart(**loose) for loose in record.get("threaded", ())),
        source=record["source"],
        joint=record.get("joint", "screw"),
        panel_mm=float(record.get("panel_mm", 0)),
        stud=record.get("stud", ""),
        torque_nm=float(record.get("torque_nm", 0)),
        lug_by_size=record.get("lug_by_size", False),
        wings=_wings(record),
        posts=_posts(record),
        layers=record.get("layers", ""),
        there_already=record.get("there_already", False),
        duty_percent=float(record.get("duty_percent", 100)),
        family=record.get("family", standard),
        rewirable=_one_of(REWIRABLE, record.get("rewirable", "yes"), f"{where}: rewirable"),
        positions=_positions(record, where),
        closing=record.get("closing", "plain"),
        making=tuple(steps()[name] for name in record.get("making", ())),
        holds=record.get("holds"),
        has=tuple(record.get("has", ())),
        landing=record.get("landing", ""),
        at_landing=record.get("at_landing", ""),
        landing_detail=record.get("landing_detail", ""),
        landing_mistake=record.get("landing_mistake", ""),
        landing_judge=tuple(record.get("landing_judge", ())),
        inserting=record.get("inserting", ""),
        at_inserting=record.get("at_inserting", ""),
        inserting_mistake=record.get("inserting_mistake", ""),
        comes_out=record.get("comes_out", ""),
        kit=tuple(record.get("kit", ())),
        thread_mm=float(record.get("thread_mm", 0)),
        knock_outs_mm=tuple(float(mm) for mm in record.get("knock_outs_mm", ())),
        strips_mm=tuple(
            (mark, *_least_and_most(pair)) for mark, pair in record.get("strips_mm", {}).items()
        ),
        ip_unmated=record.get("ip_unmated", ""),
        volume_ml=float(record.get("volume_ml", 0)),
        switched=record.get("switched", ""),
        lit=record.get("lit", False),
        outlets=record.get("outlets", 1),
        devices=record.get("devices", 1),
        cut_out_mm=_least_and_most(record.get("cut_out_mm", [0.0, 0.0])),
        screws_mm=float(record.get("screws_mm", 0)),
    )


def _one_of(choices: tuple[Word, ...], word: str, where: str) -> Word:
    """The choice a word is. Raises: TableError where it is none."""
    for choice in choices:
        if choice == word:
            return choice
    raise TableError(f"{where} is {word!r}, wanted: one of {', '.join(choices)}")


def _least_and_most(pair: list[float]) -> tuple[float, float]:
    least, most = pair
    return least, most


def _wings(record: dict[str, Any]) -> OpenBarrel | None:
    if "wings_mm" not in record:
        return None
    conductor, window, insulation = record["wings_mm"]
    return OpenBarrel(float(conductor), float(window), float(insulation))


def _positions(record: dict[str, Any], where: str) -> tuple[Position, ...]:
    """What it joins inside, for each of its positions. Raises: TableError."""
    found = []
    for name, pairs in record.get("through", {}).items():
        for pair in pairs:
            if len(pair) != 2:
                raise TableError(f"{where}: through joins {pair!r}, wanted: two cavities")
        found.append(Position(name.strip(), tuple((one, other) for one, other in pairs)))
    return tuple(found)


def _posts(record: dict[str, Any]) -> tuple[Post, ...]:
    return tuple(
        Post(mark, float(radius_mm), float(degrees))
        for mark, posts in record.get("posts", {}).items()
        for radius_mm, degrees in posts
    )


def part(name: str, field: str = "part") -> Part:
    """A part by its id. Raises Refused when the shelf has none of that name."""
    if name not in shelf():
        raise Refused(
            Fault(field, f"the shelf has no part called {name!r}", "one of: " + ", ".join(shelf()))
        )
    return shelf()[name]


@cache
def there_before(name: str, cavities: tuple[str, ...]) -> Part:
    """What was there before and is not on the shelf: a device, a machine, somebody's panel, with the
    cavities it gives, drawn in a row.
    """
    like = shelf()["there-before"]
    n = len(cavities)
    row = tuple(
        Cavity(mark, (i - (n - 1) / 2) * ROW_MM, 0.0, "round", 5.0, 5.0)
        for i, mark in enumerate(cavities)
    )
    face = replace(like.face, cavities=row, width=max(like.face.width, (n + 1) * ROW_MM))
    return replace(
        like, words=name, short=name, face=face, path_mm=tuple((m, 0.0) for m in cavities)
    )


def keeps(like: Part, other: Part, dry: bool) -> bool:
    """True where a part has all that another was taken for beside its size: lining, country, and, where
    it is not dry, what it keeps out.
    """
    lined = other.lined or not like.lined
    country = not like.mains or other.standard == like.standard
    return lined and country and (dry or other.keeps_out_water >= like.keeps_out_water)


def stand_ins(like: Part, cord_mm: tuple[float, float], copper_mm2: float) -> list[Part]:
    """Other parts of the shelf with the same face and contact, whose grip and terminals take a
    cord.

    Parameters: like; cord_mm, its diameter, least and most; copper_mm2 of each core.
    """
    return [
        p
        for p in shelf().values()
        # What is compared in a moment first, then the faces: every part of the shelf is asked.
        if p.contact == like.contact
        and p.stud == like.stud
        and p.grip_mm[0] <= cord_mm[0]
        and cord_mm[1] <= p.grip_mm[1]
        and p.terminal_mm2[0] <= copper_mm2 <= p.terminal_mm2[1]
        and p.id != like.id
        and p.face == like.face
    ]
