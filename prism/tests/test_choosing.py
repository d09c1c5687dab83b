"""Which colours are held beside one: what is undecided, what each shows, and that the set answers."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from prism import arranging, demo, method, words
from prism.choosing.along_axes import view_along_axes
from prism.choosing.axes import axis_vectors, comparative, less
from prism.choosing.comparison_set import choose
from prism.choosing.deck import Deck, Pick, number_strips
from prism.choosing.groups import CONTRAST_DEPTH, MATE_DEPTH, MOST_OF_RANGE
from prism.choosing.questions import in_play, questions
from prism.choosing.whites import reference_whites
from prism.difference import delta_e
from prism.reading import read, read_many
from prism.stimulus import from_lab
from prism.tests.boards import question_boards

WALL = method.load()
DECK = demo.deck()
OFFERED = demo.offered(WALL)
READINGS = read_many(OFFERED.lab, OFFERED.lrv, OFFERED.doubt, WALL)
NOTHING = Deck(np.empty((0, 3)), np.empty(0), np.empty(0), np.empty(0, dtype=int))
ROWS = {entry.code: row for row, entry in enumerate(DECK)}

rows = st.integers(0, len(DECK) - 1)


def chosen_for(row, deck=OFFERED, out=(), **more):
    more = {"own": np.array([row]), "strip": int(deck.strip[row])} | more
    return choose(READINGS[row], deck, WALL, WALL.neutral, out=out, **more)


def view(row, deck=OFFERED):
    return view_along_axes(READINGS[row], deck, WALL, WALL.neutral, exclude=np.array([row]))


class Undecided(unittest.TestCase):
    @given(rows, st.floats(0, 4))
    def test_shares_sum_to_one_and_spread_with_uncertainty(self, row, doubt):
        entry = DECK[row]
        sure = in_play(READINGS[row])
        vague = in_play(read_many([entry.colour.lab], [entry.colour.lrv], [0.3 + doubt], WALL)[0])
        for shares in (sure, vague):
            self.assertAlmostEqual(sum(shares.values()), 1)
        self.assertLessEqual(max(vague.values()), max(sure.values()) + 0.05)

    def test_a_strong_undertone_leaves_one_answer_and_a_passive_one_many(self):
        self.assertEqual(in_play(READINGS[ROWS["T26.6"]]), {"green": 1.0})
        passive = in_play(READINGS[ROWS["H01.3"]])
        self.assertEqual(next(iter(passive)), "")
        self.assertGreater(len(in_play(read_many([DECK[ROWS["H01.3"]].colour.lab], [70], [2.0], WALL)[0])), 5)

    def test_what_is_asked_follows_what_is_open(self):
        blue = questions(READINGS[ROWS["H16.3"]], WALL)
        self.assertEqual(set(blue), {"greyer", "clearer", "greener", "purpler"})
        passive = questions(READINGS[ROWS["H01.3"]], WALL)
        self.assertEqual(next(iter(passive)), comparative(READINGS[ROWS["H01.3"]].undertone.nearest))
        self.assertEqual(set(passive), {comparative(hue) for hue in WALL.undertone.words})

    def test_a_short_list_asks_only_its_own_hues(self):
        short = method.load("short-lists")
        grey = read(demo.find("T10.3").colour, short)
        self.assertEqual(grey.family.word, "grey")
        asked = set(questions(grey, short)) - {"greyer", "clearer"}
        self.assertLessEqual(asked, {"greener", "bluer", "purpler"})


class Revealing(unittest.TestCase):
    @settings(deadline=None)
    @given(rows)
    def test_no_more_off_the_axis_than_on_it(self, row):
        chosen = chosen_for(row)
        vectors = axis_vectors(READINGS[row].undertone.vector, WALL)
        for pick in chosen.picks:
            self.assertNotEqual(pick.index, row)
            if pick.kind != "range":
                continue
            u = WALL.neutral.undertone(OFFERED.lab[pick.index]) - np.array(READINGS[row].undertone.vector)
            offset = np.array([OFFERED.lab[pick.index][0] - READINGS[row].lab[0], *u])
            on = float(offset @ vectors[pick.why]) ** 2
            self.assertGreater(on, float(offset @ offset) - on)
            self.assertGreater(float(offset @ vectors[pick.why]), 0)
        self.assertEqual(len({pick.index for pick in chosen.picks}), len(chosen.picks))

    @settings(deadline=None)
    @given(rows, st.floats(0.5, 6))
    def test_uncertainty_never_adds_power(self, row, more):
        vague = Deck(OFFERED.lab, OFFERED.lrv, OFFERED.doubt + more, OFFERED.strip)
        for axis in ("greener", "darker", "less blue"):
            self.assertTrue((view(row, vague).power(axis) <= view(row).power(axis) + 1e-12).all())

    def test_greyer_never_overshoots_the_neutral(self):
        for row in range(0, len(DECK), 161):
            own = np.array(READINGS[row].undertone.vector)
            for pick in view(row).best("greyer", 5):
                other = np.array(READINGS[pick.index].undertone.vector)
                self.assertLess(np.hypot(*other), np.hypot(*own))

    def test_the_best_are_the_best_and_skip_what_is_taken(self):
        seen = view(ROWS["H16.3"])
        best = seen.best("greener", 6)
        powers = [pick.power for pick in best]
        self.assertEqual(powers, sorted(powers, reverse=True))
        self.assertEqual(powers[0], float(seen.power("greener").max()))
        again = seen.best("greener", 3, [best[0].index, best[2].index])
        self.assertEqual([p.index for p in again], [best[1].index, best[3].index, best[4].index])
        self.assertEqual(seen.best("plaid"), [])


class NearBoards(unittest.TestCase):
    def test_the_hand_held_up_is_nearly_the_colour_itself_and_shows_one_thing(self):
        found = question_boards(WALL)
        self.assertGreater(len(found), 350)
        self.assertLessEqual(float(np.median(found[:, 0])), 2.6)
        self.assertGreaterEqual(float(found[:, 1].mean()), 0.9)

    def test_around_most_light_neutrals_there_is_one_on_every_side(self):
        neutral = [r for r in READINGS if r.family.is_neutral and r.lrv >= 40][::9]
        axes, full = WALL.undertone.axes(), 0
        for reading in neutral:
            rows = np.flatnonzero(np.abs(OFFERED.lab[:, 0] - reading.lab[0]) < 5)
            apart = delta_e(np.array(reading.lab), OFFERED.lab[rows])
            rows = rows[(apart <= 2.5) & (apart > 0.3)]
            offset = np.column_stack(
                [
                    OFFERED.lab[rows, 0] - reading.lab[0],
                    WALL.neutral.undertone(OFFERED.lab[rows]) - reading.undertone.vector,
                ]
            )
            along = np.maximum(offset[:, 1:] @ axes.T, 0) ** 2 / (offset**2).sum(axis=1)[:, None]
            full += (along > 0.5).any(axis=0).sum() >= 5
        self.assertGreaterEqual(full / len(neutral), 0.9)

    def test_a_board_that_is_far_says_that_nothing_nearer_shows_it(self):
        far = Pick(0, "bluer", 5.0, 0.9, 0.4)
        self.assertIn("nothing closer", words.pairs.why_picked(far, READINGS[0], False, near=2.5))
        self.assertNotIn("nothing closer", words.pairs.why_picked(far, READINGS[0], False, near=6))

    def test_power_does_not_reward_distance(self):
        seen = view(ROWS["H16.3"])
        for axis in ("greener", "lighter", "greyer"):
            pure = np.flatnonzero(seen.share(axis) > 0.9)
            near = [seen.power(axis)[i] for i in pure if 1.5 <= seen.distance[i] <= 2.5]
            far = [seen.power(axis)[i] for i in pure if seen.distance[i] > 4]
            self.assertGreater(min(near, default=1), max(far, default=0))


class Sets(unittest.TestCase):
    def test_whites_come_first_and_the_foil_last(self):
        kinds = [pick.kind for pick in chosen_for(ROWS["H16.3"]).picks]
        self.assertEqual(kinds, sorted(kinds, key=["white", "range", "strip", "foil"].index))
        self.assertEqual([pick.why for pick in chosen_for(ROWS["H16.3"]).picks[:3]], ["clean", "warmest", "coolest"])

    def test_the_range_goes_from_one_end_to_the_other(self):
        range_ = [pick for pick in chosen_for(ROWS["H16.3"]).picks if pick.kind == "range"]
        whys = [pick.why for pick in range_]
        ends = {whys[0], whys[-1]}
        self.assertEqual(ends, {"purpler", "greener"})

    def test_strip_mates_are_of_the_strip_and_the_foil_opposes(self):
        chosen = {(pick.kind, pick.why): DECK[pick.index] for pick in chosen_for(ROWS["H16.3"]).picks}
        self.assertEqual(chosen["strip", "lighter"].code, "H16.2")
        self.assertEqual(chosen["strip", "darker"].code, "H16.4")
        contrast_colour = READINGS[ROWS[chosen["foil", "foil"].code]]
        own = READINGS[ROWS["H16.3"]]
        self.assertLess(np.dot(contrast_colour.undertone.vector, own.undertone.vector), 0)
        self.assertLess(abs(contrast_colour.lab[0] - own.lab[0]), CONTRAST_DEPTH)
        level = chosen["strip", "same depth"].colour.lrv
        self.assertLessEqual(abs(level - own.lrv), WALL.same_depth)

    def test_strips_are_numbered_by_maker_and_as_people_count(self):
        numbers = number_strips(["H", "H", "T", "H", "H", "T"], ["10", "2", "2", "", "Q", "2"])
        self.assertEqual(numbers.tolist(), [2, 1, 4, 0, 3, 4])

    def test_without_a_strip_mates_have_the_same_undertone(self):
        mates = [
            p for p in chosen_for(ROWS["T05.4"], strip=0).picks if p.why in ("lighter", "darker") and p.kind == "strip"
        ]
        self.assertTrue(mates)
        own = np.array(READINGS[ROWS["T05.4"]].undertone.vector)
        for pick in mates:
            other = np.array(READINGS[pick.index].undertone.vector)
            self.assertGreater(float(own @ other), 0.97 * np.hypot(*own) * np.hypot(*other))
        for row in range(0, len(DECK), 161):
            for pick in chosen_for(row, strip=0).picks:
                if pick.kind == "strip" and pick.why in ("lighter", "darker"):
                    self.assertLess(abs(READINGS[pick.index].lab[0] - READINGS[row].lab[0]), MATE_DEPTH[1])

    def test_the_set_separates_the_answers_of_a_passive_grey(self):
        row = ROWS["H01.3"]
        range_ = [pick for pick in chosen_for(row).picks if pick.kind == "range"]
        self.assertEqual(len(range_), MOST_OF_RANGE)
        self.assertEqual(len({READINGS[pick.index].undertone.main for pick in range_}), len(range_))

    def test_taken_away_gives_way_to_the_next_best(self):
        row = ROWS["H16.3"]
        first = next(pick for pick in chosen_for(row).picks if pick.why == "greener")
        second = next(pick for pick in chosen_for(row, out=[first.index]).picks if pick.why == "greener")
        self.assertNotEqual(first.index, second.index)
        self.assertLessEqual(second.power, first.power)

    def test_another_that_shows_a_hue(self):
        row = ROWS["H16.3"]
        chosen = chosen_for(row)
        taken = [pick.index for pick in chosen.picks]
        (pick,) = chosen.view.best(less("blue"), 1, taken)
        self.assertNotIn(pick.index, taken)
        axis = WALL.undertone.axes()[WALL.undertone.words.index("blue")]
        apart = np.array(READINGS[row].undertone.vector) - np.array(READINGS[pick.index].undertone.vector)
        self.assertGreater(float(apart @ axis), 0)

    def test_most_demo_colours_get_a_handful(self):
        found = [len(chosen_for(row).picks) for row in range(0, len(DECK), 61) if READINGS[row].family.is_neutral]
        self.assertGreaterEqual(np.mean(found), 9)
        self.assertLessEqual(max(found), 12)

    def test_an_empty_deck(self):
        found = choose(READINGS[0], NOTHING, WALL, WALL.neutral)
        self.assertEqual(found.picks, ())
        self.assertEqual(found.view.best("greener"), [])

    def test_why_is_said_for_every_pick(self):
        for code in ("H16.3", "H01.3", "HW05"):
            for pick in chosen_for(ROWS[code]).picks:
                said = words.pairs.why_picked(pick, READINGS[ROWS[code]], True)
                self.assertGreater(len(said), 20)
                self.assertNotIn("redder", said if READINGS[ROWS[code]].lrv > 40 else "")


class Whites(unittest.TestCase):
    def test_clean_warmest_coolest(self):
        found = reference_whites(OFFERED.lab, OFFERED.lrv, WALL, WALL.neutral)
        self.assertEqual(list(found), ["clean", "warmest", "coolest"])
        warmth = {why: READINGS[row].temperature.value for why, row in found.items()}
        self.assertGreater(warmth["warmest"], warmth["clean"])
        self.assertLess(warmth["coolest"], warmth["clean"])
        for row in found.values():
            self.assertGreaterEqual(OFFERED.lrv[row], WALL.white_lrv)

    def test_excluded_rows_and_decks_without_whites(self):
        first = reference_whites(OFFERED.lab, OFFERED.lrv, WALL, WALL.neutral)["clean"]
        again = reference_whites(OFFERED.lab, OFFERED.lrv, WALL, WALL.neutral, exclude=np.array([first]))
        self.assertNotEqual(again["clean"], first)
        dark = np.flatnonzero(OFFERED.lrv < 60)
        self.assertEqual(reference_whites(OFFERED.lab[dark], OFFERED.lrv[dark], WALL, WALL.neutral), {})


class Arranging(unittest.TestCase):
    @given(
        st.lists(rows, max_size=14), st.sampled_from(["lrv", "warmth", "creaminess", "undertone", "shuffled", "chosen"])
    )
    def test_every_order_is_total_and_keeps_every_board(self, picked, by):
        readings = [READINGS[row] for row in picked]
        found = arranging.order(readings, by, WALL, seed=3)
        self.assertEqual(sorted(found), list(range(len(readings))))
        self.assertEqual(found, arranging.order(readings, by, WALL, seed=3))

    @given(st.lists(rows, min_size=2, max_size=10, unique=True), st.randoms())
    def test_no_order_depends_on_where_one_starts(self, picked, chance):
        mixed = picked[:]
        chance.shuffle(mixed)
        for by in ("lrv", "warmth", "creaminess", "undertone"):
            one, other = ([some[i] for i in arranging.order([READINGS[row] for row in some], by, WALL)]
                          for some in (picked, mixed))  # fmt: skip
            self.assertEqual(one, other, by)
        creamy = arranging.creaminess([READINGS[i] for i in picked])[
            arranging.order([READINGS[row] for row in picked], "creaminess", WALL)
        ]
        self.assertTrue((np.diff(creamy) <= 0).all())

    def test_a_cream_is_creamier_than_a_clean_white(self):
        two = [read(from_lab(lab), WALL) for lab in ((96, -0.5, 2), (93, 0, 9))]
        self.assertEqual(arranging.order(two, "creaminess", WALL), [1, 0])
