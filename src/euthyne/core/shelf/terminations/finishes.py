"""What is done round the joints, or once the lead is proven, and how it is judged."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.trade.figure import mm

FinishKind = Literal["grip", "gland", "close", "hammer", "shield", "stud", "mated"]


@dataclass(frozen=True)
class Finish:
    """What is done round the joints, or once the lead is proven: what to do, the mistake made, what
    good looks like.
    """

    kind: FinishKind
    words: str
    detail: str
    mistake: str
    judge: tuple[str, ...]


FINISHES: dict[FinishKind, Finish] = {
    f.kind: f
    for f in (
        Finish(
            kind="grip",
            words="cord grip",
            detail=(
                f"The clamp on the sheath, both its screws in turn. Pull, then twist: {mm(2)} of slip at most."
            ),
            mistake="A grip on the cores instead of the sheath pulls them from their terminals.",
            judge=("sheath through the grip", "no tilt, an even gap", f"{mm(2)} of slip at most"),
        ),
        Finish(
            kind="gland",
            words="gland",
            detail=(
                "Seal seated in its seat first, the nut by hand, then to its torque where one "
                "is given. Pull, then twist: "
                f"{mm(2)} of slip at most."
            ),
            mistake=(
                "A nut that started crooked feels tight, and seals nothing. Some glands can "
                "not be opened again."
            ),
            judge=(
                "an even gap all round",
                "no tilt",
                "seal seen whole",
                f"{mm(2)} of slip at most",
            ),
        ),
        Finish(
            kind="close",
            words="closing the body",
            detail=(
                "Every core in its place, none across the joint of the body. It closes "
                "without force, as it was made to."
            ),
            mistake="A core pinched in the joint of the body is cut through as it closes.",
            judge=("nothing pinched", "closes without force", "what holds it is home and firm"),
        ),
        Finish(
            kind="hammer",
            words="indent by hammer or vice",
            detail=(
                "Only where allowed and there is no press. One deep indent in the middle of the "
                "barrel, square to it. "
                "Tug and resistance are not left out."
            ),
            mistake="A shallow indent holds at the tug and heats at the first load.",
            judge=(
                "deep and even",
                "no crack",
                "nothing moves at a tug",
                "resistance as its own length of conductor",
            ),
        ),
        Finish(
            kind="shield",
            words="shield, braid",
            detail=(
                "Combed out, twisted or clamped all round. Spare cores cut back. At one end, "
                "unless the map says both."
            ),
            mistake="One wire of the braid across a terminal, and the signal is earth.",
            judge=(
                "no loose strand",
                "no sharp edge under a sleeve",
                "clamped all round, or one tail",
            ),
        ),
        Finish(
            kind="stud",
            words="stud joint",
            detail=(
                "Bright post, the largest lug on it, nothing between. Flat washer, spring "
                "washer, nut; four lugs at most. "
                "Torque, mark, check again, cover on."
            ),
            mistake="A washer under the lug carries the current instead of the post.",
            judge=("each lug flat", "mark unbroken", "cover on"),
        ),
        Finish(
            kind="mated",
            words="mated pair",
            detail=(
                "Line up, push to the click, the clip the right way. Parted only with its "
                "tool, never under load."
            ),
            mistake="A pair that has not clicked carries the current on its tips.",
            judge=("no gap", "holds a light pull", "clip across, the right way"),
        ),
    )
}
