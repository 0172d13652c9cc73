"""Sets of battery cables: one drawing of batteries, fuse, switch and what they feed, and a single between
each two posts.
"""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Len, MaxLen

from euthyne.core.assembly.records import (
    Assembly,
    Cable,
    Core,
    Fitting,
    Metres,
    Place,
    Side,
    Tint,
    WireCourse,
)
from euthyne.core.kinds.asked import (
    AROUND,
    FUSE,
    FUSE_SHEATHED,
    PLACE,
    SHORTED,
    UNFUSED,
    WHOSE,
)
from euthyne.core.kinds.inverter_link import CUTS_OFF, DELIVERS, EFFICIENCY, InverterBrief
from euthyne.core.kinds.kind import Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import MakeUpInput
from euthyne.core.lead import Conductor
from euthyne.core.trade.bank import BATTERY, MINUS, PLUS, Bank, parted
from euthyne.core.trade.quantity import CURRENT, LENGTH, VOLTS
from euthyne.core.trade.question import Question

MOST_CABLES = 24
Post = Annotated[str, Len(1, 32)]
Turned = Literal[0, 90, 180, 270]


@dataclass(frozen=True)
class SetCable:
    """A cable of a set: the posts it joins, and how far it is between their middles."""

    a: Post  # the post it begins at: what that is on, and which of its posts
    b: Post  # the post it ends at
    run_m: Metres | None = None  # m from post to post, as it lies; None: as the others
    colour: Tint = "black"  # of its insulation
    # degrees that its second palm is turned against its first, to the right, seen from the second
    turned: Turned = 0


@dataclass(frozen=True)
class SetBrief(InverterBrief):
    """What is asked of a set of cables."""

    set_cables: Annotated[tuple[SetCable, ...], MaxLen(MOST_CABLES)] = ()  # each of its cables

    @property
    def bank(self) -> Bank:
        """What its cables make of the batteries."""
        return Bank((cable.a, cable.b) for cable in self.set_cables)

    @property
    def runs_m(self) -> tuple[float, ...]:
        """m of each cable from post to post; empty while one is not said."""
        runs = [run for cable in self.set_cables if (run := cable.run_m or self.run_m)]
        return tuple(runs) if len(runs) == len(self.set_cables) else ()

    @property
    def around_m(self) -> float | None:
        """m of cable that the whole current passes, once round; None while a run is not said."""
        if not self.runs_m:
            return None
        return self.bank.around_m(self.runs_m) or sum(self.runs_m)

    @property
    def before_fuse_m(self) -> float | None:
        """m from the nearest battery post to the fuse; None where no cable joins the two."""
        found = [
            run
            for run, cable in zip(self.runs_m, self.set_cables, strict=False)
            if {parted(cable.a)[0].split(" ")[0], parted(cable.b)[0].split(" ")[0]}
            == {BATTERY, "fuse"}
        ]
        return min(found, default=None)


def usual_bank(batteries: int, strings: int, *, switched: bool, feeds: str) -> tuple[SetCable, ...]:
    """The cables of a usual bank: batteries in a row, rows side by side, from plus through a fuse and a
    switch to what is fed, and back from the far row, so that each row has as much cable as the next.

    Parameters: batteries in each row; strings, how many rows; switched, whether a switch follows the
    fuse; feeds, what is fed, in a word or two.
    """
    found: list[SetCable] = []

    def post(string: int, n: int, pole: str) -> str:
        return f"{BATTERY} {string * batteries + n} {pole}"

    for s in range(strings):
        found += [SetCable(post(s, n, PLUS), post(s, n + 1, MINUS)) for n in range(1, batteries)]
    for s in range(1, strings):
        pluses = (post(s - 1, batteries, PLUS), post(s, batteries, PLUS))
        found.append(SetCable(*pluses, colour="red"))
        found.append(SetCable(post(s - 1, 1, MINUS), post(s, 1, MINUS)))
    found.append(SetCable(post(0, batteries, PLUS), "fuse in", colour="red"))
    if switched:
        found.append(SetCable("fuse out", "switch in", colour="red"))
    last = "switch out" if switched else "fuse out"
    found.append(SetCable(last, f"{feeds} {PLUS}", colour="red"))
    found.append(SetCable(post(strings - 1, 1, MINUS), f"{feeds} {MINUS}"))
    return tuple(found)


