"""Paint as a recipe: a base and colorants, mixed by two-constant Kubelka-Munk, and its adjusted strengths."""

from __future__ import annotations

import csv
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from pathlib import Path

import numpy as np
from numpy.typing import ArrayLike

from prism.difference import delta_e
from prism.neutral import WorkingNeutral
from prism.reading import Reading, read_many
from prism.school import School
from prism.screen import reflectance_to_screen, to_hex
from prism.spectrum import BANDS, Array, to_lab, to_lrv

K1 = 0.04
"""Saunderson's k1: the part of diffuse light the dry film's surface reflects before it enters."""
K2 = 0.6
"""Saunderson's k2: the part of light that the surface returns from inside."""

SHOT = 29.5735295625 / 48 / 3.785411784
"""One shot (1/48 US fl oz) in a US gallon, as mL of colorant per litre of base."""


class RecipeError(ValueError):
    """A recipe that names a base or colorant the tinting system does not have, or a negative amount."""


@dataclass(frozen=True)
class Recipe:
    """A base and amounts of colorant, mL per litre of base."""

    base: str
    amounts: Mapping[str, float] = field(default_factory=dict)

    def scaled(self, percent: float) -> Recipe:
        """Return the recipe at another strength: +25 scales every colorant by 1.25, −100 leaves the base."""
        if percent < -100:
            raise RecipeError(f"{percent:g} % would need less than no colorant: −100 % is the bare base")
        return Recipe(self.base, {code: amount * (1 + percent / 100) for code, amount in self.amounts.items()})

    @property
    def total(self) -> float:
        """All colorant together, mL per litre."""
        return sum(self.amounts.values())


@dataclass(frozen=True)
class Ingredient:
    """A base or colorant: K and S, shape (31,), per litre of base or per mL of colorant in a litre of base.

    `capacity` mL of colorant that a litre of a base holds; `density` g/mL.
    """

    code: str
    name: str
    k: Array
    s: Array
    capacity: float = 0.0
    density: float = 1.0


@dataclass(frozen=True)
class TintSystem:
    """The bases and colorants that recipes refer to, by code."""

    bases: Mapping[str, Ingredient]
    colorants: Mapping[str, Ingredient]

    def reflectance(self, recipes: Iterable[Recipe]) -> Array:
        """Return reflectances, specular included, shape (n, 31), of n recipes. Raises `RecipeError`.

        Source: Kubelka and Munk (1931) for an opaque film, Saunderson (1942) for the surface.
        """
        return surface(opaque(*self.parts(recipes)))

    def parts(self, recipes: Iterable[Recipe]) -> tuple[Array, Array]:
        """Return K and S, (n, 31) each, of a litre of base with its colorants, of n recipes. Raises `RecipeError`."""
        wanted = list(recipes)
        codes = list(self.colorants)
        for recipe in wanted:
            self.check(recipe)
        amounts = np.array([[r.amounts.get(code, 0.0) for code in codes] for r in wanted]).reshape(-1, len(codes))
        k = np.array([self.bases[r.base].k for r in wanted]) + amounts @ np.array([self.colorants[c].k for c in codes])
        s = np.array([self.bases[r.base].s for r in wanted]) + amounts @ np.array([self.colorants[c].s for c in codes])
        return k, s

    def capacity_used(self, recipe: Recipe) -> float:
        """Return the part of the base's capacity that a recipe fills; more than 1 does not fit the can."""
        return recipe.total / self.bases[recipe.base].capacity

    def check(self, recipe: Recipe) -> None:
        """Raise `RecipeError` unless every part of the recipe is known and not negative."""
        if recipe.base not in self.bases:
            raise RecipeError(f"unknown base '{recipe.base}'")
        for code, amount in recipe.amounts.items():
            if code not in self.colorants:
                raise RecipeError(f"unknown colorant '{code}'")
            if amount < 0:
                raise RecipeError(f"colorant '{code}' has a negative amount, {amount:g}")


def opaque(k: ArrayLike, s: ArrayLike) -> Array:
    """Return the inner reflectance of an opaque film from K and S, same shape. Source: Kubelka and Munk (1931)."""
    ratio = np.asarray(k, dtype=np.float64) / np.asarray(s, dtype=np.float64)
    # 1 + x − √(x² + 2x), in the form that keeps its precision when x is large
    reflectance: Array = 1 / (1 + ratio + np.sqrt(ratio * (ratio + 2)))
    return reflectance


