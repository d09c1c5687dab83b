"""Colours as people type and paste them. Expected values are written by hand."""

import unittest

from prism.typed_colour import found_in, named, pieces, typed


class Typed(unittest.TestCase):
    def test_screen_values(self):
        for text in (
            "#BFB8A5", "#bfb8a5", "BFB8A5", " bfb8a5 ", "191 184 165", "191,184,165", "191, 184, 165", "191;184;165",
            "191/184/165", "rgb(191 184 165)", "rgb(191,184,165)", "RGB 191 184 165", "rgba(191, 184, 165, 1)",
            "R191 G184 B165", "R: 191, G: 184, B: 165", "r=191 g=184 b=165",
            "0.749 0.7216 0.6471", "rgb(74.9%, 72.2%, 64.7%)",
        ):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(typed(text).screen, "#BFB8A5")
        self.assertEqual(typed("#abc").screen, "#AABBCC")

    def test_lab(self):
        for text in (
            "Lab 74.9 -0.8 10.9", "lab(74.9, -0.8, 10.9)", "LAB: 74.9 −0.8 10.9", "L*74.9 a*-0.8 b*10.9",
            "CIELab 74.9 -0.8 10.9",
            "L 74.9 a -0.8 b 10.9", "74.9 -0.8 10.9", "74,9 -0,8 10,9", "74.9; -0.8; 10.9", "L=74,9; a=-0,8; b=10,9",
        ):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(typed(text).lab, (74.9, -0.8, 10.9))
                self.assertEqual(typed(text).provenance, "maker-lab")

    def test_what_is_none(self):
        for text in ("H16.3", "Pintle Blotter", "007", "#ggg", "300 184 165", "rgb(256, 0, 0)", "191 184", "1 2 3 4",
                     "Lab 140 0 0", "decade", "facade", "", "#", "Lab", "9" * 200):  # fmt: skip
            with self.subTest(text):
                found = typed(text)
                self.assertTrue(found is None or (found.provenance == "maker-lab" and text == "300 184 165"), found)

    def test_within_a_sentence(self):
        colour, written = found_in("like #BFB8A5 but warmer")
        self.assertEqual((colour.screen, written), ("#BFB8A5", "#BFB8A5"))
        self.assertEqual(found_in("rgb 191 184 165 in the Library")[0].screen, "#BFB8A5")
        self.assertIsNone(found_in("LRV 55 to 65 from 3 decks"))

    def test_names_and_lists(self):
        self.assertEqual(named(typed("191 184 165")), "#BFB8A5")
        self.assertEqual(pieces("H16.3, 191,184,165; lab(74.9, -0.8, 10.9), Fog"),
                         ["H16.3", "191,184,165", "lab(74.9, -0.8, 10.9)", "Fog"])  # fmt: skip
