"""Reflectances as CSV: what is understood, and what is said about the rest."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from prism import demo
from prism.formats import reflectance_csv as fmt
from prism.spectrum import BANDS
from prism.stimulus import IntakeError

CURVE = np.array(demo.find("H16.3").colour.reflectance)
HEADER = ",".join(f"{nm:g}" for nm in BANDS)
ROW = ",".join(f"{v:.6f}" for v in CURVE)


def refusal(text):
    try:
        fmt.read(text)
    except IntakeError as wrong:
        return str(wrong)
    raise AssertionError("nothing was refused")


class Understood(unittest.TestCase):
    def check(self, text, readings=1, tolerance=1e-5):
        found = fmt.read(text)
        self.assertEqual(found.readings.shape, (readings, 31))
        np.testing.assert_allclose(found.readings.mean(axis=0), CURVE, atol=tolerance)
        return found

    def test_many_shapes_of_one_spectrum(self):
        column = "\n".join(f"{nm:g},{v:.6f}" for nm, v in zip(BANDS, CURVE, strict=True))
        for text in (
            f"{HEADER}\n{ROW}\n",
            f"{HEADER}\n\n{ROW}\n\n",
            f"sample,{HEADER}\nboard one,{ROW}\n",
            f"{HEADER}\nboard one,{ROW}\nboard one again,{ROW}",
            f"board one,{ROW}",
            f"# a note, with commas\n{HEADER}\n{ROW}",
            ROW,
            column,
            f"wavelength,reflectance\n{column}",
            "\n".join(reversed(column.splitlines())),
            column.replace(",", "\t"),
            column.replace(",", ";").replace(".", ","),
            "\n".join(f"{v:.6f}" for v in CURVE),
            HEADER.replace(",", ";") + "\n" + ROW.replace(",", ";"),
        ):
            with self.subTest(text[:40]):
                found = fmt.read(text)
                self.assertEqual(found.notes, ())
                np.testing.assert_allclose(found.readings.mean(axis=0), CURVE, atol=1e-5)

    def test_percentages_are_recognised_and_said(self):
        found = self.check(f"{HEADER}\n" + ",".join(f"{100 * v:.4f}" for v in CURVE))
        self.assertIn("divided by 100", found.notes[0])

    def test_a_dark_colour_in_percent_is_still_percent(self):
        found = fmt.read(f"{HEADER}\n" + ",".join(["4.5"] * 31))
        np.testing.assert_allclose(found.readings, 0.045)

    def test_readings_are_averaged_and_surer(self):
        found = self.check(f"{HEADER}\n{ROW}\n{ROW}\n{ROW}", readings=3)
        self.assertEqual(found.stimulus().provenance, "reading-average")
        self.assertEqual(self.check(ROW).stimulus().provenance, "reading-single")

    def test_other_steps_are_resampled_and_said(self):
        nm = np.arange(400, 701, 20)
        found = fmt.read("\n".join(f"{n},{v}" for n, v in zip(nm, CURVE[::2], strict=True)))
        np.testing.assert_allclose(found.readings[0], CURVE, atol=0.03)
        self.assertTrue(any("20 nm" in note for note in found.notes))

    def test_write_and_read(self):
        found = fmt.read(fmt.write(CURVE[None]))
        np.testing.assert_allclose(found.readings[0], CURVE, atol=1e-6)


class Refused(unittest.TestCase):
    def test_each_says_where_and_what(self):
        bad_cell = ROW.replace(f"{CURVE[2]:.6f}", "o.5", 1)
        for text, *parts in (
            ("", "empty"),
            ("\n\n  \n", "empty"),
            (f"{HEADER}\n{bad_cell}", "Line 2", "column 3", "o.5"),
            (f"{HEADER}\no{ROW[1:]}", "Line 2", "column 1", "o."),
            (f"o{ROW[1:]}", "Line 1", "column 1", "o."),
            (",".join(["0.5"] * 12), "12 bands", "31"),
            (HEADER, "no reflectances"),
            (f"{HEADER}\n0.5,0.4", "Line 2", "2 values", "31"),
            (f"{HEADER}\n{ROW.replace(f'{CURVE[0]:.6f}', '-0.2', 1)}", "Line 2", "column 1", "-0.2"),
            (f"{HEADER}\n{ROW.replace(f'{CURVE[4]:.6f}', '740', 1)}", "740"),
            (f"{HEADER}\n" + f"{ROW}\n" * 201, "200"),
            ("\n".join(f"{nm},0.5" for nm in (400, 410, 425, 440, 450, 460, 470, 700)), "equal steps"),
            ("\n".join(f"{nm},0.5" for nm in range(500, 601, 10)), "too short"),
            ("x" * (fmt.MAX_BYTES + 1), "too large"),
            ("400,nan\n" * 40, "'nan' is not a number"),
        ):
            message = refusal(text)
            for part in parts:
                self.assertIn(part, message)

    def test_bytes_that_are_no_text(self):
        for data, part in ((b"\xff\xfe\x00", "not a text file"), (b"400,410\0", "byte 8"), (b"0" * 1_000_001, "large")):
            with self.assertRaises(IntakeError) as caught:
                fmt.text_of(data)
            self.assertIn(part, str(caught.exception))

    @given(st.text(max_size=300))
    def test_any_text_is_read_or_refused_in_words(self, text):
        try:
            found = fmt.read(text)
        except IntakeError as wrong:
            self.assertTrue(str(wrong).strip())
        else:
            self.assertEqual(found.readings.shape[1], 31)

    @given(
        st.lists(st.lists(st.sampled_from(["400", "0.5", "50", "", "x", "-1", "1e9", "0,4"]), max_size=40), max_size=45)
    )
    def test_any_table_is_read_or_refused_in_words(self, table):
        self.test_any_text_is_read_or_refused_in_words.hypothesis.inner_test(
            self, "\n".join(",".join(row) for row in table)
        )
