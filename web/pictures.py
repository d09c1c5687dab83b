"""Photos and pictures that come in: read within bounds, turned upright, made smaller, and written anew from their
pixels alone."""

from __future__ import annotations

import io
import warnings
from typing import IO

from PIL import Image, ImageOps, UnidentifiedImageError

from prism import words

MOST_BYTES = 12_000_000
MOST_PIXELS = 60_000_000
QUALITY = 82
FORMATS = ("JPEG", "PNG", "WEBP")


class PictureError(ValueError):
    """A picture that cannot be kept; the message says why, and what can."""


def cleaned(upload: IO[bytes], longest: int = 1_600, most: int = MOST_BYTES) -> bytes:
    """Return a picture as a JPEG without anything but its pixels, `longest` of them along its longer side; see-through
    parts lie on white. Raises `PictureError`, of one of more than `most` bytes too."""
    raw = upload.read(most + 1)
    if len(raw) > most:
        raise PictureError(words.picture_too_large(most / 1_000_000))
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(raw), formats=FORMATS) as held:
                if held.width * held.height > MOST_PIXELS:
                    raise PictureError(words.picture_too_large(most / 1_000_000))
                upright = ImageOps.exif_transpose(held).convert("RGBA")
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError,
            Image.DecompressionBombWarning) as wrong:  # fmt: skip
        if isinstance(wrong, PictureError):
            raise
        raise PictureError(words.NO_PICTURE) from None
    upright.thumbnail((longest, longest))
    # a new picture of the pixels: neither place, nor camera, nor a preview of what was cut off comes along
    plain = Image.new("RGB", upright.size, "white")
    plain.paste(upright, mask=upright.getchannel("A"))
    made = io.BytesIO()
    plain.save(made, "JPEG", quality=QUALITY, optimize=True)
    return made.getvalue()
