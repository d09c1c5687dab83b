"""Photos and pictures that come in: read within bounds, turned upright, made smaller, and written again from their
pixels alone."""

from __future__ import annotations

import io
import threading
import warnings
from typing import IO

from PIL import Image, ImageOps, UnidentifiedImageError

from prism import words

MOST_BYTES = 12_000_000
MOST_PIXELS = 25_000_000
"""More than any phone's camera makes; a file of some kB can say that it has many more, and each takes 4 bytes."""
QUALITY = 82
LONGEST = 1_600
"""Pixels along the longer side of a picture that is kept."""
FORMATS = ("JPEG", "PNG", "WEBP")
UNREADABLE = (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError,
              Image.DecompressionBombWarning)  # fmt: skip
"""What is raised of bytes that are no picture, or of too many pixels."""
_one_at_a_time = threading.Lock()


class PictureError(ValueError):
    """A picture that cannot be kept; the message says why, and what can."""


def cleaned(upload: IO[bytes], longest: int = LONGEST, most: int = MOST_BYTES) -> bytes:
    """Return a picture as a JPEG without anything but its pixels, `longest` of them along its longer side; see-through
    parts lie on white. A process reads one picture at a time, since each may take 200 MB while it is read. Raises
    `PictureError`, of one of more than `most` bytes or `MOST_PIXELS` too."""
    raw = upload.read(most + 1)
    if len(raw) > most:
        raise PictureError(words.viewing.picture_too_large(most / 1_000_000))
    try:
        with _one_at_a_time, warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            return _made_again(raw, longest)
    except UNREADABLE as wrong:
        if isinstance(wrong, PictureError):
            raise
        raise PictureError(words.viewing.NO_PICTURE) from None


def _made_again(raw: bytes, longest: int) -> bytes:
    with Image.open(io.BytesIO(raw), formats=FORMATS) as opened:
        image: Image.Image = opened
        if image.width * image.height > MOST_PIXELS:
            raise PictureError(
                words.viewing.picture_has_too_many_pixels(image.width, image.height, MOST_PIXELS / 1_000_000)
            )
        opened.draft("RGB", (longest, longest))  # a JPEG is read at a half, a quarter or an eighth of its size
        if image.mode not in ("RGB", "RGBA", "L"):
            image = image.convert("RGBA")
        image.thumbnail((longest, longest))
        upright = ImageOps.exif_transpose(image).convert("RGBA")
    # a new picture of the pixels: neither place, nor camera, nor a preview of what was cut off comes along
    plain = Image.new("RGB", upright.size, "white")
    plain.paste(upright, mask=upright.getchannel("A"))
    return _as_jpeg(plain)


def _as_jpeg(picture: Image.Image) -> bytes:
    made = io.BytesIO()
    picture.save(made, "JPEG", quality=QUALITY, optimize=True)
    return made.getvalue()


def is_kept(content: bytes) -> bool:
    """Return whether bytes are a picture as `cleaned` makes them."""
    try:
        with Image.open(io.BytesIO(content), formats=("JPEG",)) as opened:
            if max(opened.size) > LONGEST:
                return False
            opened.load()
            return True
    except UNREADABLE:
        return False


def smaller(jpeg: bytes, longest: int) -> bytes:
    """Return a kept picture at most `longest` pixels along its longer side."""
    with Image.open(io.BytesIO(jpeg), formats=("JPEG",)) as opened:
        if max(opened.size) <= longest:
            return jpeg
        opened.draft("RGB", (longest, longest))
        image = opened.convert("RGB")
    image.thumbnail((longest, longest))
    return _as_jpeg(image)