def surface(inner: ArrayLike, k1: float = K1, k2: float = K2) -> Array:
    """Return measured reflectance, specular included, of inner reflectance. Source: Saunderson (1942)."""
    r = np.asarray(inner, dtype=np.float64)
    measured: Array = k1 + (1 - k1) * (1 - k2) * r / (1 - k2 * r)
    return measured


def inner(measured: ArrayLike, k1: float = K1, k2: float = K2) -> Array:
    """Return inner reflectance of measured reflectance, the inverse of `surface`."""
    r = np.asarray(measured, dtype=np.float64) - k1
    found: Array = r / ((1 - k1) * (1 - k2) + k2 * r)
    return found


@dataclass(frozen=True)
class Strength:
    """A colour at an adjusted strength, compared with its standard.

    `percent` of change (0 is standard); `delta_e` ΔE00 from standard; `drift` how the undertone moved (Δa*, Δb*) and
    `drift_effect` that move in ΔE00 at the standard's lightness; `over_capacity` whether the base can hold it;
    `screen` `#RRGGBB`.
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

    @property
    def lrv(self) -> float:
        """Light reflectance value, 0-100."""
        return self.reading.lrv


def strengths(
    recipe: Recipe,
    percents: Iterable[float],
    system: TintSystem,
    school: School,
    neutral: WorkingNeutral | None = None,
    uncertainty: float = 0.0,
    recipe_doubt: float = 0.0,
) -> list[Strength]:
    """Return the colour at each strength. Percent 0 is exactly the recipe, −100 the base. Raises `RecipeError`.

    `uncertainty` of the colour itself, ΔE00; `recipe_doubt` what an estimated recipe adds for each 25 % of change.
    """
    steps = list(percents)
    neutral = neutral or school.neutral
    recipes = [recipe, *(recipe.scaled(p) for p in steps)]
    spectra = system.reflectance(recipes)
    lab = to_lab(spectra)
    shown = to_hex(reflectance_to_screen(spectra)[0])
    doubt = np.hypot(uncertainty, recipe_doubt * np.abs([0.0, *steps]) / 25)
    readings = read_many(lab, to_lrv(spectra), doubt, school, neutral)
    distance = delta_e(lab[0], lab)
    moved = neutral.undertone(lab) - neutral.undertone(lab[0])
    shifted = np.concatenate([np.broadcast_to(lab[0, :1], (len(lab), 1)), lab[0, 1:] + moved], axis=-1)
    drift_effect = delta_e(lab[0], shifted)
    return [
        Strength(
            percent=percent,
            recipe=recipes[i],
            reflectance=tuple(spectra[i].tolist()),
            reading=readings[i],
            delta_e=float(distance[i]),
            drift=(float(moved[i, 0]), float(moved[i, 1])),
            drift_effect=float(drift_effect[i]),
            over_capacity=system.capacity_used(recipes[i]) > 1,
            screen=shown[i],
        )
        for i, percent in enumerate(steps, start=1)
    ]


def read_system(path: Path) -> TintSystem:
    """Return the tinting system in a CSV: role, code, name, capacity, density, quantity (K or S), then 31 bands."""
    found: dict[str, dict[str, dict[str, object]]] = {"base": {}, "colorant": {}}
    with path.open(newline="", encoding="utf-8") as handle:
        for row in csv.DictReader(handle):
            entry = found[row["role"]].setdefault(row["code"], dict(row))
            entry[row["quantity"]] = np.array([float(row[f"{nm:g}"]) for nm in BANDS])

    def ingredient(code: str, entry: dict[str, object]) -> Ingredient:
        k, s = entry["K"], entry["S"]
        assert isinstance(k, np.ndarray) and isinstance(s, np.ndarray)
        return Ingredient(
            code, str(entry["name"]), k, s, float(str(entry["capacity"] or 0)), float(str(entry["density"] or 1))
        )

    return TintSystem(
        bases={code: ingredient(code, entry) for code, entry in found["base"].items()},
        colorants={code: ingredient(code, entry) for code, entry in found["colorant"].items()},
    )
