"""Make the demo deck: `python -m prism.demo.build` writes tinting.json and deck.csv beside this file.

Each strip starts from an aim (undertone or chroma at a middling depth), for which a recipe of two to four colorants
is found; the same proportions are then scaled to seven depths, each in the base that suits it, and rounded to the
dispenser's quarter shot. Spectrum, Lab and LRV are never stored: they follow from the recipe. Seeded and repeatable.
"""

from __future__ import annotations

import csv
import random
from dataclasses import dataclass
from itertools import combinations
from pathlib import Path

import numpy as np
from scipy.optimize import brentq, least_squares

from prism import school
from prism.demo.names import BLACKS, WHITES, deal
from prism.demo.pigments import system
from prism.formats import tint_system
from prism.spectrum import Array, to_lab, to_lrv
from prism.tint.counter import Shots
from prism.tint.recipe import Recipe
from prism.tint.system import TintSystem

HERE = Path(__file__).parent
MAKERS = {"H": "Haaf Colourmen", "T": "Thole & Tern"}
GALLON = 3.785411784
QUARTER_SHOT = Shots().ml / GALLON / 4
"""A quarter shot in a US gallon, as mL of colorant per litre of base."""
SEED = 1871

NEUTRAL_DEPTHS = (85, 79, 72, 64, 54, 40, 20)
MUTED_DEPTHS = (79, 70, 60, 48, 35, 23, 12)
CLEAR_DEPTHS = (70, 59, 47, 36, 26, 17, 10)
ANCHOR = 2

HUES = {"red": 18, "orange": 62, "yellow": 95, "green": 152, "blue": 232, "purple": 308}
BASES = ((60, "B1"), (38, "B2"), (19, "B3"), (0, "B4"))


@dataclass(frozen=True)
class Aim:
    """A strip's maker, its depths, and the a*, b* wanted at the anchor depth."""

    maker: str
    depths: tuple[int, ...]
    chroma: tuple[float, float]


def _polar(strength: float, hue: float) -> Array:
    return strength * np.array([np.cos(np.radians(hue)), np.sin(np.radians(hue))])


def _aims() -> list[Aim]:
    neutral = school.load().neutral
    lightness = _lightness(NEUTRAL_DEPTHS[ANCHOR])
    grey = neutral.at(lightness)

    def near(maker: str, strength: float, hue: float) -> Aim:
        a, b = grey + _polar(strength, hue)
        return Aim(maker, NEUTRAL_DEPTHS, (float(a), float(b)))

    def hue(maker: str, chroma: float, angle: float, depths: tuple[int, ...]) -> Aim:
        a, b = _polar(chroma, angle)
        return Aim(maker, depths, (float(a), float(b)))

    aims = [near("H", 0.5, 90), near("T", 0.6, 250)]
    for angle in HUES.values():
        aims += [near("H", s, angle) for s in (1.3, 2.7, 4.8)]
        aims += [near("T", s, angle + 14) for s in (1.9, 3.6)]
    aims += [near("T", s, angle) for s, angle in ((7.5, 84), (5.8, 66), (3.4, 44), (4.6, 120))]
    aims += [hue("H", c, a, MUTED_DEPTHS) for c, a in ((13, 40), (16, 78), (15, 118), (13, 165), (14, 215), (15, 262))]
    aims += [hue("T", c, a, MUTED_DEPTHS) for c, a in ((18, 18), (20, 92), (14, 140), (16, 190), (17, 240), (12, 315))]
    aims += [hue("H", c, a, CLEAR_DEPTHS) for c, a in ((36, 32), (44, 84), (30, 150), (30, 255))]
    aims += [hue("T", c, a, CLEAR_DEPTHS) for c, a in ((32, 8), (40, 64), (36, 112), (27, 225), (28, 300))]
    return aims


def _lightness(lrv: float) -> float:
    return float(116 * np.cbrt(lrv / 100) - 16)


def _base_for(lrv: float) -> str:
    return str(next(code for least, code in BASES if lrv >= least))


