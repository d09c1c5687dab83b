"""Tables of colours as people have them: odd in shape and honest. What each holds is written down by hand."""

import io
import unittest

from openpyxl import Workbook, load_workbook

from prism.formats import deck_csv, deck_xlsx
from prism.formats.columns import by_heading, head_of, plain
from prism.formats.deck import DeckFileError

FOG, GORSE = "#BFB8A5", "#D9C46A"
SCREEN = {
    "three columns, semicolons": "Nr;Name;R;G;B\nA1;Fog;191;184;165\nA2;Gorse;217;196;106\n",
    "from 0 to 1": "code,name,R,G,B\nA1,Fog,0.749,0.7216,0.6471\nA2,Gorse,0.851,0.7686,0.4157\n",
    "per cent": "code;name;r;g;b\nA1;Fog;74,9 %;72,2 %;64,7 %\nA2;Gorse;85,1 %;76,9 %;41,6 %\n",
    "one column, blanks": "No.,Colour,RGB\nA1,Fog,191 184 165\nA2,Gorse,217 196 106\n",
    "one column, as a style sheet": "code;name;colour value\nA1;Fog;rgb(191, 184, 165)\nA2;Gorse;rgb(217, 196, 106)\n",
    "Hexcode": "Nummer;Farbname;Hexcode\nA1;Fog;#BFB8A5\nA2;Gorse;#D9C46A\n",
    "Hex #": "ID\tTitle\tHex #\nA1\tFog\tBFB8A5\nA2\tGorse\td9c46a\n",
    "Swedish": "Kulörnr;Kulör;Hexkod\nA1;Fog;#BFB8A5\nA2;Gorse;#D9C46A\n",
    "German RGB": "Farbcode;Bezeichnung;Rot;Grün;Blau\nA1;Fog;191;184;165\nA2;Gorse;217;196;106\n",
    "French RGB": "Référence;Nom;Rouge;Vert;Bleu\nA1;Fog;191;184;165\nA2;Gorse;217;196;106\n",
    "Spanish RGB": "Código;Nombre;Rojo;Verde;Azul\nA1;Fog;191;184;165\nA2;Gorse;217;196;106\n",
    "Italian RGB": "Codice;Nome;Rosso;Verde;Blu\nA1;Fog;191;184;165\nA2;Gorse;217;196;106\n",
    "Dutch RGB": "Kleurnummer;Naam;Rood;Groen;Blauw\nA1;Fog;191;184;165\nA2;Gorse;217;196;106\n",
    "Swedish RGB": "Färgnummer;Namn;Röd;Grön;Blå\nA1;Fog;191;184;165\nA2;Gorse;217;196;106\n",
    "no headings, hex": "A1;Fog;#BFB8A5\nA2;Gorse;#D9C46A\n",
    "no headings, RGB": "A1,Fog,191,184,165\nA2,Gorse,217,196,106\n",
    "headings that say nothing": "x,y1,z\nA1,Fog,#BFB8A5\nA2,Gorse,#D9C46A\n",
    "three columns called v1 to v3": "code,name,v1,v2,v3\nA1,Fog,191,184,165\nA2,Gorse,217,196,106\n",
    "a title above": "Colours of the harbour 2026;;\n;;\nCode;Name;Hex\nA1;Fog;#BFB8A5\nA2;Gorse;#D9C46A\n",
    "two lines above": "Harbour\nprinted in March\ncode,name,hex\nA1,Fog,#BFB8A5\nA2,Gorse,#D9C46A\n",
    "RGB beside a B of the shelf": "code,name,hex,B\nA1,Fog,#BFB8A5,shelf 4\nA2,Gorse,#D9C46A,shelf 9\n",
    "RGB called Lab by mistake": "code,name,L,a,b\nA1,Fog,191,184,165\nA2,Gorse,217,196,106\n",
    "capitals": "CODE,NAME,HEX\nA1,Fog,#BFB8A5\nA2,Gorse,#D9C46A\n",
    "quotes": '"code","name","hex"\n"A1","Fog","#BFB8A5"\n"A2","Gorse","#D9C46A"\n',
    "lines of Windows": "code,name,hex\r\nA1,Fog,#BFB8A5\r\nA2,Gorse,#D9C46A\r\n",
    "empty lines between": "code,name,hex\n\nA1,Fog,#BFB8A5\n,,\nA2,Gorse,#D9C46A\n\n",
    "a column without a heading": "code,,hex\nA1,Fog,#BFB8A5\nA2,Gorse,#D9C46A\n",
    "the name last": "hex;code;name\n#BFB8A5;A1;Fog\n#D9C46A;A2;Gorse\n",
    "rgb with underlines": "code,name,rgb_r,rgb_g,rgb_b\nA1,Fog,191,184,165\nA2,Gorse,217,196,106\n",
}
LAB = {
    "LAB_L": "code,name,LAB_L,LAB_A,LAB_B\nA1,Fog,74.9,-0.8,10.9\nA2,Gorse,80.1,-2.5,46\n",
    "L*": "Nr.;Farbton;L*;a*;b*\nA1;Fog;74,9;-0,8;10,9\nA2;Gorse;80,1;-2,5;46\n",
    "L": "id;colour;L;a;b\nA1;Fog;74.9;-0.8;10.9\nA2;Gorse;80.1;-2.5;46\n",
    "minus signs of print": "code,name,L*,a*,b*\nA1,Fog,74.9,−0.8,10.9\nA2,Gorse,80.1,−2.5,46\n",
    "CIE L*": "code,name,CIE L*,CIE a*,CIE b*\nA1,Fog,74.9,-0.8,10.9\nA2,Gorse,80.1,-2.5,46\n",
    "French": "Réf;Teinte;Clarté;a*;b*\nA1;Fog;74,9;-0,8;10,9\nA2;Gorse;80,1;-2,5;46\n",
    "Lab and RGB": "code,name,L,a,b,R,G,B\nA1,Fog,74.9,-0.8,10.9,1,2,3\nA2,Gorse,80.1,-2.5,46,4,5,6\n",
    "no headings": "A1;Fog;74,9;-0,8;10,9\nA2;Gorse;80,1;-2,5;46\n",
    "headings that say nothing": "k;m;x1;x2;x3\nA1;Fog;74,9;-0,8;10,9\nA2;Gorse;80,1;-2,5;46\n",
    "Hellbezugswert beside": "Nummer;Name;HBW;L*;a*;b*\nA1;Fog;48;74,9;-0,8;10,9\nA2;Gorse;57;80,1;-2,5;46\n",
}


