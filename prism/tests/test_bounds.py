"""What a file may cost, and files that were made to cost more; numbers and separators read in one way everywhere."""

import io
import json
import unittest
import zipfile
from unittest import mock

from openpyxl import Workbook

from prism import demo
from prism.formats import cgats, cxf, deck, deck_csv, deck_json, deck_xlsx, gimp_palette, reflectance_csv, tint_system
from prism.formats.deck import DeckFileError, Entry
from prism.formats.text import TextError, decode, lines_of, rows_of, separator_of
from prism.spectrum import BANDS
from prism.stimulus import IntakeError

GRID = tuple(float(nm) for nm in BANDS)


def workbook(rows, far=None):
    book = Workbook()
    for row in rows:
        book.active.append(row)
    if far:
        book.active[far] = 1
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


class Bounds(unittest.TestCase):
    def refused(self, reader, data, part):
        with self.assertRaises(DeckFileError) as caught:
            reader.read(data)
        self.assertIn(part, str(caught.exception))

    def test_half_of_a_mark_is_no_text_for_any_reader(self):
        for reader in (deck_json, tint_system):
            with self.subTest(reader.__name__), self.assertRaises((DeckFileError, tint_system.TintSystemError)) as said:
                reader.read(b"\xef\xbb")
            self.assertIn("byte 1 cannot be read", str(said.exception))
        with self.assertRaises(IntakeError):
            reflectance_csv.text_of(b"\xef\xbb")

    def test_a_stray_cell_far_away_costs_nothing(self):
        found = deck_xlsx.read(workbook([["code", "L*", "a*", "b*"], ["A1", 50, 0, 0]], far="XFD1048576"))
        self.assertEqual([entry.code for entry in found.entries], ["A1"])
        self.assertFalse(found.problems)

    def test_a_small_workbook_that_unpacks_to_a_huge_one_is_not_opened(self):
        packed = zipfile.ZipFile(io.BytesIO(workbook([["code"]])))
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as made:
            for name in packed.namelist():
                made.writestr(name, b"<row/>" * 1_000_000 if name.endswith("sheet1.xml") else packed.read(name))
        self.refused(deck_xlsx, out.getvalue(), "unpacks to far more")

    def test_more_lines_than_are_read_are_refused_whole_in_every_format(self):
        entries = [Entry(0, f"C{i}", "Bulk", lab=(50.0, 0.0, i / 10), hex="#808080") for i in range(60)]
        with mock.patch.object(deck, "MAX_ENTRIES", 50), mock.patch.object(deck_xlsx, "MAX_ENTRIES", 50):
            for module in (deck_csv, deck_json, deck_xlsx, cgats, cxf, gimp_palette):
                written = module.write(entries)
                data = written if isinstance(written, bytes) else written.encode()
                self.refused(module, data, "more than 50 lines")

    def test_far_too_many_lines_are_refused_before_one_is_read(self):
        with mock.patch.object(deck, "MAX_ENTRIES", 50), mock.patch.object(deck, "SLACK", 10):
            self.refused(deck_csv, b"code,L*,a*,b*\n" + b"\n" * 90, "more than 50 lines")

    def test_more_values_than_are_read(self):
        with mock.patch.object(deck, "MAX_CELLS", 100), mock.patch.object(deck_json, "MAX_CELLS", 100):
            self.refused(deck_csv, b"code,L*,a*,b*\n" + b"a," * 200 + b"\n", "more than 100 values")
            self.refused(deck_json, b"[" * 200, "more than 100 values")
        with mock.patch.object(cxf, "MAX_TAGS", 100):
            self.refused(cxf, b"<a>" + b"<b/>" * 200 + b"</a>", "more than 100 values")

    def test_what_takes_too_long_is_given_up(self):
        with mock.patch.object(deck, "MAX_SECONDS", -1.0):
            self.refused(deck_csv, b"code,L*,a*,b*\n" + b"A,50,0,0\n" * 600, "within")

    def test_json_that_no_number_can_hold(self):
        frame = '{"format": "gentle-prism deck", "version": 1, "colours": [{"code": "a", "lab": [%s, 0, 0]}]}'
        for value in ("NaN", "Infinity", "9" * 5000):
            self.refused(deck_json, (frame % value).encode(), "too large, infinite or none")
        found = deck_json.read((frame % ("9" * 400)).encode())
        self.assertEqual((found.entries, len(found.problems)), ([], 1))

    def test_text_is_read_from_any_of_three_encodings_and_in_pieces(self):
        text = "code;L*;a*;b*\nÄ1;84,1;1,9;6,2\n"
        for encoding in ("utf-8", "utf-8-sig", "utf-16", "cp1252"):
            data = text.encode(encoding)
            self.assertEqual(decode(data, 1000), text)
            self.assertEqual(list(lines_of(data, 1000)), text.splitlines())
            self.assertEqual(list(rows_of(data, 1000))[1], ["Ä1", "84,1", "1,9", "6,2"])
            self.assertEqual(deck_csv.read(data).entries[0].lab, (84.1, 1.9, 6.2))
        for data in (b"a\0b", b"\xff\xfe\x00", b"x" * 2000):
            with self.assertRaises(TextError):
                decode(data, 1000)
        self.assertEqual(separator_of("a,b\n1,2\n"), ",")


