"""What a surface can be: every paint and every greyish figure, no light of one wavelength as bright as white."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from prism import demo
from prism.possible import is_possible
from prism.spectrum import to_lab


class Possible(unittest.TestCase):
    @given(st.lists(st.floats(0, 1), min_size=31, max_size=31))
    def test_whatever_reflects_is_possible(self, reflectance):
        self.assertTrue(is_possible(to_lab(np.array(reflectance))))

    def test_paints_are_and_lights_are_not(self):
        self.assertTrue(all(is_possible(entry.colour.lab) for entry in demo.deck()[::200]))
        for lab in ((10, -120, 120), (95, 0, 160), (50, 0, -140), (99, 60, 0)):
            self.assertFalse(is_possible(lab), lab)
