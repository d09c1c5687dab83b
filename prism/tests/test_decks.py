"""Decks as files: round trips, bad lines, hostile files."""

import io
import json
import unittest
import warnings
import zipfile
from pathlib import Path

import colour_cxf
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from prism import demo
from prism.formats import cgats, cxf, deck_csv, deck_json, deck_xlsx, gimp_palette
from prism.formats.deck import DeckFile, DeckFileError, Entry
from prism.spectrum import BANDS
from prism.stimulus import IntakeError

GRID = tuple(float(nm) for nm in BANDS)


def entries(step=25):
    return [
        Entry(
            line=0, code=e.code, name=e.name, maker=e.maker, strip=e.strip, step=e.step, lab=e.colour.lab,
            reflectance=e.colour.reflectance, wavelengths=GRID, hex=e.colour.screen, lrv=round(e.colour.lrv, 1),
            recipe_base=e.recipe.base, recipe=tuple(e.recipe.amounts.items()),
        )
        for e in demo.deck()[::step]
    ]  # fmt: skip


class RoundTrips(unittest.TestCase):
    def check(self, found: DeckFile, *, spectrum=True, recipe=True, strip=True, lab=True):
        self.assertEqual(found.problems, [])
        self.assertEqual(len(found.entries), len(entries()))
        for was, now in zip(entries(), found.entries, strict=True):
            self.assertEqual((now.code, now.name), (was.code, was.name))
            if lab:
                np.testing.assert_allclose(now.lab, was.lab, rtol=1e-4, atol=1e-4)
            if spectrum:
                np.testing.assert_allclose(now.reflectance, was.reflectance, rtol=1e-5)
                self.assertEqual(now.wavelengths, GRID)
            if recipe:
                self.assertEqual((now.recipe_base, dict(now.recipe)), (was.recipe_base, dict(was.recipe)))
            if strip:
                self.assertEqual((now.maker, now.strip, now.step, now.lrv), (was.maker, was.strip, was.step, was.lrv))

    def test_csv_json_and_xlsx_keep_everything(self):
        self.check(deck_csv.read(deck_csv.write(entries()).encode()))
        self.check(deck_json.read(deck_json.write(entries()).encode()))
        self.check(deck_xlsx.read(deck_xlsx.write(entries())))

    def test_cgats_keeps_lab_and_spectrum(self):
        self.check(cgats.read(cgats.write(entries()).encode()), recipe=False, strip=False)

    def test_cxf_keeps_lab_and_spectrum(self):
        self.check(cxf.read(cxf.write(entries())), recipe=False, strip=False)
        self.assertEqual(cxf.write(entries()), cxf.write(entries()))

    def test_gimp_palette_keeps_screen_values(self):
        found = gimp_palette.read(gimp_palette.write(entries()).encode())
        self.check(found, spectrum=False, recipe=False, strip=False, lab=False)
        self.assertEqual([e.hex for e in found.entries], [e.hex for e in entries()])

    def test_a_palette_whose_colours_have_no_names_of_their_own(self):
        text = "GIMP Palette\nName: Bare\n#\n  0   0   0\tUntitled\n255 255 255\tUntitled\n 10 20 30\tInk\n9 9 9\n"
        codes = [entry.code for entry in gimp_palette.read(text.encode()).entries]
        self.assertEqual(codes, ["Untitled #000000", "Untitled #FFFFFF", "Ink", "#090909"])

    def test_names_that_a_spreadsheet_would_run(self):
        hostile = [
            Entry(1, "=1+1", '=HYPERLINK("x")', maker="@maker", lab=(50, 0, 0)),
            Entry(2, "-2", "+3", lab=(1, 2, 3)),
        ]
        text = deck_csv.write(hostile)
        for line in text.splitlines()[1:]:
            self.assertFalse(line.startswith(("=", "+", "-", "@")), line)
        self.assertIn("'=1+1", text)
        for found in (deck_csv.read(text.encode()), deck_xlsx.read(deck_xlsx.write(hostile))):
            self.assertEqual(
                [(e.code, e.name, e.maker) for e in found.entries], [(e.code, e.name, e.maker) for e in hostile]
            )

    def test_what_is_read_becomes_the_same_colour(self):
        found = deck_json.read(deck_json.write(entries()).encode())
        for was, now in zip(demo.deck()[::25], found.entries, strict=True):
            np.testing.assert_allclose(now.stimulus().lab, was.colour.lab, atol=1e-9)


