"""Drawings: marks that never cover one another, words that stand where there is room, a text for each."""

import re
import unittest

from django.test import TestCase
from hypothesis import given
from hypothesis import strategies as st

from decks.tests import world
from reviews import drawings, services
from reviews.drawings import Mark
from reviews.queries import Bench
from reviews.strengths import Strengths

places = st.tuples(st.floats(-90, 90), st.floats(-90, 90))


class Spreading(unittest.TestCase):
    @given(st.lists(places, max_size=12), st.lists(places, max_size=1))
    def test_a_dozen_marks_never_cover_one_another(self, at, stones):
        marks = [Mark(x, y, "#808080", str(i)) for i, (x, y) in enumerate(at)]
        fixed = [Mark(x, y, "#808080", "subject") for x, y in stones]
        moved = drawings._spread(marks, 9, 12, fixed)
        self.assertEqual([mark.title for mark in moved], [mark.title for mark in marks])
        every = [*moved, *fixed]
        for i, one in enumerate(every):
            for other in every[:i]:
                apart = abs(one.x - other.x) >= 8.5 or abs(one.y - other.y) >= 11.5
                self.assertTrue(apart, (one, other))

    def test_marks_with_room_stay_where_they_are(self):
        marks = [Mark(x, 0, "#808080", "") for x in (-40, 0, 40)]
        self.assertEqual(drawings._spread(marks, 9, 12), marks)


class Drawings(TestCase):
    @classmethod
    def setUpTestData(cls):
        world.load_deck()
        cls.bench = Bench(services.start(world.person(), world.colour("H06.3")))

    def test_every_drawing_says_in_words_what_it_draws_and_links_its_marks(self):
        at = Strengths(self.bench)
        for draw, subject in (
            (drawings.depth_ladder, self.bench),
            (drawings.undertone_rose, self.bench),
            (drawings.lightness_and_chroma, self.bench),
            (drawings.bracket_lines, self.bench),
            (drawings.strength_curve, at),
            (drawings.strength_ladder, at),
            (drawings.drift_rose, at),
        ):
            svg = draw(subject)
            self.assertGreater(len(re.search(r"<desc>(.*?)</desc>", svg)[1]), 20, draw.__name__)
            if draw is not drawings.drift_rose:
                self.assertIn("<a href", svg, draw.__name__)

    def test_words_of_the_rings_leave_the_marks_free(self):
        svg = drawings.undertone_rose(self.bench)
        words = re.findall(r'ring-label" x="(-?[\d.]+)" y="(-?[\d.]+)"', svg)
        marks = re.findall(r'class="mark[^"]*" x="(-?[\d.]+)" y="(-?[\d.]+)" width="9', svg)
        self.assertGreaterEqual(len(words), 3)
        for wx, wy in words[1:]:
            for x, y in marks:
                near = abs(float(x) + 4.5 - float(wx)) < 10 and abs(float(y) + 6 - float(wy) + 3.5) < 8
                self.assertFalse(near, (wx, wy, x, y))
