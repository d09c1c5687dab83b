"""One likeliest word for a colour, true where anything that looks the same has it; and where hues begin and end."""

import unittest
from collections import Counter

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from prism import demo, method, screen, words
from prism.comparison import compare_many
from prism.conversion import CUT_OFF
from prism.difference import delta_e
from prism.reading import read, read_all, read_many
from prism.spectrum import to_lab
from prism.stimulus import from_hex, from_lab
from prism.surety import Level, axes_at
from prism.tests.calibration import from_hex as through_hex
from prism.tests.oracle import oracle
from prism.tests.surfaces import measured_surfaces

WALL = method.load()


def lines(reading):
    return [
        words.readings.headline(reading),
        words.readings.depth(reading),
        words.readings.undertone_short(reading),
        words.readings.temperature(reading),
    ]


class OneAnswer(unittest.TestCase):
    def test_measured_colours_are_hardly_ever_read_with_an_or(self):
        some = demo.deck()[::3]
        readings = read_all([entry.colour for entry in some], WALL)
        hedged = [lines(one) for one in readings if any(" or " in line or "else" in line for line in lines(one))]
        self.assertLess(len(hedged) / len(readings), 0.01, hedged[:5])
        surely = Counter(one.undertone.level for one in readings if not one.undertone.passive)
        self.assertGreater(surely[Level.CERTAIN] / sum(surely.values()), 0.95)

    def test_a_word_on_its_border_is_marked_and_not_doubted(self):
        lightness = 80.17  # LRV 57: a quarter of a point over the line of the even method
        (found,) = read_many([[lightness, 0, 4]], [57.0], [0.3], method.load("short-lists"))
        self.assertEqual(words.surety.border(found.depths), "")
        (edge,) = read_many([[79.1, 0, 4]], [55.05], [0.3], WALL)
        self.assertEqual((edge.depths.word, edge.depths.level), ("light", Level.CERTAIN))
        self.assertEqual(words.surety.border(edge.depths), "on the border with mid-tone")
        self.assertNotIn(" or ", " ".join(lines(edge)))

    @given(st.floats(15, 97), st.floats(0, 14), st.floats(0, 360))
    def test_no_line_is_hedged_twice(self, lightness, strength, hue):
        angle = np.radians(hue)
        lab = [lightness, *(WALL.neutral.at(lightness) + strength * np.array([np.cos(angle), np.sin(angle)]))]
        for line in lines(read_many([lab], [50.0], [0.6], WALL)[0]):
            self.assertLessEqual(line.count("probably") + line.count(" or ") + line.count("perhaps"), 2, line)


class Hues(unittest.TestCase):
    def test_blue_goes_to_seven_and_a_half_purple_blue(self):
        # Munsell renotation (Newhall, Nickerson and Judd, 1943), value 5 to 6 and chroma 6, by the oracle: 5 PB is blue
        # and 10 P is purple to everybody; between 7.5 PB and 10 PB opinions part
        colour = oracle()
        for notation, hue in (
            ("5R 5/8", "red"), ("5YR 6/8", "orange"), ("5Y 7/8", "yellow"), ("5GY 6/8", "green"), ("5G 5/6", "green"),
            ("5B 5/6", "blue"), ("10B 5/6", "blue"), ("5PB 5/8", "blue"), ("5P 5/6", "purple"), ("10P 5/6", "purple"),
        ):  # fmt: skip
            xyz = colour.xyY_to_XYZ(colour.munsell_colour_to_xyY(notation))
            white_c, white = (
                colour.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"][name] for name in ("C", "D65")
            )
            there = colour.adaptation.chromatic_adaptation_VonKries(
                xyz, colour.xy_to_XYZ(white_c), colour.xy_to_XYZ(white), transform="CAT16"
            )
            found = read(from_lab(colour.XYZ_to_Lab(there, white), provenance="reading-average"), WALL)
            self.assertEqual(found.family.hue or found.undertone.main, hue, notation)
            if found.family.hue:
                self.assertEqual(found.undertone.main, found.family.hue, notation)

    def test_the_hue_of_a_colour_and_its_undertone_never_disagree(self):
        readings = read_all([entry.colour for entry in demo.deck()[::3]], WALL)
        own = [one for one in readings if one.family.hue and one.undertone.main]
        self.assertGreater(len(own), 200)
        self.assertEqual([one.lab for one in own if one.family.hue not in one.undertone.hues], [])

    def test_a_violet_grey_stays_violet_and_a_blue_one_blue(self):
        # centroids of the ISCC-NBS names, NBS Circular 553
        for name, value, hue in (
            ("purplish grey", "#8B8589", "purple"), ("light purplish grey", "#BFB9BD", "purple"),
            ("bluish grey", "#81878B", "blue"), ("light bluish grey", "#B4BCC0", "blue"),
        ):  # fmt: skip
            self.assertEqual(read(from_hex(value), WALL).undertone.main, hue, name)

    def test_a_grey_near_the_line_has_no_clear_undertone(self):
        (found,) = read_many([[50, -0.2, 4.9]], [18.4], [0.3], WALL)
        self.assertTrue(found.undertone.passive)
        self.assertTrue(words.readings.undertone_short(found).startswith("no clear undertone"))


