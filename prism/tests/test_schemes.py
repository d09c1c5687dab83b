"""Schemes: what each place holds, whatever the order of the deck; what each character means."""

import json
import unittest

import numpy as np

from prism import demo, school, words
from prism.company.scheme import APART, CHARACTERS, SHARES, scheme, wanted
from prism.difference import delta_e
from prism.reading import read
from prism.tests.test_command_line import run
from prism.whites.ranking import which

WALL = school.load()
ENTRIES = demo.deck()
LAB = np.array([entry.colour.lab for entry in ENTRIES])
LRV = np.array([entry.colour.lrv for entry in ENTRIES])
KEYS = [entry.code for entry in ENTRIES]
SUBJECTS = ("H16.3", "T05.4", "T04.3", "H06.3", "F14.3")


def subject(code):
    return read(demo.find(code).colour, WALL)


def made(code, character, rows=None):
    rows = np.arange(len(KEYS)) if rows is None else rows
    found = scheme(subject(code), character, LAB[rows], LRV[rows], [KEYS[r] for r in rows], WALL, WALL.neutral)
    return found, {place.name: place for place in found.places}


class Schemes(unittest.TestCase):
    def test_shares_are_whole_and_never_half_and_half(self):
        for character in CHARACTERS:
            self.assertEqual(sum(SHARES[character].values()), 100)
            across = {"balance": ("middle", "accent"), "opposite": ("accent",)}.get(character, ())
            self.assertLessEqual(sum(SHARES[character][name] for name in across), 30)

    def test_paler_is_paler_middle_between_and_accent_deeper(self):
        for code in SUBJECTS:
            for character in CHARACTERS:
                _, by = made(code, character)
                own = subject(code).lrv
                self.assertGreater(by["paler"].lrv, own, code)
                self.assertLess(by["middle"].lrv, own, code)
                self.assertLess(by["accent"].lrv, by["middle"].lrv, code)

    def test_a_ladder_keeps_the_undertone(self):
        for code in SUBJECTS:
            _, by = made(code, "ladder")
            for name in ("paler", "middle", "accent"):
                self.assertLess(by[name].angle, 35, (code, name))

    def test_an_opposite_accent_is_opposite_in_temperature_and_the_rest_is_quiet(self):
        for code in SUBJECTS:
            _, by = made(code, "opposite")
            own = subject(code).temperature.value
            accent = read(ENTRIES[by["accent"].row].colour, WALL).temperature.value
            self.assertLess(own * accent, 0, code)
            self.assertLess(by["middle"].angle, 35, code)

    def test_balance_has_both_sides(self):
        for code in SUBJECTS:
            _, by = made(code, "balance")
            sides = {read(ENTRIES[by[n].row].colour, WALL).temperature.value > 0 for n in ("paler", "middle")}
            self.assertEqual(sides, {True, False}, code)

    def test_no_two_are_the_same_and_none_of_the_walls_is_a_white(self):
        whites = set(which(LAB, LRV, WALL, WALL.neutral).tolist())
        for code in SUBJECTS:
            found, _ = made(code, "ladder")
            rows = [place.row for place in found.places if place.name in ("paler", "middle", "accent")]
            self.assertFalse(set(rows[1:]) & whites)
            for i, one in enumerate(rows):
                for other in rows[i + 1 :]:
                    self.assertGreaterEqual(float(delta_e(LAB[one], LAB[other])), APART)

    def test_the_order_of_the_deck_is_nothing_to_it(self):
        rng = np.random.default_rng(5)
        for character in CHARACTERS:
            expected = [KEYS[p.row] for p in made("H16.3", character)[0].places if p.row >= 0]
            rows = rng.permutation(len(KEYS))
            found = made("H16.3", character, rows)[0]
            self.assertEqual([KEYS[rows[p.row]] for p in found.places if p.row >= 0], expected)

    def test_scores_say_what_they_rest_on(self):
        found, by = made("H16.3", "ladder")
        self.assertTrue(0 < found.score <= 1)
        self.assertGreaterEqual(by["middle"].score, 0.8)
        reasons = words.place_reasons(by["middle"], "ladder")
        self.assertIn(f"LRV {by['middle'].lrv:.1f}", reasons[0])
        self.assertIn("subject’s undertone", reasons[1])

    def test_a_dark_subject_is_met_by_lighter_ones(self):
        want = wanted(read(demo.find("H16.7").colour, WALL), "ladder", WALL)
        self.assertGreater(want["middle"].lrv, demo.find("H16.7").colour.lrv)

    def test_a_deck_of_nothing_gives_the_subject_alone(self):
        found = scheme(subject("H16.3"), "ladder", np.zeros((0, 3)), np.zeros(0), [], WALL, WALL.neutral)
        self.assertEqual([place.name for place in found.places], ["subject"])


class Command(unittest.TestCase):
    def test_all_characters_or_one(self):
        found = json.loads(run("scheme", "H16.3", "--json")[1])
        self.assertEqual([one["character"] for one in found], list(CHARACTERS))
        for one in found:
            self.assertEqual(sum(place["share"] for place in one["places"]), 100)
            for place in one["places"]:
                self.assertLessEqual({"place", "code", "share", "score", "reasons"}, set(place))
        one = json.loads(run("scheme", "H16.3", "--character", "opposite", "--json")[1])
        self.assertEqual(len(one), 1)
        status, out, _ = run("scheme", "#C4CBC9")
        self.assertEqual(status, 0)
        self.assertIn("One undertone at many depths", out)
        self.assertEqual(run("scheme", "H16.3", "--character", "loud")[0], 2)
