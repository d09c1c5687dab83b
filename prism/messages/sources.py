"""What was handed in as the numbers of a colour."""

from __future__ import annotations

from collections.abc import Iterable

from prism.messages.habits import between, plainly
from prism.messages.text import number

FROM_PHOTOGRAPH = "a point of a photograph"


def lab_text(lab: Iterable[float], digits: int = 1) -> str:
    return between().join(number(value, digits) for value in lab)


def lab_given(lab: Iterable[float], convention: str) -> str:
    with plainly():  # it is kept with the colour
        return f"Lab {lab_text(lab, 2)} ({'D50/2°' if convention == 'lab50' else 'D65/10°'})"


def hex_given(text: str) -> str:
    return f"screen value {text}"


def catalogue_given(maker: str, code: str) -> str:
    return f"{maker} {code}, catalogue spectrum"


def spectrum_given(readings: int) -> str:
    return "reflectance, one reading" if readings == 1 else f"reflectance, mean of {readings} readings"
