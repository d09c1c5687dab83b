"""Adjusted strengths, mixtures, formulas for the counter, estimated recipes, and the tinting machine."""

import random
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from prism import demo, method, words
from prism.devices.dispenser import CANISTER, DispenserError, SimulatedDispenser
from prism.difference import delta_e
from prism.spectrum import to_lab, to_lrv
from prism.stimulus import from_lab, from_reflectance
from prism.tests.surfaces import measured_paints
from prism.tint import reach
from prism.tint.counter import OUNCE
from prism.tint.estimate import MOST_COLORANTS, estimate, nearest_miss
from prism.tint.formula import formula, rounding_error
from prism.tint.optics import opaque
from prism.tint.recipe import Recipe, RecipeError
from prism.tint.strengths import strengths

WALL = method.load()
SYSTEM = demo.tint_system()
DECK = demo.deck()

entries = st.sampled_from(DECK)
GALLON, SAMPLE = SYSTEM.can("gallon"), SYSTEM.can("half-pint")
SMALLEST = SYSTEM.shots.smallest


class Targets(unittest.TestCase):
    @given(entries, st.floats(-95, 60))
    def test_the_strength_for_an_lrv_is_the_inverse_of_the_lrv_at_a_strength(self, entry, percent):
        percent = min(percent, reach.fullest(entry.recipe, SYSTEM))
        wanted = reach.lrv_at(entry.recipe, percent, SYSTEM)
        found = reach.for_lrv(entry.recipe, wanted, SYSTEM)
        self.assertTrue(found.reached)
        self.assertAlmostEqual(found.lrv, wanted, places=6)
        self.assertAlmostEqual(found.percent, percent, delta=0.01)

    def test_what_cannot_be_reached_says_the_nearest_it_can(self):
        recipe = demo.find("H16.3").recipe
        light = reach.for_lrv(recipe, 99, SYSTEM)
        self.assertEqual((light.limit, light.percent), ("base", -100))
        self.assertIn("lighter than the bare base", words.strengths.reached(light))
        dark = reach.for_lrv(recipe, 2, SYSTEM)
        self.assertEqual(dark.limit, "capacity")
        self.assertLessEqual(recipe.scaled(dark.percent).total, SYSTEM.bases[recipe.base].capacity + 1e-9)
        self.assertIn("The next base takes more", words.strengths.reached(dark))

    def test_the_next_base_holds_more_and_comes_near(self):
        recipe = demo.find("H16.6").recipe
        self.assertIsNone(reach.deeper_base(Recipe("B4"), SYSTEM))
        over = recipe.scaled(reach.fullest(recipe, SYSTEM) + 40)
        base = reach.deeper_base(over, SYSTEM)
        moved = reach.in_base(over, base, SYSTEM)
        self.assertLess(SYSTEM.capacity_used(moved), SYSTEM.capacity_used(over))
        apart = delta_e(*to_lab(SYSTEM.reflectance([moved, over])))
        self.assertLess(float(apart), 3)

    def test_uncertainty_grows_with_the_change_of_an_estimated_recipe(self):
        steps = strengths(demo.find("T05.4").recipe, [0, 25, 100], SYSTEM, WALL, None, 0.3, 0.5)
        self.assertEqual([round(step.reading.uncertainty, 3) for step in steps], [0.3, 0.583, 2.022])

    def test_the_demo_holds_a_green_that_comes_forward_and_one_that_greys(self):
        darker = strengths(demo.find("H108.1").recipe, [0, 50], SYSTEM, WALL, uncertainty=0.3)
        self.assertIsNone(darker[0].reading.undertone.main)
        self.assertEqual(darker[1].reading.undertone.main, "green")
        lighter = strengths(demo.find("H02.3").recipe, [-50, 0], SYSTEM, WALL, uncertainty=0.3)
        self.assertEqual(lighter[1].reading.undertone.main, "red")
        self.assertTrue(lighter[0].reading.undertone.passive)


