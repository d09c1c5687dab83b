"""Whether any surface can be of a colour: one that reflects no more than all of the light, and no less than none."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from prism.spectrum import lab_to_xyz, weights
from prism.stimulus import Stimulus

NEAR = 2.0
"""How far beyond the last possible colour, in XYZ of 100, a figure may lie: it may have been rounded."""


def is_possible(lab: ArrayLike) -> bool:
    """Return whether some reflectance, 31 fractions, has a Lab D65/10° (3,), nearly.

    Source: the optimal colours of Schrödinger and MacAdam bound what a surface can be; here their bound is asked for as
    a linear programme over reflectances.

    >>> is_possible([80.0, -2.0, 3.0]), is_possible([10.0, -120.0, 120.0])
    (True, False)
    """
    from scipy.optimize import linprog  # late: it takes longer to import than the whole core

    xyz = np.asarray(lab_to_xyz(lab), dtype=np.float64).reshape(3)
    table = weights().T  # (3, 31)
    # reflectances, and by how much X, Y and Z are missed each way
    missed = np.concatenate([np.eye(3), -np.eye(3)], axis=1)
    solution = linprog(
        np.concatenate([np.zeros(31), np.ones(6)]),
        A_eq=np.concatenate([table, missed], axis=1),
        b_eq=xyz,
        bounds=[(0, 1)] * 31 + [(0, None)] * 6,
    )
    return bool(solution.success and solution.fun <= NEAR)


def can_be_paint(colour: Stimulus) -> bool:
    """Return whether a colour can be one of a paint: a measured reflectance is, a bare Lab only if it is possible."""
    return colour.has_spectrum or is_possible(colour.lab)
