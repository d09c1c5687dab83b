"""Whether a paint hides what is under it: two coats of a stated film over black and over white.

Opacity comes from the scattering of the base and of what is in it; a clear base hides by absorption alone.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from prism.screen import reflectance_to_screen, to_hex
from prism.spectrum import Array, to_lrv
from prism.tint.optics import film, inner, surface
from prism.tint.reach import in_base, lrv_at
from prism.tint.recipe import Recipe, RecipeError
from prism.tint.system import TintSystem

BLACK, WHITE = 0.045, 0.80
"""Reflectance of the black and the white part of the chart, gloss included (ISO 6504-3: Y up to 5, and 80 ± 2)."""
HIDES, THIRD_COAT = 0.98, 0.95
"""Contrast ratios from which a paint hides in two coats, and from which a third coat will do."""


SAME_DEPTH = 0.5
"""LRV points within which a recipe in another base is of the same depth."""


class Hiding(StrEnum):
    """How well a paint hides in two coats."""

    HIDES = "hides"
    THIRD_COAT = "third coat"
    SHOWS_THROUGH = "shows through"


@dataclass(frozen=True)
class Opacity:
    """How a paint covers: the `ratio` of its Y over black to that over white, with its film and with half as much again
    (`with_third`), and what a screen shows of it over `black` and over `white`, `#RRGGBB`."""

    ratio: float
    with_third: float
    black: str
    white: str

    @property
    def hiding(self) -> Hiding:
        """How well it hides; a third coat counts only where it does it."""
        if self.ratio >= HIDES:
            return Hiding.HIDES
        return Hiding.THIRD_COAT if self.ratio >= THIRD_COAT and self.with_third >= HIDES else Hiding.SHOWS_THROUGH


def opacities(recipes: Sequence[Recipe], system: TintSystem) -> list[Opacity]:
    """Return how recipes cover in the system's film. Raises `RecipeError` where the system states no film.

    Source: Kubelka (1948) for a film of finite thickness; ISO 6504-3 for the ratio and the chart.
    """
    if system.film is None:
        raise RecipeError("the tinting system states no film")
    k, s = system.parts(recipes)
    thick = system.film.scattering
    opacities = [_over(k, s, thick * coats, ground) for coats in (1.0, 1.5) for ground in (BLACK, WHITE)]
    y = to_lrv(np.array(opacities))
    black, white = (to_hex(reflectance_to_screen(spectra)[0]) for spectra in opacities[:2])
    return [
        Opacity(float(y[0, i] / y[1, i]), float(y[2, i] / y[3, i]), black[i], white[i]) for i in range(len(recipes))
    ]


def _over(k: Array, s: Array, thickness: float, ground: float) -> Array:
    """Return measured reflectances (n, 31) of films over a part of the chart."""
    return surface(film(k, s, thickness, inner(ground)))


def hiding_base(recipe: Recipe, system: TintSystem) -> Recipe | None:
    """Return a recipe of the same depth in the nearest base with more scattering in which it hides and fits; None where
    no base does."""
    own, depth = system.bases[recipe.base], lrv_at(recipe, 0, system)
    more = sorted((b for b in system.bases.values() if b.s.mean() > own.s.mean()), key=lambda base: base.s.mean())
    for base in more:
        moved = in_base(recipe, base.code, system)
        if abs(lrv_at(moved, 0, system) - depth) > SAME_DEPTH or system.capacity_used(moved) > 1:
            continue
        if opacities([moved], system)[0].hiding is Hiding.HIDES:
            return moved
    return None
