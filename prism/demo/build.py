"""Make the demo deck: `python -m prism.demo.build` writes tinting.json and deck.csv beside this file.

The first edition of two makers is a list of aims, `first_edition.csv`. To it come strips of seven, light neutrals for
the most part, laid evenly round the painted neutral so that near every neutral there is one on each side; muted and
clear colours round the hue circle; whites, blacks and near-blacks; and strips of the third maker that are twins of
others, made of other colorants. Every recipe follows the habits of its house and is rounded to the dispenser's quarter
shot. Spectrum, Lab and LRV are never stored: they follow from the recipe. Seeded and repeatable.
"""

from __future__ import annotations

import csv
import random
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

import numpy as np
from scipy.optimize import brentq

from prism import method
from prism.demo.houses import BASES, HOUSES, QUARTER_SHOT, base_for, recipes_for, rounded
from prism.demo.names import deal
from prism.demo.pigments import system
from prism.difference import delta_e
from prism.formats import tint_system
from prism.spectrum import Array, lrv_to_lightness, to_lab, to_lrv
from prism.tint.recipe import Recipe
from prism.tint.system import TintSystem

HERE = Path(__file__).parent
MAKERS = {"H": "Haaf Colourmen", "T": "Thole & Tern", "F": "Wick & Fathom"}
SEED = 1871
GOLDEN = float(np.pi * (3 - np.sqrt(5)))
ANCHOR = 2
"""The step of a strip whose colour is aimed at; the others have its proportions."""

LIGHT = ((86.5, 82, 76.5, 70, 62.5, 54, 45), (84.5, 79.5, 73.5, 66.5, 58.5, 49.5, 40), (85, 81, 76, 71, 65, 58, 50))
DEEP = (58, 48, 38, 29, 21, 14, 9)
MUTED = ((79, 70, 60, 48, 35, 23, 12), (74, 65, 54, 42, 29, 18, 9))
CLEAR = ((70, 59, 47, 36, 26, 17, 10), (64, 53, 42, 31, 22, 14, 8))
LIGHT_STRIPS, FARTHEST, CROWDED = 348, 9.0, 0.62
"""Strips of light neutrals, how far from the neutral they reach, and how much they crowd towards it."""
WARM_STRIPS, DEEP_STRIPS, MUTED_STRIPS, CLEAR_STRIPS, TWIN_STRIPS, WHITES, BLACKS = 42, 24, 30, 36, 9, 132, 30
WHITE_LRV, WHITE_REACH = (82.5, 90.5), 4.6
ALIKE, MORE, MOST_MORE = 0.2, 4.0, 12
"""ΔE00 within which two cards of a maker would be the same, and by how many percent more is tried how often."""
CLEANEST = {"EY": QUARTER_SHOT, "UM": QUARTER_SHOT}
"""The least that can be dispensed: the bare base is no catalogue colour."""
DARKS = {
    # near-blacks by what they hold: a* and b* at L* 25 to 31: the gloss of the film is measured too
    "neutral": (0.0, 0.2), "navy": (0.8, -7.0), "brown": (3.4, 3.2), "green": (-4.6, 1.6), "plum": (3.6, -3.6),
}  # fmt: skip


@dataclass(frozen=True)
class Card:
    """A catalogue colour to be: where it stands, its name, and its exact recipe."""

    maker: str
    code: str
    strip: str
    step: str
    recipe: Recipe
    name: str = ""


def _spiral(count: int, reach: float, power: float) -> Array:
    """Return points spread evenly round the neutral, crowding towards it, (count, 2)."""
    k = np.arange(count)
    radius, turn = reach * ((k + 0.5) / count) ** power, k * GOLDEN
    return np.stack([radius * np.cos(turn), radius * np.sin(turn)], axis=-1)


def _round_the_hues(count: int, chroma: Sequence[float]) -> Array:
    """Return points on circles in turn, (count, 2)."""
    k = np.arange(count)
    radius, turn = np.resize(chroma, count), k * 2 * np.pi / count * (1 + 1e-3)
    return np.stack([radius * np.cos(turn), radius * np.sin(turn)], axis=-1)


