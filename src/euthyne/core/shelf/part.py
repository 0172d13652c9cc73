"""Parts of the shelf: couplers, their faces with the cavities, and the bodies they come in."""

import math
import re
from dataclasses import dataclass, replace
from functools import cache
from typing import Annotated, Any, Literal

from annotated_types import MaxLen

from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.barrel import OpenBarrel
from euthyne.core.trade.fault import Fault, Refused
from euthyne.data.schema import check_keys
from euthyne.data.tables import TableError, rows, toml

Contact = Literal["pin", "socket", "genderless", "lug", "clamp", "none"]
Rewirable = Literal["yes", "seldom", "never"]
Joining = Annotated[str, MaxLen(40)]
MARKS = ("L", "L1", "L2", "L3", "N", "E", "+", "-")
CONTACT_WORDS: dict[Contact, str] = {
    "pin": "pins",
    "socket": "holes",
    "genderless": "flat contacts, the same on both halves",
    "lug": "lugs",
    "clamp": "a clamp",
    "none": "terminals inside",
}
OUT_OF_REACH = ("yes", "recessed", "boot", "cover", "insulated")
HOUR_GIVE = 0.2  # hours a contact may be off the hour its note says
FACE_KEYS = ("source", "shell", "width", "height", "sure", "reversible", "note", "cavities")
CAVITY_KEYS = ("mark", "x", "y", "shape", "w", "h")
BODY_KEYS = (
    "coupler", "face", "words", "short", "outline", "depth_mm", "height_mm", "pin_mm", "earth_pin_mm", "sleeved",
    "inside_mm", "grip_mm", "terminal_mm2", "path_mm", "strip_mm", "room_mm", "ip", "threaded", "source",
)  # fmt: skip
BODY_MAY_SAY = (
    "like", "connector", "amps", "fuse", "joint", "panel_mm", "stud", "torque_nm", "lug_by_size", "wings_mm", "posts",
    "layers", "there_already", "rewirable",
)  # fmt: skip


@dataclass(frozen=True)
class Cavity:
    """One contact's place on the face, in mm from its middle, x right and y up as one looks into the socket."""

    mark: str
    x: float
    y: float
    shape: str
    w: float
    h: float
    angle: float = 0.0


@dataclass(frozen=True)
class Face:
    """The pattern of cavities two mating couplers share, as the front of the socket shows it."""

    name: str
    shell: str
    width: float
    height: float
    sure: bool
    reversible: bool
    note: str
    cavities: tuple[Cavity, ...]
    source: str
    plug_shell: str


@dataclass(frozen=True)
class ThreadedPart:
    """A part that goes on the cord before the terminals: the fattest cord it passes (mm), and which way it faces."""

    id: str
    words: str
    bore_mm: float
    facing: str


@dataclass(frozen=True)
class Post:
    """A post or boss a core lies round on its way to a cavity: its radius in mm, how far round in degrees."""

    cavity: str
    radius_mm: float
    degrees: float


