"""One paint colour with where its numbers came from."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import ArrayLike

from prism import screen, words
from prism.adaptation import lab_d50_to_lab
from prism.spectrum import BANDS, Array, lightness_to_lrv, to_lab, to_lrv

LIMITS = {"L*": (0.0, 100.0), "a*": (-128.0, 128.0), "b*": (-128.0, 128.0)}
CONVENTIONS = ("lab", "lab50")


class IntakeError(ValueError):
    """A colour that cannot be taken in; `field` names what is wrong, the message says how to mend it."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(message)
        self.field = field


@dataclass(frozen=True)
class Colour:
    """A colour under the core's conventions.

    `lab` D65/10°; `lrv` 0-100; `reflectance` 31 fractions or None; `screen` `#RRGGBB`, `in_gamut` whether it could be
    shown unchanged; `provenance` a key of `School.uncertainty`; `given` what was handed in, in its own convention.
    """

    lab: tuple[float, float, float]
    lrv: float
    screen: str
    in_gamut: bool
    provenance: str
    given: str
    reflectance: tuple[float, ...] | None = None

    @property
    def lab_array(self) -> Array:
        """Lab as an array, shape (3,)."""
        return np.asarray(self.lab)

    @property
    def has_spectrum(self) -> bool:
        """Whether the reflectance is known, which other lamps and mixing need."""
        return self.reflectance is not None


def _triple(lab: ArrayLike) -> tuple[float, float, float]:
    lightness, a, b = (float(v) for v in np.asarray(lab))
    return lightness, a, b


def from_lab(lab: ArrayLike, convention: str = "lab", provenance: str | None = None) -> Colour:
    """Return a colour from CIE Lab (3,): `lab` is D65/10°, `lab50` D50/2°. Raises `IntakeError`."""
    given = _triple(lab)
    for name, value in zip(LIMITS, given, strict=True):
        low, high = LIMITS[name]
        if not low <= value <= high:
            raise IntakeError(name, words.out_of_range(name, value, low, high))
    if convention not in CONVENTIONS:
        raise IntakeError("convention", words.unknown_choice("convention", convention, CONVENTIONS))
    converted = _triple(lab_d50_to_lab(given)) if convention == "lab50" else given
    rgb, inside = screen.lab_to_screen(converted)
    return Colour(
        lab=converted,
        lrv=float(lightness_to_lrv(converted[0])),
        screen=screen.to_hex(rgb)[0],
        in_gamut=bool(inside),
        provenance=provenance or ("converted-lab" if convention == "lab50" else "maker-lab"),
        given=words.lab_given(given, convention),
    )


def from_hex(text: str) -> Colour:
    """Return a colour from a screen value `#RRGGBB`. Raises `IntakeError`."""
    try:
        rgb = screen.parse_hex(text)
    except screen.HexError:
        raise IntakeError("hex", words.bad_hex(text)) from None
    colour = from_lab(screen.rgb_to_lab(rgb), provenance="screen")
    shown = screen.to_hex(rgb)[0]
    return replace(colour, screen=shown, in_gamut=True, given=words.hex_given(shown))


def from_reflectance(reflectance: ArrayLike, provenance: str = "reading-single", given: str = "") -> Colour:
    """Return a colour from one reflectance in the 31 bands, shape (31,), fractions."""
    values = np.asarray(reflectance, dtype=np.float64)
    if values.shape != BANDS.shape:
        raise IntakeError("reflectance", words.wrong_band_count(values.size))
    rgb, inside = screen.reflectance_to_screen(values)
    return Colour(
        lab=_triple(to_lab(values)),
        lrv=float(to_lrv(values)),
        screen=screen.to_hex(rgb)[0],
        in_gamut=bool(inside),
        provenance=provenance,
        given=given or words.spectrum_given(1),
        reflectance=tuple(float(v) for v in values),
    )
