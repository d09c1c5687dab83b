"""Between paint and an sRGB screen (IEC 61966-2-1), without per-channel clipping."""

from __future__ import annotations

import re

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.adaptation import FROM_D65_2, TO_D65_2, adapt, changed
from prism.spectrum import Array, lab_to_xyz, to_xyz, white_point, xyz_to_lab

# IEC 61966-2-1, linear RGB to XYZ D65/2°
RGB_TO_XYZ: Array = np.array([[41.24, 35.76, 18.05], [21.26, 71.52, 7.22], [1.93, 11.92, 95.05]])
XYZ_TO_RGB: Array = np.asarray(np.linalg.inv(RGB_TO_XYZ), dtype=np.float64)
SRGB_WHITE: Array = RGB_TO_XYZ.sum(axis=1)

_IN_GAMUT = 1e-4
_HALVINGS = 24

_HEX = re.compile(r"#?([0-9a-fA-F]{6}|[0-9a-fA-F]{3})")


class HexError(ValueError):
    """A screen colour that is not three or six hexadecimal digits."""


_RGB = re.compile(r"rgb\s*\(\s*(\d{1,3})\s*[,; ]\s*(\d{1,3})\s*[,; ]\s*(\d{1,3})\s*\)", re.ASCII)


def parse_hex(text: str) -> Array:
    """Return R, G, B as fractions 0-1, shape (3,), of `#RRGGBB`, `#RGB` or `rgb(R, G, B)` of 255. Raises `HexError`.

    >>> parse_hex("#804000").round(3).tolist()
    [0.502, 0.251, 0.0]
    """
    parts = _RGB.fullmatch(text.strip().casefold())
    if parts and max(int(parts[i]) for i in (1, 2, 3)) <= 255:
        return np.array([int(parts[i]) for i in (1, 2, 3)]) / 255
    match = _HEX.fullmatch(text.strip())
    if not match:
        raise HexError(text)
    digits = match[1] if len(match[1]) == 6 else "".join(2 * d for d in match[1])
    return np.array([int(digits[i : i + 2], 16) for i in (0, 2, 4)]) / 255


def decode(rgb: ArrayLike) -> Array:
    """Return linear light, shape (..., 3), 0-1, of encoded sRGB."""
    value = np.asarray(rgb, dtype=np.float64)
    return np.where(value <= 0.04045, value / 12.92, ((value + 0.055) / 1.055) ** 2.4)


def encode(linear: ArrayLike) -> Array:
    """Return encoded sRGB, shape (..., 3), of linear light 0-1."""
    value = np.clip(np.asarray(linear, dtype=np.float64), 0, 1)
    return np.where(value <= 0.0031308, 12.92 * value, 1.055 * value ** (1 / 2.4) - 0.055)


def rgb_to_lab(rgb: ArrayLike) -> Array:
    """Return Lab D65/10°, shape (..., 3), of encoded sRGB (..., 3), by the observers' map."""
    return xyz_to_lab(changed(decode(rgb) @ RGB_TO_XYZ.T, SRGB_WHITE, FROM_D65_2, white_point()))


def lab_to_screen(lab: ArrayLike) -> tuple[Array, NDArray[np.bool_]]:
    """Return encoded sRGB (..., 3) and whether each colour was within the screen's gamut (...), of Lab D65/10°."""
    return xyz_to_screen(lab_to_screen_xyz(lab))


def lab_to_screen_xyz(lab: ArrayLike) -> Array:
    """Return XYZ D65/2°, as screens are defined by, shape (..., 3), of Lab D65/10°, by the observers' map."""
    return changed(lab_to_xyz(lab), white_point(), TO_D65_2, SRGB_WHITE)


def reflectance_to_screen(reflectance: ArrayLike) -> tuple[Array, NDArray[np.bool_]]:
    """Return encoded sRGB (..., 3) and whether each was in gamut (...), of reflectances (..., 31)."""
    xyz = to_xyz(reflectance, "D65/2")
    return xyz_to_screen(adapt(xyz, white_point("D65/2"), SRGB_WHITE))


def xyz_to_screen(xyz: ArrayLike) -> tuple[Array, NDArray[np.bool_]]:
    """Return encoded sRGB (..., 3) and in-gamut flags (...) of XYZ D65/2°, Y = 100.

    A colour the screen cannot show keeps its lightness and hue; its chroma is reduced until it fits.
    """
    values = np.array(xyz, dtype=np.float64, ndmin=2)
    inside = _fits(values)
    if not inside.all():
        values[~inside] = _reduced(values[~inside])
    shape = np.shape(xyz)
    return encode(values @ XYZ_TO_RGB.T).reshape(shape), inside.reshape(shape[:-1])


def _reduced(xyz: Array) -> Array:
    """Return colours outside the gamut with as much of their chroma as fits."""
    lab = xyz_to_lab(xyz, SRGB_WHITE)
    lab[..., 0] = np.clip(lab[..., 0], 0, 100)
    low, high = np.zeros(lab.shape[:-1]), np.ones(lab.shape[:-1])
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        fits = _fits(lab_to_xyz(_scale_chroma(lab, middle), SRGB_WHITE))
        low, high = np.where(fits, middle, low), np.where(fits, high, middle)
    return lab_to_xyz(_scale_chroma(lab, low), SRGB_WHITE)


def to_hex(rgb: ArrayLike) -> list[str]:
    """Return `#RRGGBB` for each row of encoded sRGB (n, 3).

    >>> to_hex([[1.0, 0.5, 0.0]])
    ['#FF8000']
    """
    rounded = np.rint(np.atleast_2d(rgb) * 255).astype(int)
    return [f"#{r:02X}{g:02X}{b:02X}" for r, g, b in rounded]


def _scale_chroma(lab: Array, factor: Array) -> Array:
    return np.concatenate([lab[..., :1], lab[..., 1:] * factor[..., None]], axis=-1)


def _fits(xyz: Array) -> NDArray[np.bool_]:
    linear = xyz @ XYZ_TO_RGB.T
    inside: NDArray[np.bool_] = np.asarray(((linear >= -_IN_GAMUT) & (linear <= 1 + _IN_GAMUT)).all(axis=-1))
    return inside
