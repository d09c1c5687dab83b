"""Sentences that the figures speak against, and sentences that they do not."""

import unittest
from datetime import date

import numpy as np

from prism import method, words
from prism.conflicts import Evidence, PartPlan, SeenBeside, SeenThere, Thing, conflicts
from prism.light.claims import readings
from prism.light.together import Terms

WALL = method.load()


def reading(lightness, a, b):
    """A reading of a colour that lies so far, a*, b*, from the painted neutral of its lightness."""
    on_neutral = WALL.neutral.at(lightness)
    return readings(np.array([lightness, on_neutral[0] + a, on_neutral[1] + b]), 0.3, WALL)[0]


def colour(name, of, maker="Thole & Tern", code=""):
    return Thing("colour", name, (name.casefold(),), of, maker, code)


SUBJECT = colour("Harbour Grey", reading(80, -1.5, -5), code="H16.3")
LIGHTER = colour("Quiet Linen", reading(88, 0.5, 4), code="H02.1")
GREENER = colour("Green Ferry", reading(80, -6, -3), "Marram", "M11.2")
TILES = Thing("stays", "quarry tiles", ("quarry tiles", "tiles"), reading(40, 14, 14))
RUG = Thing("stays", "wool rug", ("wool rug", "rug"), reading(60, -2, -6))
KNOWN = Evidence(
    things=(
        SUBJECT, LIGHTER, GREENER, TILES, RUG, Thing("room", "North study", ("north study",)),
        Thing("maker", "Thole & Tern", ("thole & tern",)), Thing("maker", "Marram", ("marram",)),
        Thing("code", "H16.3", ("h16.3",)), Thing("code", "M11.2", ("m11.2",)),
    ),
    method=WALL,
    today=date(2026, 11, 30),
    lit={
        "lamps": (reading(78, 1.0, 6),), "morning": (reading(80, -2, -8), reading(79, -2, -7)),
        "overcast": (reading(77, -1.5, -6),), "afternoon": (reading(80, -1.5, -5),),
    },
    terms={"quarry tiles": (Terms.CLASH, Terms.CLASH), "wool rug": (Terms.AGREE, Terms.AGREE)},
    suits={"ceiling": 2, "trim": 0, "cabinets": 2, "floor": 0},
    parts={
        "walls": PartPlan("Harbour Grey", "matte", 38.0, 7.1, 7.5),
        "trim": PartPlan("Quiet Linen", "eggshell", 6.0, 1.1, 2.5),
        "ceiling": PartPlan("Quiet Linen", "flat", 12.0, 2.2, 2.5),
    },
    coats=2,
    facings=(0.0, 40.0),
    sunny=frozenset({"morning"}),
    kelvins=(2700.0,),
    seen_beside=(SeenBeside("Green Ferry", ("bluer",)),),
)  # fmt: skip

PLANTED = {
    "undertone": "It has a yellow undertone.",
    "no_undertone": "Harbour Grey is quite neutral.",
    "temperature": "It is a warm grey.",
    "depth": "It is dark.",
    "lrv": "With LRV 40 it takes half the light.",
    "comparison": "It is lighter than Quiet Linen.",
    "points": "It is 5 points darker than Quiet Linen.",
    "alike": "There is no difference from Quiet Linen.",
    "fits": "It goes well with the quarry tiles.",
    "clashes": "It fights with the wool rug.",
    "suits": "It is good on the floor.",
    "suits_not": "Avoid it on the ceiling.",
    "painted": "Paint the woodwork in Green Ferry.",
    "sheen": "The walls are done in satin.",
    "facing": "The south-facing window makes it glow.",
    "sun": "The evening sun falls on it.",
    "kelvin": "Your 4000 K lamps leave it as it is.",
    "litres": "You need 3 litres for the walls.",
    "coats": "Three coats are enough.",
    "area": "The walls have 20 m².",
    "maker": "Harbour Grey from Marram is our choice.",
    "code": "Order Harbour Grey, code M11.2.",
    "decided": "Harbour Grey is decided.",
    "looked": "We looked at it on the wall.",
    "unchanged": "It stays the same under the lamps.",
    "turns_grey": "In the morning it turns grey.",
    "weekday": "We meet on Friday 3 December.",
}