class OddFiles(unittest.TestCase):
    def test_forty_of_them(self):
        self.assertGreaterEqual(len(SCREEN) + len(LAB) + 1, 40)

    def test_screen_values(self):
        for what, text in SCREEN.items():
            with self.subTest(what):
                found = deck_csv.read(text.encode())
                self.assertEqual(
                    [(e.code, e.name, e.hex) for e in found.entries], [("A1", "Fog", FOG), ("A2", "Gorse", GORSE)]
                )
                self.assertEqual(found.problems, [])

    def test_lab(self):
        for what, text in LAB.items():
            with self.subTest(what):
                found = deck_csv.read(text.encode())
                self.assertEqual(
                    [(e.code, e.name, e.lab) for e in found.entries],
                    [("A1", "Fog", (74.9, -0.8, 10.9)), ("A2", "Gorse", (80.1, -2.5, 46.0))],
                )

    def test_codes_stay_as_they_are_written(self):
        found = deck_csv.read(b"Nr;Hex\n007;#BFB8A5\n1E2;#D9C46A\n+5;#222222\n")
        self.assertEqual([entry.code for entry in found.entries], ["007", "1E2", "+5"])
        book = Workbook()
        for row in (("Nr.", "Kulör", "R", "G", "B"), ("007", "Fog", 191, 184, 165), ("1E2", "Gorse", 217, 196, 106)):
            book.active.append(row)
        held = io.BytesIO()
        book.save(held)
        found = deck_xlsx.read(held.getvalue())
        self.assertEqual([(e.code, e.hex) for e in found.entries], [("007", FOG), ("1E2", GORSE)])

    def test_a_sheet_opens_with_its_headings_in_sight_and_numbers_as_numbers(self):
        made = deck_xlsx.write(deck_csv.read(LAB["LAB_L"].encode()).entries)
        sheet = load_workbook(io.BytesIO(made)).active
        self.assertEqual(sheet.freeze_panes, "D2")
        self.assertGreater(sheet.column_dimensions["C"].width, sheet.column_dimensions["F"].width)
        heads = [cell.value for cell in sheet[1]]
        self.assertEqual(sheet.cell(2, heads.index("L*") + 1).value, 74.9)
        self.assertEqual(sheet.cell(2, heads.index("code") + 1).value, "A1")

    def test_a_line_out_of_its_scale_is_named_and_the_others_come_in(self):
        found = deck_csv.read(b"Nr;R;G;B\nA1;191;184;165\nA2;300;184;165\nA3;191;;165\nA4;x;1;1\n")
        self.assertEqual([entry.code for entry in found.entries], ["A1"])
        self.assertEqual([problem.line for problem in found.problems], [3, 4, 5])

    def test_what_tells_nothing_is_refused(self):
        for text in ("a,b,c\n1,2,3\n4,5,6\n", "code,name\nA1,Fog\n", "only\none\n"):
            with self.subTest(text), self.assertRaises(DeckFileError):
                deck_csv.read(text.encode())

    def test_headings(self):
        self.assertEqual(plain("Farbton-Nr."), "farbton nr")
        self.assertEqual(by_heading(["L", "a", "b", "R", "G", "B"]),
                         {0: "l", 1: "a", 2: "b", 3: "red", 4: "green", 5: "blue"})  # fmt: skip
        self.assertEqual(by_heading(["no", "code", "R400", "410 nm"]), {1: "code", 2: "400", 3: "410"})
        self.assertEqual(head_of([]).headings, [])