class Mixtures(unittest.TestCase):
    @given(entries, entries, st.floats(0.1, 9), st.floats(0.1, 9))
    def test_order_does_not_matter_nor_do_units(self, one, other, a, b):
        forth = reach.mixture([(one.recipe, a), (other.recipe, b)], SYSTEM)
        back = reach.mixture([(other.recipe, 3 * b), (one.recipe, 3 * a)], SYSTEM)
        np.testing.assert_allclose(forth, back)
        alone = reach.mixture([(one.recipe, a), (one.recipe, b)], SYSTEM)
        np.testing.assert_allclose(alone, SYSTEM.reflectance([one.recipe])[0], rtol=1e-9)

    def test_a_mixture_lies_between_and_keeps_to_the_stronger(self):
        white, black = demo.find("HW01").recipe, demo.find("HK01").recipe
        lrv = float(to_lrv(reach.mixture([(white, 1), (black, 1)], SYSTEM)))
        self.assertTrue(4 < lrv < 40)  # far darker than halfway: absorption wins

    def test_bad_parts(self):
        recipe = demo.find("HW01").recipe
        for parts in ((1, -1), (0, 0)):
            with self.assertRaises(RecipeError):
                reach.mixture([(recipe, parts[0]), (recipe, parts[1])], SYSTEM)

    def test_the_published_function(self):
        # Kubelka-Munk function F(R) = (1 − R)² / 2R, as it is tabulated: R and K/S
        for reflectance, ratio in (
            (0.05, 9.025),
            (0.1, 4.05),
            (0.25, 1.125),
            (0.5, 0.25),
            (0.8, 0.025),
            (0.9, 0.0055556),
        ):
            self.assertAlmostEqual(float(opaque(ratio, 1.0)), reflectance, places=6)


class Formulas(unittest.TestCase):
    @given(entries, st.sampled_from(SYSTEM.cans))
    def test_units_agree_with_one_another(self, entry, can):
        found = formula(entry.recipe, can, SYSTEM)
        for line in found.lines:
            shots = 48 * line.ounces + line.shots
            self.assertAlmostEqual(shots * OUNCE / 48, line.ml, places=6)
            self.assertAlmostEqual(shots / SMALLEST, round(shots / SMALLEST), places=6)
            self.assertLess(line.shots, 48)
            self.assertLessEqual(abs(line.ml - line.exact_ml), SMALLEST * OUNCE / 48 / 2 + 1e-9)
            self.assertAlmostEqual(line.grams, line.ml * SYSTEM.colorants[line.code].density)

    def test_the_deck_is_exact_in_a_gallon(self):
        for entry in DECK[::97]:
            self.assertLess(formula(entry.recipe, GALLON, SYSTEM).rounding, 0.01)

    def test_a_small_can_rounds_too_far_and_a_larger_one_is_named(self):
        recipe = demo.find("H14.3").recipe.scaled(-60)
        small = formula(recipe, SAMPLE, SYSTEM)
        self.assertGreater(small.rounding, 0.5)
        self.assertGreater(small.better_can.litres, SAMPLE.litres)
        self.assertLessEqual(rounding_error(recipe, small.better_can, SYSTEM), 0.5)
        said = " ".join(words.recipes.formula_warnings(small))
        self.assertIn("make a", said)

    def test_what_is_too_little_is_said(self):
        found = formula(Recipe("B1", {"LB": 1.0, "VT": 0.01}), SAMPLE, SYSTEM)
        self.assertEqual([line.dropped for line in found.lines], [False, True])
        self.assertIn("Violet is less than the smallest shot", " ".join(words.recipes.formula_warnings(found)))

    def test_over_capacity_and_unknown_colorants(self):
        over = formula(Recipe("B1", {"LB": 40.0}), GALLON, SYSTEM)
        self.assertTrue(over.over_capacity)
        self.assertIn("125\u00a0% of its capacity", " ".join(words.recipes.formula_warnings(over)))
        with self.assertRaisesRegex(RecipeError, "unknown colorant 'ZZ'"):
            formula(Recipe("B1", {"ZZ": 1.0}), GALLON, SYSTEM)

    def test_the_text_is_what_the_counter_reads(self):
        text = words.recipes.formula_text("Pintle Blotter", formula(Recipe("B1", {"LB": 9.0}), GALLON, SYSTEM))
        self.assertIn("white base (B1), gallon", text)
        self.assertRegex(text, r"LB lamp black: 1 oz 7.25/48  34\.0\d mL")


