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


def adapt(xyz: ArrayLike, source_white: ArrayLike, target_white: ArrayLike, degree: float = 1.0) -> Array:
    """Return corresponding tristimulus values under another white.

    Shapes (..., 3) and whites (3,) with Y = 100; `degree` of adaptation D, 0-1. Source: CAT16, CIE 248:2022.
    """
    source, target = M16 @ np.asarray(source_white), M16 @ np.asarray(target_white)
    gain = degree * target / source + 1 - degree
    cone = np.asarray(xyz, dtype=np.float64) @ M16.T
    adapted: Array = (cone * gain) @ np.linalg.inv(M16).T
    return adapted


def lab_d50_to_lab(lab: ArrayLike) -> Array:
    """Return Lab D65/10° of Lab D50/2°, shapes (..., 3).

    An estimate: without a spectrum, the change of lamp and observer is taken up by full adaptation.

    >>> lab_d50_to_lab([100.0, 0.0, 0.0]).round(4).tolist()
    [100.0, 0.0, 0.0]
    """
    return xyz_to_lab(adapt(lab_to_xyz(lab, D50_2), D50_2, white_point()))
