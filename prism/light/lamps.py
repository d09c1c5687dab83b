"""Lamps: their spectra by kind, colour temperature and colour rendering, scaled to lumens."""

from __future__ import annotations

from functools import cache
from itertools import pairwise

import numpy as np

from prism.light.spectra import colour_temperature, column, daylight, lux, planck
from prism.spectrum import Array

KINDS = ("led", "led-full", "led-rgb", "halogen", "fluorescent")
KELVIN = (1_800.0, 10_000.0)
RENDERING = (50.0, 100.0)

_Lamps = tuple[tuple[float, float, str], ...]
# CIE 15:2018, tables of illuminants: colour temperature, K, general colour rendering index, and name
_LED: _Lamps = (
    (2_735.0, 81.8, "LED-B1"), (2_999.0, 82.8, "LED-B2"), (4_102.0, 84.8, "LED-B3"), (5_106.0, 76.9, "LED-B4"),
    (6_590.0, 80.3, "LED-B5"),
)  # fmt: skip
_FULL_SPECTRUM: _Lamps = ((2_724.0, 95.3, "LED-V1"), (4_069.0, 95.7, "LED-V2"))
_COLOUR_CHANGING: _Lamps = ((2_840.0, 57.4, "LED-RGB1"),)
_THREE_BAND: _Lamps = (
    (3_003.0, 83.1, "FL12"), (4_001.0, 82.9, "FL11"), (4_999.0, 81.0, "FL10"), (6_490.0, 90.2, "FL7"),
)  # fmt: skip
_PLAIN: _Lamps = ((2_940.0, 51.5, "FL4"), (4_225.0, 64.2, "FL2"), (6_426.0, 75.9, "FL1"))
_PLAIN_BELOW = 80.0
_FULL = 100.0
_LEAST = 0.02
"""What is left at least of each band of a lamp whose rendering is made worse."""
_STEPS, _HOTTEST_MIRED = 8, 20.0


@cache
def spectrum(kind: str, kelvin: float, rendering: float = 80.0) -> Array:
    """Return the spectrum of a lamp, shape (31,), W/m² and nm for one lux.

    `kind` one of `KINDS`: an everyday white LED (blue chip), a full-spectrum one (violet chip), a colour-changing one
    (red, green and blue chips), halogen, fluorescent. `kelvin` and `rendering` (the general colour rendering index)
    within their limits. Between two lamps of the CIE's tables their spectra are mixed, each first moved to the
    temperature as a black body would move. Better rendering than the tables' lamps have is made of black body or
    daylight in the share that is missing; worse, by taking that share away, as far as there is light to take.
    Raises `KeyError` for another kind.
    """
    if kind == "halogen":
        return _per_lux(planck(kelvin))
    if kind not in KINDS:
        raise KeyError(kind)
    ordinary, own = _between(_tables(kind, rendering), kelvin)
    missing = (rendering - own) / (_FULL - own)
    mixed = np.maximum((1 - missing) * ordinary + missing * _per_lux(_smooth(kelvin)), _LEAST * ordinary)
    return _of_temperature(mixed, kelvin)


def _tables(kind: str, rendering: float) -> _Lamps:
    if kind == "fluorescent":
        return _PLAIN if rendering < _PLAIN_BELOW else _THREE_BAND
    return {"led": _LED, "led-full": _FULL_SPECTRUM, "led-rgb": _COLOUR_CHANGING}[kind]


def _of_temperature(light: Array, kelvin: float) -> Array:
    """Return a spectrum moved, as a black body would move, until its colour temperature is the one that was asked."""
    moved, wanted = kelvin, light
    for _ in range(_STEPS):
        reached = float(colour_temperature(wanted)[0])
        moved = 1e6 / max(1e6 / moved + 1e6 / kelvin - 1e6 / reached, _HOTTEST_MIRED)
        wanted = _per_lux(light * planck(moved) / planck(kelvin))
    return wanted


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
