"""Pictures are read within bounds: of bytes, of pixels, of what is held in memory."""

import io
import threading
from unittest.mock import patch

from django.test import SimpleTestCase
from PIL import Image

from web import pictures


def png(width, height, mode="RGB"):
    made = io.BytesIO()
    Image.new(mode, (width, height), 200 if mode in "LP" else (200, 190, 180, 255)[: len(mode)]).save(made, "PNG")
    made.seek(0)
    return made


class Bounds(SimpleTestCase):
    def test_a_small_file_of_too_many_pixels_is_refused_before_it_is_read(self):
        held = png(5_001, 5_000)
        self.assertLess(len(held.getvalue()), 120_000)
        said = "5001 × 5000 pixels. At most 25 million"
        unread = patch.object(Image.Image, "load", side_effect=AssertionError("read"))
        with unread, self.assertRaisesRegex(pictures.PictureError, said):
            pictures.cleaned(held)

    def test_every_kind_of_picture_becomes_one_of_its_pixels_alone(self):
        for mode in ("RGB", "RGBA", "L", "P", "LA"):
            with self.subTest(mode):
                made = Image.open(io.BytesIO(pictures.cleaned(png(400, 300, mode), longest=200)))
                self.assertEqual((made.format, made.mode, made.size), ("JPEG", "RGB", (200, 150)))

    def test_a_photograph_lies_as_its_camera_was_held(self):
        held, turned = io.BytesIO(), Image.Exif()
        turned[0x0112] = 6  # turned by a quarter
        Image.new("RGB", (4_000, 3_000)).save(held, "JPEG", exif=turned)
        held.seek(0)
        made = Image.open(io.BytesIO(pictures.cleaned(held, longest=400)))
        self.assertEqual((made.size, dict(made.getexif())), ((300, 400), {}))

    def test_a_process_reads_one_at_a_time(self):
        at_once, most = [], []
        real = pictures._made_again

        def counted(*given):
            at_once.append(1)
            most.append(len(at_once))
            try:
                return real(*given)
            finally:
                at_once.pop()

        with patch.object(pictures, "_made_again", counted):
            threads = [threading.Thread(target=pictures.cleaned, args=(png(900, 900),)) for _ in range(6)]
            for each in threads:
                each.start()
            for each in threads:
                each.join()
        self.assertEqual((len(most), max(most)), (6, 1))
