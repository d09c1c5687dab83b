"""Chromatic adaptation between white points (CAT16), and colours given under other conventions."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from prism.spectrum import Array, lab_to_xyz, white_point, xyz_to_lab

# CIE 248:2022, equation for the CAT16 matrix
M16: Array = np.array(
    [
        [0.401288, 0.650173, -0.051461],
        [-0.250268, 1.204414, 0.045854],
        [-0.002079, 0.048952, 0.953127],
    ]
)

D50_2: Array = np.array([96.42956764, 100.0, 82.51046025])
"""White point of D50 for the 2° observer, from x, y = 0.3457, 0.3585 (ISO 13655)."""


def adapt(xyz: ArrayLike, source_white: ArrayLike, target_white: ArrayLike, degree: ArrayLike = 1.0) -> Array:
    """Return corresponding tristimulus values under another white.

    Shapes (..., 3), also of the whites, with Y = 100; `degree` of adaptation D, 0-1, that broadcasts to them. Source:
    CAT16, CIE 248:2022.
    """
    source, target = np.asarray(source_white) @ M16.T, np.asarray(target_white) @ M16.T
    degrees = np.asarray(degree, dtype=np.float64)
    gain = degrees * target / source + 1 - degrees
    cone = np.asarray(xyz, dtype=np.float64) @ M16.T
    adapted: Array = (cone * gain) @ np.linalg.inv(M16).T
    return adapted


FROM_D65_2: Array = np.array([[0.8883, 0.0946, 0.0171], [-0.0114, 0.9509, 0.0605], [0.0426, -0.0709, 1.0283]])
"""XYZ over white of D65/2° to that of D65/10°."""
FROM_D50_2: Array = np.array([[0.7703, 0.1499, 0.0798], [-0.0866, 1.0031, 0.0835], [0.0711, -0.1200, 1.0489]])
"""XYZ over white of D50/2° to that of D65/10°.

Both fitted over 5,184 measured surfaces, no paints among them, by `tools/fit_observers.py`. Adaptation alone changes
the lamp but not the observer; the maps leave half of its error.
"""
TO_D65_2: Array = np.asarray(np.linalg.inv(FROM_D65_2), dtype=np.float64)


def changed(xyz: ArrayLike, white: ArrayLike, by: Array, target_white: ArrayLike) -> Array:
    """Return tristimulus values (..., 3) for another lamp and observer, by a map of XYZ over white."""
    mapped: Array = np.asarray(xyz, dtype=np.float64) / np.asarray(white) @ by.T * np.asarray(target_white)
    return mapped


def lab_d50_to_lab(lab: ArrayLike) -> Array:
    """Return Lab D65/10° of Lab D50/2°, shapes (..., 3).

    An estimate, since the spectrum is not known.

    >>> lab_d50_to_lab([100.0, 0.0, 0.0]).round(4).tolist()
    [100.0, 0.0, 0.0]
    """
    return xyz_to_lab(changed(lab_to_xyz(lab, D50_2), D50_2, FROM_D50_2, white_point()))
