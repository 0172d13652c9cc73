"""Odd things to send: addresses of every rule, fields and values, what is there and what is not."""

TAGS = ("TR-0012", "TR-0014", "TR-0015", "TR-0017", "TR-0019", "TR-0022", "TR-0023", "TR-0027")
ODD = (
    "", " ", "0", "-1", "1e308", "1e-308", "nan", "inf", "9" * 400, ",", "," * 3000, "é", "\u202e",
    "🔌", "\x00", "\n", "a\r\nb", "<script>", "' or 1=1 --", "%s", "{{ 7*7 }}", "../../secret",
    "2026-13-40", "null", "[]", "{}", "true", "yes", "no", "on", "12 V", "2.5 mm2", "14 AWG", "80 ft",
    "3 ft 6 in", "4 m + 2 m", "10 m loop", "A-land-L", "B-grip", "lay-out", "+", "battery+.1", "TR-0023",
    "L N", "x" * 1100, "5 kW", "250 V", "50 %", "2200 W", "3 A", "mouldy", "bs1363-plug", "lugs-m8",
)  # fmt: skip
FIELDS = (
    "step", "initials", "on", "part", "how", "why", "key", "look", "pair", "size", "stage", "reason",
    "line", "tag", "away", "start", "text", "map", "seen", "mine", "theirs", "q", "at", "after", "add",
    "what", "name", "left", "kind", "place", "price", "source", "who", "back", "address", "paper",
    "run", "shows", "count", "earth", "lead", "strippers", "brief.run_m", "brief.volts", "brief.watts",
    "brief.amps", "brief.feeds", "brief.place", "brief.loads.0.draws", "brief.loads.1.quantity",
    "brief.cells", "brief.ways", "conductor.cable_type", "conductor.size", "conductor.drop_percent",
    "circuit.taps.size", "circuit.taps.amps", "fit.supply", "fit.battery", "stud.battery",
    "ends.scheme", "ends.switch", "joint.L.a", "joint.L.b", "tint.L", "cut.slack_percent",
    "cut.stripped.A.L", "cut.piece", "proof.room_c", "reading.core-L", "made_for", "wanted_by",
)  # fmt: skip


def one_of(draw, known):
    return draw.choice(known) if draw.random() < 0.7 else draw.choice(ODD)


def address_of(draw, rule, app):
    """An address of a rule, its places filled with what is there, or with something odd."""
    known = {
        "tag": TAGS, "name": ("bs1363-plug", "c14"), "stage": ("brief", "ends"), "filename": ("mark.svg",),
        "code": ("drum-use", "crossed", "cord-in-grip"), "number": ("1",), "page": ("1", "2"),
        "question": ("drop", "wire", "earth"),
    }  # fmt: skip
    values = {name: one_of(draw, known.get(name, ODD)) for name in rule.arguments}
    for name, converter in rule._converters.items():
        if type(converter).__name__ == "IntegerConverter":
            values[name] = draw.randrange(5)
    with app.test_request_context():
        try:
            return app.url_map.bind("localhost").build(rule.endpoint, values)
        except Exception:
            return None
