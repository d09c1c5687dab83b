"""Reflectance to XYZ, LRV, Lab and screen, held against the oracle."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from prism import adaptation, screen, spectrum
from prism.resampling import resample
from prism.tests.oracle import oracle


def charts():
    """Measured charts as (name, wavelengths, reflectances)."""
    for name in ("BabelColor Average", "ColorChecker N Ohta"):
        for patch, sd in oracle().SDS_COLOURCHECKERS[name].items():
            yield f"{name} {patch}", sd


def oracle_lab(sd):
    colour = oracle()
    fine = colour.SpectralShape(360, 780, 1)
    with colour.utilities.suppress_warnings(colour_runtime_warnings=True):
        xyz = colour.sd_to_XYZ(
            sd.copy(),
            colour.MSDS_CMFS["CIE 1964 10 Degree Standard Observer"].copy().align(fine),
            colour.SDS_ILLUMINANTS["D65"].copy().align(fine),
            method="ASTM E308",
        )
    white = colour.CCS_ILLUMINANTS["CIE 1964 10 Degree Standard Observer"]["D65"]
    return xyz[1], colour.XYZ_to_Lab(xyz / 100, white)


class Charts(unittest.TestCase):
    def test_lrv_and_lab_of_measured_charts(self):
        checked = 0
        for name, sd in charts():
            with self.subTest(name):
                lrv, lab = oracle_lab(sd)
                bands = resample(sd.wavelengths, sd.values)
                self.assertAlmostEqual(float(spectrum.to_lrv(bands)), lrv, delta=0.02)
                np.testing.assert_allclose(spectrum.to_lab(bands), lab, atol=0.02)
                checked += 1
        self.assertEqual(checked, 48)

    def test_white_points(self):
        np.testing.assert_allclose(spectrum.white_point("D65/10"), [94.811, 100, 107.305], atol=1e-3)
        np.testing.assert_allclose(spectrum.white_point("D65/2"), [95.047, 100, 108.883], atol=1e-2)
        with self.assertRaises(KeyError):
            spectrum.weights("X/10")

    def test_flat_reflectances_are_neutral(self):
        for level in (0.0, 0.18, 1.0):
            flat = np.full(31, level)
            self.assertAlmostEqual(float(spectrum.to_lrv(flat)), 100 * level, places=3)
            np.testing.assert_allclose(spectrum.to_lab(flat)[1:], 0, atol=1e-6)


class Lab(unittest.TestCase):
    @given(st.floats(0, 100), st.floats(-60, 60), st.floats(-60, 60))
    def test_round_trip(self, lightness, a, b):
        lab = [lightness, a, b]
        np.testing.assert_allclose(spectrum.xyz_to_lab(spectrum.lab_to_xyz(lab)), lab, atol=1e-6)

    def test_lightness_to_lrv(self):
        np.testing.assert_allclose(spectrum.lightness_to_lrv([0, 50, 100]), [0, 18.4187, 100], atol=1e-3)


class Resampling(unittest.TestCase):
    def test_ten_nanometres_pass_unchanged_and_ranges_are_trimmed(self):
        values = np.linspace(0.1, 0.9, 36)
        bands = resample(np.arange(380, 731, 10), values)
        np.testing.assert_allclose(bands[1:-1], values[3:32], atol=1e-12)
        # the end bands stand for what was measured beyond them too
        self.assertTrue(values[0] < bands[0] < values[2] and values[32] < bands[-1] < values[35])
        np.testing.assert_allclose(resample(spectrum.BANDS, values[2:33]), values[2:33], atol=1e-12)

    def test_smooth_curves_survive_other_steps(self):
        curve = lambda nm: 0.5 + 0.3 * np.sin(nm / 60)  # noqa: E731
        for step, tolerance in ((5, 3e-4), (20, 2e-3), (2, 3e-4)):
            nm = np.arange(400, 701, step, dtype=float)
            np.testing.assert_allclose(
                resample(nm, curve(nm)), curve(spectrum.BANDS), atol=tolerance, err_msg=str(step)
            )

    def test_flat_stays_flat_and_ends_are_held(self):
        for nm in (np.arange(400, 701, 5), np.arange(420, 681, 10), np.arange(400, 701, 20)):
            np.testing.assert_allclose(resample(nm, np.full(nm.size, 0.4)), 0.4, atol=1e-9)
        rising = np.arange(420, 681, 10)
        held = resample(rising, np.linspace(0.2, 0.8, rising.size))
        np.testing.assert_allclose(held[:3], 0.2, atol=1e-9)
        np.testing.assert_allclose(held[-3:], 0.8, atol=1e-9)

    def test_unusable_grids_are_refused(self):
        for nm, part in (
            (np.arange(400, 701, 30), "too wide"),
            (np.arange(450, 701, 10), "too short"),
            (np.r_[400, 410, 425, 430, 440, 450, 700], "equal steps"),
            (np.array([400.0, 410.0]), "at least 6"),
        ):
            with self.assertRaisesRegex(ValueError, part):
                resample(nm, np.full(nm.size, 0.5))


class Adaptation(unittest.TestCase):
    def test_cat16_against_the_oracle(self):
        rng = np.random.default_rng(5)
        xyz = rng.uniform(1, 95, (200, 3))
        theirs = oracle().adaptation.chromatic_adaptation_VonKries(
            xyz, adaptation.D50_2, spectrum.white_point(), transform="CAT16"
        )
        np.testing.assert_allclose(adaptation.adapt(xyz, adaptation.D50_2, spectrum.white_point()), theirs, atol=1e-3)

    def test_degree_and_white(self):
        white, other = adaptation.D50_2, spectrum.white_point()
        np.testing.assert_allclose(adaptation.adapt(white, white, other), other, atol=1e-9)
        np.testing.assert_allclose(adaptation.adapt([20, 30, 40], white, other, degree=0), [20, 30, 40], atol=1e-9)
        np.testing.assert_allclose(adaptation.lab_d50_to_lab([70, 0, 0]), [70, 0, 0], atol=1e-6)


class Screen(unittest.TestCase):
    def test_hex_against_the_oracle(self):
        rng = np.random.default_rng(7)
        rgb = rng.uniform(0, 1, (300, 3))
        ours = screen.decode(rgb) @ screen.RGB_TO_XYZ.T
        np.testing.assert_allclose(ours, oracle().sRGB_to_XYZ(rgb) * 100, atol=0.01)

    def test_hex_survives_the_round_trip(self):
        for text in ("#000000", "#FFFFFF", "#C4CBC9", "#808080", "#12AB9F", "#FFF0E8", "#1D64A9"):
            rgb, inside = screen.lab_to_screen(screen.rgb_to_lab(screen.parse_hex(text)))
            self.assertTrue(inside, text)
            self.assertEqual(screen.to_hex(rgb), [text])

    def test_short_hex_and_bad_hex(self):
        np.testing.assert_allclose(screen.parse_hex("#fa0"), screen.parse_hex("FFAA00"))
        for bad in ("#12345", "", "#GGGGGG", "red", "#1234567"):
            with self.assertRaises(screen.HexError):
                screen.parse_hex(bad)

    @given(st.floats(5, 95), st.floats(-120, 120), st.floats(-120, 120))
    def test_out_of_gamut_keeps_lightness_and_hue(self, lightness, a, b):
        rgb, inside = screen.lab_to_screen([lightness, a, b])
        self.assertTrue(((rgb >= 0) & (rgb <= 1)).all())
        shown = spectrum.xyz_to_lab(screen.decode(rgb) @ screen.RGB_TO_XYZ.T, screen.SRGB_WHITE)
        wanted = spectrum.xyz_to_lab(
            adaptation.changed(
                spectrum.lab_to_xyz([lightness, a, b]), spectrum.white_point(), adaptation.TO_D65_2, screen.SRGB_WHITE
            ),
            screen.SRGB_WHITE,
        )
        self.assertAlmostEqual(shown[0], max(wanted[0], 0.0), delta=0.25)
        chroma, whole = np.hypot(*shown[1:]), np.hypot(*wanted[1:])
        self.assertLessEqual(chroma, whole + 0.3)
        if not inside and chroma > 5:
            turn = np.degrees(np.arctan2(shown[2], shown[1]) - np.arctan2(wanted[2], wanted[1]))
            self.assertLess(abs((turn + 180) % 360 - 180), 1.5)
        if not inside:
            self.assertLess(chroma, whole)

    def test_spectrum_and_lab_show_alike_for_a_grey(self):
        flat = np.full(31, 0.3)
        one, _ = screen.reflectance_to_screen(flat)
        other, _ = screen.lab_to_screen(spectrum.to_lab(flat))
        np.testing.assert_allclose(one, other, atol=2e-3)
