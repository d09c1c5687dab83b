"""What to look for instead: a colour that reads in a room as another one's board does in daylight."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.difference import delta_e
from prism.light.claims import warmth
from prism.light.findings import Mean
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.spectrum import Array, lightness_to_lrv

BETTER_BY = 0.7
"""ΔE00 by which another colour must come nearer to be worth naming."""


@dataclass(frozen=True)
class Aim:
    """What to look for: Lab (3,) of such a board, its LRV, and how much warmer than the subject it is, Lab units."""

    lab: Array
    lrv: float
    warmer: float


def aim(board: ArrayLike, walls: list[Mean], method: Method, neutral: WorkingNeutral | None = None) -> Aim | None:
    """Return which board would read in a room as this one (3,) does in daylight; None where the room is dark.

    What the room adds is taken away once more: exact for a shift that is the same for neighbouring colours.
    """
    if not walls:
        return None
    own = np.asarray(board, dtype=np.float64)
    mean = np.mean([wall.lab for wall in walls], axis=0)
    wanted = np.clip(2 * own - mean, [0, -100, -100], [98, 100, 100])
    line = neutral or method.neutral
    warmer = float(warmth(wanted, method, line) - warmth(own, method, line))
    return Aim(wanted, float(lightness_to_lrv(wanted[0])), warmer)


def ranked(board: ArrayLike, own: ArrayLike, others: ArrayLike) -> tuple[NDArray[np.intp], Array]:
    """Return which of other colours come nearer to a board (3,) in the room than itself, best first, and how near.

    `own` (4, 3) is what the board's colour reads as on the walls, `others` (k, 4, 3) what the others do.
    """
    target = np.asarray(board, dtype=np.float64)
    now = float(delta_e(np.asarray(own, dtype=np.float64).mean(axis=0), target))
    near = delta_e(np.asarray(others, dtype=np.float64).reshape(-1, 4, 3).mean(axis=1), target)
    order = np.argsort(near, kind="stable")
    keep = order[near[order] <= now - BETTER_BY]
    return keep, near[keep]
