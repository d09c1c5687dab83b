"""What glazing lets through: by wavelength straight on, and by the angle at which light meets it."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from prism.light.room import GLAZING
from prism.spectrum import BANDS, Array

_INDEX = 1.526
"""Refractive index of window glass."""


def through_glass(kind: str) -> Array:
    """Return the transmittance of a glazing straight on, (31,): float glass is a little green, by its iron."""
    glazing = GLAZING[kind]
    away = ((BANDS - 530) / 150) ** 2
    passed: Array = glazing.clear * (1 - glazing.iron * np.minimum(away, 2.0))
    return passed


def slanted(cos: ArrayLike, panes: int) -> Array:
    """Return the transmittance at an angle over that straight on, 0-1, of `cos` (...) to the normal of so many panes.

    Fresnel's reflection at every surface, with all that is sent to and fro between them; what the glass takes up on
    its longer way is left out. Source: Duffie and Beckman, *Solar Engineering of Thermal Processes*, 5.1.
    """
    passed: Array = _passed(np.asarray(cos, dtype=np.float64), panes) / _passed(np.asarray(1.0), panes)
    return passed


def _passed(cos: Array, panes: int) -> Array:
    passed: Array = sum((1 - r) / (1 + (2 * panes - 1) * r) for r in mirrored_parts(cos, _INDEX)) / np.asarray(2.0)
    return passed


def mirrored_parts(cos: ArrayLike, index: float) -> tuple[Array, Array]:
    """Return the parts of light that a smooth surface mirrors, polarised across and along, (...) each, by Fresnel.

    `cos` (...) of the angle to its normal; `index` is its refractive index.
    """
    outside = np.asarray(cos, dtype=np.float64)
    inside = np.sqrt(1 - (1 - np.clip(outside, 0, 1) ** 2) / index**2)
    across: Array = ((outside - index * inside) / (outside + index * inside)) ** 2
    along: Array = ((inside - index * outside) / (inside + index * outside)) ** 2
    return across, along
