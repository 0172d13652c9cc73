"""Terminations: how a conductor is ended in each kind of part, whether it can be undone, and how it is judged."""

from dataclasses import dataclass

from euthyne.core.part import Joining


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
            "The copper sleeve round all {size}, {low:.0f} to {high:.0f} mm bare; the screw onto its solid side. "
            "Again after ten minutes.",
            "A screw on bare strands parts them, and holds half.",
            ("sleeve flush with the end", "no strand behind the sleeve", "screw on the solid side"),
        ),
        Termination(
            "blade",
            "insulated crimp",
            "ratchet, insulated",
            True,
            "Crimp the blade for {cavity} on the {tint} core",
            "Bare {low:.0f} to {high:.0f} mm. Colour of the blade is its wire range; seam to the cradle; the jaw's "
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
            "Bare {low:.0f} to {high:.0f} mm. The maker's die code for this lug; push home to the stop; from the palm "
            "outwards, full cycle each press. Tug.",
            "A die of another size looks pressed and is loose inside.",
            ("no crack, no gap", "flash small", "copper seen in the window", "nothing moves at a tug"),
            sleeved=True,
        ),
        Termination(
            "solder",
            "solder cup",
            "iron",
            False,
            "Solder the {tint} core into {cavity} of the {short}",
            "Bare {low:.0f} to {high:.0f} mm. Tin wire and cup apart, heat from the metal side, far cups first; hold "
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
            "Bare {low:.0f} to {high:.0f} mm. That make's tool, full cycle; then push to the click, pull back gently.",
            "There may be no way out again: the right cavity first.",
            ("B shape, even", "copper only in the conductor wings", "same depth as its neighbours"),
        ),
        Termination(
            "wire-seal",
            "sealed contact",
            "contact crimper",
            True,
            "Crimp the sealed contact on the {tint} core, cavity {cavity}",
            "The seal is on already. Bare {low:.0f} to {high:.0f} mm; insulation end just through the seal, the second "
            "wings round it. Push to the click, second lock.",
            "A seal that was squashed lets water in; one that was forgotten is not there at all.",
            ("seal round, not squashed", "wings biting in the seal", "locked at the depth of its neighbours"),
        ),
        Termination(
            "splice",
            "splice, sleeved",
            "ratchet, butt",
            True,
            "Splice the {tint} core, staggered",
            "Bare {low:.0f} to {high:.0f} mm. One press near each end of the butt, not in its middle. No two bare "
            "cores side by side. Tug.",
            "Two bare joints side by side meet the day the sleeve chafes.",
            ("staggered", "one press near each end", "sleeve past both ends"),
            sleeved=True,
        ),
    )
}
