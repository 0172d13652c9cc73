"""What the Brief asks: the fields of each kind of lead, in groups, in the words of that kind."""

from euthyne.core.lead import Kind
from euthyne.core.trade.quantity import (
    CELSIUS,
    CURRENT,
    HEAT,
    LENGTH,
    NEAR,
    OHMS,
    PERCENT,
    POWER,
    SHORTED_AMPS,
    VOLTS,
)
from euthyne.core.trade.question import Question

Groups = tuple[tuple[str, tuple[Question, ...]], ...]

YES_NO = ((True, "yes"), (False, "no"))
PLACES = (("indoor", "indoors, dry"), ("outdoor", "outdoors"), ("wet", "lying in wet"))
DRUM = ((0, "none, laid out"), (1, "1 layer"), (2, "2 layers"), (3, "3 layers"), (4, "4 layers"))
FUSES = (
    ("none", "none"),
    ("blade-32v", "blade, 32 V"),
    ("bolt-down-32v", "bolt-down, 32 V"),
    ("high-breaking-dc", "high-breaking, 125 V DC"),
    ("solar-gPV", "solar gPV, 1000 V DC"),
)
CELLS = Question("brief.cells", "Cells in a row", "whole", bounds=(1, 64), optional=True)
NAME = Question("name", "Called", "text", bounds=(1, 80))
MADE_FOR = Question("made_for", "Made for", "text", bounds=(0, 80))
WANTED_BY = Question("wanted_by", "Wanted by", "date", optional=True)
RUN = Question("brief.run_m", "Run, one way", measure=LENGTH, hint="25 m, 80 ft or 3 ft 6 in")
PLACE = Question("brief.place", "Where it lives", "choice", choices=PLACES)
AROUND = Question("brief.ambient_c", "Around it", measure=CELSIUS)
DRUM_LAYERS = Question("brief.drum_layers", "Layers left on a drum", "choice", choices=DRUM)
SHORTED = Question(
    "brief.battery_short_amps",
    "Gives when shorted",
    measure=SHORTED_AMPS,
    optional=True,
    hint="5000 A, lithium bank",
)
FUSE = Question("brief.fuse_family", "Fuse at the source", "choice", choices=FUSES)
WHOSE = ("Whose", (NAME, MADE_FOR, WANTED_BY))