def _strip_aims() -> list[tuple[tuple[float, ...], float, float]]:
    """Return the depths of each new strip, and a*, b* at its anchor."""
    line = method.load().neutral
    aims: list[tuple[tuple[float, ...], float, float]] = []

    def add(depths: tuple[float, ...], points: Array, from_neutral: bool) -> None:
        grey = line.at(lrv_to_lightness(depths[ANCHOR])) if from_neutral else np.zeros(2)
        aims.extend((depths, float(a), float(b)) for a, b in points + grey)

    light = _spiral(LIGHT_STRIPS, FARTHEST, CROWDED)
    for number, depths in enumerate(LIGHT):
        add(depths, light[number :: len(LIGHT)], from_neutral=True)
    k = np.arange(WARM_STRIPS)
    chroma, turn = 8.5 + 8 * ((k * 0.618) % 1), np.radians(52 + 48 * ((k * 0.382) % 1))
    warm = np.stack([chroma * np.cos(turn), chroma * np.sin(turn)], axis=-1)
    for number, depths in enumerate(LIGHT):
        add(depths, warm[number :: len(LIGHT)], from_neutral=True)
    add(DEEP, _spiral(DEEP_STRIPS, 7.0, 0.6), from_neutral=True)
    for number, depths in enumerate(MUTED):
        add(depths, _round_the_hues(MUTED_STRIPS, (12, 19, 15))[number :: len(MUTED)], from_neutral=False)
    for number, depths in enumerate(CLEAR):
        add(depths, _round_the_hues(CLEAR_STRIPS, (28, 38))[number :: len(CLEAR)], from_neutral=False)
    return aims


def at_depth(paint: TintSystem, proportions: Recipe, lrv: float) -> Recipe:
    """Return the recipe with these proportions that has this LRV, in the base for it.

    Where even the deepest base is full before it is dark enough, black takes the place of a part of the colorants.
    """
    amounts, total = proportions.amounts, proportions.total
    first = [code for _, code in BASES].index(base_for(lrv))
    for _, base in BASES[first:]:

        def excess(log_scale: float, base: str = base) -> float:
            scaled = Recipe(base, {c: a * np.exp(log_scale) for c, a in amounts.items()})
            return float(to_lrv(paint.reflectance([scaled]))[0]) - lrv

        fullest = float(np.log(0.98 * paint.bases[base].capacity / total))
        if excess(fullest) < 0 or base == BASES[-1][1]:
            break
    if excess(fullest) < 0:
        scale = float(np.exp(brentq(excess, -12, fullest)))
        return Recipe(base, {c: a * scale for c, a in amounts.items()})

    def shaded(share: float) -> Recipe:
        left = {c: a * np.exp(fullest) * (1 - share) for c, a in amounts.items()}
        return Recipe(base, left | {"LB": left.get("LB", 0.0) + share * total * np.exp(fullest)})

    def still(share: float) -> float:
        return float(to_lrv(paint.reflectance([shaded(share)]))[0]) - lrv

    return shaded(brentq(still, 0, 0.9))


def _first_edition(paint: TintSystem) -> list[Card]:
    with (HERE / "first_edition.csv").open(newline="", encoding="utf-8") as handle:
        rows = list(csv.DictReader(handle))
    recipes: dict[int, Recipe] = {}
    for letter in "HT":
        own = [i for i, row in enumerate(rows) if row["maker"] == MAKERS[letter]]
        aims = np.array([[float(rows[i][axis]) for axis in "Lab"] for i in own])
        recipes |= dict(zip(own, recipes_for(aims, letter, paint), strict=True))
    recipes[0] = Recipe("B1", CLEANEST)
    letters = {name: letter for letter, name in MAKERS.items()}
    return [
        Card(letters[row["maker"]], row["code"], row["strip"], row["step"], recipes[i], row["name"])
        for i, row in enumerate(rows)
    ]


def _strips(paint: TintSystem, dealer: random.Random, first: Sequence[Card]) -> list[Card]:
    """Return the new strips, dealt to the makers in turn, and the third maker's twins of others' strips."""
    cards: list[Card] = []
    numbers = {
        letter: max((int(c.strip) for c in first if c.maker == letter and c.strip), default=0) for letter in MAKERS
    }
    aims = _strip_aims()
    order = "FHFTF"  # the third maker starts from nothing
    letters = [order[place % len(order)] for place in range(len(aims))]
    anchors: dict[int, Recipe] = {}
    for letter in MAKERS:
        own = [place for place, other in enumerate(letters) if other == letter]
        wanted = np.array([[float(lrv_to_lightness(aims[at][0][ANCHOR])), *aims[at][1:]] for at in own])
        anchors |= dict(zip(own, recipes_for(wanted, letter, paint), strict=True))
    for place, (depths, *_) in enumerate(aims):
        letter = letters[place]
        numbers[letter] += 1
        for step, depth in enumerate(depths, start=1):
            recipe = at_depth(paint, anchors[place], depth + dealer.uniform(-1.6, 1.6))
            cards.append(_on_strip(letter, numbers[letter], step, recipe))
    strips = sorted({(c.maker, c.strip) for c in first if c.strip})
    for maker, strip in dealer.sample(strips, TWIN_STRIPS):
        numbers["F"] += 1
        twins = [card for card in first if (card.maker, card.strip) == (maker, strip)]
        aims_there = _labs(paint, [card.recipe for card in twins])
        for step, recipe in enumerate(recipes_for(aims_there, "F", paint), start=1):
            cards.append(_on_strip("F", numbers["F"], step, recipe))
    return cards


