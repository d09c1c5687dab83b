"""Invented bases and colorants with smooth, physically plausible K and S spectra.

K and S are built from a few shapes that real pigments show: white pigment absorbs only below 420 nm; earths absorb
below a broad edge; organic yellows and reds below a steep one; blues, greens and violets in humps; scattering falls
slowly with wavelength. Nothing here describes a real product.
"""

from __future__ import annotations

import numpy as np

from prism.spectrum import BANDS, Array
from prism.tint.counter import Can
from prism.tint.system import Film, Ingredient, Kind, TintSystem


def _edge(centre: float, width: float) -> Array:
    """1 below the centre wavelength, 0 above it."""
    return 1 / (1 + np.exp((BANDS - centre) / width))


def _hump(centre: float, width: float) -> Array:
    return np.exp(-(((BANDS - centre) / width) ** 2))


def _scatter(power: float) -> Array:
    return (550 / BANDS) ** power


# white pigment: a clean white, its yellowness from the violet absorption alone
_WHITE_S = _scatter(0.30)
_WHITE_K = 0.00052 + 0.20 * np.exp(-(BANDS - 400) / 5.2) + 0.00020 * _edge(455, 22)


def _base(code: str, name: str, share: float, capacity: float) -> Ingredient:
    """A base is binder with a share of the white pigment of the whitest one, which weighs more than the binder."""
    return Ingredient(code, name, share * _WHITE_K, share * _WHITE_S, capacity, round(1.16 + 0.26 * share, 2))


DENSITIES = {"CW": 1.92, "LB": 1.21, "EY": 1.68, "ER": 1.84, "UM": 1.57, "OY": 1.18, "RD": 1.15, "MG": 1.12,
             "VT": 1.11, "BR": 1.16, "BG": 1.17, "GN": 1.19}  # fmt: skip
"""Of the colorants, g/mL: earths and white are heavy, organic ones light."""
KINDS = {"CW": Kind.WHITE, "LB": Kind.BLACK, "EY": Kind.EARTH, "ER": Kind.EARTH, "UM": Kind.EARTH}
"""The rest are organic."""


NAME = "Skerry tinting"
FILM = Film(coats=2, micrometres=80.0, scattering=24.0)
"""Two coats as they dry; the white base hides in them by its own scattering, the clear one by what is put in."""
CANS = (
    Can("half-pint", "half pint (8 fl oz)", 0.2365882365, False),
    Can("quart", "quart", 0.946352946, False),
    Can("gallon", "gallon", 3.785411784, False),
    Can("five", "five gallons", 18.92705892, False),
    Can("250ml", "250 mL", 0.25, True),
    Can("1l", "1 L", 1.0, True),
    Can("2.5l", "2.5 L", 2.5, True),
    Can("5l", "5 L", 5.0, True),
    Can("10l", "10 L", 10.0, True),
)


def _colorant(code: str, name: str, absorb: Array, strength: float, body: float, power: float = 0.5) -> Ingredient:
    """`absorb` is a shape 0-1, `strength` its K and `body` its S at 550 nm, per mL in a litre."""
    s = body * _scatter(power)
    return Ingredient(
        code,
        name,
        strength * absorb + s * _WHITE_K / _WHITE_S * 1.5,
        s,
        density=DENSITIES[code],
        kind=KINDS.get(code, Kind.ORGANIC),
    )


def system() -> TintSystem:
    """Return the tinting system both demo makers use: four bases, twelve colorants."""
    bases = [
        _base("B1", "white base", 1.0, 32.0),
        _base("B2", "pastel base", 0.72, 64.0),
        _base("B3", "deep base", 0.30, 96.0),
        _base("B4", "clear base", 0.045, 128.0),
    ]
    colorants = [
        _colorant("CW", "chalk white", np.zeros_like(BANDS), 0.0, 0.020),
        _colorant("LB", "lamp black", 0.93 + 0.07 * _edge(500, 60), 0.0076, 0.00012),
        _colorant("EY", "earth yellow", 0.06 + 0.94 * _edge(508, 17) + 0.05 * _hump(640, 50), 0.0098, 0.0030),
        _colorant("ER", "earth red", 0.09 + 0.91 * _edge(572, 13), 0.0110, 0.0030),
        _colorant("UM", "umber", 0.30 + 0.70 * _edge(545, 42), 0.0072, 0.0012),
        _colorant("OY", "organic yellow", 0.010 + 0.99 * _edge(488, 9), 0.0088, 0.0016),
        _colorant("RD", "signal red", 0.012 + 0.98 * _edge(596, 8) - 0.25 * _hump(430, 28), 0.0082, 0.0009),
        _colorant("MG", "magenta", 0.015 + 0.9 * _hump(545, 42) + 0.35 * _hump(505, 35), 0.0078, 0.0003),
        _colorant("VT", "violet", 0.020 + 0.9 * _hump(575, 48) + 0.30 * _hump(530, 30), 0.0090, 0.0003),
        _colorant("BR", "reddish blue", 0.015 + 0.95 * _hump(610, 58) + 0.28 * _edge(402, 9), 0.0072, 0.0004),
        _colorant(
            "BG",
            "greenish blue",
            0.012 + 0.95 * _hump(640, 72) + 0.18 * _hump(700, 40) + 0.22 * _edge(410, 12),
            0.0100,
            0.0003,
        ),
        _colorant(
            "GN",
            "green",
            0.015 + 0.9 * _hump(655, 62) + 0.75 * _edge(446, 14),
            0.0086,
            0.0004,
        ),
    ]
    return TintSystem({b.code: b for b in bases}, {c.code: c for c in colorants}, NAME, cans=CANS, film=FILM)
