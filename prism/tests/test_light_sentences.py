"""What is said of a wall in its light agrees with the figures, clause by clause."""

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
            yield seen, board, words.seen_line("east", 9.0, seen, board)

    def test_each_clause_is_what_the_figures_say(self):
        pulled = faded = 0
        for seen, board, line in self.said():
            _, _, clause = line.partition("; ")
            what, _, depth = clause.rpartition(", ")
            before, after = undertone(board.lab), undertone(seen.lab)
            size = float(np.hypot(*before))
            gained = float(after @ before) / max(size, 1e-9) - size
            if " pulls " in what:
                pulled += 1
                hue = HUES[what.rpartition("pulls ")[2]]
                if seen.family.hue:  # what pulls is the hue that the wall itself is called by
                    self.assertEqual(hue, seen.family.hue, line)
            if "fades and" in what or (" fades" in what and "pulls" not in what):
                faded += 1
                if "pulls" in what or np.hypot(*after) >= WALL.passive_below:
                    self.assertLess(gained, 0, line)
            if " grows" in what:
                self.assertGreater(gained, 0, line)
            if seen.lab[0] < board.lab[0] - 1.5:
                self.assertIn("darker", depth, line)
            elif seen.lab[0] > board.lab[0] + 1.5:
                self.assertIn("lighter", depth, line)
            self.assertLessEqual(line.count("probably") + line.count(" or ") + line.count("perhaps"), 1, line)
        self.assertGreater(pulled, 20)
        self.assertGreater(faded, 5)

    def test_a_red_that_is_a_pink_when_pale_is_one_hue(self):
        board, pale = readings([[55, 20, 12], [80, 20, 12]], 0.3, WALL)
        self.assertEqual((board.family.hue, pale.family.hue), ("red", "red"))
        self.assertNotIn("pulling", words.change_from(pale, board))
