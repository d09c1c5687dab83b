"""Many threads at one catalogue: nothing is lost, nothing is mixed up."""

import sys
from concurrent.futures import ThreadPoolExecutor
from itertools import product

import numpy as np
from django.test import TestCase

from decks.catalogue import catalogue
from decks.tests import world
from prism import method
from prism.neutral import GREY


class Threads(TestCase):
    def test_threads_that_share_a_catalogue_read_what_one_alone_would(self):
        world.load_deck()
        held = catalogue(world.person())
        methods = [method.load(key) for key in method.names()]
        bases = list(product(methods, (methods[0].neutral, GREY, GREY.moved(0.5, 1), GREY.moved(1, -1))))
        rows = [list(range(start, start + 40)) for start in range(0, 400, 40)]

        def work(number):
            (chosen, neutral), some = bases[number % len(bases)], rows[number % len(rows)]
            undertone = held.deck(chosen).undertone(neutral)[some]
            surveyed = held.classified(chosen).warmth[some]
            return held.readings(some, chosen, neutral), undertone, surveyed

        alone = [work(number) for number in range(240)]
        before = sys.getswitchinterval()
        sys.setswitchinterval(1e-6)
        try:
            with ThreadPoolExecutor(12) as threads:
                together = list(threads.map(work, range(240)))
        finally:
            sys.setswitchinterval(before)
        for (one, u, warmth), (other, same_u, same_warmth) in zip(alone, together, strict=True):
            self.assertEqual(one, other)
            np.testing.assert_array_equal(u, same_u)
            np.testing.assert_array_equal(warmth, same_warmth)
        with self.assertRaises(ValueError):
            held.lab[0, 0] = 1.0
        with self.assertRaises(ValueError):
            held.deck(methods[0]).undertone(GREY)[0, 0] = 1.0
