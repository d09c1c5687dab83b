"""Kubelka-Munk, strengths, and the demo deck they make."""

import math
import unittest
from itertools import pairwise

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from prism import demo, method, words
from prism.demo import build, pigments
from prism.nearest import Nearest
from prism.reading import read_many
from prism.tint.counter import Shots
from prism.tint.optics import K1, inner, opaque, surface
from prism.tint.recipe import Recipe, RecipeError
from prism.tint.strengths import strengths

WALL = method.load()
SYSTEM = demo.tint_system()
entries = st.sampled_from(demo.deck())


def run(entry, *percents):
    return strengths(entry.recipe, percents, SYSTEM, WALL, uncertainty=0.3)


class Formulas(unittest.TestCase):
    def test_a_worked_value(self):
        # K/S = (1 - R)² / 2R: an opaque film of R = 0.5 has K/S 0.25 (Kubelka and Munk's own relation)
        self.assertAlmostEqual(float(opaque(0.25, 1.0)), 0.5, places=12)
        self.assertAlmostEqual(float(opaque(0.0, 1.0)), 1.0)
        self.assertAlmostEqual(float(opaque(3e6, 1.0)) * 6e6, 1.0, places=5)

    @given(st.floats(1e-4, 0.999))
    def test_surface_and_its_inverse(self, inside):
        measured = surface(inside)
        self.assertGreaterEqual(measured, K1)
        self.assertAlmostEqual(float(inner(measured)), inside, places=9)

    def test_a_perfect_inner_white_stays_perfect(self):
        self.assertAlmostEqual(float(surface(1.0)), 1.0, places=12)

    def test_a_shot_is_a_forty_eighth_of_a_fluid_ounce_in_a_gallon(self):
        self.assertAlmostEqual(Shots().ml / SYSTEM.can("gallon").litres, 1000 / 128 / 48, places=6)


class Strengths(unittest.TestCase):
    @given(entries)
    def test_standard_is_the_catalogue_colour_exactly(self, entry):
        step = run(entry, 0)[0]
        self.assertEqual(step.delta_e, 0)
        np.testing.assert_allclose(step.reading.lab, entry.colour.lab, atol=1e-12)

    @given(entries)
    def test_minus_one_hundred_is_the_base(self, entry):
        step = run(entry, -100)[0]
        bare = SYSTEM.reflectance([Recipe(entry.recipe.base)])[0]
        np.testing.assert_allclose(step.reflectance, bare, atol=1e-12)

    @settings(deadline=None)
    @given(entries, st.lists(st.floats(-100, 300), min_size=2, max_size=8, unique=True))
    def test_lrv_falls_as_strength_rises(self, entry, percents):
        lrvs = [step.lrv for step in run(entry, *sorted(percents))]
        self.assertTrue(all(later <= earlier + 1e-9 for earlier, later in pairwise(lrvs)))

    def test_order_and_neighbours_do_not_matter(self):
        entry = demo.find("H16.3")
        alone = run(entry, 25)[0]
        among = run(entry, -50, 25, 60)[1]
        self.assertEqual(alone.recipe, among.recipe)
        np.testing.assert_allclose(alone.reflectance, among.reflectance, atol=1e-12)

    def test_capacity(self):
        entry = max(demo.deck(), key=lambda e: e.recipe.total / SYSTEM.bases[e.recipe.base].capacity)
        self.assertFalse(run(entry, 0)[0].over_capacity)
        step = run(entry, 300)[0]
        self.assertTrue(step.over_capacity)
        self.assertIn("base can hold", words.strengths.strength_step(step, step.reading.undertone, WALL))

    def test_bad_recipes_are_refused(self):
        for recipe, part in (
            (Recipe("B9", {}), "B9"),
            (Recipe("B1", {"ZZ": 1.0}), "ZZ"),
            (Recipe("B1", {"LB": -1.0}), "negative"),
        ):
            with self.assertRaisesRegex(RecipeError, part):
                SYSTEM.reflectance([recipe])
        with self.assertRaisesRegex(RecipeError, "−100"):
            demo.find("H16.3").recipe.scaled(-101)

    def test_drift_is_said_as_it_is(self):
        for entry in demo.deck()[30::331]:
            steps = run(entry, -50, 0, 50)
            standard = steps[1].reading.undertone
            for step in (steps[0], steps[2]):
                said = words.strengths.strength_step(step, standard, WALL)
                moved = step.drift_effect >= WALL.just_seen
                self.assertEqual("undertone holds" in said, not moved, said)
                self.assertAlmostEqual(step.drift[0], step.reading.undertone.vector[0] - standard.vector[0])

    def test_lines_that_nobody_sees_crossed_are_said(self):
        for code, percent, said in (
            ("HW01", 50, "holds, still too little to name"),
            ("HW01", -50, "holds, just enough now to be called blue"),
            ("T06.2", 25, "holds, just enough now to be called green"),
            ("H04.1", 25, "holds, just over the edge to pink"),
            ("T16.7", -50, "its undertone moves to orange"),
        ):
            steps = run(demo.find(code), 0, percent)
            self.assertIn(said, words.strengths.drift(steps[1], steps[0].reading.undertone, WALL))
        guessed = strengths(demo.find("HK01").recipe, [0, 100], SYSTEM, WALL, None, 0.3, 1.0)
        self.assertIn(
            "holds, too unsure now to be named", words.strengths.drift(guessed[1], guessed[0].reading.undertone, WALL)
        )


