"""How the three demo makers tint: each house has its habits, and takes the first of its threes that makes the colour.

No cost is weighed and nothing is looked for among all recipes: what an estimate finds can be held against these.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import product

import numpy as np

from prism.difference import delta_e
from prism.spectrum import Array, lightness_to_lrv, to_lab
from prism.tint.counter import Shots
from prism.tint.matching import Sets
from prism.tint.recipe import Recipe
from prism.tint.system import TintSystem

GALLON = 3.785411784
QUARTER_SHOT = Shots().ml / GALLON / 4
"""A quarter shot in a US gallon, as mL of colorant per litre of base."""
BASES = ((60, "B1"), (38, "B2"), (11, "B3"), (0, "B4"))
"""The base for colours from an LRV on."""
MADE, STEPS = 0.2, 14
"""ΔE00 within which three colorants make a colour before they are rounded; Newton steps."""


def _threes(text: str) -> list[tuple[str, ...]]:
    return [tuple(three.split("+")) for three in text.split()]


HOUSES = {
    # black and earths first, one organic where earths do not reach
    "H": _threes(
        "LB+EY+ER LB+EY+GN LB+ER+VT LB+EY+BG LB+ER+BR LB+BR+GN LB+EY+RD LB+EY+VT LB+BR+VT LB+EY+BR LB+BG+GN LB+BG+BR "
        "LB+ER+MG LB+EY+OY LB+OY+GN LB+OY+RD LB+RD+MG LB+MG+VT LB+RD+VT LB+OY+ER LB+OY+BG LB+MG+BR EY+ER+RD ER+OY+RD "
        "ER+RD+MG EY+BG+GN OY+GN+EY MG+VT+RD"
    ),
    # no black in a tint: umber, or a colour and its opposite
    "T": _threes(
        "UM+OY+VT UM+OY+RD UM+BG+VT UM+GN+BG UM+EY+VT UM+MG+BG UM+OY+GN UM+BR+GN UM+RD+VT UM+MG+VT UM+BR+VT UM+OY+BG "
        "UM+MG+OY UM+RD+MG OY+MG+BG OY+RD+BR OY+GN+VT MG+GN+BR RD+GN+BR OY+MG+BR LB+OY+MG LB+OY+RD LB+BG+VT LB+GN+BG "
        "EY+ER+RD ER+OY+RD ER+RD+MG OY+RD+MG GN+BG+OY BR+VT+MG BG+BR+GN LB+BR+VT LB+MG+RD"
    ),
    # black for depth, organic colours for hue, no earths
    "F": _threes(
        "LB+OY+MG LB+OY+VT LB+BG+MG LB+GN+VT LB+OY+RD LB+BR+MG LB+OY+BG LB+BG+VT LB+GN+BR LB+RD+VT LB+OY+GN LB+RD+MG "
        "LB+BR+VT LB+BG+GN LB+MG+VT LB+OY+BR LB+RD+BR LB+GN+RD LB+GN+MG UM+OY+MG UM+BG+MG UM+GN+VT OY+RD+MG OY+MG+BG "
        "OY+GN+BG MG+VT+BR GN+BG+BR ER+OY+RD"
    ),
}


def base_for(lrv: float) -> str:
    return str(next(code for least, code in BASES if lrv >= least))


PAINTED_GREY = np.array([-0.25, 4.0])
PULLED, TO_MIDDLE = 0.88, 0.4
"""What is left of the chroma of an aim that no colorants reach, and how far L* comes to the middle, each time."""


def recipes_for(lab: Array, house: str, paint: TintSystem) -> list[Recipe]:
    """Return a recipe for each Lab (n, 3), exact, by the habits of a house; what lies out of reach is made greyer."""
    aims = np.array(lab, dtype=np.float64).reshape(-1, 3)
    recipes: list[Recipe | None] = [None] * len(aims)
    while missing := [i for i, recipe in enumerate(recipes) if recipe is None]:
        for row, recipe in zip(missing, _made(aims[missing], house, paint), strict=True):
            recipes[row] = recipe
        aims[:, 1:] = (aims[:, 1:] - PAINTED_GREY) * PULLED + PAINTED_GREY
        aims[:, 0] -= np.sign(aims[:, 0] - 50) * TO_MIDDLE
    return [recipe for recipe in recipes if recipe is not None]


def _made(aims: Array, house: str, paint: TintSystem) -> list[Recipe | None]:
    """Return a recipe for each Lab (n, 3) in the base for its depth or a deeper one; None for what none reaches."""
    recipes: list[Recipe | None] = [None] * len(aims)
    deeper = [code for _, code in BASES]
    own = np.array([deeper.index(base_for(float(lrv))) for lrv in lightness_to_lrv(aims[:, 0])])
    for later in range(len(BASES)):
        for number, base in enumerate(deeper):
            for three in HOUSES[house]:
                rows = [i for i in np.flatnonzero(own + later == number) if recipes[i] is None]
                if not rows:
                    break
                for row, recipe in zip(rows, _try(aims[rows], three, base, paint), strict=True):
                    recipes[row] = recipe
    return recipes


def _try(lab: Array, three: Sequence[str], base: str, paint: TintSystem) -> list[Recipe | None]:
    """Return what three colorants in a base make of each Lab (n, 3); None where they do not."""
    own, parts = paint.bases[base], [paint.colorants[code] for code in three]
    k, s = np.array([part.k for part in parts]), np.array([part.s for part in parts])
    threes = Sets(np.repeat(k[None], len(lab), axis=0), np.repeat(s[None], len(lab), axis=0), own.k, own.s)
    logs, _ = threes.steps(lab, np.full((len(lab), 3), np.log(0.01 * own.capacity)), STEPS)
    amounts = np.exp(logs)
    made = (delta_e(lab, threes.lab(amounts)) < MADE) & (amounts.sum(axis=1) < own.capacity)
    return [
        Recipe(base, dict(zip(three, row.tolist(), strict=True))) if good else None
        for row, good in zip(amounts, made, strict=True)
    ]


def rounded(recipe: Recipe, paint: TintSystem) -> Recipe:
    """Return the recipe in whole quarter shots, each up or down so that the colour stays nearest.

    A catalogue colour has two colorants at the least.
    """
    exact = {code: amount / QUARTER_SHOT for code, amount in recipe.amounts.items()}
    either = [(float(np.floor(n)), float(np.ceil(n))) for n in exact.values()]
    choices = [
        Recipe(recipe.base, {c: round(n * QUARTER_SHOT, 4) for c, n in zip(exact, shots, strict=True) if n})
        for shots in product(*either)
        if sum(n > 0 for n in shots) >= 2
    ]
    if not choices:
        kept = sorted(exact, key=lambda code: -exact[code])[:2]
        return Recipe(recipe.base, {code: round(max(1, round(exact[code])) * QUARTER_SHOT, 4) for code in kept})
    spectra = paint.reflectance([recipe, *choices])
    off = delta_e(to_lab(spectra[0]), to_lab(spectra[1:]))
    return choices[int(np.argmin(off))]