@dataclass(frozen=True)
class Part:
    """A coupler in its body.

    ``grip_mm`` cord diameters held; ``terminal_mm2`` conductor areas; ``path_mm`` from the grip's inner edge to each
    terminal, without the ``posts`` it lies round; ``strip_mm`` bare copper, least and most, where no barrel says more:
    ``lug_by_size`` for lugs as deep as their size, ``wings`` for open barrels; ``room_mm`` spare core the body holds;
    ``amps`` at
    ``duty_percent``; ``torque_nm`` of its screws, 0 when its sheet gives none; ``layers`` names what it joins, where
    that is layered.
    """

    id: str
    words: str
    short: str
    standard: str
    contact: Contact
    amps: float
    volts: str
    kind: str
    finger_safe: str
    mates: str
    face: Face
    outline: str
    depth_mm: float
    height_mm: float
    pin_mm: float
    earth_pin_mm: float
    sleeved: float
    grip_mm: tuple[float, float]
    terminal_mm2: tuple[float, float]
    inside_mm: float
    path_mm: tuple[tuple[str, float], ...]
    strip_mm: tuple[float, float]
    room_mm: float
    ip: str
    fuse_family: str | None
    threaded: tuple[ThreadedPart, ...]
    source: str
    joint: Joining = "screw"
    panel_mm: float = 0.0
    stud: str = ""
    torque_nm: float = 0.0
    corrects: str = ""
    lug_by_size: bool = False
    wings: OpenBarrel | None = None
    posts: tuple[Post, ...] = ()
    layers: str = ""
    there_already: bool = False
    duty_percent: float = 100.0
    family: str = ""
    rewirable: Rewirable = "yes"

    @property
    def steady_amps(self) -> float:
        """What it carries for long: amps given at a duty are worth the root of it at all times."""
        return self.amps * math.sqrt(self.duty_percent / 100)

    @property
    def has_earth(self) -> bool:
        """True when the coupler carries a protective contact."""
        return any(c.mark == "E" for c in self.face.cavities)

    @property
    def grips(self) -> bool:
        """True when its own grip or gland holds the cord."""
        holds = TERMINATIONS[self.joint].holds_the_cord(has_loose_parts=bool(self.threaded))
        return holds and not self.panel_mm

    @property
    def touchable(self) -> bool:
        """True when a finger can reach the metal while the coupler is unmated."""
        return self.finger_safe not in OUT_OF_REACH

    @property
    def marks(self) -> tuple[str, ...]:
        """The cavities by mark: lines first, earth after them; numbered ones as the face counts them."""
        named = [c.mark for c in self.face.cavities]
        return (*(m for m in MARKS if m in named), *(m for m in named if m not in MARKS))

    @property
    def mains(self) -> bool:
        """True for a coupler made for alternating current mains."""
        return self.kind == "AC"

    @property
    def contact_words(self) -> str:
        """What one sees: bare pins, holes, lugs, a clamp."""
        return CONTACT_WORDS[self.contact]


@cache
def faces() -> dict[str, Face]:
    """Every face by name. Raises: TableError naming a face that makes no sense."""
    found = {}
    for name, t in toml("faces.toml").items():
        where = f"faces.toml, {name}"
        check_keys(where, t, FACE_KEYS, ("plug_shell",))
        for cavity in t["cavities"]:
            check_keys(
                f"{where}, cavity {cavity.get('mark', '?')}", cavity, CAVITY_KEYS, ("angle",)
            )
        found[name] = face = _face(name, t)
        if faults := face_faults(face):
            raise TableError(f"{where}: {faults[0]}")
    return found


def _face(name: str, t: dict[str, Any]) -> Face:
    return Face(
        name,
        t["shell"],
        float(t["width"]),
        float(t["height"]),
        t["sure"],
        t["reversible"],
        t["note"],
        tuple(Cavity(**c) for c in t["cavities"]),
        t["source"],
        t.get("plug_shell", t["shell"]),
    )


@cache
def shelf() -> dict[str, Part]:
    """Every part of the shelf by its id. Raises: TableError naming a body that makes no sense."""
    made = {r["name"]: r | {"standard": "generic"} for r in rows("generic-connectors.csv")}
    made |= {r["name"]: r for r in rows("couplers.csv")}
    bodies = toml("bodies.toml")
    found = {}
    for name, body in _grown(bodies).items():
        where = f"bodies.toml, {name}"
        check_keys(where, body, BODY_KEYS, BODY_MAY_SAY)
        if body["coupler"] not in made or body["face"] not in faces():
            raise TableError(
                f"{where}: no coupler {body['coupler']!r}, or no face {body['face']!r}"
            )
        found[name] = part = _part(name, body, made[body["coupler"]])
        wrong = [f for f in faults_of(part) if f.field != "part.amps"]
        if wrong:
            raise TableError(f"{where}: {wrong[0].problem} ({wrong[0].field})")
    return found


def _grown(bodies: dict[str, Any]) -> dict[str, Any]:
    """Every body with what it takes from the one it is like, however far back."""
    grown: dict[str, Any] = {}
    for name, own in bodies.items():
        said = own | ({"coupler": own["connector"]} if "connector" in own else {})
        grown[name] = grown[own["like"]] | said if "like" in own else said
    return grown


def _contact(word: str) -> Contact:
    found: Contact
    for found in ("pin", "socket", "genderless", "lug", "clamp"):
        if word == found:
            return found
    return "none"


