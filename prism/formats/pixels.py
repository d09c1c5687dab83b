"""Pixels as files of pictures."""

from __future__ import annotations

import io

import numpy as np
from numpy.typing import NDArray
from PIL import Image


def as_png(image: NDArray[np.uint8]) -> bytes:
    """Return pixels, (height, width, 3), as a PNG file."""
    out = io.BytesIO()
    Image.fromarray(image).save(out, "PNG", optimize=True)
    return out.getvalue()


def as_jpeg(image: NDArray[np.uint8]) -> bytes:
    """Return pixels, (height, width, 3), as a JPEG file: as it is set in a page, where a PNG would be packed again."""
    out = io.BytesIO()
    Image.fromarray(image).save(out, "JPEG", quality=92, subsampling=0)
    return out.getvalue()
