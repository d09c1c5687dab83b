"""The axes along which one colour differs from another, in words and as vectors."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from prism.method import Method
from prism.side_by_side import COMPARATIVE
from prism.spectrum import Array

OPPOSITE = {
    "lighter": "darker", "darker": "lighter", "greyer": "clearer", "clearer": "greyer", "warmer": "cooler",
    "cooler": "warmer", "greener": "redder", "redder": "greener", "yellower": "bluer", "bluer": "yellower",
    "oranger": "purpler", "purpler": "oranger",
}  # fmt: skip


def comparative(hue: str) -> str:
    """Return the axis along which a colour has more of a hue; a method may have hues of its own.

    >>> comparative("green"), comparative("teal")
    ('greener', 'more teal')
    """
    return COMPARATIVE.get(hue, f"more {hue}")


def less(hue: str) -> str:
    """Return the axis along which a colour has less of a hue."""
    return f"less {hue}"


def is_hue(direction: str) -> bool:
    """Return whether a direction is more or less of a hue, rather than of light, warmth or greyness."""
    return direction in COMPARATIVE.values() or direction.startswith(("more ", "less "))


def axis_vectors(subject_undertone: ArrayLike, method: Method) -> dict[str, Array]:
    """Return the unit vector (ΔL*, Δu_a, Δu_b) of each axis that exists for an undertone (2,).

    Each hue has two, more of it and less. A colour without an undertone can become clearer in no one direction and
    greyer in none.
    """
    u = np.asarray(subject_undertone, dtype=np.float64)
    vectors: dict[str, Array] = {"lighter": np.array([1.0, 0, 0]), "darker": np.array([-1.0, 0, 0])}
    hues = dict(zip(method.undertone.words, method.undertone.axes(), strict=True))
    vectors |= {comparative(hue): np.array([0.0, *axis]) for hue, axis in hues.items()}
    vectors |= {less(hue): np.array([0.0, *-axis]) for hue, axis in hues.items()}
    warm = np.array([0.0, *method.warm_axis()])
    vectors |= {"warmer": warm, "cooler": -warm}
    strength = float(np.hypot(*u))
    if strength >= method.passive_below:
        vectors["clearer"] = np.array([0, *(u / strength)])
        vectors["greyer"] = -vectors["clearer"]
    return vectors