def _part(name: str, body: dict[str, Any], coupler: dict[str, str]) -> Part:
    same = (
        "words",
        "short",
        "outline",
        "depth_mm",
        "height_mm",
        "pin_mm",
        "earth_pin_mm",
        "sleeved",
        "inside_mm",
    )
    return Part(
        id=name,
        standard=coupler["standard"],
        contact=_contact(coupler["contact"]),
        amps=float(body.get("amps", coupler["amps"])) or float("inf"),
        volts=coupler["volts"],
        kind=coupler["kind"],
        finger_safe=coupler["finger_safe_when_live"],
        mates=coupler["note"],
        face=faces()[body["face"]],
        grip_mm=(body["grip_mm"][0], body["grip_mm"][1]),
        terminal_mm2=(body["terminal_mm2"][0], body["terminal_mm2"][1]),
        path_mm=tuple((k, float(v)) for k, v in body["path_mm"].items()),
        strip_mm=(body["strip_mm"][0], body["strip_mm"][1]),
        room_mm=float(body["room_mm"]),
        ip=body["ip"],
        fuse_family=body.get("fuse"),
        threaded=tuple(ThreadedPart(**t) for t in body["threaded"]),
        source=body["source"],
        joint=body.get("joint", "screw"),
        panel_mm=float(body.get("panel_mm", 0)),
        stud=body.get("stud", ""),
        torque_nm=float(body.get("torque_nm", 0)),
        lug_by_size=body.get("lug_by_size", False),
        wings=OpenBarrel(*map(float, body["wings_mm"])) if "wings_mm" in body else None,
        posts=tuple(
            Post(mark, *map(float, post))
            for mark, posts in body.get("posts", {}).items()
            for post in posts
        ),
        layers=body.get("layers", ""),
        there_already=body.get("there_already", False),
        rewirable=body.get("rewirable", "yes"),
        duty_percent=float(coupler.get("duty_percent", 100)),
        family=coupler["standard"]
        if coupler["standard"] != "generic"
        else coupler["name"].split(",")[0],
        **{k: body[k] for k in same},
    )


def part(name: str, field: str = "part") -> Part:
    """A part by its id. Raises Refused when the shelf has none of that name."""
    if name not in shelf():
        raise Refused(
            Fault(field, f"the shelf has no part called {name!r}", "one of: " + ", ".join(shelf()))
        )
    return shelf()[name]


def stand_ins(like: Part, cord_mm: tuple[float, float], copper_mm2: float) -> list[Part]:
    """Other parts of the shelf with the same face and contact, whose grip and terminals take a cord.

    Parameters: like; cord_mm, its diameter, least and most; copper_mm2 of each core.
    """
    return [
        p
        for p in shelf().values()
        if p.face == like.face
        and p.contact == like.contact
        and p.id != like.id
        and p.grip_mm[0] <= cord_mm[0]
        and cord_mm[1] <= p.grip_mm[1]
        and p.terminal_mm2[0] <= copper_mm2 <= p.terminal_mm2[1]
    ]


def faults_of(own: Part) -> list[Fault]:
    """Everything about a part of one's own that makes no sense, each with its field."""
    found = []
    for name in ("grip_mm", "terminal_mm2", "strip_mm"):
        low, high = getattr(own, name)
        if not 0 <= low <= high:
            found.append(
                Fault(f"part.{name}", f"{low:g} to {high:g} is no range", "least first, then most")
            )
    if not 0 <= own.torque_nm <= 100:
        found.append(
            Fault(
                "part.torque_nm", f"{own.torque_nm:g} N m is no torque for a screw", "0 to 100 N m"
            )
        )
    if not 0 < own.amps < float("inf"):
        found.append(Fault("part.amps", f"{own.amps:g} A is no rating", "amps above nothing"))
    if own.joint not in TERMINATIONS:
        known = ", ".join(TERMINATIONS)
        found.append(
            Fault("part.joint", f"{own.joint!r}: no such kind of termination", f"one of: {known}")
        )
    marks = [c.mark for c in own.face.cavities]
    for twice in sorted({m for m in marks if marks.count(m) > 1}):
        found.append(
            Fault("part.face.cavities", f"cavity {twice} is there twice", "one place for each mark")
        )
    paths = [m for m, _ in own.path_mm]
    for mark, mm in own.path_mm:
        if not 0 <= mm < 1000:
            found.append(
                Fault("part.path_mm", f"{mm:g} mm is no way to cavity {mark}", "0 to 1000 mm")
            )
    for post in own.posts:
        if not (0 < post.radius_mm < 100 and 0 < post.degrees <= 360):
            problem = f"nothing lies {post.degrees:g} degrees round a post of {post.radius_mm:g} mm"
            found.append(
                Fault("part.posts", problem, "a radius up to 100 mm, and up to 360 degrees")
            )
    if (
        own.wings
        and not min(own.wings.conductor_mm, own.wings.window_mm, own.wings.insulation_mm) > 0
    ):
        found.append(
            Fault(
                "part.wings",
                "a barrel has no length there",
                "mm above nothing for wings and window",
            )
        )
    for lacking in [m for m in marks if m not in paths]:
        found.append(
            Fault(
                "part.path_mm",
                f"nothing says how far it is to cavity {lacking}",
                "a path for each cavity",
            )
        )
    for astray in [m for m in paths if m not in marks]:
        found.append(
            Fault(
                "part.path_mm",
                f"the face has no cavity {astray}",
                "a path for each cavity, no other",
            )
        )
    for t in own.threaded:
        if t.bore_mm < own.grip_mm[1]:
            problem = f"the {t.words} passes {t.bore_mm:g} mm, the grip holds {own.grip_mm[1]:g} mm"
            found.append(
                Fault("part.threaded", problem, "a bore at least as wide as the grip's most")
            )
    if not own.source.strip():
        found.append(
            Fault(
                "part.source", "nothing says where the figures are from", "the sheet and its date"
            )
        )
    return found


