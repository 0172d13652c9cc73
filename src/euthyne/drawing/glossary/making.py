"""Words of the making itself, drawn: cord and core, lengths, what is pressed and gripped, what is measured."""

from euthyne.core.trade.wire import awg_diameter_mm
from euthyne.drawing.glossary.pieces import (
    Drawn,
    arrow,
    box,
    conductor,
    cord,
    core,
    measured,
    named,
    words,
)
from euthyne.drawing.pen import circle, line, path, rect

GAUGES = (18, 16, 14, 12, 10, 8)
PX_PER_MM = 8.0


def _stripped() -> str:
    """The end of a cord, its sheath off, its cores bared."""
    cores = (("brown", 26), ("blue", 44), ("green-yellow", 62))
    return "".join(core(104, 196, y, colour, bare=28) for colour, y in cores) + cord(6, 108, 44, 56)


def _core() -> str:
    return _stripped() + named("one core of three", (182, 96), (154, 68))


def _sheath() -> str:
    return _stripped() + named("sheath, round all cores", (76, 96), (60, 73))


def _between(course: str) -> str:
    """Two boxes and a lead on its course between them."""
    return path(course, "word-cord") + box(4, 44, 46, 32, "supply") + box(190, 44, 46, 32, "load")


def _run() -> str:
    return _between("M50 60H190") + measured(50, 190, 26, "run")


def _slack() -> str:
    lead = _between("M50 60C70 60 74 76 96 74S130 46 150 52S176 62 190 60")
    return lead + measured(50, 190, 26, "run") + words(120, 98, "the lead: run and slack")


def _service_loop() -> str:
    lead = _between("M50 60H140C186 60 184 22 160 22S136 60 178 60H190")
    return lead + words(66, 24, "to make the end again") + words(120, 98, "loop near the end")


def _gauge() -> str:
    """Copper of some gauges, to one scale."""
    body, x = "", 14.0
    for gauge in GAUGES:
        r = awg_diameter_mm(gauge) * PX_PER_MM / 2
        x += r
        body += circle(x, 44, r, "copper") + words(x, 78, f"{gauge}", class_="word-figure")
        x += r + 22
    return body + words(120, 98, "the larger the number, the thinner")


def _lug() -> str:
    """A palm with its hole, a tube with its presses, the cable."""
    body = cord(150, 236, 42, 34) + rect(134, 33, 18, 18, "bare")
    body += path("M8 42C8 22 26 22 40 24L74 30H140V54H74L40 60C26 62 8 62 8 42Z", "word-tin")
    body += circle(32, 42, 8, "word-hole")
    body += rect(92, 28, 9, 28, "word-press") + rect(116, 28, 9, 28, "word-press")
    return (
        body
        + named("for the post", (40, 90), (32, 62))
        + named("pressed tube", (118, 90), (112, 58))
    )


def _ferrule() -> str:
    """Strands in a thin tube with its collar."""
    body = core(6, 84, 42, "blue", tall=26)
    body += path("M80 26L104 34V50L80 58Z", "word-collar") + rect(104, 34, 84, 16, "word-tin")
    body += "".join(line(188, 36 + 4 * n, 196, 36 + 4 * n, "word-strand") for n in range(4))
    return (
        body
        + named("collar, over the insulation", (92, 92), (92, 58))
        + named("strands", (206, 22), (193, 34))
        + named("tube", (148, 22), (148, 34))
    )


def _die() -> str:
    """Two halves and the barrel between."""
    body = path("M70 4H170V38H150L138 26H102L90 38H70Z", "word-steel")
    body += path("M70 84H170V52H150L138 64H102L90 52H70Z", "word-steel")
    body += circle(120, 45, 18, "word-tin") + circle(120, 45, 12, "copper")
    body += arrow(200, 24, "down") + arrow(200, 66, "up") + words(206, 50, "closes", "middle")
    return body + named("barrel", (34, 49), (101, 45)) + words(120, 100, "two halves")


def _gland() -> str:
    """The cord through the wall of a box, a nut over a rubber ring."""
    body = rect(106, 2, 10, 80, "word-wall") + cord(6, 234, 42, 26)
    body += rect(86, 22, 20, 40, "word-steel") + rect(116, 18, 14, 48, "word-steel")
    body += rect(130, 22, 42, 40, "word-brass")
    body += rect(142, 22, 16, 7, "word-rubber") + rect(142, 55, 16, 7, "word-rubber")
    return (
        body
        + named("wall of a box", (46, 18), (106, 14))
        + named("lock nut", (52, 98), (94, 64))
        + named("nut, over a rubber ring", (168, 98), (152, 60))
    )


def _grip() -> str:
    """Two jaws on the sheath, the cores slack behind them."""
    body = "".join(
        path(f"M132 {y - 6}C150 {y - 10} 170 {y + 10} 204 {y}", f"word-{colour}")
        for colour, y in (("brown", 36), ("blue", 44), ("green", 54))
    )
    body += cord(6, 138, 44, 34) + rect(84, 12, 34, 16, "word-steel", rx=3)
    body += rect(84, 60, 34, 16, "word-steel", rx=3)
    body += "".join(rect(200, y - 5, 20, 10, "word-brass") for y in (34, 46, 58))
    return (
        body
        + words(34, 18, "pull")
        + arrow(8, 14, "left")
        + named("grip, on the sheath", (76, 96), (100, 76))
        + named("no pull here", (194, 96), (210, 64))
    )