class Doubts(unittest.TestCase):
    def test_a_screen_value_is_doubted_by_how_coloured_it_is(self):
        surfaces = measured_surfaces()
        lab = through_hex(surfaces)
        away = delta_e(to_lab(surfaces), lab)
        chroma = np.hypot(lab[:, 1], lab[:, 2])
        for low, high in ((0, 6), (6, 15), (15, 30), (30, 50)):
            some = (chroma >= low) & (chroma < high)
            stated = float(np.sqrt((WALL.doubts("screen", lab[some]) ** 2).mean()))
            self.assertGreaterEqual(stated, 0.9 * float(np.sqrt((away[some] ** 2).mean())), (low, high))

    def test_a_channel_at_its_end_may_stand_for_anything_beyond(self):
        for value in ("#FF8040", "#0040A0", "#FFFFFF", "#30FFC0"):
            self.assertGreaterEqual(WALL.doubt(from_hex(value)), CUT_OFF, value)
        self.assertLess(WALL.doubt(from_hex("#C4CBC9")), 0.6)

    def test_blues_have_the_rotation_of_ciede2000_in_their_axes(self):
        # 250 to 300°, where ΔC and ΔH pull together: steps of one ΔE00 in every direction, by the formula itself
        for hue in (245, 265, 275, 290):
            angle = np.radians(hue)
            lab = np.array([[45.0, 40 * np.cos(angle), 40 * np.sin(angle)]])
            plane = axes_at(lab).plane[0]
            for turn in np.linspace(0, 2 * np.pi, 9):
                step = 0.02 * plane @ np.array([np.cos(turn), np.sin(turn)])
                moved = lab + np.array([0.0, *step])
                self.assertAlmostEqual(float(delta_e(lab, moved)[0]) / 0.02, 1, delta=0.02, msg=(hue, turn))

    def test_what_is_called_lighter_can_be_seen_to_be(self):
        rng, count = np.random.default_rng(5), 2000
        first = np.column_stack([rng.uniform(30, 90, count), rng.normal(0, 4, count), rng.normal(4, 5, count)])
        second = first + rng.normal(size=(count, 3)) * [0.8, 0.5, 0.5]
        shown = np.stack([first, second])
        shown[..., 0] += rng.normal(size=(2, count)) * 0.8 / 3**0.5
        readings = read_all([from_lab(lab) for lab in np.clip(shown, -99, 99).reshape(-1, 3)], WALL)
        seen = said = 0
        found = compare_many(readings[:count], readings[count:], WALL)
        for pair, lighter in zip(found, first[:, 0] - second[:, 0], strict=True):
            for word, sign in (("lighter", 1), ("darker", -1)):
                if word in pair.probably:
                    said += 1
                    seen += sign * lighter > 0.5
        self.assertGreater(said, 200)
        self.assertGreaterEqual(seen / said, 0.8)

    def test_screen_values_come_back_as_they_went(self):
        rgb = screen.lab_to_screen(np.array([[70.0, 5.0, 10.0]]))[0]
        self.assertLess(float(delta_e(screen.rgb_to_lab(rgb), np.array([[70.0, 5.0, 10.0]]))[0]), 0.01)
