"""A part as the shelf shows it: its mating face, its outline, and both sides with their marks."""

from functools import cache

from euthyne.core.shelf.part import Part, mating_face, wiring_side
from euthyne.drawing.face import contacts, face_drawing, placed, shell, wiring_drawing
from euthyne.drawing.outline import end_drawing, outline, scale_of
from euthyne.drawing.pen import sheet, text

PIECE_W, PIECE_H, FACE_PX = 260.0, 104.0, 84.0
SIDES_W, SIDES_H, SIDE_PX = 620.0, 260.0, 190.0


@cache
def piece(part: Part) -> str:
    """A small picture: the mating face at the left, the part on the end of a cord at the right."""
    face = mating_face(part)
    scale = min(FACE_PX / face.width, FACE_PX / face.height)
    kind = "hole"
    if part.contact == "pin":
        kind = "pin"
    front = placed(shell(face, contact=part.contact) + contacts(face, kind), 52, PIECE_H / 2, scale)
    reach = outline(part).reach_mm * scale_of(part, 70)
    if part.outline == "angled":
        low = 0.72
    else:
        low = 0.5
    side = end_drawing(
        part=part, x=PIECE_W - 8 - min(reach, 130), y=PIECE_H * low, tall=70, left=False
    )
    return sheet(PIECE_W, PIECE_H, front + side, "piece", part.words)


@cache
def sides(part: Part) -> str:
    """Both sides of a part, large, each named; the wiring side is the mirror of the mating face."""
    scale = min(SIDE_PX / part.face.width, SIDE_PX / part.face.height)
    heads = (
        ("Mating face, as its other half sees it", 150),
        ("Wiring side, as you hold it open", 470),
    )
    body = "".join(text(x, 18, words, "facing-sub", "middle") for words, x in heads)
    body += face_drawing(face=mating_face(part), contact=part.contact, cx=150, cy=140, scale=scale)
    body += wiring_drawing(
        face=wiring_side(part),
        contact=part.contact,
        cx=470,
        cy=140,
        scale=scale,
        joint=part.joint,
    )
    return sheet(SIDES_W, SIDES_H, body, "facing", f"Both sides of {part.words}")