class Csv(unittest.TestCase):
    def test_separators_commas_orders_and_encodings(self):
        for text in (
            "code,name,L*,a*,b*\nA1,Fog,80,-1,2.5\n",
            "Name;Code;B*;A*;L*\nFog;A1;2,5;−1;80\n",
            "L\ta\tb\tcode\tname\n80\t-1\t2.5\tA1\tFog\n",
            "\ufeffcode,name,L*,a*,b*,remark\n\n A1 , Fog ,80,-1,2.5,x\n",
        ):
            for encoding in ("utf-8", "utf-16"):
                found = deck_csv.read(text.encode(encoding))
                self.assertEqual(found.problems, [])
                entry = found.entries[0]
                self.assertEqual((entry.code, entry.name, entry.lab), ("A1", "Fog", (80, -1, 2.5)))
        self.assertIn("remark", found.notes[0])
        self.assertEqual(deck_csv.read("code,name,hex\nA,Caf\xe9,#808080\n".encode("cp1252")).entries[0].name, "Café")

    def test_a_mapping_overrides_the_headings(self):
        data = b"one,two,three,four\nA1,80,1,2\n"  # figures that can be RGB as well as Lab
        with self.assertRaises(DeckFileError) as caught:
            deck_csv.read(data)
        self.assertIn("one, two, three, four", str(caught.exception))
        found = deck_csv.read(data, {0: "code", 1: "l", 2: "a", 3: "b"})
        self.assertEqual(found.entries[0].lab, (80, 1, 2))

    def test_bad_lines_are_named_and_the_others_taken(self):
        lines = ["code,name,L*,a*,b*,LRV,step", "A1,x,eighty,0,0,,", "A2,y,80,,0,,", ",,80,0,0,,"]
        text = "\n".join([*lines, "A4,z,80,0,0,57,2.5", "A5,ok,80,0,0,57,2"])
        found = deck_csv.read(text.encode())
        self.assertEqual([e.code for e in found.entries], ["A5"])
        self.assertEqual([(p.line, p.column) for p in found.problems], [(2, "L*"), (3, "a*"), (4, "code"), (5, "step")])
        self.assertIn("'eighty'", found.problems[0].message)

    def test_spectra_in_percent_and_with_holes(self):
        header = "code," + ",".join(f"R{nm:g}" for nm in GRID)
        found = deck_csv.read(f"{header}\nA,{','.join(['45'] * 31)}\nB,{','.join(['45'] * 30)},\n".encode())
        self.assertAlmostEqual(found.entries[0].reflectance[0], 0.45)
        self.assertIn("700 nm is missing", found.problems[0].message)

    def test_colours_that_cannot_be(self):
        for entry, part in (
            (Entry(1, "a", "a", lab=(140, 0, 0)), "L* is 140"),
            (Entry(1, "a", "a", lab=(50, 0, 0), lrv=130), "LRV is 130"),
            (Entry(1, "a", "a", hex="#12"), "six"),
            (Entry(1, "a", "a"), "no numbers"),
            (Entry(1, "a", "a", reflectance=(-0.1,) * 31, wavelengths=GRID), "-0.1 at 400 nm"),
            (Entry(1, "a", "a", reflectance=(0.1,) * 3, wavelengths=(400, 410, 420)), "at least 6"),
        ):
            with self.assertRaises(IntakeError) as caught:
                entry.stimulus()
            self.assertIn(part, str(caught.exception))

    def test_a_recipe_in_other_units_is_refused(self):
        text = "code,hex,base,colorants\nA,#808080,B1,LB=12000 EY=3000\nB,#808080,B1,LB=-3\nC,#808080,B1,LB=3\n"
        found = deck_csv.read(text.encode())
        self.assertEqual([entry.code for entry in found.entries], ["C"])
        self.assertIn("15,000 mL in a litre", found.problems[0].message)
        self.assertEqual(found.problems[0].line, 2)


