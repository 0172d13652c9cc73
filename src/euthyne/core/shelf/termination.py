"""Terminations: how a conductor is ended in each kind of part, whether it can be undone, and how it is judged."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.shelf.part import Joining

FinishKind = Literal["grip", "gland", "close", "hammer", "shield", "stud", "mated"]
JudgedKind = Joining | FinishKind


@dataclass(frozen=True)
class Termination:
    """A kind of termination: its tool, whether it lasts, what to do, what people get wrong, what good looks like."""

    joint: Joining
    words: str
    tool: str
    lasting: bool
    headline: str
    detail: str
    mistake: str
    judge: tuple[str, ...]
    sleeved: bool = False


TERMINATIONS: dict[Joining, Termination] = {
    t.joint: t
    for t in (
        Termination(
            "screw",
            "screw, pillar or clamp",
            "driver",
            False,
            "Put the {tint} core in the {short}, terminal {cavity}",
            "Screw slack first, strands in to the insulation, tighten, tug. Again after ten minutes.",
            "A strand outside the terminal, or insulation under its screw, is a fault waiting for a load.",
            ("no strand out", "no insulation under the clamp", "no copper showing"),
        ),
        Termination(
            "set-screw",
            "set screw with copper sleeve",
            "hex key",
            False,
            "Clamp the {tint} core in the {short}",
            "The copper sleeve round all {size}, the screw onto its solid side. Again after ten minutes.",
            "A screw on bare strands parts them, and holds half.",
            ("sleeve flush with the end", "no strand behind the sleeve", "screw on the solid side"),
        ),
        Termination(
            "blade",
            "insulated crimp",
            "ratchet, insulated",
            True,
            "Crimp the blade for {cavity} on the {tint} core",
            "Colour of the blade is its wire range; seam to the cradle; the jaw's "
            "whole cycle. Tug, then push it on {cavity}.",
            "The wrong colour holds until it is warm.",
            ("jaw cycle complete", "no metal through the plastic", "insulation up to the barrel"),
        ),
        Termination(
            "lug",
            "lug, pressed",
            "press",
            True,
            "Press the lug on the {tint} core, {size}",
            "The maker's die code for this lug; push home to the stop; from the palm "
            "outwards, full cycle each press. Tug.",
            "A die of another size looks pressed and is loose inside.",
            (
                "no crack, no gap",
                "flash small",
                "copper seen in the window",
                "nothing moves at a tug",
            ),
            sleeved=True,
        ),
        Termination(
            "solder",
            "solder cup",
            "iron",
            False,
            "Solder the {tint} core into {cavity} of the {short}",
            "Tin wire and cup apart, heat from the metal side; hold "
            "still until it dulls. Mate it with a spare to keep heat out of the plastic.",
            "A joint that moved while it cooled is grey, and cracks.",
            ("bright hollow fillet", "insulation shrunk back 1 mm at most", "nothing moves"),
            sleeved=True,
        ),
        Termination(
            "click-in",
            "click-in contact",
            "contact crimper",
            True,
            "Crimp the contact on the {tint} core and click it in",
            "That make's tool, full cycle; then push to the click, pull back gently.",
            "There may be no way out again: the right cavity first.",
            ("B shape, even", "copper only in the conductor wings", "same depth as its neighbours"),
        ),
        Termination(
            "wire-seal",
            "sealed contact",
            "contact crimper",
            True,
            "Crimp the sealed contact on the {tint} core, cavity {cavity}",
            "The seal is on already. Insulation end just through the seal, the second "
            "wings round it. Push to the click, second lock.",
            "A seal that was squashed lets water in; one that was forgotten is not there at all.",
            (
                "seal round, not squashed",
                "wings biting in the seal",
                "locked at the depth of its neighbours",
            ),
        ),
        Termination(
            "splice",
            "splice, sleeved",
            "ratchet, butt",
            True,
            "Splice the {tint} core, staggered",
            "One press near each end of the butt, not in its middle. No two bare cores side by side. Tug.",
            "Two bare joints side by side meet the day the sleeve chafes.",
            ("staggered", "one press near each end", "sleeve past both ends"),
            sleeved=True,
        ),
    )
}


@dataclass(frozen=True)
class Finish:
    """What is done round the joints, or once the lead is proven: what to do, the mistake made, what good looks like."""

    kind: FinishKind
    words: str
    detail: str
    mistake: str
    judge: tuple[str, ...]


FINISHES: dict[FinishKind, Finish] = {
    f.kind: f
    for f in (
        Finish(
            "grip",
            "cord grip",
            "Parts in order, the clamp on the sheath. Pull, then twist: 2 mm of slip at most.",
            "A grip on the cores instead of the sheath pulls them from their terminals.",
            ("sheath through the grip", "no tilt, an even gap", "2 mm of slip at most"),
        ),
        Finish(
            "gland",
            "gland",
            "Seal seated in its seat first, the nut by hand, then to its torque where one is given. Pull, then twist: "
            "2 mm of slip at most.",
            "A nut that started crooked feels tight, and seals nothing. Some glands can not be opened again.",
            ("an even gap all round", "no tilt", "seal seen whole", "2 mm of slip at most"),
        ),
        Finish(
            "close",
            "closing the body",
            "Every core in its place, none across the joint of the body. It closes without force, as it was made to.",
            "A core pinched in the joint of the body is cut through as it closes.",
            ("nothing pinched", "closes without force", "what holds it is home and firm"),
        ),
        Finish(
            "hammer",
            "indent by hammer or vice",
            "Only where allowed and there is no press. One deep indent in the middle of the barrel, square to it. "
            "Tug and resistance are not left out.",
            "A shallow indent holds at the tug and heats at the first load.",
            (
                "deep and even",
                "no crack",
                "nothing moves at a tug",
                "resistance as its own length of conductor",
            ),
        ),
        Finish(
            "shield",
            "shield, braid",
            "Combed out, twisted or clamped all round. Spare cores cut back. At one end, unless the map says both.",
            "One wire of the braid across a terminal, and the signal is earth.",
            ("no loose strand", "no sharp edge under a sleeve", "clamped all round, or one tail"),
        ),
        Finish(
            "stud",
            "stud joint",
            "Bright post, the largest lug on it, nothing between. Flat washer, spring washer, nut; four lugs at most. "
            "Torque, mark, check again, cover on.",
            "A washer under the lug carries the current instead of the post.",
            ("each lug flat", "mark unbroken", "cover on"),
        ),
        Finish(
            "mated",
            "mated pair",
            "Line up, push to the click, the clip the right way. Parted only with its tool, never under load.",
            "A pair that has not clicked carries the current on its tips.",
            ("no gap", "holds a light pull", "clip across, the right way"),
        ),
    )
}
