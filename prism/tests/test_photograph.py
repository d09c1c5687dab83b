"""Colours picked from a photograph: light is averaged, and what they are worth is said."""

import unittest

import numpy as np

from prism.photograph import DOUBT, picked


class Picked(unittest.TestCase):
    def test_the_colour_about_a_point_and_nowhere_else(self):
        pixels = np.full((120, 200, 3), (200, 190, 180), np.uint8)
        pixels[60:, :] = (90, 110, 130)
        self.assertEqual(picked(pixels, 0.5, 0.2).screen, "#C8BEB4")
        self.assertEqual(picked(pixels, 0.1, 0.9).screen, "#5A6E82")
        self.assertEqual(picked(pixels, 2.0, -1.0).screen, "#C8BEB4")  # off the edge is its edge

    def test_light_is_averaged_and_a_pattern_is_less_sure(self):
        checks = np.zeros((400, 400, 3), np.uint8)
        checks[::2, 1::2] = checks[1::2, ::2] = 255
        found = picked(checks, 0.5, 0.5)
        # half of the light is sRGB 188 by IEC 61966-2-1, not 128
        self.assertAlmostEqual(int(found.screen[1:3], 16), 188, delta=6)
        self.assertGreater(found.spread, 30)
        self.assertEqual((picked(checks * 0 + 90, 0.5, 0.5).spread, found.provenance), (DOUBT, "estimated"))

    def test_a_picture_of_one_pixel(self):
        self.assertEqual(picked(np.full((1, 1, 3), 17, np.uint8), 0.5, 0.5).screen, "#111111")
