"""Sun and sky: held against a large solar library and against published colour temperatures."""

import unittest
import warnings
from datetime import UTC, date, datetime

import numpy as np
from scipy.integrate import dblquad

from prism.light import general_sky, sky, sun
from prism.light.spectra import colour_temperature, column, daylight, lux, planck
from prism.light.sun import Place
from prism.spectrum import BANDS

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    import pvlib
    from pvlib.spectrum import spectrl2

HEIGHTS = (2.0, 5.0, 10.0, 25.0, 40.0, 60.0, 85.0)


class ClearSky(unittest.TestCase):
    """Bird and Riordan (1986), by the oracle's implementation of the same model."""

    def test_bands_of_sun_and_sky_within_two_per_cent(self):
        for day, albedo in ((21, 0.1), (172, 0.2), (300, 0.6)):
            direct, diffuse = sky.clear(HEIGHTS, day, albedo)
            for i, height in enumerate(HEIGHTS):
                mass = pvlib.atmosphere.get_relative_airmass(90 - height, "kastenyoung1989")
                found = spectrl2(
                    90 - height, 90 - height, 0, albedo, 101_325.0, mass, 1.5, 0.31, 0.15, dayofyear=day
                )  # fmt: skip
                for ours, theirs in ((direct[i], found["dni"]), (diffuse[i], found["dhi"])):
                    expected = np.interp(BANDS, found["wavelength"], theirs.ravel())
                    np.testing.assert_allclose(ours, expected, rtol=0.02, err_msg=f"{height}° on day {day}")

    def test_colour_temperatures_of_the_sun(self):
        direct, _ = sky.clear([2, 10, 40], 172)
        found = colour_temperature(direct)[0]
        for kelvin, expected in zip(found, (1_900, 3_600, 5_000), strict=True):
            self.assertAlmostEqual(kelvin, expected, delta=0.04 * expected)

    def test_clear_sky_is_blue(self):
        _, diffuse = sky.clear([10, 20, 40, 60], 172)
        kelvin = colour_temperature(diffuse)[0]
        self.assertGreater(kelvin.min(), 8_500)
        self.assertLess(kelvin.max(), 10_500)

    def test_nothing_of_the_sky_is_lost_or_counted_twice(self):
        out = sky.outdoors(HEIGHTS, np.full(len(HEIGHTS), 180.0), 172)
        direct, diffuse = sky.clear(HEIGHTS, 172)
        np.testing.assert_allclose(out.beam, direct)
        np.testing.assert_allclose(out.dome, diffuse)

    def test_a_shaded_wall_is_cool(self):
        # 10,000 K by the sky's own diffuse light, less what the ground sends up; a blue of 16,000 K is none of it
        out = sky.outdoors([40], [180], 172)
        on_north = general_sky.on_plane([0, 1, 0], _sun(40), general_sky.CLEAR)
        shaded = out.dome * on_north + out.ground * 0.2 / 2
        self.assertTrue(6_300 < colour_temperature(shaded)[0][0] < 8_500)

    def test_a_west_wall_in_the_last_sun_is_warm(self):
        out = sky.outdoors([5], [270], 172)
        west = out.beam * np.cos(np.radians(5)) + out.dome * 0.8 + out.ground * 0.2 / 2
        self.assertAlmostEqual(colour_temperature(west)[0][0], 3_200, delta=500)


def _sun(height, azimuth=180.0):
    h, a = np.radians([height, azimuth])
    return np.array([[np.sin(a) * np.cos(h), np.cos(a) * np.cos(h), np.sin(h)]])


class GeneralSky(unittest.TestCase):
    """CIE S 011: what the standard skies give, by adaptive integration of the printed formula."""

    def vertical(self, sun_height, facing_sun, a, b, c, d, e):
        sun = np.radians(90 - sun_height)

        def radiance(azimuth, zenith):
            chi = np.arccos(
                np.clip(np.cos(sun) * np.cos(zenith) + np.sin(sun) * np.sin(zenith) * np.cos(azimuth), -1, 1)
            )
            round_sun = 1 + c * (np.exp(d * chi) - np.exp(d * np.pi / 2)) + e * np.cos(chi) ** 2
            return (1 + a * np.exp(b / np.cos(zenith))) * round_sun

        middle = 0.0 if facing_sun else np.pi
        edge = np.pi / 2 - 1e-6
        up, _ = dblquad(
            lambda az, z: radiance(az, z) * np.sin(z) ** 2 * np.cos(az - middle),
            0, edge, middle - np.pi / 2, middle + np.pi / 2, epsabs=1e-4,
        )  # fmt: skip
        flat, _ = dblquad(lambda az, z: radiance(az, z) * np.sin(z) * np.cos(z), 0, edge, 0, 2 * np.pi, epsabs=1e-4)
        return up / flat

    def test_upright_planes_of_a_clear_sky(self):
        for height in (15, 40, 65):
            for normal, facing_sun in (([0, 1, 0], False), ([0, -1, 0], True)):
                expected = self.vertical(height, facing_sun, -1.0, -0.32, 10.0, -3.0, 0.45)
                found = general_sky.on_plane(normal, _sun(height), general_sky.CLEAR)[0]
                self.assertAlmostEqual(found / expected, 1, delta=0.01)

    def test_upright_planes_of_an_overcast_sky(self):
        expected = self.vertical(40, True, 4.0, -0.70, 0.0, -1.0, 0.0)
        for normal in ([0, 1, 0], [0, -1, 0], [1, 0, 0]):
            found = general_sky.on_plane(normal, _sun(40), general_sky.OVERCAST)[0]
            self.assertAlmostEqual(found / expected, 1, delta=0.01)
        zenith, low = np.array([[0, 0, 1.0]]), np.array([[0, np.cos(0.02), np.sin(0.02)]])
        bright = [general_sky.brightness(one, _sun(40), general_sky.OVERCAST)[0, 0] for one in (zenith, low)]
        self.assertAlmostEqual(bright[0] / bright[1], 3, delta=0.05)