def face_faults(face: Face) -> list[str]:
    """What of a face makes no sense: a cavity outside its body, one twice, or places against its own words."""
    found = []
    marks = [c.mark for c in face.cavities]
    found += [
        f"cavity {m} is there twice" for m in sorted({m for m in marks if marks.count(m) > 1})
    ]
    for c in (c for c in face.cavities if c.mark != "S"):  # a shield is landed on the shell
        if abs(c.x) > face.width / 2 or abs(c.y) > face.height / 2:
            found.append(f"cavity {c.mark} lies outside its {face.width:g} by {face.height:g} mm")
    return found + _against_its_words(face)


def _against_its_words(face: Face) -> list[str]:
    """Statements of a face's note that its cavities contradict."""
    said = face.note.lower()
    at = {c.mark: c for c in face.cavities}
    found = [f"its note says {words!r}, its cavities do not" for words in _wrong_sides(said, at)]
    if hour := re.search(r"earth at (\d+) o'clock", said):
        clock = math.degrees(math.atan2(at["E"].x, at["E"].y)) / 30 % 12
        if abs(clock - int(hour[1]) % 12) > HOUR_GIVE:
            found.append(
                f"its note says the earth is at {hour[1]} o'clock, its cavity is at {clock:.1f}"
            )
    side = re.search(r"numbered from the (left|right)", said)
    if side and (at["1"].x < at["2"].x) != (side[1] == "left"):
        found.append(f"its note numbers from the {side[1]}, its cavities do not")
    if "no neutral" in said and "N" in at:
        found.append("its note says that there is no neutral, and there is one")
    return found


def _wrong_sides(said: str, at: dict[str, Cavity]) -> list[str]:
    """Of what a note says of left, right, up and down, what does not hold."""
    lines = [c.y for c in at.values() if c.mark != "E"]
    holds = {
        r"neutral(?: left|,[^,;]*, left)": "N" in at and at["N"].x < 0,
        r"neutral right": "N" in at and at["N"].x > 0,
        r"live left": "L" in at and at["L"].x < 0,
        r"live right": "L" in at and at["L"].x > 0,
        r"earth (?:up|at the top)": "E" in at and at["E"].y > max(lines),
        r"earth down": "E" in at and at["E"].y < min(lines),
    }
    return [
        found[0] for words, true in holds.items() if not true and (found := re.search(words, said))
    ]


def turned(face: Face) -> Face:
    """The face seen from its other side: its mirror image left to right. Turning twice gives the face back."""
    mirrored = tuple(replace(c, x=-c.x, angle=-c.angle) for c in face.cavities)
    return replace(face, cavities=mirrored)


def mating_face(of: Part) -> Face:
    """What the other half sees: the socket's front as the table has it, or for pins its mirror image."""
    return turned(of.face) if of.contact == "pin" else of.face


def wiring_side(of: Part) -> Face:
    """What the builder sees with the cover off: the mirror image of the mating face."""
    return turned(mating_face(of))
