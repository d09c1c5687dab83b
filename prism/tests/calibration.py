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
from prism.comparison import Said
from prism.difference import delta_e
from prism.school import School
from prism.side_by_side import Colours, side_by_side
from prism.spectrum import lightness_to_lrv, to_lab, to_xyz, xyz_to_lab
from prism.surety import AXES, axes_at
from prism.survey import family_spread, family_words_at, survey
from prism.tests.surfaces import measured_paints, measured_surfaces

SEED = 20
EXACT = 1e-6
"""ΔE00 by which the truth itself is held to be unsure."""
LEVELS = {1: "probably", 2: "certain"}
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
    """Return Lab with errors of the model: `doubt` ΔE00 over the axes of CIEDE2000, a part of it `common` (n, 3)."""
    axes = axes_at(lab)
    own = chance.normal(size=lab.shape)
    error = own if common is None else np.sqrt(shared) * common + np.sqrt(1 - shared) * own
    error = error * doubt / AXES
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
        for number, name in LEVELS.items():
            at = np.asarray(level) == number
            self.made[subject, name] += int(at.sum())
            self.true[subject, name] += int((at & right).sum())

    def part(self, level, subjects=None):
        """Return the part of the statements at a level that is true, and how many there are."""
        keys = [key for key in self.made if key[1] == level and (subjects is None or key[0] in subjects)]
        made, true = sum(self.made[key] for key in keys), sum(self.true[key] for key in keys)
        return (true / made if made else 1.0), made


def judge_singles(tally, truth, seen, kind, school: School):
    """Judge what is said of single colours: undertone, none, at most a hint, temperature, its side, and depth."""
    doubt = np.full(len(truth), school.doubt(kind))
    light = np.full(len(truth), school.lightness_doubt(kind))
    said = survey(seen, lightness_to_lrv(np.clip(seen[:, 0], 0, 100)), doubt, school, lightness=light)
    true = survey(truth, lightness_to_lrv(truth[:, 0]), np.full(len(truth), EXACT), school)
    none = true.strength < school.passive_below
    hue = school.undertone.index(true.hue)
    tally.add("undertone", said.hues.level, (said.hues.said == hue[:, None]).any(axis=1) & ~none)
    claims = school.claims
    tally.add("no undertone", claims.levels(said.hues.weaker[:, 0]), none)
    tally.add(
        "at most a hint", claims.levels(said.hues.weaker[:, 1]), true.strength < school.undertone_strength.edges[1]
    )
    bands = school.temperature.index(said.warmth)
    rows = np.arange(len(truth))
    level = claims.levels(said.temperature_shares[rows, bands])
    tally.add("temperature", level, bands == school.temperature.index(true.warmth))
    some = slice(None, None, 5)
    words = family_words_at(seen[some], school, school.neutral)
    spread = family_spread(seen[some], doubt[some], light[some], school, school.neutral)
    share = np.array([shares.get(str(word), 0.0) for word, shares in zip(words, spread, strict=True)])
    tally.add("family", claims.levels(share), words == family_words_at(truth[some], school, school.neutral))
    level = claims.levels(said.depth_shares[rows, said.depth])
    tally.add("depth", level, said.depth == true.depth)


def judge_pairs(tally, truth, seen, kind, shared, school: School):
    """Judge what is said of pairs: `truth` and `seen` hold Lab of the first and of the second, (2, n, 3)."""
    neutral, doubt, light = school.neutral, school.doubt(kind), school.lightness_doubt(kind)
    found = side_by_side(*(Colours.of(lab, doubt, neutral, light) for lab in seen), shared, school)
    true = side_by_side(*(Colours.of(lab, EXACT, neutral) for lab in truth), 0.0, school)
    said = Said(found, school)
    tally.add("lighter", said.lightness, np.sign(found.difference.lightness) == np.sign(true.difference.lightness))
    tally.add("warmer", said.warmth, np.sign(found.warmth) == np.sign(true.warmth))
    tally.add("clearer", said.greyness, np.sign(found.greyness) == np.sign(true.greyness))
    scale, more = school.undertone, school.claims.widened

    def within(place):
        starts = np.array(scale.edges)[place] - more
        widths = scale.widths()[place] + 2 * more
        return (true.hue - starts) % 360 < widths

    tally.add("hue", said.hue, within(found.sector))
    tally.add("hue", said.beside, within(found.beside))
    plain = (true.difference.total >= 3) & (true.difference.total <= 5)
    silent = (said.lightness == 0) & (said.hue == 0) & (said.beside == 0) & (said.warmth == 0) & (said.greyness == 0)
    tally.plain += int(plain.sum())
    tally.unsaid += int((plain & silent).sum())


def calibrate(school: School):
    """Return a tally for each population, source and way of erring: (population, kind, errors) to `Tally`."""
    found = {}
    for name, reflectance in populations().items():
        lab = to_lab(reflectance)
        pairs = near_pairs(lab)
        both = lab[pairs[:, 0]], lab[pairs[:, 1]]
        for kind in KINDS:
            doubt, light = school.doubt(kind), school.lightness_doubt(kind)
            for errors, shared in (("drawn, one maker", school.claims.shared), ("drawn, two makers", 0.0)):
                chance = np.random.default_rng([SEED, KINDS.index(kind)])
                tally = found[name, kind, errors] = Tally()
                common = chance.normal(size=both[0].shape)
                seen = [drawn(one, doubt, chance, common, shared, light) for one in both]
                judge_pairs(tally, both, seen, kind, shared, school)
                many = np.repeat(lab, 2, axis=0)
                judge_singles(tally, many, drawn(many, doubt, chance, lightness=light), kind, school)
        for kind, convert in (("screen", from_hex), ("converted-lab", from_lab50)):
            tally = found[name, kind, "real"] = Tally()
            rounded = convert(reflectance)
            judge_singles(tally, lab, rounded, kind, school)
            judge_pairs(tally, both, [rounded[pairs[:, 0]], rounded[pairs[:, 1]]], kind, school.claims.shared, school)
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
