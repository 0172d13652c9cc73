"""A set of cables: batteries in their rows, what stands above them, and each cable from post to post."""

from euthyne.core.kinds.cable_set import SetBrief
from euthyne.core.plan import Plan
from euthyne.core.trade.bank import BATTERY, MINUS, PLUS, Bank, parted
from euthyne.core.trade.figure import metres
from euthyne.drawing.colours import core_paint
from euthyne.drawing.pen import circle, element, group, line, path, rect, sheet, text

WIDTH = 848.0
BOX, TALL = 96.0, 46.0  # of a battery
THING = 34.0  # how tall what stands above them is
FIRST_ROW, ROW = 168.0, 92.0
POST_IN = 18.0  # from the side of a box to its post
Point = tuple[float, float]


def bank_drawing(plan: Plan) -> str:
    """The set of a lead, each cable with its number and its length."""
    told = SetBrief.of(plan.lead.brief)
    bank = told.bank
    rows = rows_of(bank)
    height = FIRST_ROW + max(len(rows), 1) * ROW
    posts, boxes = _things(bank)
    for r, row in enumerate(rows):
        apart = min(150.0, (WIDTH - 40) / max(len(row), 1))
        left = (WIDTH - apart * (len(row) - 1)) / 2
        for i, battery in enumerate(row):
            x, y = left + apart * i, FIRST_ROW + r * ROW
            boxes += _battery(battery, x, y)
            posts[f"{battery} {MINUS}"] = (x - BOX / 2 + POST_IN, y)
            posts[f"{battery} {PLUS}"] = (x + BOX / 2 - POST_IN, y)
    # Cables first, boxes over them, numbers on top: a number that a box hides is no number.
    cables, numbers = "", ""
    laid = plan.cut.lengths
    for n, cable in enumerate(told.set_cables, start=1):
        a, b = posts[cable.a], posts[cable.b]
        way, middle = _way(a, b)
        edge = path(way, "run-edge", stroke_width=8)
        cables += group(edge + path(way, "run", stroke=core_paint(cable.colour), stroke_width=6))
        length = laid.get(f"cable-{n}")
        words = f"{metres(length.run_m):.2f}" if length else "run?"
        numbers += _number(n, words, middle)
    ends = "".join(circle(x, y, 4.5, "bank-post") for x, y in posts.values())
    many = len(told.set_cables)
    label = f"{many} cables between {len(bank.batteries)} batteries and {', '.join(_others(bank)) or 'nothing'}"
    return sheet(WIDTH, height, cables + boxes + ends + numbers, "loop bank", label)


def rows_of(bank: Bank) -> list[list[str]]:
    """The batteries in their rows, each from its minus end to its plus end."""
    after: dict[str, str] = {}
    for a, b in bank.cables:
        for one, other in ((a, b), (b, a)):
            (thing, which), (there, at) = parted(one), parted(other)
            both = thing.startswith(BATTERY) and there.startswith(BATTERY)
            if both and (which, at) == (PLUS, MINUS) and thing != there:
                after.setdefault(thing, there)
    follow = set(after.values())
    rows: list[list[str]] = []
    placed: set[str] = set()
    for first in (*(t for t in bank.batteries if t not in follow), *bank.batteries):
        row, here = [], first
        while here and here not in placed:
            row.append(here)
            placed.add(here)
            here = after.get(here, "")
        if row:
            rows.append(row)
    return rows


def _others(bank: Bank) -> list[str]:
    return [thing for thing in bank.things if not thing.startswith(BATTERY)]


def _things(bank: Bank) -> tuple[dict[str, Point], str]:
    """What stands above the batteries: where its posts are, and how it is drawn; what is fed stands last."""
    fed = set(bank.fed)
    # From the right, where the row has its plus, round to the left, where it has its minus.
    things = sorted(_others(bank), key=lambda thing: thing not in fed)
    things = [*things[: len(fed)], *reversed(things[len(fed) :])]
    posts: dict[str, Point] = {}
    drawn = ""
    apart = WIDTH / max(len(things), 1)
    for i, thing in enumerate(things):
        x = apart * (i + 0.5)
        wide = max(90.0, 7.6 * len(thing) + 24)
        top = 14.0
        drawn += rect(x - wide / 2, top, wide, THING, "loop-box", rx=4)
        drawn += text(x, top + 22, thing, "loop-words", "middle")
        whole = bank.things[thing]
        for post in dict.fromkeys(whole):
            sides = {"in": 1, "out": -1, PLUS: 1, MINUS: -1, "": 0}
            at = (x + sides[post] * (wide / 2 - POST_IN), top + THING)
            posts[f"{thing} {post}".strip()] = at
            if post in (PLUS, MINUS):
                sign = "+" if post == PLUS else "−"
                drawn += text(at[0] + sides[post] * 10, at[1] + 14, sign, "bank-pole", "middle")
    return posts, drawn


def _battery(name: str, x: float, y: float) -> str:
    body = rect(x - BOX / 2, y, BOX, TALL, "loop-box", rx=3)
    lid = line(x - BOX / 2, y + 10, x + BOX / 2, y + 10, "rib")
    words = text(x, y + 30, name, "loop-words", "middle")
    signs = text(x - BOX / 2 + POST_IN, y + TALL - 5, "−", "bank-pole", "middle")
    signs += text(x + BOX / 2 - POST_IN, y + TALL - 5, "+", "bank-pole", "middle")
    return body + lid + words + signs


def _way(a: Point, b: Point) -> tuple[str, Point]:
    """The course of a cable between two posts, and its middle."""
    (x0, y0), (x1, y1) = a, b
    if y0 == y1:
        # Between neighbours of a row: up, over, and down again; between things above: below them.
        lift = 30.0 if y0 > 60 else -26.0
        lift *= 1 + min(abs(x1 - x0) / 500, 1.0)
        way = f"M{x0:g} {y0:g}C{x0:g} {y0 - lift * 1.3:g} {x1:g} {y1 - lift * 1.3:g} {x1:g} {y1:g}"
        return way, ((x0 + x1) / 2, y0 - lift * 0.98)
    half = (y0 + y1) / 2
    way = f"M{x0:g} {y0:g}C{x0:g} {half:g} {x1:g} {half:g} {x1:g} {y1:g}"
    # Its number stands nearer to what is above, clear of those between the batteries.
    top, foot = ((x0, y0), (x1, y1)) if y0 < y1 else ((x1, y1), (x0, y0))
    along = 0.3
    x = top[0] + (foot[0] - top[0]) * (3 * along**2 - 2 * along**3)
    y = _bezier(along, top[1], half, foot[1])
    return way, (x, y)


def _bezier(t: float, first: float, between: float, last: float) -> float:
    """A coordinate along a curve whose two handles are at one height."""
    s = 1 - t
    return s**3 * first + 3 * s * t * between + t**3 * last


def _number(n: int, words: str, at: Point) -> str:
    x, y = at
    said = element("tspan", str(n), class_="bank-number") + element("tspan", f"  {words}")
    box = rect(x - 38, y - 10, 76, 20, "bank-label", rx=10)
    return box + element("text", said, x=x, y=y + 4.5, class_="bank-words", text_anchor="middle")
