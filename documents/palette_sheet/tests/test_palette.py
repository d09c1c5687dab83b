"""The palette of a job: each colour once, as pages, cards, pictures and files."""

import csv
import io

import pypdf
from django.urls import reverse
from django.utils.html import escape
from PIL import Image, ImageCms

from documents.palette_sheet.palette import JobPalette
from documents.swatch_picture import SIZES, Captioned, swatches_png
from jobs import services as job_services
from jobs.models import Finish, Job
from reviews.context.tests.wall import Wall
from studio import demo_station as station
from tinting.tests import world


class Palettes(Wall):
    def setUp(self):
        super().setUp()
        self.job = station.enter(self.isla)["Library"].job
        for room, code in (("Library", "H16.3"), ("Galley", "H16.3"), ("Lamp room", "T05.4")):
            room = self.job.rooms.get(name=room)
            Finish.objects.update_or_create(room=room, part="walls", defaults={"colour": world.colour(code)})

    def get(self, name, *args, **asked):
        return self.client.get(reverse(name, args=[self.job.pk, *args]), asked)

    def test_each_colour_once_with_where_it_goes_the_most_first(self):
        colours = JobPalette(self.isla, self.job).colours
        codes = [one.colour.code for one in colours]
        self.assertEqual(len(codes), len(set(codes)))
        blotter = next(one for one in colours if one.colour.code == "H16.3")
        self.assertEqual({room for room, _ in blotter.where}, {"Library", "Galley"})
        areas = [one.area for one in colours]
        self.assertEqual(areas, sorted(areas, reverse=True))
        page = self.get("job-palette").content.decode()
        for one in colours:
            self.assertTrue(one.name in page and escape(one.label) in page)

    def test_a_picture_of_any_size_with_its_profile_and_white_round_it(self):
        for width, height in (*SIZES.values(), (640, 400)):
            answer = self.get("job-palette-picture", width=width, height=height)
            image = Image.open(io.BytesIO(answer.content))
            self.assertEqual(image.size, (width, height))
            profile = ImageCms.ImageCmsProfile(io.BytesIO(image.info["icc_profile"]))
            self.assertIn("sRGB", ImageCms.getProfileDescription(profile))
            edge = image.convert("RGB")
            self.assertEqual({edge.getpixel((0, 0)), edge.getpixel((width - 1, height - 1))}, {(255, 255, 255)})
        self.assertContains(self.get("job-palette-picture", width="9000", height="10"), "width", status_code=422)

    def test_swatches_are_as_large_as_they_go(self):
        for count in (1, 2, 3, 5, 8, 12, 24):
            made = swatches_png([Captioned("#336699", f"N{i}") for i in range(count)], (1_080, 1_350))
            image = Image.open(io.BytesIO(made)).convert("RGB")
            blue = sum(
                1 for pixel in image.resize((108, 135), Image.Resampling.NEAREST).getdata() if pixel == (51, 102, 153)
            )
            self.assertGreater(blue / (108 * 135), 0.35, count)
        for wrong in ([], [Captioned("#336699", "N")] * 25):
            with self.assertRaises(ValueError):
                swatches_png(wrong, (1_080, 1_350))

    def test_cards_four_to_a_sheet(self):
        palette = JobPalette(self.isla, self.job)
        for paper in ("A4", "Letter"):
            pages = pypdf.PdfReader(io.BytesIO(self.get("job-cards", paper=paper).content)).pages
            self.assertEqual(len(pages), -(-len(palette.colours) // 4))
            text = " ".join(page.extract_text() for page in pages)
            for one in palette.colours:
                self.assertIn(one.name, " ".join(text.split()))
        (sheet,) = pypdf.PdfReader(io.BytesIO(self.get("job-palette-sheet").content)).pages[:1]
        self.assertIn(palette.colours[0].name, sheet.extract_text())

    def test_files_for_other_programs_hold_the_same_colours(self):
        codes = {one.colour.code for one in JobPalette(self.isla, self.job).colours}
        rows = list(csv.DictReader(io.StringIO(self.get("job-colours", "csv").content.decode())))
        self.assertEqual({row["code"] for row in rows}, codes)
        for kind in ("xlsx", "json", "gpl", "cxf"):
            self.assertGreater(len(self.get("job-colours", kind).content), 100)
        self.assertEqual(self.get("job-colours", "exe").status_code, 404)

    def test_without_colours_it_says_so_and_nobody_else_sees_it(self):
        empty = job_services.keep_job(self.isla, Job(), {"title": "Empty"})
        self.assertContains(self.client.get(reverse("job-palette", args=[empty.pk])), "has a colour yet")
        for name in ("job-palette-sheet", "job-cards"):
            answer = self.client.get(reverse(name, args=[empty.pk]))
            self.assertRedirects(answer, reverse("job-palette", args=[empty.pk]))
        self.client.force_login(self.rory)
        for name in ("job-palette", "job-palette-sheet", "job-cards", "job-palette-picture"):
            self.assertEqual(self.get(name, width=500, height=500).status_code, 404)