class Days(unittest.TestCase):
    def test_no_jump_at_sunrise_and_none_into_night(self):
        heights = np.arange(-14, 6, 0.05)
        for cloud in (0.0, 0.5, 1.0):
            level = lux(sky.outdoors(heights, 90, 172, cloud).ground)
            self.assertEqual(level[0], 0)
            self.assertTrue((np.diff(level) >= -1e-9).all(), cloud)
            lit = level > 1
            self.assertLess((level[lit][1:] / level[lit][:-1]).max(), 1.15)

    def test_twilight_ends_where_it_does(self):
        self.assertAlmostEqual(lux(sky.outdoors([-6], 90, 172).ground)[0], 3.4, delta=0.1)

    def test_clouds_lie_between(self):
        clear, half, grey = (lux(sky.outdoors([35], 180, 172, cloud).ground)[0] for cloud in (0, 0.5, 1))
        self.assertAlmostEqual(half, (clear + grey) / 2, places=6)

    def test_overcast_is_near_d65(self):
        kelvin, _ = colour_temperature(sky.outdoors([35], 180, 172, 1.0).ground)
        self.assertAlmostEqual(kelvin[0], 6_504, delta=5)


class Sun(unittest.TestCase):
    def test_positions_of_the_oracle(self):
        place = Place(57.2, -2.1, "Europe/London")
        when = [datetime(2026, month, 21, hour, 30, tzinfo=UTC) for month in (1, 4, 6, 9, 12) for hour in (7, 12, 16)]
        height, azimuth = sun.positions(place, when)
        expected = pvlib.solarposition.get_solarposition(when, place.latitude, place.longitude)
        up = height > 1
        np.testing.assert_allclose(height[up], expected["apparent_elevation"].to_numpy()[up], atol=0.05)
        np.testing.assert_allclose(azimuth[up], expected["azimuth"].to_numpy()[up], atol=0.05)

    def test_southern_sun_stands_in_the_north_at_noon(self):
        _, azimuth = sun.positions(Place(-41, 174.8, "UTC"), [datetime(2026, 6, 21, 0, 20, tzinfo=UTC)])
        self.assertLess(abs((azimuth[0] + 180) % 360 - 180), 5)

    def test_polar_night_and_midnight_sun_have_no_rise(self):
        far = Place(78, 15, "UTC")
        self.assertEqual(sun.daylight(far, date(2026, 6, 21)), sun.Daylight(None, None, True))
        self.assertEqual(sun.daylight(far, date(2026, 12, 21)), sun.Daylight(None, None, False))

    def test_clocks_put_forward_and_back(self):
        place = Place(57.2, -2.1, "Europe/London")
        spring = sun.moments(place, date(2026, 3, 29), [0.5, 1.5, 2.5])
        self.assertEqual([moment.hour for moment in spring], [0, 1, 1])
        autumn = sun.moments(place, date(2026, 10, 25), [0.5, 1.5, 2.5])
        self.assertEqual([moment.hour for moment in autumn], [23, 0, 2])
        found = sun.daylight(place, date(2026, 3, 29))
        self.assertAlmostEqual(found.rises, 6.8, delta=0.1)

    def test_sunrise_of_the_almanac(self):
        # London, 21 June: 4:43 to 21:21 by the almanac
        found = sun.daylight(Place(51.5, -0.12, "Europe/London"), date(2026, 6, 21))
        self.assertAlmostEqual(found.rises, 4 + 43 / 60, delta=0.04)
        self.assertAlmostEqual(found.sets, 21 + 21.5 / 60, delta=0.04)


class Spectra(unittest.TestCase):
    def test_d65_is_one_lux_and_6504_kelvin(self):
        self.assertAlmostEqual(float(lux(column("D65"))), 1.0, places=5)
        kelvin, duv = colour_temperature(column("D65"))
        self.assertAlmostEqual(float(kelvin), 6_504, delta=3)
        self.assertAlmostEqual(float(duv), 0.0032, delta=0.0002)

    def test_black_bodies_and_daylights_find_their_own_temperature(self):
        for kelvin in (1_500, 2_856, 4_000, 9_000, 20_000):
            found, duv = colour_temperature(planck(float(kelvin)))
            self.assertAlmostEqual(float(found) / kelvin, 1, delta=0.002)
            self.assertAlmostEqual(float(duv), 0, delta=1e-5)
        for kelvin in (5_000, 7_500, 12_000):
            self.assertAlmostEqual(float(colour_temperature(daylight(float(kelvin)))[0]) / kelvin, 1, delta=0.01)