def _on_strip(letter: str, strip: int, step: int, recipe: Recipe) -> Card:
    return Card(letter, f"{letter}{strip:02d}.{step}", str(strip), str(step), recipe)


def _labs(paint: TintSystem, recipes: Sequence[Recipe]) -> Array:
    return to_lab(paint.reflectance(recipes))


def _singles(paint: TintSystem, first: Sequence[Card]) -> list[Card]:
    """Return whites and near-blacks, which stand on no strip."""
    line = method.load().neutral
    cards: list[Card] = []
    k = np.arange(WHITES)
    depths = lrv_to_lightness(WHITE_LRV[0] + (WHITE_LRV[1] - WHITE_LRV[0]) * ((k * 0.618) % 1))
    # the cleanest whites are the lightest: little undertone fits in near the bare base
    points = _spiral(WHITES, WHITE_REACH, 0.62) * np.interp(depths, lrv_to_lightness(WHITE_LRV), (1.0, 0.45))[:, None]
    whites = np.column_stack([depths, line.at(depths) + points])
    tones = list(DARKS.values())
    k = np.arange(BLACKS)
    dark_depths = 25 + 6 * ((k * 0.618) % 1)
    scale = np.interp(dark_depths, (25, 31), (0.7, 1.3))
    darks = np.column_stack([dark_depths, np.array([tones[i % len(tones)] for i in k]) * scale[:, None]])
    for kind, aims in (("W", whites), ("K", darks)):
        numbers = {m: max((int(c.code[2:]) for c in first if c.code.startswith(m + kind)), default=0) for m in MAKERS}
        for place, letter in enumerate("FHT"):
            for recipe in recipes_for(aims[place::3], letter, paint):
                numbers[letter] += 1
                cards.append(Card(letter, f"{letter}{kind}{numbers[letter]:02d}", "", "", recipe))
    return cards


def dispensed(cards: Sequence[Card], paint: TintSystem) -> list[Recipe]:
    """Return the recipes as they are dispensed; one that comes out as another card of its maker gets a little more."""
    made: list[Recipe] = []
    known: dict[str, list[Array]] = {letter: [] for letter in MAKERS}
    for card in cards:
        for more in range(MOST_MORE):
            recipe = rounded(card.recipe.scaled(MORE * more), paint)
            if paint.capacity_used(recipe) > 1:
                recipe = rounded(card.recipe.scaled(-MORE * more), paint)
            lab, others = _labs(paint, [recipe])[0], known[card.maker]
            if not others or float(delta_e(lab, np.array(others)).min()) > ALIKE:
                break
        known[card.maker].append(lab)
        made.append(recipe)
    return made


def write_deck(cards: Sequence[Card], names: Sequence[str], paint: TintSystem, path: Path) -> None:
    """Write the deck: maker, code, name, strip, step, base and colorants as `CODE=mL` separated by spaces."""
    with path.open("w", newline="", encoding="utf-8") as handle:
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(["maker", "code", "name", "strip", "step", "base", "colorants_ml_per_l"])
        for card, name, made in zip(cards, names, dispensed(cards, paint), strict=True):
            parts = " ".join(f"{c}={a:.4f}" for c, a in made.amounts.items())
            writer.writerow([MAKERS[card.maker], card.code, name, card.strip, card.step, made.base, parts])


def main() -> None:
    """Write both files."""
    (HERE / "tinting.json").write_text(tint_system.write(system()), encoding="utf-8")
    paint = tint_system.read((HERE / "tinting.json").read_bytes())  # what is written is what is used
    assert set(HOUSES) == set(MAKERS)
    first = _first_edition(paint)
    new = [*_strips(paint, random.Random(SEED), first), *_singles(paint, first)]
    names = deal(len(new), taken={card.name for card in first})
    cards = [*first, *new]
    write_deck(cards, [*(card.name for card in first), *names], paint, HERE / "deck.csv")


if __name__ == "__main__":
    main()
