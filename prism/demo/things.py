"""Physical things at the pilots' station, with true spectra that nobody sees: a reader has to find them out."""

from __future__ import annotations

from functools import cache

import numpy as np

from prism import demo
from prism.devices.reader import Thing
from prism.spectrum import BANDS, Array
from prism.tint.recipe import Recipe

_BOARDS: tuple[tuple[str, float, dict[str, float]], ...] = (
    # code, how much more colorant this can holds than its card, and what is off in it
    ("H16.3", 0.02, {"BG": 0.06}),
    ("T05.4", -0.05, {"EY": 0.04}),
    ("H06.3", 0.4, {}),
)


def _rise(low: float, high: float, centre: float, width: float) -> Array:
    return low + (high - low) / (1 + np.exp(-(BANDS - centre) / width))


def _hump(height: float, centre: float, width: float) -> Array:
    return height * np.exp(-(((BANDS - centre) / width) ** 2))


def _board(code: str, more: float, off: dict[str, float]) -> Array:
    """A painted board whose can was not quite its card."""
    entry = demo.find(code)
    assert entry is not None
    amounts = {c: a * (1 + more + off.get(c, 0.0)) for c, a in entry.recipe.amounts.items()}
    reflectance: Array = demo.tint_system().reflectance([Recipe(entry.recipe.base, amounts)])[0]
    return reflectance


@cache
def things() -> dict[str, Thing]:
    """Return what there is to measure, by name."""
    things = [Thing(f"board painted from {code}", _board(code, more, off), 0.0025, 0.3) for code, more, off in _BOARDS]
    faded = demo.find("T24.3")
    assert faded is not None
    bleached = {c: a * (0.55 if c in ("OY", "RD", "MG", "VT") else 0.9) for c, a in faded.recipe.amounts.items()}
    things += [
        Thing("floor slate", 0.075 + _hump(0.012, 480, 90), 0.03, 0.4),
        Thing("limed larch", _rise(0.30, 0.66, 540, 70), 0.035, 0.3),
        Thing("verdigris brass", 0.08 + _hump(0.24, 505, 55) + _rise(0, 0.04, 660, 20), 0.05, 0.6),
        Thing("glazed brick of the chimney", _rise(0.07, 0.30, 590, 22), 0.03, 1.0),
        Thing("old wall in the stair tower", _rise(0.38, 0.74, 455, 28), 0.02, 0.4),
        Thing(
            "faded sample, T24.3",
            demo.tint_system().reflectance([Recipe(faded.recipe.base, bleached)])[0],
            0.006,
            0.3,
        ),
    ]
    return {thing.name: thing for thing in things}
