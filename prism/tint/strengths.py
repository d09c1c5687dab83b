"""A recipe at adjusted strengths, compared with its standard."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np

from prism.classify import classify_many
from prism.difference import delta_e
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading, read_many
from prism.screen import reflectance_to_screen, to_hex
from prism.spectrum import Array, to_lab, to_lrv
from prism.tint.hiding import Hiding, Opacity, opacities
from prism.tint.recipe import Recipe
from prism.tint.system import TintSystem


@dataclass(frozen=True)
class Adjusted:
    """A colour at an adjusted strength, compared with its standard.

    `percent` of change (0 is standard); `delta_e` ΔE00 from standard; `drift` how the undertone moved (Δa*, Δb*) and
    `drift_effect` that move in ΔE00 at the standard's lightness; `over_capacity` whether the base can hold it;
    `screen` `#RRGGBB`; `opacity` how it covers, None where the system states no film.
    """

    percent: float
    recipe: Recipe
    reflectance: tuple[float, ...]
    reading: Reading
    delta_e: float
    drift: tuple[float, float]
    drift_effect: float
    over_capacity: bool
    screen: str
    opacity: Opacity | None = None

    @property
    def thin(self) -> Opacity | None:
        """How it covers, where it cannot be painted as it is: neither in two coats nor in three."""
        return self.opacity if self.opacity and self.opacity.hiding is Hiding.SHOWS_THROUGH else None

    @property
    def hides(self) -> bool:
        return self.thin is None

    @property
    def lrv(self) -> float:
        """Light reflectance value, 0-100."""
        return self.reading.lrv


def strengths(
    recipe: Recipe,
    percents: Iterable[float],
    system: TintSystem,
    method: Method,
    neutral: WorkingNeutral | None = None,
    uncertainty: float = 0.0,
    recipe_doubt: float = 0.0,
) -> list[Adjusted]:
    """Return the colour at each strength. Percent 0 is exactly the recipe, −100 the base. Raises `RecipeError`.

    `uncertainty` of the colour itself, ΔE00; `recipe_doubt` what an estimated recipe adds for each 25 % of change.
    """
    steps = list(percents)
    neutral = neutral or method.neutral
    recipes = [recipe, *(recipe.scaled(p) for p in steps)]
    spectra = system.reflectance(recipes)
    lab = to_lab(spectra)
    shown = to_hex(reflectance_to_screen(spectra)[0])
    doubt = np.hypot(uncertainty, recipe_doubt * np.abs([0.0, *steps]) / 25)
    readings = read_many(lab, to_lrv(spectra), doubt, method, neutral)
    distance = delta_e(lab[0], lab)
    moved = neutral.undertone(lab) - neutral.undertone(lab[0])
    shifted = np.concatenate([np.broadcast_to(lab[0, :1], (len(lab), 1)), lab[0, 1:] + moved], axis=-1)
    drift_effect = delta_e(lab[0], shifted)
    covers: Sequence[Opacity | None] = opacities(recipes, system) if system.film else [None] * len(recipes)
    return [
        Adjusted(
            percent=percent,
            recipe=recipes[i],
            reflectance=tuple(spectra[i].tolist()),
            reading=readings[i],
            delta_e=float(distance[i]),
            drift=(float(moved[i, 0]), float(moved[i, 1])),
            drift_effect=float(drift_effect[i]),
            over_capacity=system.capacity_used(recipes[i]) > 1,
            screen=shown[i],
            opacity=covers[i],
        )
        for i, percent in enumerate(steps, start=1)
    ]


@dataclass(frozen=True)
class Curve:
    """A recipe over many strengths: percent of change and LRV, (n,) each, Lab (n, 3), and what each counts as."""

    percents: Array
    lrv: Array
    lab: Array
    families: tuple[str, ...]


def curve(recipe: Recipe, percents: Sequence[float], system: TintSystem, method: Method) -> Curve:
    """Return how light a recipe is over many strengths, and which family it belongs to. Raises `RecipeError`.

    Cheaper than `strengths`, which reads each of them.
    """
    spectra = system.reflectance([recipe.scaled(percent) for percent in percents])
    lab, lrv = to_lab(spectra), to_lrv(spectra)
    classes = classify_many(lab, lrv, np.zeros(len(lrv)), method)
    families = tuple(classes.family_at(row).base for row in range(len(lrv)))
    at = np.array(percents, dtype=np.float64)
    for array in (at, lrv, lab):
        array.flags.writeable = False  # a curve is kept and read by many
    return Curve(at, lrv, lab, families)
