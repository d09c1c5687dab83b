"""What boards are seen as that do not hang as they are: after dark under a lamp, or mixed with white."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from prism.light.lamps import spectrum
from prism.light.materials import smoothest
from prism.light.seen import Eye, coming_from_daylight
from prism.light.spectra import xyz
from prism.spectrum import Array, to_lab
from prism.tint.optics import inner, opaque, surface

LAMP, LUX = ("led", 2_700.0, 80.0), 100.0
"""The lamp of an evening, as homes have it, and its light on the wall."""
_DARKEST = 1e-4


def in_the_evening(lab: ArrayLike) -> Array:
    """Return what colours read as under the lamp of an evening, coming from daylight: Lab (n, 3) of Lab (n, 3)."""
    light = spectrum(*LAMP) * LUX
    white = xyz(light[None])
    eye = Eye(np.array([LUX]), white * (100 / white[:, 1:2]))
    reflectance = np.clip(smoothest(lab), 0.0, 1.0)
    seen: Array = coming_from_daylight(np.broadcast_to(light, (1, *reflectance.shape)), reflectance, eye)[0]
    return seen


def weaker(lab: ArrayLike, white: ArrayLike, percent: ArrayLike) -> Array:
    """Return paints (n, 3) at percents (n,) of their strength, the rest being a white paint (3,): Lab (n, 3).

    Kubelka and Munk with one constant, and Saunderson's surface, as tints of a light base mix.
    """
    paints = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    both = _absorbed(np.vstack([paints, np.asarray(white, dtype=np.float64)]))
    share = np.asarray(percent, dtype=np.float64)[:, None] / 100
    mixed = share * both[:-1] + (1 - share) * both[-1]
    return to_lab(surface(opaque(mixed, 1.0)))


def _absorbed(lab: Array) -> Array:
    """Return K/S of paints."""
    inside = np.clip(inner(np.clip(smoothest(lab), 0.0, 1.0)), _DARKEST, 1 - _DARKEST)
    ratio: Array = (1 - inside) ** 2 / (2 * inside)
    return ratio