class Estimates(unittest.TestCase):
    def near(self, recipe, entry, percents):
        pairs = [SYSTEM.reflectance([recipe.scaled(p), entry.recipe.scaled(p)]) for p in percents]
        return max(float(delta_e(*to_lab(pair))) for pair in pairs)

    def test_from_the_spectrum_nearly_every_colour_is_right_at_other_strengths_too(self):
        right = 0
        some = DECK[::53]
        for entry in some:
            best = estimate(entry.colour, SYSTEM)[0]
            self.assertLessEqual(len(best.recipe.amounts), MOST_COLORANTS)
            right += self.near(best.recipe, entry, (0, 25, -25)) <= 0.5
        self.assertGreaterEqual(right / len(some), 0.95)

    def test_from_lab_alone_most_are(self):
        sample = random.Random(4).sample(DECK, 60)
        right = 0
        for entry in sample:
            found = estimate(from_lab(entry.colour.lab), SYSTEM)
            right += bool(found) and self.near(found[0].recipe, entry, (25, -25)) <= 1.0
        self.assertGreaterEqual(right / len(sample), 0.9)

    @settings(max_examples=25, deadline=None)
    @given(entries)
    def test_answers_fit_their_base_differ_and_come_near(self, entry):
        for colour in (entry.colour, from_lab(entry.colour.lab)):
            found = estimate(colour, SYSTEM)
            kinds = {(one.recipe.base, frozenset(one.recipe.amounts)) for one in found}
            self.assertEqual(len(kinds), len(found))
            for one in found:
                self.assertLessEqual(SYSTEM.capacity_used(one.recipe), 1)
                self.assertLessEqual(one.residual, found[0].residual + 0.5)

    def test_a_third_base_is_tried_where_two_only_come_near(self):
        for lab in ((61.1, 2.6, 34.1), (54.1, -28.1, -12.3), (78.2, -9.1, 41.6)):
            found = estimate(from_lab(lab), SYSTEM)
            self.assertTrue(found, lab)
            self.assertLess(found[0].residual, 0.05)

    def test_what_nothing_makes_has_no_recipe(self):
        self.assertEqual(estimate(from_lab((50, 95, 60)), SYSTEM), [])


class FinishedOnTheColour(unittest.TestCase):
    def test_a_spectrum_that_no_colorants_copy_ends_on_its_colour(self):
        made = missed = 0
        for reflectance in measured_paints():
            colour = from_reflectance(reflectance)
            found = estimate(colour, SYSTEM)
            if not found:
                missed += 1
                self.assertGreater(nearest_miss(colour, SYSTEM) or 9, 1.0)
                continue
            made += 1
            self.assertLessEqual(found[0].residual, 1.0)
            again = to_lab(SYSTEM.reflectance([found[0].recipe]))[0]
            self.assertAlmostEqual(float(delta_e(np.array(colour.lab), again)), found[0].residual, places=6)
        self.assertGreater(made, missed)

    def test_a_deck_recipe_is_not_the_estimators_own_choice(self):
        same = 0
        some = DECK[::101]
        for entry in some:
            best = estimate(from_lab(entry.colour.lab), SYSTEM)[0].recipe
            same += set(best.amounts) == set(entry.recipe.amounts)
        self.assertLess(same / len(some), 0.5)


class Dispensing(unittest.TestCase):
    def machine(self, **levels):
        return SimulatedDispenser(SYSTEM, seed=7, levels=levels)

    def test_cans_are_near_their_formula_and_never_twice_the_same(self):
        machine = self.machine()
        wanted = formula(demo.find("H16.3").recipe, GALLON, SYSTEM)
        cans = [machine.dispense(wanted) for _ in range(6)]
        self.assertEqual([can.serial for can in cans], [1, 2, 3, 4, 5, 6])
        lab = to_lab(SYSTEM.reflectance([wanted.recipe, *(can.recipe for can in cans)]))
        apart = delta_e(lab[0], lab[1:])
        self.assertTrue((apart > 0).all() and (apart < 1).all())
        again = SimulatedDispenser(SYSTEM, seed=7)
        self.assertEqual(again.dispense(wanted).recipe, cans[0].recipe)

    def test_small_cans_scatter_more(self):
        entry = demo.find("H14.3")

        def scatter(can):
            machine = self.machine()
            wanted = formula(entry.recipe, can, SYSTEM)
            labs = to_lab(SYSTEM.reflectance([machine.dispense(wanted).recipe for _ in range(12)]))
            return float(delta_e(labs.mean(axis=0), labs).mean())

        self.assertGreater(scatter(SAMPLE), 2 * scatter(SYSTEM.can("five")))

    def test_it_runs_dry_and_dispenses_nothing_then(self):
        machine = self.machine(LB=1.0)
        wanted = formula(demo.find("H16.3").recipe, GALLON, SYSTEM)
        before = dict(machine.levels)
        with self.assertRaisesRegex(DispenserError, "too little lamp black"):
            machine.dispense(wanted)
        self.assertEqual((machine.levels, machine.serial), (before, 0))
        machine.refill("LB")
        machine.dispense(wanted)
        self.assertLess(machine.levels["LB"], CANISTER)
        with self.assertRaises(DispenserError):
            machine.refill("ZZ")

    def test_over_capacity_is_refused(self):
        with self.assertRaisesRegex(DispenserError, "cannot hold"):
            self.machine().dispense(formula(Recipe("B1", {"LB": 40.0}), GALLON, SYSTEM))