def _lab(paint: TintSystem, recipe: Recipe) -> Array:
    lab: Array = to_lab(paint.reflectance([recipe]))[0]
    return lab


def find_proportions(
    paint: TintSystem, lrv: float, chroma: tuple[float, float], in_shots: bool = False
) -> dict[str, float]:
    """Return the colorants, mL per litre, that best reach a colour, earths first; `in_shots` judges them rounded."""
    base, target = _base_for(lrv), np.array([_lightness(lrv), *chroma])
    best: tuple[float, dict[str, float]] | None = None
    others = [c for c in paint.colorants if c not in ("CW", "LB")]
    for codes in [("LB", *pair) for pair in combinations(others, 2)] + [
        ("EY", c, d) for c, d in (("UM", "ER"), ("UM", "BG"), ("ER", "BR"))
    ]:

        def miss(logs: Array, codes: tuple[str, ...] = codes) -> Array:
            off: Array = _lab(paint, Recipe(base, dict(zip(codes, np.exp(logs).tolist(), strict=True)))) - target
            return off

        found = least_squares(miss, np.log([1.0, 1.0, 1.0]), bounds=(np.log(1e-3), np.log(80)), max_nfev=25)
        amounts = dict(zip(codes, np.exp(found.x).tolist(), strict=True))
        organics = sum(code not in ("LB", "EY", "ER", "UM") for code in codes)
        if in_shots:
            amounts = dict(rounded(Recipe(base, amounts)).amounts)
        residual = float(np.linalg.norm(_lab(paint, Recipe(base, amounts)) - target))
        cost = residual + 0.25 * organics + 0.004 * sum(amounts.values())
        if best is None or cost < best[0]:
            best = cost, amounts
    assert best is not None
    return best[1]


def at_depth(paint: TintSystem, proportions: dict[str, float], lrv: float) -> Recipe:
    """Return the recipe with these proportions that has this LRV, in the base for it, rounded to quarter shots.

    Where even the deepest base is full before it is dark enough, black takes the place of a part of the colorants.
    """
    total = sum(proportions.values())
    first = [code for _, code in BASES].index(_base_for(lrv))
    for _, base in BASES[first:]:

        def excess(log_scale: float, base: str = base) -> float:
            scaled = Recipe(base, {c: a * np.exp(log_scale) for c, a in proportions.items()})
            return float(to_lrv(paint.reflectance([scaled]))[0]) - lrv

        fullest = float(np.log(0.98 * paint.bases[base].capacity / total))
        if excess(fullest) < 0 or base == BASES[-1][1]:
            break
    if excess(fullest) < 0:
        scale = float(np.exp(brentq(excess, -12, fullest)))
        return rounded(Recipe(base, {c: a * scale for c, a in proportions.items()}))

    def shaded(share: float) -> Recipe:
        amounts = {c: a * np.exp(fullest) * (1 - share) for c, a in proportions.items()}
        return Recipe(base, amounts | {"LB": amounts.get("LB", 0.0) + share * total * np.exp(fullest)})

    return rounded(shaded(brentq(lambda share: float(to_lrv(paint.reflectance([shaded(share)]))[0]) - lrv, 0, 0.9)))


def rounded(recipe: Recipe) -> Recipe:
    """Return the recipe in whole quarter shots; a colorant that rounds to none is left out."""
    exact = {c: a / QUARTER_SHOT for c, a in recipe.amounts.items()}
    kept = sorted(exact, key=lambda c: -exact[c])[:2]  # a catalogue colour has two colorants at the least
    shots = {c: max(round(n), 1 if c in kept else 0) for c, n in exact.items()}
    return Recipe(recipe.base, {c: round(n * QUARTER_SHOT, 4) for c, n in shots.items() if n})


CLEANEST = {"EY": QUARTER_SHOT, "UM": QUARTER_SHOT}
"""The least that can be dispensed: the bare base is no catalogue colour."""

