"""Whites beside a wall and for a home: every rule matters, order of input does not, and the solver is brute force."""

import itertools
import json
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from prism import demo, method, words
from prism.arranging import creaminess
from prism.reading import read, read_all
from prism.stimulus import from_lab
from prism.tests.test_command_line import run
from prism.whites import home, sheen
from prism.whites.ranking import Agreement, There, agreement, coolest, rank, safe, which

WALL = method.load()


def colour(*lab):
    return read(from_lab(lab, provenance="reading-average"), WALL)


CLEAN, CREAMY, COOL, BRILLIANT, SOFT = (
    colour(94.0, -0.3, 3.4), colour(93.0, 0.2, 8.0), colour(94.0, -1.2, -0.5), colour(97.5, -0.3, 3.2),
    colour(91.0, -0.1, 4.3),
)  # fmt: skip
KEYS = ("clean", "creamy", "cool", "brilliant", "soft")
ALL = (CLEAN, CREAMY, COOL, BRILLIANT, SOFT)
WARM_WALL, COOL_WALL, NEUTRAL_WALL = colour(80.0, 2.0, 10.0), colour(80.0, -3.0, -1.0), colour(80.0, -0.3, 3.9)


def order(wall, whites=ALL, keys=KEYS, **more):
    return [keys[white.index] for white in rank(wall, whites, keys, WALL, **more)]


