"""Bringing an own colour in, which starts its review."""

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import TestCase
from django.urls import reverse

from decks import queries
from decks.models import Colour
from prism import words
from prism.formats import reflectance_csv
from prism.spectrum import BANDS
from reviews.models import Review
from tinting.tests import world


class OwnColours(TestCase):
    @classmethod
    def setUpTestData(cls):
        world.load_deck()
        cls.isla = world.person()

    def setUp(self):
        self.client.force_login(self.isla)

    def bring(self, source, **data):
        return self.client.post(reverse("own-colour", args=[source]), {"name": "Door of the galley", **data})

    def assert_refused(self, response, field, *parts):
        self.assertEqual(response.status_code, 422)
        message = response.context["form"].errors[field][0]
        for part in parts:
            self.assertIn(part, message)
        self.assertContains(response, "Door of the galley", status_code=422)
        self.assertFalse(Colour.objects.filter(owner=self.isla).exists())
        self.assertFalse(Review.objects.exists())

    def test_readings_that_contradict_one_another_are_no_surer_than_that(self):
        own = world.colour().stimulus.reflectance
        rows = [",".join(f"{min(v * part, 1):.5f}" for v in own) for part in (0.7, 1, 1.2)]
        self.bring("spectrum", reflectance="\n".join(rows))
        colour = Colour.objects.get(owner=self.isla)
        self.assertGreater(colour.spread, 2)
        page = self.client.get(Review.objects.get().get_absolute_url())
        self.assertContains(page, "The readings scatter by ΔE00")
        self.assertNotIn("±0.3", colour.source)
        alike = [",".join(f"{v * part:.5f}" for v in own) for part in (0.999, 1, 1.001)]
        self.bring("spectrum", reflectance="\n".join(alike))
        self.assertEqual(Review.objects.latest("pk").intake_notes.count("scatter"), 0)

    def test_maker_and_code_are_kept_shown_and_found_by(self):
        self.bring("hex", hex="#8090A0", made_by="Aubin & Fell", code="K 77", lrv_stated="27")
        colour = Colour.objects.get(owner=self.isla)
        self.assertEqual(colour.maker_and_code, "Aubin & Fell K 77")
        page = self.client.get(Review.objects.get().get_absolute_url())
        self.assertContains(page, "Aubin &amp; Fell · K 77, own colour")
        for text in ("K 77", "k 77", "aubin & fell k 77", "aubin galley"):
            self.assertEqual(queries.search(self.isla, text)[:1], [colour.pk], text)
        self.assertEqual(queries.with_code(self.isla, "K 77"), [colour])
        self.assertEqual(queries.with_code(self.isla, "77"), [])
        self.bring("hex", hex="#8090A0")
        self.assertEqual(Colour.objects.latest("pk").label, "own colour")

    def test_a_lab_that_no_paint_has_is_said(self):
        self.bring("lab", lightness="10", a="-120", b="120", convention="lab")
        review = Review.objects.get()
        self.assertIn(words.sources.IMPOSSIBLE_AS_PAINT, review.intake_notes)
        self.assertContains(self.client.get(review.get_absolute_url()), "No paint can have this Lab")
        self.bring("lab", lightness="80", a="-2", b="3", convention="lab")
        self.assertEqual(Review.objects.latest("pk").intake_notes, "")

    def test_hex_lab_and_spectrum_start_a_review(self):
        row = ",".join(f"{v:.5f}" for v in world.colour().stimulus.reflectance)
        for source, data, provenance in (
            ("hex", {"hex": "#c4cbc9"}, "screen"),
            ("lab", {"lightness": "81,1", "a": "−2.8", "b": "0.2", "convention": "lab"}, "maker-lab"),
            ("lab", {"lightness": "81.1", "a": "-2.8", "b": "0.2", "convention": "lab50"}, "converted-lab"),
            ("spectrum", {"reflectance": row}, "reading-single"),
            ("spectrum", {"reflectance": f"{row}\n{row}"}, "reading-average"),
            ("spectrum", {"file": SimpleUploadedFile("r.csv", row.encode())}, "reading-single"),
        ):
            with self.subTest(source=source, provenance=provenance):
                response = self.bring(source, **data)
                review = Review.objects.latest("id")
                self.assertRedirects(response, review.get_absolute_url())
                self.assertEqual(review.colour.provenance, provenance)
                self.assertEqual(review.colour.owner, self.isla)

    def test_bad_hex_and_lab(self):
        self.assert_refused(self.bring("hex", hex="#12345"), "hex", "#12345", "five digits")
        self.assert_refused(self.bring("hex", hex=""), "hex", "empty")
        lab = {"lightness": "140", "a": "0", "b": "0", "convention": "lab"}
        self.assert_refused(self.bring("lab", **lab), "lightness", "140", "100")
        self.assert_refused(self.bring("lab", **lab | {"lightness": "50", "a": "blue"}), "a", "'blue'")
        self.assert_refused(self.bring("lab", **lab | {"lightness": "50", "b": ""}), "b", "empty")
        self.assert_refused(self.bring("lab", **lab | {"lightness": "50", "a": "inf"}), "a", "inf")

    def test_bad_spectra_keep_what_was_typed(self):
        bad = "400,410,420\n0.5,grey,0.5"
        response = self.bring("spectrum", reflectance=bad)
        self.assert_refused(response, "reflectance", "Line 2, column 2", "grey")
        self.assertContains(response, "0.5,grey,0.5", status_code=422)
        twelve = SimpleUploadedFile("twelve.csv", ",".join(["0.5"] * 12).encode())
        response = self.bring("spectrum", file=twelve)
        self.assert_refused(response, "reflectance", "12 bands")
        self.assertContains(response, "0.5,0.5,0.5", status_code=422)
        self.assert_refused(self.bring("spectrum", file=SimpleUploadedFile("e.csv", b"")), "reflectance", "empty")
        self.assert_refused(self.bring("spectrum"), "reflectance", "paste")
        self.assert_refused(
            self.bring("spectrum", file=SimpleUploadedFile("x.csv", b"\xff\xfe\x01")), "reflectance", "text"
        )

    def test_fifty_megabytes_never_arrive(self):
        big = SimpleUploadedFile("big.csv", b"0.5," * 12_500_000)
        response = self.bring("spectrum", file=big)
        self.assert_refused(response, "reflectance", "too large")

    def test_percentages_are_said_on_the_review(self):
        percent = ",".join(f"{100 * v:.3f}" for v in world.colour().stimulus.reflectance)
        self.bring("spectrum", reflectance=percent)
        review = Review.objects.get()
        self.assertIn("divided by 100", review.intake_notes)
        self.assertContains(self.client.get(review.get_absolute_url()), "divided by 100")

    def test_a_stated_lrv_is_kept_and_checked(self):
        self.bring("hex", hex="#C4CBC9", lrv_stated="58,2")
        review = Review.objects.latest("id")
        self.assertEqual((review.colour.lrv_stated, review.colour.provenance), (58.2, "screen-lrv"))
        self.bring("hex", hex="#C4CBC9", lrv_stated="20")
        review = Review.objects.latest("id")
        self.assertEqual(review.colour.provenance, "screen")
        self.assertContains(self.client.get(review.get_absolute_url()), "They differ by 38.7")

    def test_a_stated_lrv_beyond_the_scale(self):
        for wrong, part in (("130", "between 0 and 100"), ("light", "not a number")):
            response = self.bring("hex", hex="#C4CBC9", lrv_stated=wrong)
            self.assert_refused(response, "lrv_stated", wrong, part)
            self.assertContains(response, f'value="{wrong}"', status_code=422)

    def test_a_name_is_needed(self):
        response = self.client.post(reverse("own-colour", args=["hex"]), {"name": " ", "hex": "#808080"})
        self.assertContains(response, "Give the colour a name", status_code=422)
        self.assertContains(response, "#808080", status_code=422)

    def test_unknown_ways_are_not_found(self):
        self.assertEqual(self.client.get(reverse("own-colour", args=["photo"])).status_code, 404)

    def test_what_is_written_can_be_read_back(self):
        text = reflectance_csv.write(np.array([world.colour().stimulus.reflectance]))
        self.assertEqual(len(text.splitlines()[0].split(",")), len(BANDS))
        self.assertEqual(self.bring("spectrum", reflectance=text).status_code, 302)
