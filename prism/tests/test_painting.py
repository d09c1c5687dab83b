"""Areas of rooms, litres and whole cans."""

import unittest
from itertools import product

from prism.painting.amounts import CHEAPER, AmountError, Bought, cans, litres
from prism.painting.areas import DOOR, OPENING, areas

SIZES = (("250 mL", 0.25), ("1 L", 1.0), ("2.5 L", 2.5), ("5 L", 5.0), ("10 L", 10.0))


class Areas(unittest.TestCase):
    def test_openings_are_taken_off(self):
        bare = areas(5, 4, 2.5, doors=0)
        self.assertEqual((bare.walls, bare.ceiling, bare.floor, bare.doors), (45.0, 20.0, 20.0, 0.0))
        found = areas(5, 4, 2.5, windows=[(2, 1.2)], rooflights=[(1, 1)], doors=2, openings=1, on_walls=3.0)
        gone = 2.4 + 2 * DOOR[0] * DOOR[1] + OPENING[0] * OPENING[1] + 3.0
        self.assertAlmostEqual(found.walls, 45 - gone)
        self.assertEqual(found.ceiling, 19)
        self.assertGreater(found.trim, bare.trim)

    def test_nothing_gets_less_than_nothing(self):
        self.assertEqual(areas(1, 1, 2, windows=[(9, 9)]).walls, 0)


class Amounts(unittest.TestCase):
    def test_litres(self):
        self.assertEqual(litres(33, 2, 11), 6)
        self.assertEqual(litres(0, 2, 11), 0)
        for wrong in ((-1, 2, 11), (1, 0, 11), (1, 2, 0)):
            with self.assertRaises(AmountError):
                litres(*wrong)

    def test_whole_cans_and_what_is_left_over(self):
        self.assertEqual(cans(3.1, SIZES).cans, (("2.5 L", 1), ("1 L", 1)))
        self.assertEqual(cans(12.2, SIZES).cans, (("10 L", 1), ("2.5 L", 1)))
        self.assertAlmostEqual(cans(12.2, SIZES).left, 0.3)
        self.assertEqual(cans(0.0, SIZES), Bought((), 0.0, 0.0))
        # what the arithmetic leaves over in the sixteenth digit buys no can
        self.assertEqual(cans(6.000000000000001, SIZES).cans, cans(6.0, SIZES).cans)
        self.assertEqual(cans(4.2, SIZES).cans, (("5 L", 1),))
        for wanted in (0.1, 0.9, 7.7, 33.3, 61.0):
            found = cans(wanted, SIZES)
            self.assertGreaterEqual(found.litres, wanted)
            self.assertAlmostEqual(found.litres - wanted, found.left)

    def test_the_cheapest_of_all_ways(self):
        sizes = dict(SIZES[1:4])
        for tenth in range(1, 120, 7):
            wanted = tenth / 10
            ways = [
                w
                for w in product(range(13), repeat=3)
                if sum(n * s for n, s in zip(w, sizes.values(), strict=True)) >= wanted
            ]
            price = min(sum(n * s**CHEAPER for n, s in zip(w, sizes.values(), strict=True)) for w in ways)
            found = sum(n * sizes[name] ** CHEAPER for name, n in cans(wanted, SIZES[1:4]).cans)
            self.assertAlmostEqual(found, price, places=6)

    def test_no_can_and_too_much(self):
        for wanted, sizes in ((1.0, ()), (1.0, (("none", 0.0),)), (1e4, SIZES)):
            with self.assertRaises(AmountError):
                cans(wanted, sizes)
