"""Names, stated figures, and colours that part under other lamps."""

import unittest

import numpy as np

from prism import demo, metamerism, method, naming, trust, words
from prism.reading import read
from prism.stimulus import from_hex, from_lab, from_reflectance
from prism.tests.oracle import oracle
from prism.trust import LrvAgreement

WALL = method.load()


def reading(lab, provenance=None):
    return read(from_lab(lab, provenance=provenance), WALL)


class Names(unittest.TestCase):
    def keeps(self, name, lab):
        return [(check.word, check.keeps) for check in naming.check(name, reading(lab))]

    def test_promises_kept_and_broken(self):
        taupe, blue, blue_grey, white = (70, 2.5, 5), (50, -6, -20), (70, -2.5, -1), (96, -0.4, 2.6)
        self.assertEqual(self.keeps("Harbour White", taupe), [("white", False)])
        self.assertEqual(self.keeps("Plain White", white), [("white", True)])
        self.assertEqual(self.keeps("Late Blue", blue), [("blue", True)])
        self.assertEqual(self.keeps("Blue Grey", blue_grey), [("blue", True), ("grey", True)])
        self.assertEqual(self.keeps("Green-grey", blue_grey), [("green", False), ("grey", True)])
        self.assertEqual(self.keeps("Off-White", white), [("off-white", True)])

    def test_a_hue_in_the_undertone_only_is_said_as_that(self):
        found = naming.check("Evening Blue", reading((70, -2.5, -1)))
        self.assertTrue(found[0].partly)
        self.assertIn(
            "is only in the undertone", words.places.name_check("Evening Blue", found, reading((70, -2.5, -1)))
        )

    def test_a_name_without_such_a_word_promises_nothing(self):
        self.assertEqual(words.places.name_check("x", [], reading((50, 0, 0))), "")
        for name in (
            "Pilot's Ledger",
            "Redcap Wharf",
            "Whitening",
            "Greenock",
            "Rose Stone",
            "Creamery",
            "",
            "…",
            "Blu",
        ):
            self.assertEqual(naming.check(name, reading((50, 20, 20))), [], name)

    def test_case_and_languages(self):
        self.assertEqual(self.keeps("WHITE", (96, -0.4, 2.6)), [("white", True)])
        for bad in ("xx", "../methods/even"):
            with self.assertRaises(KeyError):
                naming.vocabulary(bad)

    def test_every_promise_can_be_kept(self):
        known = naming.vocabulary()
        families = {rule.word for rule in WALL.families}
        self.assertLessEqual(set().union(*known.family.values()), families)
        self.assertLessEqual(set().union(*known.hue.values()), set(WALL.hue_family.words))


class StatedLrv(unittest.TestCase):
    def test_agree_differ_cannot_tell(self):
        sure = read(demo.find("H16.3").colour, WALL)
        self.assertEqual(trust.check_lrv(sure.lrv + 0.4, sure, WALL).verdict, LrvAgreement.AGREE)
        self.assertEqual(trust.check_lrv(sure.lrv + 4, sure, WALL).verdict, LrvAgreement.DIFFER)
        self.assertEqual(trust.check_lrv(sure.lrv - 4, sure, WALL).verdict, LrvAgreement.DIFFER)
        vague = reading((60, 60, 40), "screen")
        self.assertEqual(trust.check_lrv(vague.lrv + 1, vague, WALL).verdict, LrvAgreement.CANNOT_TELL)
        self.assertEqual(trust.check_lrv(vague.lrv + 30, vague, WALL).verdict, LrvAgreement.DIFFER)
        self.assertIn("differ by 4.0", words.places.lrv_check(trust.check_lrv(sure.lrv + 4, sure, WALL)))

    def test_a_screen_value_is_surer_with_a_stated_lrv_it_allows(self):
        paint = from_hex("#C4CBC9")
        better = trust.with_stated_lrv(paint, paint.lrv + 1, WALL)
        self.assertEqual(better.provenance, "screen-lrv")
        self.assertAlmostEqual(better.lrv, paint.lrv + 1, places=4)
        self.assertEqual(better.lab[1:], paint.lab[1:])
        self.assertEqual(trust.with_stated_lrv(paint, 12.0, WALL), paint)


class Lamps(unittest.TestCase):
    def test_a_colour_never_parts_from_itself(self):
        curve = demo.find("H16.3").colour.reflectance
        found = metamerism.parting(curve, curve)
        self.assertEqual((found.daylight, found.farthest), (0, 0))

    def test_a_metameric_pair_parts_under_some_lamp(self):
        # add to a grey what the eye cannot see in daylight: a vector that leaves X, Y and Z as they are
        from prism.spectrum import weights

        grey = np.full(31, 0.4)
        unseen = np.linalg.svd(weights().T)[2][-1]
        other = grey + 0.25 * unseen / np.abs(unseen).max()
        np.testing.assert_allclose(from_reflectance(other).lab, from_reflectance(grey).lab, atol=1e-6)
        found = metamerism.parting(grey, other)
        self.assertLess(found.daylight, 1e-6)
        self.assertGreater(found.farthest, 0.05)
        self.assertEqual(found.farthest, max(found.lamps.values()))
        self.assertIn(found.worst, words.places.LAMPS)

    def test_lamps_agree_with_the_oracle(self):
        from prism.spectrum import to_xyz, white_point

        colour = oracle()
        curve = demo.find("T26.6").colour.reflectance
        fine = colour.SpectralShape(360, 780, 1)
        observer = colour.MSDS_CMFS["CIE 1964 10 Degree Standard Observer"].copy().align(fine)
        sd = colour.SpectralDistribution(dict(zip(range(400, 701, 10), curve, strict=True)))
        for lamp in metamerism.LAMPS:
            with colour.utilities.suppress_warnings(colour_runtime_warnings=True):
                theirs = colour.sd_to_XYZ(
                    sd.copy(), observer, colour.SDS_ILLUMINANTS[lamp].copy().align(fine), method="ASTM E308"
                )
            np.testing.assert_allclose(to_xyz(curve, f"{lamp}/10"), theirs, atol=0.02, err_msg=lamp)
            self.assertAlmostEqual(white_point(f"{lamp}/10")[1], 100, places=3)
