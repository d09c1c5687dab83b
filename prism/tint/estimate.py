"""Recipes for colours that come without one: never the maker's own, but one that makes the same colour.

From a spectrum, colorants are found by non-negative least squares on K and S, base by base. From Lab alone a spectrum
is not known, so three colorants are solved for; of the many that make the same colour the plainest is preferred, as
makers prefer it: earths and black before organic colorants, and little of them.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import combinations

import numpy as np

from prism.difference import delta_e
from prism.spectrum import Array, to_lab, weights, white_point, xyz_to_lab
from prism.stimulus import Stimulus
from prism.tint.optics import K1, inner, opaque, surface, surface_slope
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
LEAST, MOST = 1e-4, 120.0
"""mL per litre between which amounts are looked for."""


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
    """Return recipes that make a colour, best first, with others that are nearly as good; empty where none comes near.

    Each has at most four colorants and fits its base.
    """
    if colour.reflectance is not None:
        found = _of_spectrum(np.asarray(colour.reflectance), system)
        found.sort(key=lambda one: (one.residual + 0.02 * len(one.recipe.amounts), one.cost))
    else:
        found = _of_lab(colour.lab_array, system)
        found.sort(key=lambda one: one.cost)
    if not found:
        return []
    worst = found[0].residual + NEARLY
    return _distinct(one for one in found if one.residual <= worst)[:KEPT]


def _distinct(found: Iterable[Estimate]) -> list[Estimate]:
    """Return answers that differ in base or colorants."""
    kept: dict[tuple[str, frozenset[str]], Estimate] = {}
    for one in found:
        kept.setdefault((one.recipe.base, frozenset(one.recipe.amounts)), one)
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
    found = []
    for base in system.bases.values():
        scale = sensitive / base.s
        matrix = np.array([(p.k - theta * p.s) * scale for p in system.colorants.values()]).T
        target = -(base.k - theta * base.s) * scale
        for chosen in _supports(matrix, target):
            amounts, _ = nnls(matrix[:, chosen], target)
            recipe = Recipe(base.code, {codes[i]: float(a) for i, a in zip(chosen, amounts, strict=True) if a > LEAST})
            if recipe.total <= base.capacity:
                found.append(recipe)
    return _measured(found, to_lab(reflectance), system, from_spectrum=True)


def _supports(matrix: Array, target: Array) -> list[list[int]]:
    """Return sets of at most four colorants to try: those of the whole fit that do most, and all fours among them."""
    from scipy.optimize import nnls

    whole, _ = nnls(matrix, target)
    effect = whole * np.linalg.norm(matrix, axis=0)
    order = [int(i) for i in np.argsort(-effect) if whole[i] > 1e-9]
    if len(order) <= MOST_COLORANTS:
        return [order] if order else [[]]
    return [list(four) for four in combinations(order[:7], MOST_COLORANTS)]


def _of_lab(lab: Array, system: TintSystem) -> list[Estimate]:
    """Solve three colorants for Lab, all sets of three and all bases together, by damped Newton steps on amounts."""
    codes = list(system.colorants)
    white, plain = system.of_kind(Kind.WHITE), system.of_kind(Kind.BLACK, Kind.EARTH)
    colour_of = [i for i, code in enumerate(codes) if code not in white]
    threes = [three for three in combinations(colour_of, 3) if any(codes[i] in plain for i in three)]
    recipes: list[Recipe] = []
    for number, base in enumerate(_bases_for(lab, system)):
        if number == USUAL_BASES and recipes:
            break
        chosen = np.array(threes)
        logs = np.full((len(threes), 3), np.log(0.01 * system.bases[base].capacity))
        k = np.array([system.colorants[code].k for code in codes])
        s = np.array([system.colorants[code].s for code in codes])
        own = system.bases[base]
        for step in range(STEPS):
            now, slopes = _slopes(np.exp(logs), k[chosen], s[chosen], own.k, own.s)
            off = now - lab
            if step == FIRST_STEPS and len(chosen) > KEPT_THREES:
                near = np.sort(np.argsort(np.linalg.norm(off, axis=1), kind="stable")[:KEPT_THREES])
                chosen, logs, slopes, off = chosen[near], logs[near], slopes[near], off[near]
            square = np.swapaxes(slopes, 1, 2) @ slopes + 1e-3 * np.eye(3)
            change = np.linalg.solve(square, np.swapaxes(slopes, 1, 2) @ off[..., None])[..., 0]
            logs = np.clip(logs - np.clip(change, -1.5, 1.5), np.log(LEAST), np.log(MOST))
        off = delta_e(lab, _labs(np.exp(logs), k[chosen], s[chosen], own.k, own.s))
        for i in np.flatnonzero(off < 1.0):
            amounts = {codes[c]: float(a) for c, a in zip(chosen[i], np.exp(logs[i]), strict=True) if a > 2 * LEAST}
            recipe = Recipe(base, amounts)
            if system.capacity_used(recipe) <= 1:
                recipes.append(recipe)
    return _measured(recipes, lab, system, from_spectrum=False)


def _bases_for(lab: Array, system: TintSystem) -> list[str]:
    """Return the bases that a colour may be made in: the three least tinted ones that can be as dark."""
    blacks = system.of_kind(Kind.BLACK)
    dark = []
    for base in sorted(system.bases.values(), key=lambda base: base.capacity):
        black = Recipe(base.code, {code: base.capacity / len(blacks) for code in blacks})
        if float(to_lab(system.reflectance([black]))[0, 0]) < lab[0]:
            dark.append(base.code)
    return dark[:3]


def _labs(amounts: Array, k: Array, s: Array, base_k: Array, base_s: Array) -> Array:
    """Return Lab (n, 3) of n sets of three colorants, K and S (n, 3, 31) each, with their amounts (n, 3)."""
    whole_k, whole_s = _mixed(amounts, k, base_k), _mixed(amounts, s, base_s)
    return to_lab(surface(opaque(whole_k, whole_s)))


def _mixed(amounts: Array, parts: Array, base: Array) -> Array:
    """Return K or S (n, 31) of a base with amounts (n, 3) of colorants (n, 3, 31)."""
    mixed: Array = base + (amounts[:, None] @ parts)[:, 0]
    return mixed


def _slopes(amounts: Array, k: Array, s: Array, base_k: Array, base_s: Array) -> tuple[Array, Array]:
    """Return Lab (n, 3) as `_labs` does, and how it changes with the logarithm of each amount, (n, 3, 3).

    The chain of derivatives: K/S by amount, inner reflectance by K/S, measured by inner, XYZ by band, Lab by XYZ.
    """
    whole_s = _mixed(amounts, s, base_s)
    ratio = _mixed(amounts, k, base_k) / whole_s
    root = np.sqrt(ratio * (ratio + 2))
    r = 1 / (1 + ratio + root)
    by_ratio = -r / np.maximum(root, 1e-9) * surface_slope(r)
    by_amount = amounts[..., None] * (k - ratio[:, None] * s) * (by_ratio / whole_s)[:, None]
    xyz = surface(r) @ weights()
    ratio_xyz = xyz / white_point()
    # of f in CIE 15:2018, 8.2.1: t^(1/3), and a straight line below (6/29)³
    f_slope = np.where(ratio_xyz > (6 / 29) ** 3, np.cbrt(ratio_xyz) ** -2 / 3, (29 / 6) ** 2 / 3) / white_point()
    by_xyz = (by_amount @ weights()) * f_slope[:, None]
    return xyz_to_lab(xyz), LAB_OF_F @ np.swapaxes(by_xyz, 1, 2)


LAB_OF_F = np.array([[0.0, 116.0, 0.0], [500.0, -500.0, 0.0], [0.0, 200.0, -200.0]])
"""L*, a*, b* by f(X), f(Y), f(Z)."""


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
