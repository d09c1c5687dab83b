"""Schemes: what each place holds, whatever the order of the deck; what each character means."""

import json
import unittest

import numpy as np

from prism import demo, method, words
from prism.difference import delta_e
from prism.method.checks import CHARACTERS
from prism.palette.pool import Pool
from prism.palette.scheme import CARRIED, Asked, Carried, SchemeError, scheme, wanted
from prism.reading import read
from prism.stimulus import from_lab
from prism.tests.test_command_line import run

WALL = method.load()
ENTRIES = demo.deck()
LAB = np.array([entry.colour.lab for entry in ENTRIES])
LRV = np.array([entry.colour.lrv for entry in ENTRIES])
KEYS = [entry.code for entry in ENTRIES]
POOL = Pool(LAB, LRV, KEYS, WALL, WALL.neutral)
PLAIN = [character for character in CHARACTERS if character not in CARRIED]
SUBJECTS = ("H16.3", "T05.4", "T04.3", "H06.3", "F14.3")


def subject(code):
    return read(demo.find(code).colour, WALL)


def carried(code):
    found = demo.find(code).colour
    return Carried(code, found.lab, found.lrv)


def made(code, character, rows=None, asked=None, chosen=WALL):
    rows = np.arange(len(KEYS)) if rows is None else rows
    pool = Pool(LAB[rows], LRV[rows], [KEYS[r] for r in rows], chosen, chosen.neutral)
    found = scheme(subject(code), character, pool, asked)
    return found, {place.name: place for place in found.places}


class Audited(unittest.TestCase):
    def test_a_paler_companion_is_paler_and_what_is_too_strong_or_weak_is_said(self):
        some = np.random.default_rng(2).choice(len(KEYS), 40, replace=False)
        held = 0
        for row in some:
            for character in PLAIN:
                found, places = made(KEYS[row], character)
                if "paler" in places:
                    held += 1
                    self.assertGreater(places["paler"].lrv, found.at("subject").lrv, (KEYS[row], character))
                for name in ("middle", "accent"):
                    place = places[name]
                    missed = abs(place.strength - place.wanted_strength) > max(3.0, 0.4 * place.wanted_strength)
                    self.assertEqual(
                        missed, any("nearer to that strength" in r for r in words.palette.place_reasons(place))
                    )
        self.assertGreater(held, 80)

    def test_a_navy_gets_no_middle_three_times_as_strong_as_it_wants(self):
        navy = read(from_lab((22, 2, -18), provenance="reading-average"), WALL)
        middle = scheme(navy, "ladder", POOL).at("middle")
        self.assertLess(middle.strength, 1.5 * middle.wanted_strength)

    def test_black_begins_at_lrv_5(self):
        for lightness, word in ((26.5, "black"), (28.0, "grey")):  # LRV 4.9 and 5.5
            found = read(from_lab((lightness, 0, 1.0), provenance="reading-average"), WALL)
            self.assertEqual(found.family.word, word)
            if word == "black":
                self.assertEqual(found.depth, "near-black")


