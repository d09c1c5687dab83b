"""A colour picked from a photograph: what the camera made of it, which is far from sure."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from prism import messages
from prism.difference import delta_e
from prism.screen import decode, encode, rgb_to_lab
from prism.spectrum import Array
from prism.stimulus import Stimulus, from_hex

DOUBT = 6.0
"""Root mean square ΔE00 of a colour taken from a photograph without a chart in it: an estimate, since cameras choose
white balance, exposure and contrast by itself."""
REACH = 0.012
"""Radius that is averaged, as a part of the longer side; cloth and stone are never of one colour at a point."""


def picked(pixels: NDArray[np.uint8], across: float, down: float) -> Stimulus:
    """Return the colour about a point of a photograph: `pixels` (h, w, 3) of sRGB, the point in parts 0-1 of width and
    height. Light is averaged, not screen values; where it scatters more than `DOUBT`, the colour is less sure still.

    >>> picked(np.full((40, 60, 3), 128, np.uint8), 0.5, 0.5).screen
    '#808080'
    """
    disc = _about(pixels, across, down) / 255.0
    mean = encode(decode(disc).mean(axis=0))
    scatter = float(np.sqrt((delta_e(rgb_to_lab(disc), rgb_to_lab(mean)) ** 2).mean()))
    whole = np.clip(np.round(255 * mean), 0, 255).astype(int)
    colour = from_hex("#" + "".join(f"{value:02X}" for value in whole))
    return replace(colour, provenance="estimated", spread=max(DOUBT, scatter), given=messages.sources.FROM_PHOTOGRAPH)


def _about(pixels: NDArray[np.uint8], across: float, down: float) -> Array:
    """Return the pixels within reach of a point, (n, 3)."""
    height, width = pixels.shape[:2]
    reach = max(1.0, REACH * max(height, width))
    x, y = np.clip(across, 0, 1) * (width - 1), np.clip(down, 0, 1) * (height - 1)
    rows, columns = np.ogrid[:height, :width]
    patch: Array = pixels[(rows - y) ** 2 + (columns - x) ** 2 <= reach**2].astype(np.float64)
    return patch
