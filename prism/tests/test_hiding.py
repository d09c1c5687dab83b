"""Hiding: what two coats cover, which base does, and that no board is shown that could not be painted."""

import json
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from prism import demo, method, words
from prism.formats import tint_system
from prism.formats.tint_system import TintSystemError
from prism.spectrum import to_lrv
from prism.tint.hiding import HIDES, Hiding, hiding_base, opacities
from prism.tint.optics import film, opaque
from prism.tint.recipe import Recipe, RecipeError
from prism.tint.strengths import strengths

SYSTEM, WALL = demo.tint_system(), method.load()


def of(*recipes):
    return opacities(recipes, SYSTEM)


class Films(unittest.TestCase):
    @given(st.floats(0.001, 5), st.floats(0.05, 2), st.floats(0, 1))
    def test_thick_films_are_opaque_and_none_shows_its_ground(self, k, s, ground):
        self.assertAlmostEqual(float(film(k, s, 400 / s, ground)), float(opaque(k, s)), places=4)
        self.assertAlmostEqual(float(film(k, s, 0.0, ground)), ground, places=6)

    @given(st.floats(0.0, 2), st.floats(0.05, 2), st.floats(0.1, 30))
    def test_over_white_is_never_darker(self, k, s, thickness):
        over = film(k, s, thickness, np.array([0.0, 0.5, 1.0]))
        self.assertTrue((np.diff(over) >= -1e-9).all())

    def test_a_film_that_only_scatters(self):
        # with K = 0 over black, R = SX / (1 + SX)
        self.assertAlmostEqual(float(film(1e-9, 1.0, 3.0, 0.0)), 0.75, places=3)


class Bases(unittest.TestCase):
    def test_the_white_base_hides_and_the_clear_one_does_not(self):
        ratios = [found.ratio for found in of(*(Recipe(code) for code in SYSTEM.bases))]
        self.assertEqual(ratios, sorted(ratios, reverse=True))
        self.assertGreaterEqual(ratios[0], HIDES)
        self.assertLess(ratios[-1], 0.6)
        self.assertGreater(to_lrv(SYSTEM.reflectance([Recipe("B4")]))[0], 90)  # opaque, it would be as light

    def test_colorants_make_a_clear_base_hide(self):
        (dark,) = of(Recipe("B4", {"LB": 60.0, "EY": 20.0}))
        self.assertIs(dark.hiding, Hiding.HIDES)

    def test_a_third_coat_covers_more(self):
        for found in of(*(entry.recipe for entry in demo.deck()[::211])):
            self.assertGreaterEqual(found.with_third, found.ratio - 1e-9)

    def test_the_deck_can_be_painted(self):
        thin = [one for one in of(*(entry.recipe for entry in demo.deck())) if one.hiding is Hiding.SHOWS_THROUGH]
        self.assertLess(len(thin) / len(demo.deck()), 0.02)

    def test_a_system_without_a_film_says_so(self):
        with self.assertRaises(RecipeError):
            opacities([Recipe("B1")], replace(SYSTEM, film=None))
        found = strengths(Recipe("B1", {"LB": 1.0}), [0], replace(SYSTEM, film=None), WALL)
        self.assertIsNone(found[0].opacity)
        self.assertEqual(words.strengths.hiding(found[0].opacity), "")


class Strengths(unittest.TestCase):
    def test_a_strength_that_no_longer_hides_says_so_and_where_it_would(self):
        dark = next(e for e in demo.deck() if e.recipe.base == "B4" and e.colour.lrv < 8 and e.recipe.total > 40)
        standard, faint = strengths(dark.recipe, [0, -99], SYSTEM, WALL)
        self.assertTrue(standard.hides)
        self.assertFalse(faint.hides)
        self.assertIn("does not cover", words.strengths.hiding(faint.opacity))
        self.assertIn("does not cover", words.strengths.strength_step(faint, standard.reading.undertone, WALL))
        moved = hiding_base(faint.recipe, SYSTEM)
        self.assertNotEqual(moved.base, "B4")
        self.assertIs(of(moved)[0].hiding, Hiding.HIDES)
        self.assertAlmostEqual(float(to_lrv(SYSTEM.reflectance([moved]))[0]), faint.lrv, delta=0.5)
        self.assertIn("it covers", words.strengths.hiding_elsewhere("deep base", 40.0, 0.4))
        self.assertIn("No base", words.strengths.hiding_elsewhere(None, 0, 0))

    def test_nothing_hides_a_recipe_that_is_full_everywhere(self):
        self.assertIsNone(hiding_base(Recipe("B1", {"LB": 1.0}), SYSTEM))


class Files(unittest.TestCase):
    def test_the_film_is_read_and_checked(self):
        whole = json.loads(tint_system.write(SYSTEM))
        self.assertEqual(tint_system.read(json.dumps(whole).encode()).film, SYSTEM.film)
        del whole["film"]
        self.assertIsNone(tint_system.read(json.dumps(whole).encode()).film)
        for film_, part in (([], "an object"), ({"coats": 2, "micrometres": -1, "scattering": 3}, "micrometres")):
            with self.assertRaisesRegex(TintSystemError, part):
                tint_system.read(json.dumps(whole | {"film": film_}).encode())
