"""The numbers of one colour, and where they came from: what the standards call a colour stimulus."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism import messages, screen
from prism.adaptation import lab_d50_to_lab
from prism.numbers import parse
from prism.spectrum import BANDS, Array, lightness_to_lrv, to_lab, to_lrv

LIMITS = {"L*": (0.0, 100.0), "a*": (-128.0, 128.0), "b*": (-128.0, 128.0)}
CONVENTIONS = ("lab", "lab50")


class IntakeError(ValueError):
    """A colour that cannot be taken in; `field` names what is wrong, the message says how to mend it."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(message)
        self.field = field


class Specular(StrEnum):
    """Whether the mirror-like part of the light was measured too."""

    INCLUDED = "included"
    EXCLUDED = "excluded"


def source_of(maker: str, provenance: str) -> str:
    """Return what values share errors with, from who published them and how; empty where no maker is known."""
    return f"{maker} {provenance}" if maker else ""


@dataclass(frozen=True, slots=True)
class Stimulus:
    """The numbers of a colour under the core's conventions.

    `lab` D65/10°; `lrv` 0-100; `reflectance` 31 fractions or None; `screen` `#RRGGBB`, `in_gamut` whether it could be
    shown unchanged; `provenance` a key of `Method.uncertainty`; `given` what was handed in, in its own convention;
    `spread` how sure its own readings make it, ΔE00, and `specular` how they were taken, where that is known; `maker`
    who published it, whose values of one kind share a part of their errors.
    """

    lab: tuple[float, float, float]
    lrv: float
    screen: str
    in_gamut: bool
    provenance: str
    given: str
    reflectance: tuple[float, ...] | None = None
    spread: float | None = None
    specular: Specular | None = None
    maker: str = ""

    @property
    def source(self) -> str:
        """What shares errors with others of the same: maker and kind; empty where no maker is known."""
        return source_of(self.maker, self.provenance)

    @property
    def lab_array(self) -> Array:
        """Lab as an array, shape (3,)."""
        return np.asarray(self.lab)

    @property
    def has_spectrum(self) -> bool:
        """Whether the reflectance is known, which other lamps and mixing need."""
        return self.reflectance is not None


def figure(label: str, text: str) -> float:
    """Return a figure as people write it, decimal comma and real minus sign too. Raises `IntakeError`."""
    try:
        return parse(text)
    except ValueError:
        raise IntakeError(label, messages.faults.not_a_number(label, text)) from None


def _triple(lab: ArrayLike) -> tuple[float, float, float]:
    lightness, a, b = (float(v) for v in np.asarray(lab))
    return lightness, a, b


def from_lab(lab: ArrayLike, convention: str = "lab", provenance: str | None = None) -> Stimulus:
    """Return a colour from CIE Lab (3,): `lab` is D65/10°, `lab50` D50/2°. Raises `IntakeError`."""
    given = _triple(lab)
    for name, value in zip(LIMITS, given, strict=True):
        low, high = LIMITS[name]
        if not low <= value <= high:
            raise IntakeError(name, messages.faults.out_of_range(name, value, low, high))
    if convention not in CONVENTIONS:
        raise IntakeError("convention", messages.faults.unknown_choice("convention", convention, CONVENTIONS))
    return many_from_lab([given], convention, provenance)[0]


def lab_is_sound(lab: ArrayLike) -> NDArray[np.bool_]:
    """Return whether each Lab (n, 3) lies within the limits that `from_lab` accepts."""
    values = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    low, high = np.array(list(LIMITS.values())).T
    sound: NDArray[np.bool_] = ((values >= low) & (values <= high)).all(axis=1)
    return sound


def many_from_lab(lab: ArrayLike, convention: str = "lab", provenance: str | None = None) -> list[Stimulus]:
    """Return colours from Lab (n, 3) that is known to be sound."""
    given = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    converted = lab_d50_to_lab(given) if convention == "lab50" else given
    source = provenance or ("converted-lab" if convention == "lab50" else "maker-lab")
    given_as = [messages.sources.lab_given(row, convention) for row in given.tolist()]
    return _colours(converted, lightness_to_lrv(converted[:, 0]), screen.lab_to_screen(converted), source, given_as)


def from_hex(text: str) -> Stimulus:
    """Return a colour from a screen value `#RRGGBB`. Raises `IntakeError`."""
    return many_from_rgb([parse_hex(text)])[0]


def parse_hex(text: str) -> Array:
    """Return encoded sRGB (3,) of a screen value. Raises `IntakeError`."""
    try:
        return screen.parse_hex(text)
    except screen.HexError:
        raise IntakeError("hex", messages.faults.bad_hex(text)) from None


def many_from_rgb(rgb: ArrayLike) -> list[Stimulus]:
    """Return colours from encoded sRGB (n, 3); what a screen showed, it can show again unchanged."""
    values = np.asarray(rgb, dtype=np.float64).reshape(-1, 3)
    lab = screen.rgb_to_lab(values)
    shown = values, np.ones(len(values), dtype=bool)
    given_as = [messages.sources.hex_given(text) for text in screen.to_hex(values)] if len(values) else []
    return _colours(lab, lightness_to_lrv(lab[:, 0]), shown, "screen", given_as)


def from_reflectance(reflectance: ArrayLike, provenance: str = "reading-single", given: str = "") -> Stimulus:
    """Return a colour from one reflectance in the 31 bands, shape (31,), fractions."""
    values = np.asarray(reflectance, dtype=np.float64)
    if values.shape != BANDS.shape:
        raise IntakeError("reflectance", messages.faults.wrong_band_count(values.size))
    return many_from_reflectance(values[None], provenance, given)[0]


def many_from_reflectance(
    reflectance: ArrayLike, provenance: str = "reading-single", given: str = ""
) -> list[Stimulus]:
    """Return colours from reflectances (n, 31), fractions."""
    values = np.asarray(reflectance, dtype=np.float64).reshape(-1, BANDS.size)
    given_as = [given or messages.sources.spectrum_given(1)] * len(values)
    colours = _colours(to_lab(values), to_lrv(values), screen.reflectance_to_screen(values), provenance, given_as)
    return [replace(colour, reflectance=tuple(row)) for colour, row in zip(colours, values.tolist(), strict=True)]


def _colours(
    lab: Array, lrv: Array, shown: tuple[Array, NDArray[np.bool_]], provenance: str, given: list[str]
) -> list[Stimulus]:
    if not given:
        return []
    hexes = screen.to_hex(shown[0])
    return [
        Stimulus(lab=(row[0], row[1], row[2]), lrv=y, screen=text, in_gamut=inside, provenance=provenance, given=source)
        for row, y, text, inside, source in zip(
            lab.tolist(), lrv.tolist(), hexes, shown[1].tolist(), given, strict=True
        )
    ]
