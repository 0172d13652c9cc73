"""Photographs as they are kept: upright, scaled, and without where they were taken."""

from io import BytesIO
from threading import Lock

from euthyne.core.trade.fault import Fault, Refused

MOST_BYTES = 20_000_000
LONGEST_PX, QUALITY = 1600, 85
# Pixels of each kind that are read in less than 300 MB: a JPEG is made small while it is read, the others
# are whole first.
MOST_PIXELS = {"JPEG": 50_000_000, "PNG": 24_000_000, "WEBP": 16_000_000}
# One at a time: a picture takes four bytes a pixel while it is read.
ONE = Lock()


def leaflet(content: bytes) -> bytes:
    """A leaflet as it is kept: a picture as a photograph is; anything else as it came. Raises Refused as
    ``prepared`` does.
    """
    is_picture = content.startswith((b"\x89PNG\r\n\x1a\n", b"\xff\xd8\xff", b"RIFF"))
    return prepared(content) if is_picture else content


def prepared(content: bytes) -> bytes:
    """A photograph as a JPEG of at most so many pixels, without any data of place or camera.

    Parameters: content, the file as it was sent. Raises: Refused for what is too large, or no picture of
    a kind a camera makes.
    """
    from PIL import Image, ImageOps

    if len(content) > MOST_BYTES:
        size = f"{len(content) / 1e6:.0f} MB is too much"
        raise Refused(Fault("photograph", size, f"{MOST_BYTES / 1e6:g} MB at most"))
    try:
        with ONE, Image.open(BytesIO(content), formats=tuple(MOST_PIXELS)) as taken:
            most = MOST_PIXELS[taken.format or "WEBP"]
            if taken.width * taken.height > most:
                size = f"{taken.width} by {taken.height} is too much"
                wanted = f"{most / 1e6:g} million dots at most, as {taken.format}"
                raise Refused(Fault("photograph", size, wanted))
            # Made small before it is turned and recoloured: each of those is another whole picture.
            taken.draft("RGB", (LONGEST_PX, LONGEST_PX))
            taken.thumbnail((LONGEST_PX, LONGEST_PX))
            upright = ImageOps.exif_transpose(taken).convert("RGB")
    except Refused:
        raise
    except (OSError, SyntaxError, ValueError, Image.DecompressionBombError) as error:
        what = "this file is no photograph, whatever its name"
        raise Refused(Fault("photograph", what, "a JPEG, PNG or WebP")) from error
    bare = Image.new("RGB", upright.size)
    bare.paste(upright)
    out = BytesIO()
    bare.save(out, "JPEG", quality=QUALITY)
    return out.getvalue()
