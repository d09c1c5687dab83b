"""Families as the trade says: a list written beforehand, edges and what tips them, and words of one's own."""

import csv
import unittest
from pathlib import Path

import numpy as np

from prism import demo, method, naming, words
from prism.edges import EYE, LEAST_APART, MOST_APART, PUSHED, family_shares, on_edge
from prism.method import MethodError
from prism.nearest import Nearest
from prism.reading import read, read_many
from prism.spectrum import lightness_to_lrv, lrv_to_lightness

WALL = method.load()
DECK, OFFERED = demo.deck(), demo.offered(WALL)
INDEX = Nearest(OFFERED.lab)


def lab_of(lrv, chroma, hue):
    angle = np.radians(hue)
    return [float(lrv_to_lightness(lrv)), chroma * np.cos(angle), chroma * np.sin(angle)]


def read_at(lrv, chroma, hue, under=WALL):
    return read_many([lab_of(lrv, chroma, hue)], [lrv], [0.3], under)[0]


class WrittenList(unittest.TestCase):
    """`families.csv` was written before anything was classified: LRV, C*ab and hue, and the words that two methods of
    specialists would use."""

    def test_each_is_called_what_one_of_two_methods_would(self):
        with (Path(__file__).parent / "families.csv").open(newline="", encoding="utf-8") as handle:
            rows = list(csv.DictReader(handle))
        self.assertGreaterEqual(len(rows), 150)
        called = [read_at(*(float(row[name]) for name in ("lrv", "chroma", "hue"))).family for row in rows]
        first = [row for row, found in zip(rows, called, strict=True) if found.word == row["one school"]]
        either = [
            row for row, found in zip(rows, called, strict=True) if found.word in (row["one school"], row["another"])
        ]
        self.assertGreaterEqual(len(first) / len(rows), 0.92)
        self.assertGreaterEqual(len(either) / len(rows), 0.98)

    def test_what_the_trade_insists_on(self):
        for place, word in (
            ((78, 7, 245), "blue"),
            ((76, 9, 145), "green"),
            ((80, 8, 20), "pink"),
            ((77, 9, 315), "lilac"),
            ((78, 2.5, 230), "grey"),
            ((52, 13, 15), "pink"),
            ((12, 13, 58), "brown"),
            ((40, 17, 76), "tan"),
            ((22, 15, 103), "olive"),
            ((5, 8, 270), "navy"),
            ((5, 7, 160), "bottle green"),
            ((5, 6, 58), "brown"),
            ((4.5, 1, 240), "black"),
        ):
            self.assertEqual(read_at(*place).family.word, word, place)
        self.assertEqual(words.readings.headline(read_at(78, 7, 245)), "Pale blue, muted")
        self.assertEqual(words.readings.headline(read_at(5, 8, 270)), "Navy")

    def test_a_word_counts_as_what_it_is_found_under(self):
        pink = read_at(52, 13, 15).family
        self.assertEqual((pink.word, pink.base, pink.hue, pink.clear), ("pink", "red", "red", False))
        self.assertFalse(pink.is_neutral)
        self.assertTrue(all(check.keeps for check in naming.check("Dusty Pink", read_at(52, 13, 15))))


class Edges(unittest.TestCase):
    def edges(self):
        for entry in DECK[::60]:
            reading = read(entry.colour, WALL)
            yield reading, on_edge(reading, WALL, WALL.neutral, OFFERED, INDEX)

    def test_a_colour_well_within_its_family_has_none(self):
        found = list(self.edges())
        self.assertTrue(0.1 < sum(edge is not None for _, edge in found) / len(found) < 0.6)
        for reading, edge in found:
            shares = family_shares(reading, WALL, WALL.neutral, EYE)
            self.assertAlmostEqual(sum(shares.values()), 1)
            if edge is None:
                self.assertGreater(next(iter(shares.values())), 0.5)
            else:
                self.assertEqual(edge.words, tuple(list(shares)[:2]))

    def test_the_boards_do_tip_it(self):
        tipped = 0
        for reading, edge in self.edges():
            for word, row in zip(edge.words, edge.boards, strict=True) if edge else ():
                if row is None:
                    continue
                tipped += 1
                away = np.asarray(reading.lab) - PUSHED * (OFFERED.lab[row] - np.asarray(reading.lab))
                seen = read_many([away], [float(lightness_to_lrv(away[0]))], [0.3], WALL)[0]
                distance = INDEX.query(np.asarray(reading.lab), 1)
                self.assertLessEqual(distance[1][0], MOST_APART)
                self.assertGreater(np.linalg.norm(OFFERED.lab[row] - reading.lab), LEAST_APART / 2)
                self.assertEqual(seen.family.word, word)
        self.assertGreater(tipped, 10)

    def test_it_is_told_with_its_boards(self):
        _, edge = next((r, e) for r, e in self.edges() if e and None not in e.boards)
        said = words.readings.family_edge(edge, ["Haar Bell", "Pilot Lamp"])
        self.assertIn(f"between {edge.words[0]} and {edge.words[1]}", said)
        self.assertIn("Haar Bell", said)
        self.assertNotIn("Beside", words.readings.family_edge(edge, [None, None]))


class OwnWords(unittest.TestCase):
    def with_word(self, **rule):
        table = method.table_of("wall-practice")
        table["family"].insert(0, {"word": "mossling", **rule})
        return method.build("own", table)

    def test_a_region_a_word_and_what_it_counts_as(self):
        own = self.with_word(counts_as="greige", lrv=[45, 70], chroma=[4, 12], hue=[95, 112])
        found = read_at(58, 8, 100, own).family
        self.assertEqual((found.word, found.base), ("mossling", "greige"))
        self.assertEqual(read_at(58, 8, 88, own).family.word, "greige")
        self.assertIn("mossling", words.readings.headline(read_at(58, 8, 100, own)))

    def test_what_it_counts_as_must_be_there(self):
        for base in ("gribble", "pink"):  # pink counts as red itself
            with self.assertRaisesRegex(MethodError, "counts as"):
                self.with_word(counts_as=base)
        self.assertEqual(self.with_word(counts_as="green").families[0].base, "green")
