"""Sheen: which for which surface, by wear, and what more of it does to how deep a colour looks."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from prism.method import Method
from prism.spectrum import lrv_to_lightness
from prism.tint.optics import K1

SHEENS = ("flat", "matte", "eggshell", "satin", "semi-gloss", "gloss")
DIFFUSE = {"flat": 1.0, "matte": 0.9, "eggshell": 0.7, "satin": 0.45, "semi-gloss": 0.25, "gloss": 0.1}
"""Part of the surface's own reflection that a film of each sheen scatters to all sides, so that it veils the colour;
the rest goes off like a mirror and is not seen. Estimated: flat as a reader measures with specular light included, a
full gloss nearly as with it excluded."""
WOODWORK = "as the woodwork"


@dataclass(frozen=True)
class Advice:
    """Sheens for one surface, from the least to the most, and why: a key of `prism.words.whites.SHEEN_WHY`."""

    surface: str
    least: str
    most: str
    why: str


def advice(method: Method) -> list[Advice]:
    """Return the sheen of each surface by wear and washing; of crown moulding as the method has it."""
    crown = (
        Advice("crown moulding", "satin", "semi-gloss", "crown shines")
        if method.crown == WOODWORK
        else Advice("crown moulding", "flat", "flat", "crown flat")
    )
    return [
        Advice("walls", "matte", "eggshell", "walls"),
        Advice("kitchen and bath walls", "eggshell", "satin", "wet"),
        Advice("ceilings", "flat", "flat", "ceiling"),
        crown,
        Advice("trim and sills", "satin", "semi-gloss", "wear"),
        Advice("doors", "satin", "semi-gloss", "wear"),
        Advice("cabinets", "satin", "semi-gloss", "washed"),
    ]


def looks(lrv: float, sheen: str) -> float:
    """Return the LRV that a colour looks at in a sheen, seen away from reflections, of its LRV with specular light
    included, 0-100. Raises `KeyError` for another sheen."""
    veil = 100 * K1 * (1 - DIFFUSE[sheen])
    return max(lrv - veil, 0.0)


def deeper(lrv: float, sheen: str, than: str = "flat") -> float:
    """Return by how much darker, L*, a colour looks in a sheen than in another."""
    one, other = (float(lrv_to_lightness(np.asarray(looks(lrv, each)))) for each in (than, sheen))
    return one - other


def is_higher(first: str, second: str) -> bool:
    """Whether one sheen shines more than another."""
    return SHEENS.index(first) > SHEENS.index(second)
