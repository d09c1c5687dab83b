"""What is said of a wall in its light agrees with the figures, clause by clause."""

import re
import unittest

import numpy as np

from prism import method, words
from prism.light.claims import readings
from prism.tests.random_rooms import cases
from prism.tests.rooms import paint

WALL = method.load()
HUES = {"pink": "red"} | {hue: hue for hue in WALL.undertone.words}


def undertone(lab):
    return WALL.neutral.undertone(np.asarray(lab, dtype=float)[None])[0]


class Sentences(unittest.TestCase):
    def said(self):
        chance = np.random.default_rng(8)
        for case in cases(300, 31):
            lab = np.array([chance.uniform(30, 94), chance.normal(0, 5), chance.normal(6, 7)])
            wall = case.lit(paint(*lab)).seen()[0, case.wall]
            wall[0] = min(wall[0], 100)
            seen, board = readings([wall, lab], [4.0, 0.3], WALL)
            yield seen, board, words.light.seen_line("east", 9.0, seen, board)

    def test_each_clause_is_what_the_figures_say(self):
        pulled = gained = faded = 0
        for seen, board, line in self.said():
            _, _, change = line.rstrip(".").partition(", ")
            before, after = undertone(board.lab), undertone(seen.lab)
            more = float(after @ before) / max(float(np.hypot(*before)), 1e-9) - float(np.hypot(*before))
            if found := re.search(r"pulling (\w+)", change):
                pulled += 1
                if seen.family.hue:  # what it pulls towards is the hue that the wall itself is called by
                    self.assertEqual(HUES[found[1]], seen.family.hue, line)
            if re.search(r"\bless \w+|\bwithout its", change):
                faded += 1
                self.assertLess(more, 0, line)
            if re.search(r"\bmore \w+", change):
                gained += 1
                self.assertGreater(more, 0, line)
            deeper = board.lab[0] - seen.lab[0]
            self.assertEqual("darker" in change, deeper >= 1.5, line)
            self.assertEqual("lighter" in change, deeper <= -1.5, line)
            if change:  # without one, it is called by another hue than its sample
                differs = re.search("pull|less|more|without|darker|lighter", change)
                self.assertEqual(change == "like the sample", not differs, line)
            self.assertLessEqual(line.count("probably") + line.count(" or ") + line.count("perhaps"), 1, line)
        self.assertGreater(min(pulled, gained, faded), 5)

    def test_a_red_that_is_a_pink_when_pale_is_one_hue(self):
        board, pale = readings([[55, 20, 12], [80, 20, 12]], 0.3, WALL)
        self.assertEqual((board.family.hue, pale.family.hue), ("red", "red"))
        self.assertNotIn("pulling", words.light.change_from(pale, board))
