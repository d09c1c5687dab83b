"""How often what is claimed is true, of colours whose truth is known, under errors that are drawn or real.

Used by the tests, and printed by `bench/`.
"""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, field

import numpy as np
from scipy.spatial import cKDTree

from prism import demo, screen
from prism.adaptation import D50_2, lab_d50_to_lab
from prism.classify import classify_many, temperature_of
from prism.comparison import PairPhrases
from prism.difference import delta_e
from prism.families import families, family_bands, family_words_at, is_of_hue
from prism.method import Method
from prism.sectors import hue_of
from prism.side_by_side import Colours, side_by_side
from prism.spectrum import lightness_to_lrv, to_lab, to_xyz, xyz_to_lab
from prism.surety import AXES, LEVELS, axes_at
from prism.tests.surfaces import measured_paints, measured_surfaces

SEED = 20
EXACT = 1e-6
"""ΔE00 by which the truth itself is held to be unsure."""
NAMES = {1: "probably", 2: "certain"}
KINDS = ("reading-average", "reading-single", "maker-lab", "converted-lab", "screen-lrv", "screen")


def populations():
    """Return reflectances by where they are from: the demo deck, and a spread of measured surfaces and paints."""
    surfaces = measured_surfaces()
    some = np.random.default_rng(SEED).choice(len(surfaces), 600, replace=False)
    deck = np.array([entry.colour.reflectance for entry in demo.deck()[::3]])
    return {"deck": deck, "measured": np.concatenate([measured_paints(), surfaces[some]])}


