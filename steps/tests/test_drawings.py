"""Drawings: marks that never cover one another, words that stand where there is room, a text for each."""

import re
import unittest
from math import hypot

from django.test import TestCase
from hypothesis import given
from hypothesis import strategies as st

from reviews.context import ReviewContext
from reviews.drawings.labels import LINE, Box, width_of
from reviews.drawings.ladder import depth_ladder
from reviews.drawings.lightness import lightness_and_chroma
from reviews.drawings.marks import spread
from reviews.drawings.rose import undertone_rose
from reviews.strengths.reads import Strengths
from steps import services as step_services
from steps.alternatives.drawings import bracket_lines
from steps.alternatives.reads import Placing
from steps.strength.drawings import drift_rose, strength_curve, strength_ladder
from tinting.tests import world
from web.svg import Mark

places = st.tuples(st.floats(-90, 90), st.floats(-90, 90))


class Spreading(unittest.TestCase):
    @given(st.lists(places, max_size=12), st.lists(places, max_size=1))
    def test_a_dozen_marks_never_cover_one_another(self, at, stones):
        marks = [Mark(x, y, "#808080", str(i)) for i, (x, y) in enumerate(at)]
        fixed = [Mark(x, y, "#808080", "subject") for x, y in stones]
        moved = spread(marks, 9, 12, fixed)
        self.assertEqual([mark.title for mark in moved], [mark.title for mark in marks])
        every = [*moved, *fixed]
        for i, one in enumerate(every):
            for other in every[:i]:
                apart = abs(one.x - other.x) >= 8.5 or abs(one.y - other.y) >= 11.5
                self.assertTrue(apart, (one, other))

    def test_marks_with_room_stay_where_they_are(self):
        marks = [Mark(x, 0, "#808080", "") for x in (-40, 0, 40)]
        self.assertEqual(spread(marks, 9, 12), marks)


class Drawings(TestCase):
    @classmethod
    def setUpTestData(cls):
        world.load_deck()
        cls.person = world.person()
        cls.context = ReviewContext(step_services.start(cls.person, world.colour("H06.3")))

    def test_every_drawing_says_in_words_what_it_draws_and_links_its_marks(self):
        at = Strengths(self.context)
        both = self.context.subject, self.context.wall
        for draw, shown in (
            (depth_ladder, both),
            (undertone_rose, both),
            (lightness_and_chroma, both),
            (bracket_lines, (self.context.subject, Placing(self.context).brackets)),
            (strength_curve, (at,)),
            (strength_ladder, (at,)),
            (drift_rose, (at,)),
        ):
            svg = draw(*shown)
            self.assertGreater(len(re.search(r"<desc>(.*?)</desc>", svg)[1]), 20, draw.__name__)
            if draw is not drift_rose:
                self.assertIn("<a href", svg, draw.__name__)

    def test_labels_touch_no_mark_no_cross_and_no_ring(self):
        for code in ("H06.3", "H16.3", "T05.4", "T24.6", "HK01", "T01.1"):
            for draw in self.roses(code):
                with self.subTest(code):
                    marks = [
                        Box(float(x) + float(w) / 2, float(y) + float(h) / 2, float(w), float(h))
                        for x, y, w, h in re.findall(
                            r'class="mark[^"]*" x="(-?[\d.]+)" y="(-?[\d.]+)" width="([\d.]+)" height="([\d.]+)"', draw
                        )
                    ]
                    rings = [float(r) for r in re.findall(r'<circle class="ri(?:ng|m)" r="([\d.]+)"', draw)]
                    labels = re.findall(
                        r'<text class="(?:ring|grey|drift)-label" x="(-?[\d.]+)" y="(-?[\d.]+)"[^>]*>([^<]*)<', draw
                    )
                    self.assertGreaterEqual(len(labels), 3)
                    boxes = [Box(float(x), float(y) - 3.5, width_of(said), LINE) for x, y, said in labels]
                    for i, box in enumerate(boxes):
                        self.assertFalse([mark for mark in [*marks, Box(0, 0, 8, 8)] if touching(box, mark)], labels[i])
                        self.assertFalse([r for r in rings if crossed(box, r)], labels[i])
                        self.assertFalse([other for other in boxes[:i] if touching(box, other)], labels[i])

    def roses(self, code):
        context = ReviewContext(step_services.start(self.person, world.colour(code)))
        yield undertone_rose(context.subject, context.wall)
        yield drift_rose(Strengths(context))


def touching(one, other):
    across = abs(one.x - other.x) < (one.width + other.width) / 2
    return across and abs(one.y - other.y) < (one.height + other.height) / 2


def crossed(box, radius):
    corners = [hypot(box.x + i * box.width / 2, box.y + j * box.height / 2) for i in (-1, 1) for j in (-1, 1)]
    inner = hypot(max(abs(box.x) - box.width / 2, 0), max(abs(box.y) - box.height / 2, 0))
    return inner < radius < max(corners)