class Ranking(unittest.TestCase):
    def test_warm_goes_with_warm_and_cool_with_cool(self):
        self.assertEqual(order(WARM_WALL)[0], "creamy")
        self.assertEqual(order(COOL_WALL)[0], "cool")
        self.assertEqual(order(COOL_WALL)[-1], "creamy")

    def test_a_blue_white_has_no_yellow_to_show(self):
        # however blue the wall, and however much less blue the white is
        navy = colour(25.0, 2.0, -22.0)
        for white in rank(navy, ALL, KEYS, WALL):
            if white.reading.undertone.vector[1] < 0:
                self.assertFalse(white.shows_yellow, KEYS[white.index])
        self.assertTrue(next(w for w in rank(navy, ALL, KEYS, WALL) if KEYS[w.index] == "creamy").shows_yellow)

    def test_beside_cream_that_stays_an_icy_white_is_not_first(self):
        cream = colour(92.0, 0.2, 11.0)
        found = rank(COOL_WALL, ALL, KEYS, WALL, there=[cream])
        self.assertEqual(KEYS[found[0].index], "creamy")
        icy = next(white for white in found if KEYS[white.index] == "cool")
        self.assertTrue(icy.turns_yellow)
        self.assertIn("akes the cupboards look yellow", words.whites.white_note(icy, 10, ["the cupboards"]))

    def test_strong_walls_of_different_hues_get_different_whites_and_none_gets_most(self):
        deck = demo.deck()
        lab, lrv = np.array([one.colour.lab for one in deck]), np.array([one.colour.lrv for one in deck])
        rows = which(lab, lrv, WALL, WALL.neutral)
        whites, keys = read_all([deck[row].colour for row in rows], WALL), [deck[row].code for row in rows]
        walls = [deck[i] for i in np.random.default_rng(1).choice(np.flatnonzero((lrv > 5) & (lrv < 72)), 200)]
        first = [keys[rank(read(one.colour, WALL), whites, keys, WALL)[0].index] for one in walls]
        top = sum(sorted((first.count(key) for key in set(first)), reverse=True)[:3])
        self.assertLess(top / len(walls), 0.3)
        strong = [colour(55, 30, 32), colour(65, 8, 50), colour(60, 3, 8)]  # terracotta, mustard, taupe
        self.assertGreater(len({keys[rank(one, whites, keys, WALL)[0].index] for one in strong}), 1)

    def test_each_rank_says_why_it_is_not_higher(self):
        found = rank(WARM_WALL, ALL, KEYS, WALL)
        said = [words.whites.why_not_higher(white, above)[0] for above, white in itertools.pairwise(found)]
        self.assertTrue(all(said))
        self.assertGreater(len(set(said)), 2)

    def test_a_near_neutral_white_bridges_both(self):
        for wall in (WARM_WALL, COOL_WALL):
            found = {KEYS[w.index]: w.agreement for w in rank(wall, ALL, KEYS, WALL)}
            self.assertEqual(found["soft"], Agreement.BRIDGES)
        self.assertEqual(agreement(3, -3, WALL), Agreement.OPPOSES)

    def test_the_gap_comes_before_temperature(self):
        wall = colour(92.0, 0.5, 7.0)
        found = rank(wall, ALL, KEYS, WALL, gap=12)
        self.assertEqual(KEYS[found[0].index], "brilliant")
        self.assertEqual([w.clears for w in found], sorted((w.clears for w in found), reverse=True))

    def test_a_gap_of_a_hundred_clears_nothing_and_the_farthest_comes_first(self):
        found = rank(WARM_WALL, ALL, KEYS, WALL, gap=100)
        self.assertFalse(any(w.clears for w in found))
        gaps = [round(abs(w.gap)) for w in found]
        self.assertEqual(gaps, sorted(gaps, reverse=True))

    def test_the_method_says_which_gap(self):
        self.assertEqual((WALL.trim_gap, method.load("even").trim_gap), (10, 15))
        wall = colour(89.0, -0.3, 4.0)
        for one in ("wall-practice", "even"):
            chosen = method.load(one)
            found = rank(read(from_lab(wall.lab), chosen), ALL, KEYS, chosen)
            self.assertEqual([w.clears for w in found], [abs(w.gap) >= chosen.trim_gap for w in found])

    def test_a_near_miss_of_a_white_that_is_there_goes_last(self):
        near = colour(93.2, -0.2, 4.6)
        found = rank(NEUTRAL_WALL, (near, COOL), ("near", "cool"), WALL, there=[CLEAN])
        by = {("near", "cool")[w.index]: w for w in found}
        self.assertEqual(by["near"].there, There.NEAR_MISS)
        self.assertEqual(by["cool"].there, There.DIFFERS)
        self.assertEqual(("near", "cool")[found[-1].index], "near")

    def test_the_same_white_as_is_there_is_a_match(self):
        (found,) = rank(NEUTRAL_WALL, (CLEAN,), ("clean",), WALL, there=[CLEAN])
        self.assertEqual(found.there, There.MATCHES)

    def test_a_creamy_trim_beside_true_white_cabinets_turns_yellow(self):
        # without cabinets it is the first; the two others that spoil them are near-misses
        self.assertEqual(set(order(WARM_WALL, there=[CLEAN])[:2]), {"clean", "cool"})
        found = next(w for w in rank(WARM_WALL, ALL, KEYS, WALL, there=[CLEAN]) if KEYS[w.index] == "creamy")
        self.assertTrue(found.yellows)
        self.assertIn("ooks yellow beside the cabinets", words.whites.white_note(found, 10, ["the cabinets"]))

    def test_the_most_brilliant_one_glares(self):
        by = {KEYS[w.index]: w for w in rank(NEUTRAL_WALL, ALL, KEYS, WALL)}
        self.assertTrue(by["brilliant"].glares)
        self.assertFalse(by["soft"].glares)
        self.assertIn("lares", words.whites.white_note(by["brilliant"], 10))
        self.assertLess(order(NEUTRAL_WALL).index("clean"), order(NEUTRAL_WALL).index("brilliant"))

    def test_a_creamy_white_shows_its_yellow_beside_a_cool_grey_and_a_clean_one_is_crisp_beside_cream(self):
        creamy = next(w for w in rank(COOL_WALL, ALL, KEYS, WALL) if KEYS[w.index] == "creamy")
        self.assertIn("ooks yellow beside the wall", words.whites.white_note(creamy, 10))
        clean = next(w for w in rank(colour(85, 1, 14), ALL, KEYS, WALL) if KEYS[w.index] == "clean")
        self.assertIn("Looks crisp", words.whites.white_note(clean, 10))

    def test_the_safe_white_is_clean_bright_and_no_glare(self):
        for wall in (WARM_WALL, COOL_WALL, NEUTRAL_WALL):
            found = safe(rank(wall, ALL, KEYS, WALL))
            self.assertIn(KEYS[found.index], ("clean", "soft"))
        self.assertEqual(KEYS[coolest(rank(COOL_WALL, ALL, KEYS, WALL)).index], "cool")
        self.assertIsNone(safe([]))

    def test_a_white_that_shows_yellow_is_never_called_safe_and_says_what_it_goes_with(self):
        creamy = [w for w in rank(COOL_WALL, ALL, KEYS, WALL) if w.shows_yellow]
        self.assertTrue(creamy)
        self.assertIsNone(safe(creamy))
        there = [colour(86, 0.5, 7.5)]  # a cream that stays, and of which a creamy white differs without spoiling it
        first = rank(COOL_WALL, ALL, KEYS, WALL, there=there)[0]
        self.assertEqual(KEYS[first.index], "creamy")
        self.assertEqual(
            words.whites.white_note(first, 10, ["the trim"]), "Goes with the trim, but looks yellow beside the wall"
        )

    def test_order_of_input_is_nothing_to_the_ranking(self):
        expected = order(WARM_WALL, there=[SOFT])
        for some in itertools.permutations(range(len(ALL))):
            whites, keys = [ALL[i] for i in some], [KEYS[i] for i in some]
            self.assertEqual(order(WARM_WALL, whites, keys, there=[SOFT]), expected)

    def test_two_alike_are_told_apart_by_their_key(self):
        self.assertEqual(order(WARM_WALL, (SOFT, SOFT), ("b", "a")), ["a", "b"])

    def test_whites_of_the_deck_are_whites(self):
        entries = demo.deck()
        lab = np.array([entry.colour.lab for entry in entries])
        rows = which(lab, [entry.colour.lrv for entry in entries], WALL, WALL.neutral)
        self.assertGreater(len(rows), 100)
        for one in read_all([entries[row].colour for row in rows], WALL):
            self.assertGreaterEqual(one.lrv, WALL.white_lrv)
            self.assertIn(one.family.word, ("white", "off-white", "cream"), one.lab)


