"""Sizes as people give them, and numbers and days as they write them."""

import unittest
from datetime import date, datetime

from hypothesis import given
from hypothesis import strategies as st

from prism import sizes, words
from prism.messages import sources
from prism.messages.habits import PLAIN, THIN, Habits, current, plainly, written_for
from prism.messages.text import number, plain_figure, whole

US, COMMA = Habits(units="us"), Habits(decimal="comma")


class Typed(unittest.TestCase):
    def test_with_a_unit_it_means_the_same_whoever_types_it(self):
        for text, kind, metric in (
            ("3.8 m", "length", 3.8), ("380cm", "length", 3.8), ("12 ft 6 in", "length", 3.81),
            ("12'6\"", "length", 3.81), ("12’ 6”", "length", 3.81), ("12,5 feet", "length", 3.81),
            ("130 sq ft", "area", 12.0774), ("12 m²", "area", 12), ("1 gal", "volume", 3.7854),
            ("2 qt", "volume", 1.8927), ("750 mL", "volume", 0.75), ("400 sq ft/gal", "spreading", 9.816955),
            ("−2 m", "length", -2),
        ):  # fmt: skip
            for habits in (PLAIN, US, COMMA):
                with self.subTest(text), written_for(habits):
                    self.assertAlmostEqual(sizes.read(text, kind), metric, places=4)

    def test_without_one_it_is_in_the_reader_s_own(self):
        self.assertEqual(sizes.read("3,8", "length"), 3.8)
        with written_for(US):
            self.assertAlmostEqual(sizes.read("10", "length"), 3.048)

    def test_what_is_no_size_is_refused(self):
        lengths = [(text, "length") for text in ("wide", "3 m²", "3 ells", "1e999 m", "ft", "12 ft x in")]
        for text, kind in (*lengths, ("", "area"), ("3 m 4", "area")):
            with self.subTest(text), self.assertRaises(ValueError):
                sizes.read(text, kind)

    @given(st.floats(0.01, 3000), st.sampled_from(sorted(sizes.UNIT)), st.sampled_from([PLAIN, US, COMMA]))
    def test_as_shown_it_reads_back(self, metric, kind, habits):
        with written_for(habits):
            shown = words.sizes.as_size(metric, kind)
            self.assertLess(abs(sizes.read(shown, kind) - metric), 0.006 * sizes.factor(kind) + 1e-5 * metric)


class Written(unittest.TestCase):
    def test_numbers(self):
        with written_for(COMMA):
            self.assertEqual((number(-1234.5), number(2, 2, signed=True)), ("−1234,5", "+2,00"))
            self.assertEqual((whole(4010), plain_figure(2.5)), (f"4{THIN}010", "2,5"))
            self.assertEqual(words.text.percentage(0.254).replace(words.text.NO_BREAK, " "), "25 %")

    def test_days(self):
        day, at = date(2026, 11, 5), datetime(2026, 11, 5, 9, 30)
        for dates, said in (("day", "5 Nov 2026"), ("month", "Nov 5, 2026"), ("iso", "2026-11-05")):
            with written_for(Habits(dates=dates)):
                self.assertEqual((words.habits.day(day), words.habits.moment(at)), (said, f"{said}, 09:30"))
        self.assertEqual(words.viewing.day_text(day), "Thursday 5 November")
        with written_for(Habits(dates="month")):
            self.assertEqual(
                (words.viewing.day_text(day), words.viewing.day_short(day)), ("Thursday November 5", "Thu Nov 5")
            )

    def test_sizes(self):
        self.assertEqual(words.sizes.room_size(4.0, 3.25, 2.5).replace(words.text.NO_BREAK, " "), "4 × 3.25 × 2.5 m")
        with written_for(US):
            said = [
                words.sizes.area_text(12),
                words.sizes.volume_text(5),
                words.sizes.poured_text(0.2),
                words.sizes.room_size(4, 3, 2.5),
            ]
        plain = [one.replace(words.text.NO_BREAK, " ") for one in said]
        self.assertEqual(plain, ["129 sq ft", "1.3 gal", "6.8 fl oz", "13.12 × 9.84 × 8.2 ft"])

    def test_it_ends_where_it_ends_and_what_is_kept_is_plain(self):
        with written_for(COMMA):
            with plainly():
                self.assertEqual(number(1.5), "1.5")
            self.assertEqual(sources.lab_text((80, -1.5, 2)), "80,0; −1,5; 2,0")
            self.assertEqual(sources.lab_given((80, -1.5, 2), "lab"), "Lab 80.00, −1.50, 2.00 (D65/10°)")
        self.assertIs(current(), PLAIN)