class Schemes(unittest.TestCase):
    def test_shares_are_whole_and_never_half_and_half_in_every_method(self):
        for key in method.names():
            shares = method.load(key).palette.shares
            for character in CHARACTERS:
                self.assertEqual(sum(shares[character]), 100)
            self.assertLessEqual(shares["opposite"][3], 30)
            self.assertLessEqual(sum(shares["balance"][2:4]), 30)

    def test_paler_is_paler_middle_between_and_accent_deeper(self):
        for code in SUBJECTS:
            for character in PLAIN:
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
        whites = set(POOL.whites.tolist())
        for code in SUBJECTS:
            found, _ = made(code, "ladder")
            rows = [place.row for place in found.places if place.name in ("paler", "middle", "accent")]
            self.assertFalse(set(rows[1:]) & whites)
            for i, one in enumerate(rows):
                for other in rows[i + 1 :]:
                    self.assertGreaterEqual(float(delta_e(LAB[one], LAB[other])), WALL.palette.apart)

    def test_the_order_of_the_deck_is_nothing_to_it(self):
        rng = np.random.default_rng(5)
        for character in PLAIN:
            expected = [KEYS[p.row] for p in made("H16.3", character)[0].places if p.row >= 0]
            rows = rng.permutation(len(KEYS))
            found = made("H16.3", character, rows)[0]
            self.assertEqual([KEYS[rows[p.row]] for p in found.places if p.row >= 0], expected)

    def test_scores_say_what_they_rest_on(self):
        found, by = made("H16.3", "ladder")
        self.assertTrue(0 < found.score <= 1)
        self.assertGreaterEqual(by["middle"].score, 0.8)
        self.assertIn(f"LRV {by['middle'].lrv:.1f}", words.palette.place_figures(by["middle"]))
        self.assertIn("undertone", words.palette.place_reasons(by["middle"])[0])

    def test_a_dark_subject_is_met_by_lighter_ones(self):
        want = wanted(read(demo.find("H16.7").colour, WALL), "ladder", POOL)
        self.assertGreater(want["middle"].lrv, demo.find("H16.7").colour.lrv)

    def test_a_deck_of_nothing_gives_the_subject_alone(self):
        found = scheme(subject("H16.3"), "ladder", Pool(np.zeros((0, 3)), np.zeros(0), [], WALL, WALL.neutral))
        self.assertEqual([place.name for place in found.places], ["subject"])

    def test_what_stays_is_carried_on(self):
        stays = [carried("H39.6"), carried("T30.6")]
        _found, by = made("H16.3", "fixed", asked=Asked(carried=stays))
        self.assertEqual([by[name].follows for name in ("paler", "middle")], ["H39.6", "T30.6"])
        for name in ("paler", "middle", "accent"):
            self.assertLess(by[name].angle, 35, name)
        strongest = max(stays, key=lambda one: float(np.hypot(*WALL.neutral.undertone(np.array([one.lab]))[0])))
        self.assertEqual((by["accent"].follows, by["accent"].wanted_lrv), (strongest.name, strongest.lrv))
        with self.assertRaises(SchemeError):
            made("H16.3", "fixed")

    def test_like_a_reference_takes_its_depths_and_undertones_whatever_their_order(self):
        codes = ("F71.2", "H39.4", "F247.7")
        _, by = made("H16.3", "reference", asked=Asked(carried=[carried(code) for code in codes]))
        _, again = made("H16.3", "reference", asked=Asked(carried=[carried(code) for code in codes[::-1]]))
        self.assertEqual({n: p.row for n, p in by.items()}, {n: p.row for n, p in again.items()})
        depths = sorted((demo.find(code).colour.lrv for code in codes), reverse=True)
        for name, lrv in zip(("paler", "middle", "accent"), depths, strict=True):
            self.assertAlmostEqual(by[name].lrv, lrv, delta=4)
        for count in (0, 2, 4):
            with self.assertRaises(SchemeError):
                made("H16.3", "reference", asked=Asked(carried=[carried("H39.4")] * count))

    def test_a_locked_place_is_kept_and_the_others_are_chosen_round_it(self):
        _plain, by = made("H16.3", "ladder")
        other = by["middle"].runners_up[0]
        _found, then = made("H16.3", "ladder", asked=Asked(locked={"middle": other}))
        self.assertEqual(then["middle"].row, other)
        self.assertTrue(then["middle"].locked)
        self.assertFalse(then["accent"].locked)
        self.assertIn(by["middle"].row, then["middle"].runners_up)  # and so it can be swapped back
        self.assertLessEqual(then["middle"].score, by["middle"].score)
        for name in ("paler", "accent"):
            away = float(delta_e(LAB[then[name].row], LAB[other]))
            self.assertGreaterEqual(away, WALL.palette.apart)
        # whatever is locked, it is nobody else's
        _, crowded = made("H16.3", "ladder", asked=Asked(locked={"middle": by["accent"].row}))
        self.assertNotEqual(crowded["accent"].row, by["accent"].row)

    def test_without_a_dark_trim_its_share_is_the_subjects(self):
        _, by = made("H16.3", "ladder", asked=Asked(without=("dark",)))
        self.assertNotIn("dark", by)
        self.assertEqual(by["subject"].share, 62)

    def test_only_what_is_allowed_is_taken(self):
        allowed = np.array([key.startswith("H") for key in KEYS])
        found, _ = made("H16.3", "opposite", asked=Asked(allowed=allowed))
        self.assertTrue(all(KEYS[place.row].startswith("H") for place in found.places if place.row >= 0))

    def test_the_light_trim_is_the_first_white_or_the_locked_one(self):
        trims = [(int(POOL.whites[0]), 0.9), (int(POOL.whites[1]), 0.7)]
        _, by = made("H16.3", "ladder", asked=Asked(trims=trims))
        self.assertEqual((by["trim"].row, by["trim"].score, by["trim"].runners_up), (trims[0][0], 0.9, (trims[1][0],)))
        _, by = made("H16.3", "ladder", asked=Asked(trims=trims, locked={"trim": trims[1][0]}))
        self.assertEqual((by["trim"].row, by["trim"].score), trims[1])

    def test_a_method_has_its_own_shares(self):
        even = method.load("even")
        self.assertEqual(made("H16.3", "ladder", chosen=even)[1]["subject"].share, 70)
        self.assertEqual(made("H16.3", "ladder")[1]["subject"].share, 60)


class Command(unittest.TestCase):
    def test_all_characters_or_one(self):
        found = json.loads(run("scheme", "H16.3", "--json")[1])
        self.assertEqual([one["character"] for one in found], PLAIN)
        for one in found:
            self.assertEqual(sum(place["share"] for place in one["places"]), 100)
            for place in one["places"]:
                self.assertLessEqual({"place", "code", "share", "score", "reasons"}, set(place))
        one = json.loads(run("scheme", "H16.3", "--character", "opposite", "--json")[1])
        self.assertEqual(len(one), 1)
        status, out, _ = run("scheme", "#C4CBC9")
        self.assertEqual(status, 0)
        self.assertIn("Tonal palette", out)
        self.assertEqual(run("scheme", "H16.3", "--character", "loud")[0], 2)
        status, _, said = run("scheme", "H16.3", "--character", "reference", "--carries", "H39.4")
        self.assertEqual(status, 2)
        self.assertIn("three colours", said)
        carrying = json.loads(run("scheme", "H16.3", "--json", "--carries", "F71.2", "H39.4", "F247.7")[1])
        self.assertEqual([one["character"] for one in carrying], list(CHARACTERS))
