"""Recipes for colours that come without one: never the maker's own, but one that makes the same colour.

From a spectrum, colorants are found by non-negative least squares on K and S, base by base, and then brought to the
colour itself. From Lab alone a spectrum
is not known, so three colorants are solved for; of the many that make the same colour the plainest is preferred, as
makers prefer it: earths and black before organic colorants, and little of them.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import combinations

import numpy as np

from prism.difference import delta_e
from prism.spectrum import Array, to_lab, weights
from prism.stimulus import Stimulus
from prism.tint.matching import LEAST, Sets
from prism.tint.optics import K1, inner
from prism.tint.recipe import Recipe
from prism.tint.system import Kind, TintSystem

MOST_COLORANTS = 4
KEPT = 4
"""Answers that are listed."""
NEARLY = 0.5
"""ΔE00 by which an answer may be worse than the best and still be listed: the eye would not tell them apart."""
PER_ORGANIC, PER_ML = 0.25, 0.004
"""What an organic colorant, and a mL of any to the litre, count in ΔE00 when answers are ranked."""
STEPS = 10
"""Newton steps; ten bring nearly every set of three that can make the colour to within a hundredth."""
FIRST_STEPS, KEPT_THREES = 6, 60
"""After this many steps only this many sets of three, those nearest to the colour by then, are followed on."""
USUAL_BASES = 2
"""Bases that are tried in any case; a third is only for colours that these cannot make."""
TOO_FAR = 1.0
"""ΔE00 from which a recipe is none for this colour."""
LOOKED_AT = 6.0
"""ΔE00 within which a recipe is looked at all the same, to say how near one comes."""


@dataclass(frozen=True)
class Estimate:
    """A recipe that makes a colour, how far from it (ΔE00), whether a spectrum was known, and how many of its colorants
    are organic."""

    recipe: Recipe
    residual: float
    from_spectrum: bool
    organics: int

    @property
    def cost(self) -> float:
        """By what answers are ranked: how far off, and how plain."""
        return self.residual + PER_ORGANIC * self.organics + PER_ML * self.recipe.total


def estimate(colour: Stimulus, system: TintSystem) -> list[Estimate]:
    """Return recipes that make a colour, best first, with others that are nearly as good; empty where none comes nearer
    than `TOO_FAR`.

    Each has at most four colorants and fits its base. Of recipes that make the same colour, a spectrum prefers those
    that make it alike in every band.
    """
    estimates = [candidate for candidate in _candidates(colour, system) if candidate.residual <= TOO_FAR]
    if colour.reflectance is not None:
        aside = _aside(np.asarray(colour.reflectance), [estimate.recipe for estimate in estimates], system)
        order = sorted(range(len(estimates)), key=lambda i: (estimates[i].residual + aside[i], estimates[i].cost))
        estimates = [estimates[i] for i in order]
    else:
        estimates.sort(key=lambda one: one.cost)
    if not estimates:
        return []
    worst = estimates[0].residual + NEARLY
    return _distinct(estimate for estimate in estimates if estimate.residual <= worst)[:KEPT]


def nearest_miss(colour: Stimulus, system: TintSystem) -> float | None:
    """Return how far from a colour, ΔE00, the nearest recipe stays that was found; None where none was."""
    return min((candidate.residual for candidate in _candidates(colour, system)), default=None)


def _candidates(colour: Stimulus, system: TintSystem) -> list[Estimate]:
    """Return recipes near a colour: from its spectrum, and from Lab alone where no spectral one makes the colour."""
    estimates = _of_spectrum(np.asarray(colour.reflectance), system) if colour.reflectance is not None else []
    if any(estimate.residual <= TOO_FAR for estimate in estimates):
        return estimates
    return estimates + _of_lab(colour.lab_array, system, colour.reflectance is not None)


def _aside(reflectance: Array, recipes: list[Recipe], system: TintSystem) -> Array:
    """Return how far recipes lie beside a spectrum, as the eye counts the bands, in hundredths, with what their
    colorants count, (n,)."""
    if not recipes:
        return np.empty(0)
    eye = np.abs(weights()).sum(axis=1)
    apart = system.reflectance(recipes) - reflectance
    more = np.array([len(recipe.amounts) for recipe in recipes])
    beside: Array = 100 * np.sqrt((apart * apart) @ eye / eye.sum()) + 0.02 * more
    return beside


def _distinct(estimates: Iterable[Estimate]) -> list[Estimate]:
    """Return answers that differ in base or colorants."""
    kept: dict[tuple[str, frozenset[str]], Estimate] = {}
    for estimate in estimates:
        kept.setdefault((estimate.recipe.base, frozenset(estimate.recipe.amounts)), estimate)
    return list(kept.values())


def _of_spectrum(reflectance: Array, system: TintSystem) -> list[Estimate]:
    """Solve Σ c (K − θS) = −(K₀ − θS₀) for each base, where θ is K/S of the colour; bands count as the eye does."""
    r = np.clip(inner(np.maximum(reflectance, K1 + 1e-4)), 1e-4, 0.9999)
    theta = (1 - r) ** 2 / (2 * r)
    eye = np.sqrt(np.abs(weights()).sum(axis=1))
    # how much a change of K/S changes the inner reflectance: dR/dθ = −2R²/(1 − R²)
    sensitive = eye * 2 * r**2 / (1 - r**2)
    from scipy.optimize import nnls  # late: it takes longer to import than the whole core

    codes = list(system.colorants)
    estimates = []
    for base in system.bases.values():
        scale = sensitive / base.s
        matrix = np.array([(p.k - theta * p.s) * scale for p in system.colorants.values()]).T
        target = -(base.k - theta * base.s) * scale
        recipes = []
        for chosen in _supports(matrix, target):
            amounts, _ = nnls(matrix[:, chosen], target)
            used = {codes[i]: float(a) for i, a in zip(chosen, amounts, strict=True) if a > LEAST}
            recipes.append(Recipe(base.code, used))
        estimates += [
            estimate for estimate in _finished(recipes, to_lab(reflectance), system) if estimate.total <= base.capacity
        ]
    return _measured(estimates, to_lab(reflectance), system, from_spectrum=True)


def _finished(recipes: list[Recipe], lab: Array, system: TintSystem) -> list[Recipe]:
    """Return recipes in one base brought to a Lab with the colorants they have: where these cannot copy a spectrum,
    every band is a little off, and the colour with them. What does not come nearer stays."""
    finished = [recipe for recipe in recipes if not recipe.amounts]
    for count in sorted({len(recipe.amounts) for recipe in recipes} - {0}):
        some = [recipe for recipe in recipes if len(recipe.amounts) == count]
        k, s = (
            np.array([[getattr(system.colorants[code], quantity) for code in estimate.amounts] for estimate in some])
            for quantity in ("k", "s")
        )
        base = system.bases[some[0].base]
        paint, start = Sets(k, s, base.k, base.s), np.log([list(estimate.amounts.values()) for estimate in some])
        logs, _ = paint.steps(lab, start, STEPS)
        before, after = (delta_e(lab, paint.lab(np.exp(at))) for at in (start, logs))
        for one, better, amounts in zip(some, after < before, np.exp(logs).tolist(), strict=True):
            kept = {c: a for c, a in zip(one.amounts, amounts, strict=True) if a > 2 * LEAST}
            finished.append(Recipe(one.base, kept) if better else one)
    return finished


def _supports(matrix: Array, target: Array) -> list[list[int]]:
    """Return sets of at most four colorants to try: those of the whole fit that do most, and all fours among them."""
    from scipy.optimize import nnls

    whole, _ = nnls(matrix, target)
    effect = whole * np.linalg.norm(matrix, axis=0)
    order = [int(i) for i in np.argsort(-effect) if whole[i] > 1e-9]
    if len(order) <= MOST_COLORANTS:
        return [order] if order else [[]]
    return [list(four) for four in combinations(order[:7], MOST_COLORANTS)]


def _of_lab(lab: Array, system: TintSystem, from_spectrum: bool = False) -> list[Estimate]:
    """Solve three colorants for Lab, all sets of three and all bases together."""
    codes = list(system.colorants)
    white, plain = system.of_kind(Kind.WHITE), system.of_kind(Kind.BLACK, Kind.EARTH)
    colour_of = [i for i, code in enumerate(codes) if code not in white]
    threes = np.array([t for t in combinations(colour_of, 3) if any(codes[i] in plain for i in t)])
    k = np.array([system.colorants[code].k for code in codes])
    s = np.array([system.colorants[code].s for code in codes])
    estimates: list[Estimate] = []
    for number, base in enumerate(_bases_for(lab, system)):
        if number == USUAL_BASES and any(estimate.residual <= TOO_FAR for estimate in estimates):
            break
        recipes = []
        own = system.bases[base]
        chosen, paints = threes, Sets(k[threes], s[threes], own.k, own.s)
        logs = np.full((len(threes), 3), np.log(0.01 * own.capacity))
        logs, off = paints.steps(lab, logs, FIRST_STEPS)
        if len(chosen) > KEPT_THREES:
            near = np.sort(np.argsort(np.linalg.norm(off, axis=1), kind="stable")[:KEPT_THREES])
            chosen, logs, paints = chosen[near], logs[near], paints[near]
        logs, _ = paints.steps(lab, logs, STEPS - FIRST_STEPS)
        for i in np.flatnonzero(delta_e(lab, paints.lab(np.exp(logs))) < LOOKED_AT):
            amounts = {codes[c]: float(a) for c, a in zip(chosen[i], np.exp(logs[i]), strict=True) if a > 2 * LEAST}
            recipe = Recipe(base, amounts)
            if system.capacity_used(recipe) <= 1:
                recipes.append(recipe)
        estimates += _measured(recipes, lab, system, from_spectrum)
    return estimates


def _bases_for(lab: Array, system: TintSystem) -> list[str]:
    """Return the bases that a colour may be made in: the three least tinted ones that can be as dark."""
    blacks = system.of_kind(Kind.BLACK)
    dark = []
    for base in sorted(system.bases.values(), key=lambda base: base.capacity):
        black = Recipe(base.code, {code: base.capacity / len(blacks) for code in blacks})
        if float(to_lab(system.reflectance([black]))[0, 0]) < lab[0]:
            dark.append(base.code)
    return dark[:3]


def _measured(recipes: list[Recipe], lab: Array, system: TintSystem, from_spectrum: bool) -> list[Estimate]:
    """Return recipes with how far each is from a Lab."""
    if not recipes:
        return []
    apart = delta_e(lab, to_lab(system.reflectance(recipes)))
    organic = system.of_kind(Kind.ORGANIC)
    return [
        Estimate(recipe, float(d), from_spectrum, len(organic.intersection(recipe.amounts)))
        for recipe, d in zip(recipes, apart, strict=True)
    ]
