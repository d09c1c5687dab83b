"""Lamps: their spectra by kind, colour temperature and colour rendering, scaled to lumens."""

from __future__ import annotations

from functools import cache
from itertools import pairwise

import numpy as np

from prism.light.spectra import column, daylight, lux, planck
from prism.spectrum import Array

KINDS = ("led", "halogen", "fluorescent")
KELVIN = (1_800.0, 10_000.0)
RENDERING = (50.0, 100.0)

_Lamps = tuple[tuple[float, float, str], ...]
# CIE 15:2018, tables of illuminants: colour temperature, K, general colour rendering index, and name
_LED: _Lamps = (
    (2_735.0, 81.8, "LED-B1"), (2_999.0, 82.8, "LED-B2"), (4_102.0, 84.8, "LED-B3"), (5_106.0, 76.9, "LED-B4"),
    (6_590.0, 80.3, "LED-B5"),
)  # fmt: skip
_THREE_BAND: _Lamps = (
    (3_003.0, 83.1, "FL12"), (4_001.0, 82.9, "FL11"), (4_999.0, 81.0, "FL10"), (6_490.0, 90.2, "FL7"),
)  # fmt: skip
_PLAIN: _Lamps = ((2_940.0, 51.5, "FL4"), (4_225.0, 64.2, "FL2"), (6_426.0, 75.9, "FL1"))
_PLAIN_BELOW = 75.0
_FULL = 100.0


@cache
def spectrum(kind: str, kelvin: float, rendering: float = 80.0) -> Array:
    """Return the spectrum of a lamp, shape (31,), W/m² and nm for one lux.

    `kind` one of `KINDS`, `kelvin` and `rendering` (the general colour rendering index) within their limits. Between
    two lamps of the CIE's tables their spectra are mixed, each first moved to the temperature as a black body would
    move; better rendering than the tables' lamps have is made of black body or daylight in the share that is missing.
    Raises `KeyError` for another kind.
    """
    if kind == "halogen":
        return _per_lux(planck(kelvin))
    if kind not in KINDS:
        raise KeyError(kind)
    lamps = _LED if kind == "led" else _PLAIN if rendering < _PLAIN_BELOW else _THREE_BAND
    ordinary, own = _between(lamps, kelvin)
    missing = max(0.0, (rendering - own) / (_FULL - own))
    return (1 - missing) * ordinary + missing * _per_lux(_smooth(kelvin))


def _smooth(kelvin: float) -> Array:
    # the CRI's reference: a black body, or daylight from 5,000 K
    return daylight(kelvin) if kelvin >= 5_000 else planck(kelvin)


def _between(lamps: _Lamps, kelvin: float) -> tuple[Array, float]:
    """Return the spectrum for one lux of the mix that has a temperature, and its colour rendering index."""
    mired = [1e6 / own for own, _, _ in lamps]
    rendering = [index for _, index, _ in lamps]
    moved = [_per_lux(column(name) * planck(kelvin) / planck(own)) for own, _, name in lamps]
    wanted = 1e6 / kelvin
    if wanted >= mired[0]:
        return moved[0], rendering[0]
    for i, (warm, cool) in enumerate(pairwise(mired)):
        if wanted >= cool:
            part = (warm - wanted) / (warm - cool)
            mixed = (1 - part) * moved[i] + part * moved[i + 1]
            return mixed, (1 - part) * rendering[i] + part * rendering[i + 1]
    return moved[-1], rendering[-1]


def _per_lux(light: Array) -> Array:
    scaled: Array = light / np.maximum(lux(light), 1e-12)
    return scaled