def near_pairs(lab, count=3000, within=6.0):
    """Return rows of pairs that a specialist might hold together, (n, 2): any two that lie within so many ΔE00."""
    chance = np.random.default_rng(SEED)
    first = np.repeat(np.arange(len(lab)), 2 + 40_000 // len(lab))
    near = cKDTree(lab).query_ball_point(lab, 1.6 * within)
    second = np.array([chance.choice(near[row]) for row in first])
    apart = delta_e(lab[first], lab[second])
    pairs = np.stack([first, second], axis=1)[(apart > 0.1) & (apart < within)]
    return chance.permutation(pairs)[:count]


def drawn(lab, doubt, chance, common=None, shared=0.0, lightness=None):
    """Return Lab with errors of the model: `doubt` (n,) ΔE00 over the axes of CIEDE2000, partly `common` (n, 3)."""
    axes = axes_at(lab)
    own = chance.normal(size=lab.shape)
    error = own if common is None else np.sqrt(shared) * common + np.sqrt(1 - shared) * own
    error = error * np.broadcast_to(doubt, len(lab))[:, None] / AXES
    light = error[:, 0] * (1 if lightness is None else lightness / doubt)
    plane = np.einsum("nij,nj->ni", axes.plane, error[:, 1:])
    return lab + np.column_stack([axes.lightness * light, plane])


def from_hex(reflectance):
    """Return Lab as it comes back from the screen value of each reflectance."""
    return screen.rgb_to_lab(np.rint(screen.reflectance_to_screen(reflectance)[0] * 255) / 255)


def from_lab50(reflectance):
    """Return Lab as it comes back from Lab D50/2° of each reflectance."""
    return lab_d50_to_lab(xyz_to_lab(to_xyz(reflectance, "D50/2"), D50_2))


@dataclass
class Tally:
    """Statements by subject and level, and how many were true; pairs that differ plainly, and those left unsaid."""

    made: Counter = field(default_factory=Counter)
    true: Counter = field(default_factory=Counter)
    plain: int = 0
    unsaid: int = 0

    def add(self, subject, level, right):
        for number, name in NAMES.items():
            at = np.asarray(level) == number
            self.made[subject, name] += int(at.sum())
            self.true[subject, name] += int((at & right).sum())

    def part(self, level, subjects=None):
        """Return the part of the statements at a level that is true, and how many there are."""
        keys = [key for key in self.made if key[1] == level and (subjects is None or key[0] in subjects)]
        made, true = sum(self.made[key] for key in keys), sum(self.true[key] for key in keys)
        return (true / made if made else 1.0), made


def judge_singles(tally, truth, seen, kind, words, method: Method):
    """Judge by the `words` that are true of colours what is said of them: undertone, its strength, none, at most a
    hint, temperature, depth, family."""
    doubt, light = method.doubts(kind, seen), method.lightness_doubts(kind, seen)
    said = classify_many(seen, lightness_to_lrv(np.clip(seen[:, 0], 0, 100)), doubt, method, lightness=light)
    true = classify_many(truth, lightness_to_lrv(truth[:, 0]), np.full(len(truth), EXACT), method)
    hues = {(row, word) for word in range(len(method.undertone.words)) for row in np.flatnonzero(words.hue[word])}
    named = [
        any((row, word) in hues for word in said.hues.named[row].tolist() if word >= 0) for row in range(len(truth))
    ]
    claims, rows = method.claims, np.arange(len(truth))
    tally.add("undertone", said.hues.level, np.array(named))
    tally.add("no undertone", said.hues.none, words.none)
    tally.add(
        "at most a hint", claims.levels(said.hues.weaker[:, 1]), true.strength < method.undertone_strength.edges[1]
    )
    for subject, bands, right in (
        ("temperature", said.temperatures, words.temperature),
        ("strength", said.strengths, words.strength),
        ("depth", said.depths, words.depth),
    ):
        tally.add(subject, bands.level, right[bands.named[:, 0], rows])
    some = np.arange(0, len(truth), 5)
    found = family_bands(seen[some], doubt[some], light[some], method, method.neutral)
    level = np.array([LEVELS.index(one.level) for one in found])
    right = [one.word in words.families(row) for one, row in zip(found, some, strict=True)]
    tally.add("family", level, np.array(right))


@dataclass
class Words:
    """Which words are true of colours, each where anything within `SAME` ΔE00 has it: arrays (words, n)."""

    hue: np.ndarray
    none: np.ndarray
    temperature: np.ndarray
    strength: np.ndarray
    depth: np.ndarray
    alike: np.ndarray
    method: Method

    def twice(self):
        """Return the same of every colour twice."""
        arrays = (self.hue, self.none, self.temperature, self.strength, self.depth)
        return Words(*(np.repeat(one, 2, axis=-1) for one in arrays), np.repeat(self.alike, 2, axis=1), self.method)

    def families(self, row):
        """Return the family words that are true of a row."""
        return set(family_words_at(self.alike[:, row], self.method, self.method.neutral).tolist())


def of_what_looks_the_same(truth, method: Method):
    """Return the words that are true of colours, by looking at points all over the ball of what looks the same."""
    chance = np.random.default_rng(SEED)
    ball = chance.normal(size=(60, 3))
    ball *= (0.499 * np.cbrt(np.linspace(0.3, 1, 60)) / np.linalg.norm(ball, axis=1))[:, None]
    axes = axes_at(truth)
    alike = truth + np.stack(
        [np.column_stack([axes.lightness * step[0], axes.plane @ step[1:]]) for step in np.vstack([np.zeros(3), ball])]
    )
    u = method.neutral.undertone(alike.reshape(-1, 3)).reshape(*alike.shape[:2], 2)
    strength = np.hypot(u[..., 0], u[..., 1])
    flat = alike.reshape(-1, 3)
    codes = families(flat, lightness_to_lrv(np.clip(flat[:, 0], 0, 100)), u.reshape(-1, 2), method)
    hue = np.where(is_of_hue(codes, method).reshape(strength.shape), hue_of(alike[..., 1:]), hue_of(u))
    weak = strength < method.passive_below

    def any_has(words, places):
        return np.array([(places == word).any(axis=0) for word in range(len(words))])

    return Words(
        any_has(method.undertone.words, np.where(weak, -1, method.undertone.index(hue))),
        weak.any(axis=0),
        any_has(method.temperature.words, method.temperature.index(temperature_of(u, method))),
        any_has(method.undertone_strength.words, method.undertone_strength.index(strength)),
        any_has(method.depth.words, method.depth.index(lightness_to_lrv(np.clip(alike[..., 0], 0, 100)))),
        alike,
        method,
    )


def judge_pairs(tally, truth, seen, kind, shared, method: Method):
    """Judge what is said of pairs: `truth` and `seen` hold Lab of the first and of the second, (2, n, 3)."""
    neutral = method.neutral
    found = side_by_side(
        *(Colours.of(lab, method.doubts(kind, lab), neutral, method.lightness_doubts(kind, lab)) for lab in seen),
        shared,
        method,
    )
    true = side_by_side(*(Colours.of(lab, EXACT, neutral) for lab in truth), 0.0, method)
    said = PairPhrases(found, method)
    least = method.just_seen  # what is said must be there to be seen, not only of that sign

    def seen_so(ours, theirs):
        return (np.sign(ours) == np.sign(theirs)) & (np.abs(theirs) > least)

    tally.add("lighter", said.lightness, seen_so(found.difference.lightness, true.difference.lightness))
    tally.add("warmer", said.warmth, seen_so(found.warm_effect, true.warm_effect))
    tally.add("clearer", said.greyness, seen_so(found.greyness, true.greyness))
    scale, more = method.undertone, method.claims.widened

    def within(place):
        starts = np.array(scale.edges)[place] - more
        widths = scale.widths()[place] + 2 * more
        return ((true.hue - starts) % 360 < widths) & (true.effect > least)

    tally.add("hue", said.hue, within(found.sector))
    tally.add("hue", said.beside, within(found.beside))
    plain = (true.difference.total >= 3) & (true.difference.total <= 5)
    silent = (said.lightness == 0) & (said.hue == 0) & (said.beside == 0) & (said.warmth == 0) & (said.greyness == 0)
    tally.plain += int(plain.sum())
    tally.unsaid += int((plain & silent).sum())


def calibrate(method: Method):
    """Return a tally for each population, source and way of erring: (population, kind, errors) to `Tally`."""
    found = {}
    for name, reflectance in populations().items():
        lab = to_lab(reflectance)
        words = of_what_looks_the_same(lab, method)
        pairs = near_pairs(lab)
        both = lab[pairs[:, 0]], lab[pairs[:, 1]]
        for kind in KINDS:
            for errors, shared in (("drawn, one maker", method.claims.shared), ("drawn, two makers", 0.0)):
                chance = np.random.default_rng([SEED, KINDS.index(kind)])
                tally = found[name, kind, errors] = Tally()
                common = chance.normal(size=both[0].shape)
                seen = [drawn(one, method.doubts(kind, one), chance, common, shared,
                              method.lightness_doubts(kind, one)) for one in both]  # fmt: skip
                judge_pairs(tally, both, seen, kind, shared, method)
                many = np.repeat(lab, 2, axis=0)
                doubt, light = method.doubts(kind, many), method.lightness_doubts(kind, many)
                judge_singles(tally, many, drawn(many, doubt, chance, lightness=light), kind, words.twice(), method)
        for kind, convert in (("screen", from_hex), ("converted-lab", from_lab50)):
            tally = found[name, kind, "real"] = Tally()
            rounded = convert(reflectance)
            judge_singles(tally, lab, rounded, kind, words, method)
            judge_pairs(tally, both, [rounded[pairs[:, 0]], rounded[pairs[:, 1]]], kind, method.claims.shared, method)
    return found


def lines(found):
    """Return the tallies as lines of a table."""
    said = []
    for (name, kind, errors), tally in found.items():
        parts = []
        for level in ("certain", "probably"):
            right, made = tally.part(level)
            parts.append(f"{level} {made:6,} right {right:6.1%}")
        parts.append(f"unsaid {tally.unsaid / max(tally.plain, 1):5.1%} of {tally.plain}")
        said.append(f"{name:9}{kind:16}{errors:18}{'  '.join(parts)}")
    return said