class Sheen(unittest.TestCase):
    def test_ceilings_are_flat_walls_low_and_what_is_touched_shines(self):
        by = {one.surface: one for one in sheen.advice(WALL)}
        self.assertEqual((by["ceilings"].least, by["ceilings"].most), ("flat", "flat"))
        self.assertFalse(sheen.is_higher(by["walls"].most, "eggshell"))
        for surface in ("trim and sills", "doors", "cabinets", "kitchen and bath walls"):
            self.assertTrue(sheen.is_higher(by[surface].most, by["walls"].most), surface)

    def test_both_methods_on_crown_moulding(self):
        found = {key: {one.surface: one for one in sheen.advice(method.load(key))} for key in method.names()}
        self.assertEqual(found["wall-practice"]["crown moulding"].most, "semi-gloss")
        self.assertEqual(found["even"]["crown moulding"].most, "flat")

    def test_more_sheen_looks_deeper_and_darks_most(self):
        for lrv in (6.0, 30.0, 72.0):
            looks = [sheen.deeper(lrv, one) for one in sheen.SHEENS]
            self.assertEqual(looks, sorted(looks))
            self.assertEqual(looks[0], 0)
        self.assertGreater(sheen.deeper(6.0, "gloss"), 5 * sheen.deeper(72.0, "gloss"))
        self.assertEqual(sheen.looks(2.0, "gloss"), 0)


SCORES = st.lists(
    st.lists(st.integers(0, 20).map(lambda v: v / 20), min_size=3, max_size=3), min_size=1, max_size=5
)  # fmt: skip