BUNCH = Question("brief.circuits_together", "Circuits lying together", "whole", bounds=(1, 20))
SYSTEM = Question(
    "brief.system",
    "System",
    "choice",
    choices=(
        ("ac-single", "single phase"),
        ("ac-split", "120/240, two hots"),
        ("ac-three", "three phase, volts between lines"),
    ),
)
GENERATOR = Question(
    "brief.generator", "From a generator", "choice", choices=((False, "no"), (True, "yes"))
)
CURVES = (("B", "B"), ("C", "C"), ("D", "D"))
RCD = Question(
    "brief.rcd",
    "Residual-current device",
    "choice",
    choices=(("unknown", "not known"), ("none", "none"), ("30 mA", "30 mA, upstream")),
)
MAINS: Groups = (
    WHOSE,
    (
        "Feeds",
        (
            Question(
                "brief.feeds",
                "What loads it",
                "choice",
                choices=(
                    ("socket", "whatever is plugged in"),
                    ("loads", "these loads, and no others"),
                ),
            ),
            Question(
                "brief.power_factor",
                "Power factor",
                "choice",
                choices=((1.0, "1, heaters"), (0.9, "0.9"), (0.8, "0.8, motors"), (0.6, "0.6")),
            ),
            Question(
                "brief.start_multiple",
                "Starting surge",
                "choice",
                choices=(
                    (1.0, "none"),
                    (2.5, "2.5 times, hand tools"),
                    (6.0, "6 times, compressors"),
                ),
            ),
            Question(
                "brief.continuous",
                "Runs for three hours or more",
                "choice",
                choices=((False, "no"), (True, "yes")),
            ),
            Question("brief.earthed", "Earth core", "choice", choices=YES_NO),
        ),
    ),
    (
        "From",
        (
            SYSTEM,
            Question("brief.volts", "Supply", measure=VOLTS),
            Question(
                "brief.upstream_amps",
                "Breaker upstream",
                measure=CURRENT,
                optional=True,
                hint="16 A, or empty",
            ),
            Question("brief.upstream_curve", "Its curve, if IEC", "choice", choices=CURVES),
            Question(
                "brief.own_breaker_amps",
                "Breaker on the lead",
                measure=CURRENT,
                optional=True,
                hint="empty if none",
            ),
            RCD,
            GENERATOR,
            Question(
                "brief.loop_ohms",
                "Fault loop up to the lead",
                measure=OHMS,
                optional=True,
                hint="0.8 ohm",
            ),
            Question(
                "brief.earth_path",
                "Its earth",
                "choice",
                choices=(
                    ("unknown", "not known"),
                    ("wire", "a wire back to the supply"),
                    ("rod", "an earth rod"),
                ),
            ),
        ),
    ),
    ("How far, and where", (RUN, PLACE, AROUND, BUNCH, DRUM_LAYERS)),
)
INVERTER: Groups = (
    WHOSE,
    (
        "The inverter",
        (
            Question("brief.watts", "Delivers", measure=POWER, optional=True, hint="1500 W"),
            Question("brief.efficiency_percent", "Efficiency", measure=PERCENT),
        ),
    ),
    (
        "The battery",
        (
            Question("brief.volts", "Battery", measure=VOLTS),
            Question(
                "brief.at_volts",
                "Cuts off at",
                measure=VOLTS,
                optional=True,
                hint="empty: 0.875 of the battery",
            ),
            SHORTED,
            FUSE,
            Question("brief.fuse_to_post_m", "Fuse to post", measure=NEAR),
        ),
    ),
    ("How far, and where", (RUN, PLACE, AROUND)),
)
SOLAR: Groups = (
    WHOSE,
    (
        "The string",
        (
            Question("brief.volts", "Volts on the coldest morning", measure=VOLTS),
            Question(
                "brief.amps", "Short-circuit current", measure=CURRENT, optional=True, hint="11.2 A"
            ),
            Question(
                "brief.working_volts",
                "Works at, volts",
                measure=VOLTS,
                optional=True,
                hint="98 V, for the loss",
            ),
            Question(
                "brief.working_amps",
                "Works at, amps",
                measure=CURRENT,
                optional=True,
                hint="10.4 A, for the loss",
            ),
            Question(
                "brief.margin",
                "Counted",
                "choice",
                choices=((1.25, "1.25 times, IEC"), (1.56, "1.56 times, North America")),
            ),
        ),
    ),
    (
        "Guarded by",
        (
            FUSE,
            Question(
                "brief.module_fuse_amps",
                "Its modules allow",
                measure=CURRENT,
                optional=True,
                hint="20 A",
            ),
        ),
    ),
    ("How far, and where", (RUN, PLACE, AROUND)),
)
WELDING: Groups = (
    WHOSE,
    (
        "The welder",
        (
            Question("brief.amps", "Welds at", measure=CURRENT, optional=True, hint="150 A"),
            Question("brief.duty_percent", "Duty", measure=PERCENT),
            Question("brief.volts", "Arc volts", measure=VOLTS),
        ),
    ),
    (
        "There already",
        (
            Question(
                "brief.already_m",
                "The lead it lengthens",
                measure=LENGTH,
                optional=True,
                hint="3 m",
            ),
            Question("brief.already_size", "Its size", "size-name", optional=True, hint="25 mm2"),
            Question(
                "brief.poles", "Lengthens", "choice", choices=((1, "one pole"), (2, "both poles"))
            ),
        ),
    ),
    ("How far, and where", (RUN, PLACE, AROUND, DRUM_LAYERS)),
)
CHARGER: Groups = (
    WHOSE,
    (
        "The battery",
        (
            CELLS,
            Question(
                "brief.cell_volts",
                "Each, when full",
                "choice",
                choices=(
                    (4.2, "4.2 V, lithium ion"),
                    (3.65, "3.65 V, iron phosphate"),
                    (1.5, "1.5 V, nickel"),
                    (2.45, "2.45 V, lead"),
                ),
            ),
        ),
    ),
    (
        "The charger",
        (
            Question("brief.amps", "Charges at", measure=CURRENT, optional=True, hint="6 A"),
            Question(
                "brief.charger_cells", "Set for cells", "whole", bounds=(1, 64), optional=True
            ),
            Question(
                "brief.taps",
                "Balance wires",
                "choice",
                choices=((False, "none"), (True, "one a cell joint")),
            ),
            FUSE,
        ),
    ),
    ("How far, and where", (RUN, PLACE, AROUND)),
)
PERMISSION = Question(
    "brief.permission", "Maker's permission", "text", bounds=(0, 200), hint="which page allows it"
)
OF_LOADS = MAINS[1][1][1:4]
HARNESS: Groups = (
    WHOSE,
    (
        "The device in the box",
        (
            Question(
                "brief.feeds", "What loads it", "choice", choices=(("loads", "what is in the box"),)
            ),
            *OF_LOADS,
            Question(
                "brief.earthed",
                "Metal in reach",
                "choice",
                choices=((True, "yes, earthed"), (False, "class II")),
            ),
        ),
    ),
    MAINS[2],
    ("How far, and where", (RUN, AROUND, BUNCH)),
)
LINKING: Groups = (
    WHOSE,
    (
        "The units after this lead",
        (
            Question(
                "brief.feeds",
                "What loads it",
                "choice",
                choices=(("loads", "these units, in a chain"),),
            ),
            Question(
                "brief.units_allowed",
                "The manual allows",
                "whole",
                bounds=(1, 64),
                optional=True,
                hint="units",
            ),
            *OF_LOADS,
            MAINS[1][1][-1],
        ),
    ),
    MAINS[2],
    MAINS[3],
)
TAPE: Groups = (
    WHOSE,
    (
        "The tape",
        (
            Question("brief.tape_m", "Tape, in all", measure=LENGTH, optional=True, hint="12 m"),
            Question(
                "brief.watts_per_m",
                "Watts a metre, warm",
                measure=HEAT,
                optional=True,
                hint="18 W/m or 5 W/ft",
            ),
            Question(
                "brief.start_multiple",
                "Cold start",
                "choice",
                choices=(
                    (1.0, "as warm"),
                    (2.5, "2.5 times, near freezing"),
                    (6.0, "6 times, deep frost"),
                ),
            ),
        ),
    ),
    MAINS[2],
    ("Its tail, and where", (RUN, PLACE, AROUND)),
)
REPAIR: Groups = (
    (
        "Whose",
        (
            NAME,
            MADE_FOR,
            WANTED_BY,
            Question(
                "brief.repair_by",
                "Mended by",
                "choice",
                choices=(
                    ("coupler", "a rated in-line coupler"),
                    ("resin", "a resin joint"),
                    ("shorten", "shortening it"),
                ),
            ),
        ),
    ),
    *MAINS[1:],
)
EACH = Question("brief.amps", "Each core carries", measure=CURRENT, optional=True, hint="2 A")
WAYS = Question("brief.ways", "Cores", "whole", bounds=(1, 36))
MULTIWAY: Groups = (
    WHOSE,
    ("The circuits", (WAYS, EACH, Question("brief.volts", "Supply", measure=VOLTS), FUSE)),
    ("How far, and where", (RUN, PLACE, AROUND, BUNCH)),
)
SIGNAL: Groups = (
    WHOSE,
    (
        "The cores",
        (
            WAYS,
            EACH,
            Question("brief.volts", "Supply", measure=VOLTS),
            Question(
                "brief.shield",
                "Shield",
                "choice",
                choices=((True, "yes, landed at one end"), (False, "none")),
            ),
        ),
    ),
    ("How far, and where", (RUN, PLACE, AROUND, BUNCH)),
)
CONVERSION: Groups = (
    WHOSE,
    (
        "The device",
        (
            Question("brief.amps", "Draws", measure=CURRENT, optional=True, hint="20 A"),
            Question("brief.volts", "Supply", measure=VOLTS),
            FUSE,
        ),
    ),
    (
        "There already",
        (
            Question(
                "brief.already_m", "Its own tail", measure=LENGTH, optional=True, hint="0.3 m"
            ),
            Question("brief.already_size", "Its size", "size-name", optional=True, hint="2.5 mm2"),
        ),
    ),
    ("What is added, and where", (RUN, PLACE, AROUND)),
)
VEHICLE: Groups = (WHOSE, ("Feeds", (PERMISSION, *MAINS[1][1])), *MAINS[2:])
QUESTIONS: dict[Kind, Groups] = {
    "vehicle-charger": VEHICLE,
    "inverter-link": INVERTER,
    "solar-string": SOLAR,
    "welding-extension": WELDING,
    "charger-lead": CHARGER,
    "switch-harness": HARNESS,
    "linking-lead": LINKING,
    "heating-tape": TAPE,
    "repair": REPAIR,
    "sealed-multiway": MULTIWAY,
    "signal-lead": SIGNAL,
    "conversion": CONVERSION,
}
HEADLINES: dict[Kind, str] = {
    "vehicle-charger": "Does the vehicle's maker allow an extension, and what does it draw for hours?",
    "inverter-link": "What does the inverter deliver, and how low may the battery fall?",
    "solar-string": "What do the panels give on the coldest, brightest morning?",
    "welding-extension": "How hard does it weld, for how long, and what is there already?",
    "charger-lead": "How many cells, charged how fast?",
    "switch-harness": "What does the box feed, and how long are its jumpers?",
    "linking-lead": "How many units hang on this lead, and how many does the manual allow?",
    "heating-tape": "How much tape, at how many watts a metre, started how cold?",
    "repair": "What does the mended lead feed, and how is it mended?",
    "sealed-multiway": "How many circuits, each carrying what, lying together how far?",
    "signal-lead": "How many cores, each carrying what, and is there a shield?",
    "conversion": "What does the device draw, and what tail has it already?",
}


def groups_of(kind: Kind) -> Groups:
    """The groups of fields a kind of lead is asked."""
    return QUESTIONS.get(kind, MAINS)


def fields_of(kind: Kind) -> tuple[Question, ...]:
    """Every field a kind of lead is asked."""
    return tuple(f for _, fields in groups_of(kind) for f in fields)