def singles(told: MakeUpInput) -> Assembly:
    """A single for each cable of the set, with a lug of its own at each end."""
    cables = SetBrief.of(told.brief).set_cables or (SetCable("one post", "another"),)
    like = next(iter(told.parts.values()))
    places: list[Place] = []
    fittings: list[Fitting] = []
    made: list[Cable] = []
    wires: list[WireCourse] = []
    on_posts = [post for cable in cables for post in (cable.a, cable.b)]
    for n, cable in enumerate(cables, start=1):
        name = str(n)
        ends: tuple[tuple[str, Side, str], ...] = (("a", "supply", cable.a), ("b", "load", cable.b))
        for letter, side, post in ends:
            # Where several lie on one post, each is told by its cable.
            words = post if on_posts.count(post) == 1 else f"{post}, cable {n}"
            own = f"c{n}{letter}"
            part = told.parts.get(own, like).id
            places.append(Place(own, side, words, source=post.startswith(BATTERY), ours=False))
            fittings.append(Fitting(own, part, own, function=name))
        made.append(
            Cable(
                f"cable-{n}",
                (Core(name, cable.colour),),
                legs_m=(cable.run_m,) if cable.run_m else (),
            )
        )
        wires.append(WireCourse(f"cable-{n}.{name}", f"c{n}a.1", f"c{n}b.1"))
    ordered = sorted(places, key=lambda place: place.side != "supply")
    return Assembly(tuple(ordered), tuple(fittings), tuple(made), tuple(wires))


KIND = Kind(
    id="cable-set",
    name="Set of battery cables",
    family=KindFamily.DIRECT,
    headline="What do the batteries feed, and which posts are joined?",
    wanted_for="12v 24v 12 24 48 battery bank parallel series jumper",
    source="battery",
    starts=(
        Start(
            "cable-set",
            "Set of battery cables",
            a="lug-m8",
            b="lug-m8",
            brief=SetBrief(
                feeds="current",
                system="dc",
                volts=48.0,
                poles=1,
                fuse_family="high-breaking-dc",
                set_cables=usual_bank(4, 1, switched=True, feeds="controller"),
            ),
            conductor=Conductor(cable_type="battery-105", drop_percent=3.0),
            scheme="dc-red-black",
            gauge_part="lug-5-16",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup(
            "What the batteries feed",
            (
                Question(
                    "brief.feeds",
                    "It is said by",
                    "choice",
                    choices=(("current", "what it draws"), ("power", "the watts it delivers")),
                ),
                Question("brief.amps", "Draws", measure=CURRENT, optional=True, hint="125 A"),
                DELIVERS,
                EFFICIENCY,
                Question("brief.volts", "The bank", measure=VOLTS),
                CUTS_OFF,
            ),
        ),
        QuestionGroup("Its fuse", (SHORTED, FUSE, UNFUSED, FUSE_SHEATHED)),
        QuestionGroup(
            "How far, and where",
            (
                Question(
                    "brief.run_m",
                    "Each cable, unless said otherwise",
                    measure=LENGTH,
                    optional=True,
                    hint="0.3 m or 12 in",
                ),
                PLACE,
                AROUND,
            ),
        ),
    ),
    places=(
        Place("battery", "supply", source=True, ours=False),
        Place("load", "load", ours=False),
    ),
    make_up=singles,
    cables=("battery-105", "RV-105", "H01N2-D"),
    traits=frozenset({Trait.LIES_STILL, Trait.FUSED_AT_THE_POST, Trait.APART}),
    proof=("single", "lug", "bank", "pull"),
    cautions=(),
)
