"""CIEDE2000 and nearest colours."""

import csv
import unittest
from pathlib import Path

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from prism.difference import delta_e, difference
from prism.nearest import Nearest, nearest
from prism.tests.oracle import oracle

labs = st.tuples(st.floats(0, 100), st.floats(-110, 110), st.floats(-110, 110))


def published() -> np.ndarray:
    with (Path(__file__).parent / "ciede2000_pairs.csv").open() as handle:
        return np.array([[float(v) for v in row] for row in list(csv.reader(handle))[1:]])


class Ciede2000(unittest.TestCase):
    def test_published_pairs(self):
        table = published()
        self.assertEqual(len(table), 34)
        found = delta_e(table[:, :3], table[:, 3:6])
        np.testing.assert_allclose(found, table[:, 6], atol=1e-4)
        np.testing.assert_allclose(delta_e(table[:, 3:6], table[:, :3]), table[:, 6], atol=1e-4)

    def test_agrees_with_the_oracle_everywhere(self):
        rng = np.random.default_rng(3)
        first, second = (rng.uniform([0, -110, -110], [100, 110, 110], (4000, 3)) for _ in range(2))
        np.testing.assert_allclose(
            delta_e(first, second), oracle().delta_E(first, second, method="CIE 2000"), atol=1e-9
        )

    @given(labs, labs)
    def test_symmetric_zero_on_itself_and_reversing(self, one, other):
        # hues that are almost opposite have an ill-conditioned mean, hence 1e-6
        self.assertAlmostEqual(float(delta_e(one, other)), float(delta_e(other, one)), delta=1e-6)
        self.assertAlmostEqual(float(delta_e(one, one)), 0.0, places=9)
        forth, back = difference(one, other), difference(other, one)
        self.assertAlmostEqual(float(forth.lightness), -float(back.lightness), places=7)
        self.assertAlmostEqual(float(forth.chroma), -float(back.chroma), places=7)

    def test_parts_of_a_pure_lightness_difference(self):
        parts = difference([50, 0, 0], [60, 0, 0])
        self.assertGreater(parts.lightness, 0)
        self.assertAlmostEqual(float(parts.total), float(parts.lightness), places=9)
        self.assertEqual(float(parts.chroma), 0)


class NearestColours(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(labs, st.integers(0, 2**32 - 1), st.integers(1, 20))
    def test_the_tree_finds_what_brute_force_finds(self, target, seed, count):
        rng = np.random.default_rng(seed)
        spread = rng.choice([4.0, 12.0, 40.0])
        deck = np.stack([rng.uniform(0, 100, 700), *rng.normal(0, spread, (2, 700))], axis=1)
        rows, distance = Nearest(deck).query(target, count)
        brute_rows, brute_distance = nearest(target, deck, count)
        np.testing.assert_allclose(distance, brute_distance, atol=1e-9)
        self.assertEqual(rows.tolist(), brute_rows.tolist())

    def test_black_and_grey_targets(self):
        deck = np.random.default_rng(2).uniform([0, -60, -60], [100, 60, 60], (500, 3))
        for target in ([0, 0, 0], [50, 0, 0], [100, 0, 0]):
            self.assertEqual(Nearest(deck).query(target, 7)[0].tolist(), nearest(target, deck, 7)[0].tolist())

    def test_small_and_empty_decks(self):
        self.assertEqual(Nearest(np.empty((0, 3))).query([50, 0, 0], 12)[0].size, 0)
        rows, distance = Nearest([[50, 0, 0], [60, 0, 0]]).query([51, 0, 0], 12)
        self.assertEqual(rows.tolist(), [0, 1])
        self.assertLess(distance[0], distance[1])
        self.assertEqual(nearest([50, 0, 0], np.empty((0, 3)))[0].size, 0)
