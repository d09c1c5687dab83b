"""No spoilt file brings a reader down, however it is spoilt; what cannot be shown comes in with none."""

import unittest

from prism.formats import deck_csv, deck_json, deck_xlsx
from prism.formats.deck import DeckFileError, Entry
from prism.formats.text import TextError, json_of
from prism.tests.mutating import attack, readers
from prism.typed import one_line, printable


class Spoilt(unittest.TestCase):
    EACH = 150

    def test_a_reader_says_what_is_wrong_and_nothing_else_comes_of_it(self):
        for reader in readers():
            with self.subTest(reader.name):
                self.assertIsNotNone(reader.read(reader.sound))
                kept, _, wrong = attack(reader, self.EACH, seed=7)
                self.assertEqual(wrong, [])
                self.assertLess(kept, self.EACH)


class Names(unittest.TestCase):
    HOSTILE = "Fog\x00 \x1b[31mBell\r\u202eTide\ud800\u0085"

    def test_what_no_page_shows_is_taken_out_at_the_door(self):
        self.assertEqual(printable("a\r\nb\rc\td"), "a\nb\nc\td")
        self.assertEqual(printable("Børge Ó’Néill 北"), "Børge Ó’Néill 北")
        entry = Entry(line=1, code="A\n1", name=self.HOSTILE, maker="\u2066M\u2069", recipe=(("K\x07", 1.0),))
        self.assertEqual((entry.code, entry.name, entry.maker), ("A 1", "Fog [31mBell Tide", "M"))
        self.assertEqual(entry.recipe, (("K", 1.0),))
        self.assertEqual(one_line("  "), "")
        self.assertEqual(one_line("Fog  Bell"), "Fog Bell")

    def test_every_table_that_goes_out_can_be_read_back(self):
        entry = Entry(line=1, code="A1", name=self.HOSTILE, maker="M", lab=(50.0, 0.0, 0.0))
        self.assertEqual(deck_csv.read(deck_csv.write([entry]).encode()).entries[0].name, entry.name)
        self.assertEqual(deck_xlsx.read(deck_xlsx.write([entry])).entries[0].name, entry.name)
        json_text = "".join(deck_json.pieces([entry]))
        self.assertEqual(deck_json.read(json_text.encode()).entries[0].name, entry.name)

    def test_no_text_that_goes_out_is_a_formula(self):
        for start in "=+-@\t|%":
            text = f"{start}HYPERLINK(1)"
            entry = Entry(
                line=1, code=text, name=text, maker=text, strip=text, lab=(50, 0, 0), recipe_base=text,
                recipe=((text, 1.0),), reads=(text,) * 4,
            )  # fmt: skip
            for cell in list(deck_csv.cells([entry], ()))[1]:
                if isinstance(cell, str) and cell and start in "=+-@":
                    self.assertNotIn(cell[0], "=+-@", cell)


class Numbers(unittest.TestCase):
    def test_json_holds_numbers_that_can_be_counted_with(self):
        for text in ("9" * 4300, "1e999", "-1e999", "NaN", "-Infinity"):
            with self.assertRaises(TextError):
                json_of(f'{{"lab": [{text}, 0, 0]}}'.encode(), 10_000)
        self.assertEqual(json_of(b'["\\ud800x", 1e308, 123456789012345]', 99), ["x", 1e308, 123456789012345])
        self.assertEqual(json_of(f"[-{'9' * 400}, {'1' * 17}]".encode(), 999), [-1e300, float("1" * 17)])
        with self.assertRaises(DeckFileError):
            deck_json.read(b'{"colours": [{"code": "A", "lab": [1e999, 0, 0]}]}')