class OtherFiles(unittest.TestCase):
    def test_a_table_as_another_program_writes_it(self):
        text = (
            'CGATS.17\n\nFILE_DESCRIPTOR "test"\nWEIGHTING_FUNCTION "ILLUMINANT, D50"\n# a remark\nNUMBER_OF_FIELDS 5\n'
            "BEGIN_DATA_FORMAT\nSAMPLE_ID SAMPLE_NAME\nLAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nNUMBER_OF_SETS 2\n"
            "BEGIN_DATA\n"
            '1 "Lamp ""Room"" white" 96.1 -0.5 2.4\n2 Slate 40,5 -1.0 -2.0\n3 short 1\nEND_DATA\n'
        )
        found = cgats.read(text.encode())
        self.assertEqual([e.name for e in found.entries], ['Lamp "Room" white', "Slate"])
        self.assertEqual((found.entries[0].convention, found.entries[1].lab), ("lab50", (40.5, -1.0, -2.0)))
        self.assertEqual(found.problems[0].line, 15)

    def test_a_palette_as_another_program_writes_it(self):
        found = gimp_palette.read((Path(__file__).parent / "palette_program.gpl").read_bytes())
        self.assertEqual(found.problems, [])
        named = [("Pintle Blotter", "#D7DEDE"), ("Davit Minute", "#E1D1C3"), ("Tarred Seam", "#424242")]
        self.assertEqual([(e.name, e.hex) for e in found.entries[:3]], named)
        self.assertEqual(found.entries[3].hex, "#F4F1EC")  # to which that program gave a name
        again = gimp_palette.read(gimp_palette.write(found.entries).encode())
        self.assertEqual([(e.name, e.hex) for e in again.entries], [(e.name, e.hex) for e in found.entries])

    def test_spectra_as_a_colour_toolkit_writes_them_come_to_the_lab_it_computes(self):
        """Five boards with reflectances in percent, and Lab under D65/10° by that program's own arithmetic."""
        text = (Path(__file__).parent / "colour_toolkit.ti3").read_text()
        found = cgats.read(text.encode())
        self.assertEqual((len(found.entries), found.problems), (5, []))
        rows = text.split("BEGIN_DATA\n")[1].splitlines()
        for entry, row in zip(found.entries, rows, strict=False):
            self.assertTrue(row.startswith(f'{entry.code} "{entry.name}" '))
            theirs = [float(figure) for figure in row.split()[-3:]]
            np.testing.assert_allclose(entry.stimulus().lab, theirs, atol=0.03)
        again = cgats.read(cgats.write(found.entries).encode())
        self.assertEqual([e.name for e in again.entries], [e.name for e in found.entries])
        np.testing.assert_allclose(
            [e.reflectance for e in again.entries], [e.reflectance for e in found.entries], atol=1e-6
        )

    def test_a_workbook_as_another_program_writes_it(self):
        """Its first column counts lines, a name and a figure are formulas, one figure is none, one strip a letter."""
        with warnings.catch_warnings(action="ignore", category=UserWarning):  # the workbook has no default style
            found = deck_xlsx.read((Path(__file__).parent / "spreadsheet_program.xlsx").read_bytes())
        self.assertEqual([e.code for e in found.entries], ["S1", "S2", "S3"])
        self.assertEqual([e.name for e in found.entries], ["Quay wall", "Winch house, upper door", "Lamp room"])
        self.assertEqual([e.strip for e in found.entries], ["Q", "Q", "10"])
        self.assertEqual([e.lab for e in found.entries], [(81.24, -1.05, 3.4), (62.1, 0.35, 4.25), (48.5, -2, -0.75)])
        self.assertEqual([e.lrv for e in found.entries], [59, 30.6, None])
        self.assertEqual([(p.line, p.column) for p in found.problems], [(5, "L*")])
        self.assertIn("no.", found.notes[0])

    def test_several_tables_xyz_and_a_light_that_is_not_said(self):
        text = (
            'CTI1\n\nKEYWORD "SAMPLE_LOC"\nNUMBER_OF_FIELDS 2\nBEGIN_DATA_FORMAT\nINDEX DENSITY\nEND_DATA_FORMAT\n'
            "BEGIN_DATA\n0 1.5\n1 2.0\nEND_DATA\n\nCTI1\nBEGIN_DATA_FORMAT\nSAMPLE_LOC XYZ_X XYZ_Y XYZ_Z\n"
            "END_DATA_FORMAT\nBEGIN_DATA\nA1 31.444334 19.286094 6.888559\nEND_DATA\n"
            "BEGIN_DATA_FORMAT\nSAMPLE_ID GREY\nEND_DATA_FORMAT\nBEGIN_DATA\n1 2\nEND_DATA\n"
        )
        found = cgats.read(text.encode())
        self.assertEqual((len(found.entries), found.problems, found.entries[0].code), (1, [], "A1"))
        np.testing.assert_allclose(found.entries[0].lab, [51.020256, 55.280672, 28.133194], atol=0.02)
        self.assertEqual(found.entries[0].convention, "lab50")
        self.assertIn("D50 and 2°", found.notes[0])
        self.assertEqual(cgats.read(cgats.write(entries()).encode()).notes, ())

    def test_a_cxf_file_as_another_program_writes_it(self):
        sample = Path(colour_cxf.__file__).parent / "tests" / "resources" / "sample.cxf"
        found = cxf.read(sample.read_bytes())
        self.assertEqual((len(found.entries), found.problems), (144, []))
        first = found.entries[1]
        self.assertEqual((first.code, first.lab, first.convention), ("2", (47.83558, 63.29078, 36.27213), "lab50"))
        self.assertEqual((first.wavelengths[0], first.wavelengths[-1], first.hex), (380.0, 680.0, "#FF0000"))
        again = cxf.read(cxf.write(found.entries))
        for was, now in zip(found.entries, again.entries, strict=True):
            self.assertEqual((now.code, now.wavelengths), (was.code, was.wavelengths))
            np.testing.assert_allclose(now.reflectance, was.reflectance, atol=1e-6)

    def test_xml_that_reaches_out_is_refused(self):
        for inner in (
            '<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;&a;">]><x>&b;</x>',
            '<!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/hostname">]><x>&e;</x>',
            '<!DOCTYPE x SYSTEM "other.dtd"><x/>',
        ):
            with self.assertRaises(DeckFileError) as caught:
                cxf.read(f'<?xml version="1.0"?>{inner}'.encode())
            self.assertIn("document type", str(caught.exception))

    def test_files_that_are_something_else(self):
        for read, data in (
            (cgats.read, b"hello"),
            (cgats.read, b"BEGIN_DATA\n1 2 3\nEND_DATA"),
            (gimp_palette.read, b"JASC-PAL"),
            (gimp_palette.read, b""),
            (deck_json.read, b"{"),
            (deck_json.read, b"[]"),
            (deck_json.read, b'{"format": "gentle-prism deck", "version": 9, "colours": []}'),
            (deck_json.read, b"[" * 100_000),
            (deck_xlsx.read, b"PK\x03\x04 not really"),
            (deck_xlsx.read, b""),
            (cxf.read, b"<html/>"),
            (cxf.read, b"<open>"),
            (cxf.read, b'<?xml version="1.0" encoding="none"?><x/>'),
            (deck_csv.read, b""),
            (deck_csv.read, b"\x00\x01\x02"),
            (deck_csv.read, b'code,name,hex\n"open,x,#808080\n'),
        ):
            with self.assertRaises(DeckFileError) as caught:
                read(data)
            self.assertTrue(str(caught.exception).strip())

    def test_a_table_cut_short_is_said(self):
        whole = cgats.write(entries()).splitlines()
        found = cgats.read("\n".join(whole[:-3]).encode())
        self.assertIn("cut short", found.problems[-1].message)

    def test_json_entries_that_are_wrong(self):
        colours = [
            1,
            {},
            {"code": "a", "lab": [1, 2]},
            {"code": 5},
            {"code": "a", "strip": [1]},
            {"code": "a", "lrv": "x"},
            {"code": "a", "reflectance": [0.5]},
            {"code": "a", "recipe": {"colorants": {"LB": -1}}},
            {"code": "ok", "lab": [50, 0, 0]},
        ]
        whole = {"format": deck_json.FORMAT, "version": 1, "colours": colours}
        found = deck_json.read(json.dumps(whole).encode())
        self.assertEqual([e.code for e in found.entries], ["ok"])
        self.assertEqual([p.line for p in found.problems], list(range(1, 9)))

    def test_a_workbook_that_unpacks_to_zeros(self):
        packed = io.BytesIO()
        with (
            zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as book,
            book.open("xl/worksheets/sheet1.xml", "w", force_zip64=True) as part,
        ):
            for _ in range(410):
                part.write(b"\0" * 1_000_000)
        with self.assertRaises(DeckFileError) as caught:
            deck_xlsx.read(packed.getvalue())
        self.assertIn("unpacks", str(caught.exception))