def _shield() -> str:
    """Braid round the cores, gathered and joined to metal at one end."""
    body = core(120, 196, 34, "white") + core(120, 196, 50, "red")
    body += rect(74, 24, 60, 36, "word-braid")
    for n in range(6):
        body += line(76 + 10 * n, 24, 84 + 10 * n, 60, "word-grid") + line(
            84 + 10 * n, 24, 76 + 10 * n, 60, "word-grid"
        )
    body += cord(6, 76, 42, 44) + path("M128 60C140 72 160 70 204 70", "word-braided")
    body += rect(204, 20, 30, 56, "word-steel")
    return body + words(104, 14, "braid") + words(162, 94, "to the metal of one end")


def _insulation_test() -> str:
    """A tester between two cores that must not touch."""
    body = core(92, 148, 30, "brown", bare=14) + core(92, 148, 54, "blue", bare=14)
    body += cord(6, 96, 42, 40) + rect(172, 20, 62, 44, "loop-box", rx=4)
    body += conductor((140, 30), (172, 30), class_="word-probe")
    body += conductor((140, 54), (172, 54), class_="word-probe")
    return body + words(203, 47, "500 V") + words(120, 92, "between what must not touch")


def _four_wires() -> str:
    """Two clamps outside that drive, two probes at the joint that read."""
    body = core(10, 110, 62, "red", tall=16) + core(130, 230, 62, "red", tall=16)
    body += rect(98, 52, 44, 20, "word-tin")
    body += conductor((34, 54), (34, 16), (206, 16), (206, 54), class_="word-wire")
    body += conductor((94, 58), (94, 40), (146, 40), (146, 58), class_="word-probe")
    body += rect(98, 4, 44, 22, "loop-box", rx=3) + rect(104, 30, 32, 18, "loop-box", rx=3)
    body += words(120, 20, "drives") + words(120, 43, "mV")
    return body + words(120, 96, "reads at the joint itself")


def _way() -> str:
    """The face of a connector, its places numbered."""
    body = rect(56, 8, 128, 66, "loop-box", rx=6)
    for n in range(6):
        x, y = 80 + 40 * (n % 3), 26 + 30 * (n // 3)
        body += circle(x, y, 8, "word-hole" if n != 4 else "copper")
        body += words(x + 15, y + 4, f"{n + 1}")
    return body + words(120, 96, "way 5, its contact in")


def _bilge() -> str:
    """A hull cut across."""
    body = path("M40 14C44 60 80 84 120 88C160 84 196 60 200 14", "word-hull")
    body += path("M72 66C86 78 104 83 120 84C136 83 154 78 168 66Z", "word-water")
    body += line(8, 46, 44, 46, "word-sea") + line(196, 46, 232, 46, "word-sea")
    return body + named("bilge", (120, 54), (120, 68))


def _newton() -> str:
    """A kilogram that hangs from a joint."""
    body = cord(20, 96, 22, 16) + rect(92, 12, 30, 20, "word-tin")
    body += conductor((112, 32), (112, 46), class_="word-probe")
    body += path("M98 46H126L134 84H90Z", "word-steel") + words(112, 72, "1 kg", class_="word-on")
    return (
        body
        + arrow(160, 78, "down")
        + line(160, 46, 160, 70, "word-pull")
        + words(172, 66, "about 10 N", "start")
    )


MAKING: Drawn = {
    "core": ("a cord with its sheath off: three cores, each in its colour", _core),
    "sheath": ("the jacket round all the cores of a cord", _sheath),
    "run": ("from one end to the other, straight", _run),
    "slack": ("a lead that does not lie straight is longer than its run", _slack),
    "service loop": ("a loop in the lead near its end", _service_loop),
    "gauge": ("copper of 18 to 8 AWG to one scale: the larger the number, the thinner", _gauge),
    "lug": ("a palm with a hole on a tube that is pressed on a cable", _lug),
    "ferrule": ("a thin tube over the strands, its collar over the insulation", _ferrule),
    "die": ("two halves of a press that close on a barrel", _die),
    "gland": ("a cord through the wall of a box, held by a nut over a rubber ring", _gland),
    "grip": ("two jaws hold the sheath; the cores behind them lie slack", _grip),
    "shield": ("a braid round the cores, joined to the metal of one end", _shield),
    "insulation test": ("a tester between two cores that must not touch", _insulation_test),
    "four wires": ("two leads drive from outside, two others read at the joint", _four_wires),
    "way": ("the face of a connector with six numbered places", _way),
    "bilge": ("a hull cut across, water in its lowest place", _bilge),
    "newton": ("one kilogram that hangs from a joint pulls with about 10 newton", _newton),
}