class Homes(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(SCORES, st.dictionaries(st.integers(0, 2), st.just(0), max_size=2), st.booleans())
    def test_the_solver_is_brute_force_on_small_homes(self, scores, existing, joined):
        keys = [f"w{i}" for i in range(len(scores))]
        groups = home.zones(3, [(0, 2)] if joined else [])
        found = home.solve(scores, keys, groups, existing)
        table = np.array(scores)
        for room, white in existing.items():
            table[white, room] = min(1, table[white, room] + home.EXISTING)

        def measure(white):
            there = sum(white == w for w in existing.values())
            row = table[white]
            return (-round(row.min(), 9), -round(row.mean(), 9), -there, keys[white])

        best = min(range(len(scores)), key=measure)
        self.assertEqual(found.best.white, best)
        # every way to make one exception, the hard way
        least, most = table[best].min(), 0.0
        for zone in groups:
            for other in range(len(scores)):
                row = table[best].copy()
                row[list(zone)] = table[other, list(zone)]
                most = max(most, row.min() - least)
        gain = found.exception.gain if found.exception else 0.0
        self.assertAlmostEqual(gain, most if len(groups) > 1 and most > 1e-9 else 0.0)

    def test_zones_are_rooms_open_to_each_other(self):
        self.assertEqual(home.zones(5, [(3, 1), (1, 4)]), [(0,), (1, 3, 4), (2,)])

    def test_pinned_forbidden_and_nothing_left(self):
        scores = [[0.9, 0.9], [0.5, 0.6], [0.7, 0.1]]
        keys, groups = ["a", "b", "c"], home.zones(2, [])
        self.assertEqual(home.solve(scores, keys, groups).best.white, 0)
        self.assertEqual(home.solve(scores, keys, groups, pinned=2).best.white, 2)
        self.assertEqual(home.solve(scores, keys, groups, forbidden=[0]).best.white, 1)
        self.assertEqual(home.solve(scores, keys, groups, pinned=2).exception.zone, (1,))
        for bad in ({"forbidden": [0, 1, 2]}, {"forbidden": [1], "pinned": 1}):
            with self.assertRaises(home.HomeError):
                home.solve(scores, keys, groups, **bad)
        with self.assertRaises(home.HomeError):
            home.solve(np.zeros((2, 0)), ["a", "b"], [])

    def test_what_told_two_apart_is_said(self):
        groups = home.zones(2, [])
        for scores, existing, told in (
            ([[0.5, 0.9], [0.4, 1.0]], {}, "weakest room"),
            ([[0.5, 0.9], [0.5, 0.8]], {}, "mean of all rooms"),
            ([[0.5, 0.9], [0.5, 0.9]], {}, "name"),
            ([[1.0, 1.0], [1.0, 1.0]], {1: 1}, "trim that is there"),
        ):
            self.assertEqual(home.solve(scores, ["a", "b"], groups, existing).best.told_by, told)

    def test_a_trim_that_is_there_is_preferred_by_its_weight(self):
        near, far = [[0.60], [0.50]], [[0.90], [0.50]]
        for scores, white in ((near, 1), (far, 0)):
            self.assertEqual(home.solve(scores, ["a", "b"], [(0,)], {0: 1}).best.white, white)

    def test_a_room_where_a_white_is_spoilt_scores_least(self):
        spoilt, sound = (
            next(w for w in rank(WARM_WALL, (CREAMY,), ("c",), WALL, there=there)) for there in ([CLEAN], [])
        )
        warmth = WARM_WALL.temperature.value
        self.assertAlmostEqual(home.score(spoilt, warmth), home.score(sound, warmth) / 4)
        self.assertAlmostEqual(sum(home.PARTS.values()), 1)


class Command(unittest.TestCase):
    def test_all_whites_in_rank(self):
        status, out, _ = run("whites", "lab:80,2,10", "--json")
        self.assertEqual(status, 0)
        found = json.loads(out)
        self.assertGreater(len(found), 100)
        self.assertLessEqual(
            {"code", "lrv", "gap", "clears", "temperature", "agrees", "creaminess", "note"}, set(found[0])
        )
        self.assertTrue(found[0]["clears"] and found[0]["agrees"])
        clears = [one["clears"] for one in found]
        self.assertEqual(clears, sorted(clears, reverse=True))
        codes = {one["code"]: one for one in found}
        self.assertAlmostEqual(
            codes["HW03"]["creaminess"], float(creaminess([read(demo.find("HW03").colour, WALL)])[0]), 3
        )

    def test_gap_and_whites_already_there(self):
        wide = json.loads(run("whites", "lab:80,2,10", "--gap", "40", "--json")[1])
        self.assertFalse(any(one["clears"] for one in wide))
        with_clean = json.loads(run("whites", "lab:80,2,10", "--with", "HW03", "--json")[1])
        self.assertEqual({one["there"] for one in with_clean}, {"matches", "near miss", "differs"})
        self.assertNotEqual(with_clean[0]["there"], "near miss")

    def test_bad_arguments_are_one_line(self):
        for args in (
            ("lab:80,2,10", "--gap", "many"),
            ("lab:80,2,10", "--gap", "101"),
            ("no",),
            ("#C4CBC9", "--with", "no"),
        ):
            status, out, err = run("whites", *args)
            self.assertEqual((status, out, err.count("\n")), (2, "", 1))