class Planted(unittest.TestCase):
    def test_every_kind_is_found(self):
        for kind, text in PLANTED.items():
            with self.subTest(kind):
                self.assertIn(kind, [one.kind for one in conflicts(text, KNOWN)])

    def test_each_is_said_in_a_sentence(self):
        for kind, text in PLANTED.items():
            for one in conflicts(text, KNOWN):
                with self.subTest(kind):
                    self.assertRegex(words.conflicts.conflict(one), r"^[A-Z0-9].+\.$")

    def test_what_is_in_hand_is_named(self):
        for kind, text in (
            ("undertone", "Harbour Grey has a blue undertone."),
            ("lrv", "Harbour Grey has LRV 56.7."),
            ("painted", "Planned for the woodwork is Quiet Linen."),
            ("weekday", "3 Dec 2026 is a Thursday."),
            ("kelvin", "The room’s lamps are 2700 K."),
        ):
            found = [words.conflicts.conflict(one) for one in conflicts(PLANTED[kind], KNOWN) if one.kind == kind]
            self.assertEqual(found, [text])

    def test_what_stays_blue_by_lamplight_and_does_not(self):
        for text in (
            "It keeps its blue by lamplight.",
            "It keeps its blue beside the rug, by day and by lamplight.",
            "Under the lamps it still looks blue.",
            "In the evening it never turns warm.",
        ):
            with self.subTest(text):
                self.assertTrue(conflicts(text, KNOWN))

    def test_the_other_way_about(self):
        for text in (
            "It is yellower than Green Ferry.",
            "Quiet Linen is darker than Harbour Grey.",
            "Beside Quiet Linen it looks warmer.",
            "It does not clash with the quarry tiles.",
            "It has no blue undertone.",
            "It is not cool.",
            "It leans to orange in the morning.",
            "Green Ferry has a purple undertone.",
            "The quarry tiles are cool.",
            "It turns warm in the morning.",
        ):
            with self.subTest(text):
                self.assertTrue(conflicts(text, KNOWN))


class Agreeing(unittest.TestCase):
    def test_what_agrees_raises_nothing(self):
        for text in (
            "Harbour Grey is a pale blue-grey, and cool.",
            "It has a blue undertone.",
            "Not the plain grey it was called. Keep it off the chimney wall, where the glazed brick is warm.",
            "It is darker than Quiet Linen, by about 15 lines of the sheet.",
            "It is 15 points darker than Quiet Linen.",
            "It stands well against a white of LRV 72.",
            "Beside Green Ferry it looks bluer.",
            "It clashes with the quarry tiles.",
            "It goes with the wool rug.",
            "Under the lamps it turns warm and yellow.",
            "If the lamps were 4000 K it would stay blue.",
            "The client called it warm.",
            "Is it warm?",
            "Paint the woodwork in Quiet Linen, in eggshell.",
            "The walls take two coats, 7.5 litres for 38 m².",
            "The window faces north, with morning sun.",
            "Order Harbour Grey (H16.3) from Thole & Tern.",
            "It is not decided yet.",
            "Look for LRV 40 or more.",
            "The floor is warm. The light is cool. The room is dark.",
            "We meet on Thursday 3 December 2026.",
            "In the north study it is cool.",
            "It should never look green.",
            "Quiet Linen is light and warm.",
            "It is greyer on an overcast day.",
        ):
            with self.subTest(text):
                self.assertEqual([(one.kind, one.found) for one in conflicts(text, KNOWN)], [])


class Eye(unittest.TestCase):
    """What was seen on the wall goes before what was computed."""

    def test_the_eye_may_part_from_the_figures(self):
        seen = Evidence(
            KNOWN.things, WALL, KNOWN.today, lit=KNOWN.lit, seen_there=(SeenThere("lamps", "blue"),),
            seen_beside=(SeenBeside("Green Ferry", ("greener",)),),
        )  # fmt: skip
        self.assertEqual(conflicts("It keeps its blue by lamplight.", seen), [])
        self.assertEqual(conflicts("It is greener than Green Ferry.", seen), [])

    def test_a_sentence_that_the_eye_denies(self):
        seen = Evidence(KNOWN.things, WALL, KNOWN.today, lit=KNOWN.lit, seen_there=(SeenThere("lamps", "green"),))
        (found,) = conflicts("It keeps its blue by lamplight.", seen)
        self.assertTrue(found.seen)
        self.assertEqual(words.conflicts.conflict(found), "Seen on the wall: a green undertone under the lamps.")