WHITE_AIMS = (
    # LRV, then a*, b*: from the cleanest to creamy, then cool
    (92.0, -0.9, 1.9), (91.0, -0.8, 2.3), (90.2, -0.7, 2.9), (90.0, -1.0, 1.5), (89.0, -0.5, 3.6), (88.4, -0.9, 2.6),
    (87.5, -0.3, 4.4), (86.5, -0.6, 3.3), (86.0, 0.0, 5.4), (85.0, 0.4, 6.6), (84.2, 0.2, 7.6), (83.0, 0.9, 6.0),
    (83.5, -0.3, 4.8), (88.0, -1.3, 0.6), (86.8, -1.4, -0.3), (85.2, -1.0, 0.2), (84.0, 0.0, 0.6), (83.2, -2.0, 1.2),
    (87.0, 0.3, 2.4), (85.6, 1.0, 3.0),
)  # fmt: skip


def _strip_rows(paint: TintSystem, dealer: random.Random) -> list[dict[str, object]]:
    rows: list[dict[str, object]] = []
    counts = dict.fromkeys(MAKERS, 0)
    for aim in _aims():
        proportions = find_proportions(paint, aim.depths[ANCHOR], aim.chroma)
        counts[aim.maker] += 1
        for step, depth in enumerate(aim.depths, start=1):
            recipe = at_depth(paint, proportions, depth + dealer.uniform(-1.6, 1.6))
            rows.append({"maker": aim.maker, "strip": counts[aim.maker], "step": step, "recipe": recipe})
    names = deal(len(rows))
    for row, name in zip(rows, names, strict=True):
        row["name"] = name
        row["code"] = f"{row['maker']}{row['strip']:02d}.{row['step']}"
    return rows


def _single_rows(paint: TintSystem) -> list[dict[str, object]]:
    """Whites and blacks, which stand on no strip."""
    rows: list[dict[str, object]] = []
    for number, (name, (lrv, a, b)) in enumerate(zip(WHITES, WHITE_AIMS, strict=True), start=1):
        found = find_proportions(paint, lrv, (a, b), in_shots=True) if number > 1 else CLEANEST
        recipe = rounded(Recipe("B1", found))
        maker = "H" if number % 2 else "T"
        rows.append({"maker": maker, "code": f"{maker}W{number:02d}", "name": name, "recipe": recipe})
    black = [{"LB": 118.0, "UM": 4.0}, {"LB": 105.0, "BG": 14.0}, {"LB": 100.0, "ER": 18.0}, {"LB": 96.0, "VT": 12.0},
             {"LB": 100.0, "GN": 12.0}, {"LB": 92.0, "UM": 30.0}]  # fmt: skip
    for number, (name, amounts) in enumerate(zip(BLACKS, black, strict=True), start=1):
        maker = "H" if number % 2 else "T"
        recipe = rounded(Recipe("B4", amounts))
        rows.append({"maker": maker, "code": f"{maker}K{number:02d}", "name": name, "recipe": recipe})
    return rows


def write_deck(rows: list[dict[str, object]], path: Path) -> None:
    """Write the deck: maker, code, name, strip, step, base and colorants as `CODE=mL` separated by spaces."""
    with path.open("w", newline="", encoding="utf-8") as handle:
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(["maker", "code", "name", "strip", "step", "base", "colorants_ml_per_l"])
        for row in rows:
            recipe = row["recipe"]
            assert isinstance(recipe, Recipe)
            parts = " ".join(f"{c}={a:.4f}" for c, a in recipe.amounts.items())
            writer.writerow(
                [
                    MAKERS[str(row["maker"])],
                    row["code"],
                    row["name"],
                    row.get("strip", ""),
                    row.get("step", ""),
                    recipe.base,
                    parts,
                ]
            )


def main() -> None:
    """Write both files."""
    (HERE / "tinting.json").write_text(tint_system.write(system()), encoding="utf-8")
    paint = tint_system.read((HERE / "tinting.json").read_bytes())  # what is written is what is used
    rows = _single_rows(paint) + _strip_rows(paint, random.Random(SEED))
    write_deck(rows, HERE / "deck.csv")


if __name__ == "__main__":
    main()