class DemoDeck(unittest.TestCase):
    def test_no_two_colours_are_the_same_and_every_step_of_a_strip_is_darker(self):
        for maker in build.MAKERS.values():
            own = [entry for entry in demo.deck() if entry.maker == maker]
            index = Nearest([entry.colour.lab for entry in own])
            for entry in own:
                self.assertGreater(float(index.query(entry.colour.lab, 2)[1][1]), 0.1, entry.code)
        for row, entry in enumerate(demo.deck()):
            before = demo.deck()[row - 1]
            if entry.strip and (entry.maker, entry.strip) == (before.maker, before.strip):
                self.assertLess(entry.colour.lrv, before.colour.lrv - 1, entry.code)
            self.assertLessEqual(demo.tint_system().capacity_used(entry.recipe), 1, entry.code)

    def test_its_size_and_makers(self):
        deck = demo.deck()
        self.assertGreaterEqual(len(deck), 3500)
        self.assertEqual(len({e.maker for e in deck}), 3)
        self.assertEqual(len({e.code for e in deck}), len(deck))
        self.assertEqual(len({e.name for e in deck}), len(deck))

    def test_recipes_are_like_real_ones(self):
        for entry in demo.deck():
            self.assertIn(len(entry.recipe.amounts), (2, 3, 4), entry.code)
            self.assertLessEqual(entry.recipe.total, SYSTEM.bases[entry.recipe.base].capacity, entry.code)

    def test_strips_of_seven_get_darker(self):
        strips = {}
        for entry in demo.deck():
            if entry.strip:
                strips.setdefault((entry.maker, entry.strip), []).append(entry)
        for steps in strips.values():
            self.assertEqual([e.step for e in steps], [1, 2, 3, 4, 5, 6, 7])
            lrvs = [e.colour.lrv for e in steps]
            self.assertEqual(lrvs, sorted(lrvs, reverse=True))

    def test_it_looks_like_a_real_deck(self):
        deck = demo.deck()
        readings = read_many([e.colour.lab for e in deck], [e.colour.lrv for e in deck], [0.3] * len(deck), WALL)
        chroma = [math.hypot(*r.lab[1:]) for r in readings]
        self.assertGreater(np.mean(np.array(chroma) < 10), 0.5)
        self.assertGreater(np.median([r.lrv for r in readings]), 55)
        self.assertGreaterEqual(
            sum(r.lrv >= 82 and not e.strip for e, r in zip(demo.deck(), readings, strict=True)), 14
        )
        self.assertGreaterEqual(sum(r.lrv < 7 for r in readings), 4)
        bands = {(r.undertone.main, r.depth) for r in readings if r.family.is_neutral}
        for hue in WALL.undertone.words:
            depths = {depth for main, depth in bands if main == hue}
            self.assertLessEqual({"medium-dark", "mid-tone", "light", "off-white"}, depths, hue)

    def test_it_is_repeatable(self):
        fresh = pigments.system()
        for code, part in fresh.colorants.items():
            np.testing.assert_allclose(SYSTEM.colorants[code].k, part.k, rtol=1e-5)
        cards = build._first_edition(SYSTEM)
        again = build.dispensed(cards, SYSTEM)
        for card, recipe in zip(cards, again, strict=True):
            self.assertEqual(recipe, demo.find(card.code).recipe)

    def test_colorants_never_lighten_a_base(self):
        for part in SYSTEM.colorants.values():
            for base in SYSTEM.bases.values():
                self.assertTrue((part.k / part.s >= base.k / base.s * (1 - 1e-5)).all(), part.code)