class Percentages(unittest.TestCase):
    def test_a_black_in_a_file_of_percentages_is_judged_with_the_others(self):
        fields = " ".join(f"SPECTRAL_NM{nm:g}" for nm in BANDS)
        rows = "\n".join(f"{code} " + " ".join([value] * 31) for code, value in (("W", "88"), ("K", "1")))
        found = cgats.read(
            f"CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_ID {fields}\nEND_DATA_FORMAT\nBEGIN_DATA\n{rows}\nEND_DATA".encode()
        )
        self.assertEqual([round(entry.stimulus().lrv, 3) for entry in found.entries], [88.0, 1.0])
        self.assertIn("divided by 100", found.notes[0])


class Exports(unittest.TestCase):
    def test_nothing_comes_out_as_a_formula(self):
        entry = Entry(
            0, "=A1", "+name", lab=(50.0, 0.0, 0.0), recipe_base="@B", recipe=(("=HYPERLINK()", 1.0),), strip="-1"
        )
        for cell in list(deck_csv.cells([entry], ()))[1]:
            self.assertFalse(isinstance(cell, str) and cell.startswith(("=", "+", "-", "@")), cell)

    def test_pieces_are_the_whole_and_come_one_by_one(self):
        entries = [
            Entry(0, f"C{i}", "Bulk", lab=(50.0, 0.0, 1.0), reflectance=(0.5,) * 31, wavelengths=GRID)
            for i in range(30)
        ]
        taken = []

        def watched():
            for entry in entries:
                taken.append(entry)
                yield entry

        for pieces, whole in (
            (deck_csv.pieces(watched(), GRID), deck_csv.write(entries)),
            (deck_json.pieces(watched()), deck_json.write(entries)),
            (cgats.pieces(watched(), 30, GRID), cgats.write(entries)),
            (gimp_palette.pieces(watched()), gimp_palette.write(entries)),
            (cxf.pieces(watched()), cxf.write(entries).decode()),
        ):
            taken.clear()
            first = next(pieces) + next(pieces)
            self.assertLess(len(taken), 3)
            self.assertEqual(first + "".join(pieces), whole)


class TintSystems(unittest.TestCase):
    def table(self):
        return json.loads(tint_system.write(demo.tint_system()))

    def test_a_system_comes_back_whole(self):
        system = demo.tint_system()
        again = tint_system.read(tint_system.write(system).encode())
        self.assertEqual((again.name, again.shots, again.cans), (system.name, system.shots, system.cans))
        for one, other in ((system.bases, again.bases), (system.colorants, again.colorants)):
            self.assertEqual(list(one), list(other))
            for code in one:
                self.assertTrue((one[code].k == other[code].k).all() and (one[code].s == other[code].s).all())
                self.assertEqual((one[code].kind, one[code].capacity), (other[code].kind, other[code].capacity))

    def test_what_is_wrong_is_named(self):
        for change, part in (
            (lambda t: t.update(version=2), "version"),
            (lambda t: t.update(bases=[]), "bases"),
            (lambda t: t["bases"][0].update(s=[0.0] * 31), "bases 1, s"),
            (lambda t: t["bases"][1].update(code=t["bases"][0]["code"]), "is there twice"),
            (lambda t: t["colorants"][2].update(k=[1.0] * 30), "colorants 3, k: 31 numbers"),
            (lambda t: t["colorants"][2].update(kind="mud"), "colorants 3, kind: one of white, black, earth, organic"),
            (lambda t: t["colorants"][2].update(name="\n"), "colorants 3, name"),
            (lambda t: t["cans"][0].update(litres=0), "cans 1, litres: a number from 0.01"),
            (lambda t: t["shots"].update(smallest="x"), "shots, smallest"),
        ):
            table = self.table()
            change(table)
            with self.assertRaises(tint_system.TintSystemError) as caught:
                tint_system.read(json.dumps(table).encode())
            self.assertIn(part, str(caught.exception))
        for data, part in ((b"{", "This is not JSON"), (b"\xff\xfe\0", "not a text file"), (b"[NaN]", "infinite")):
            with self.assertRaises(tint_system.TintSystemError) as caught:
                tint_system.read(data)
            self.assertIn(part, str(caught.exception))
