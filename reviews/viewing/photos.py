"""Photos of viewings: read within bounds, turned upright, made smaller, and written anew from their pixels alone."""

from __future__ import annotations

import io
import warnings
from typing import IO

from PIL import Image, ImageOps, UnidentifiedImageError

from prism import words

MOST_BYTES = 12_000_000
MOST_PIXELS = 60_000_000
LONGEST = 1_600
"""Pixels of the longer side that are kept."""
QUALITY = 82
FORMATS = ("JPEG", "PNG", "WEBP")


class PhotoError(ValueError):
    """A photo that cannot be kept; the message says why, and what can."""


def cleaned(upload: IO[bytes]) -> bytes:
    """Return a photo as a JPEG without anything but its pixels. Raises `PhotoError`."""
    raw = upload.read(MOST_BYTES + 1)
    if len(raw) > MOST_BYTES:
        raise PhotoError(words.photo_too_large(MOST_BYTES // 1_000_000))
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(raw), formats=FORMATS) as held:
                if held.width * held.height > MOST_PIXELS:
                    raise PhotoError(words.photo_too_large(MOST_BYTES // 1_000_000))
                upright = ImageOps.exif_transpose(held).convert("RGB")
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError,
            Image.DecompressionBombWarning) as wrong:  # fmt: skip
        if isinstance(wrong, PhotoError):
            raise
        raise PhotoError(words.NO_PHOTO) from None
    upright.thumbnail((LONGEST, LONGEST))
    # a new picture of the pixels: neither place, nor camera, nor a preview of what was cut off comes along
    plain = Image.new("RGB", upright.size)
    plain.paste(upright)
    made = io.BytesIO()
    plain.save(made, "JPEG", quality=QUALITY, optimize=True)
    return made.getvalue()