READERS = (deck_csv.read, deck_json.read, cgats.read, gimp_palette.read, deck_xlsx.read, cxf.read)
SEEDS = [
    deck_csv.write(entries(80)).encode(),
    deck_json.write(entries(80)).encode(),
    cgats.write(entries(80)).encode(),
    gimp_palette.write(entries(80)).encode(),
    deck_xlsx.write(entries(80)),
    cxf.write(entries(80)),
]


class Fuzzing(unittest.TestCase):
    def read(self, reader, data):
        try:
            found = reader(data)
        except DeckFileError as wrong:
            self.assertTrue(str(wrong).strip())
            return
        for entry in found.entries:
            try:
                entry.stimulus()
            except IntakeError as wrong:
                self.assertTrue(str(wrong).strip())

    @settings(max_examples=120)
    @given(st.sampled_from(READERS), st.binary(max_size=400))
    def test_any_bytes(self, reader, data):
        self.read(reader, data)

    @settings(max_examples=250)
    @given(st.integers(0, 5), st.data())
    def test_good_files_damaged(self, which, data):
        seed = bytearray(SEEDS[which])
        for _ in range(data.draw(st.integers(1, 6))):
            at = data.draw(st.integers(0, len(seed) - 1))
            act = data.draw(st.sampled_from(["cut", "byte", "repeat"]))
            if act == "cut":
                del seed[at : at + data.draw(st.integers(1, 40))]
            elif act == "byte":
                seed[at] = data.draw(st.integers(0, 255))
            else:
                seed[at:at] = seed[at : at + 30]
            if not seed:
                break
        self.read(READERS[which], bytes(seed))
