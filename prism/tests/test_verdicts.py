"""Undertones written down beforehand, and near-neutral names that were published with their colours.

`verdicts.csv` was made from the written rules with the oracle's Lab, not with this code, and looked over by hand. The
colours of `published_names.csv` are centroids of the ISCC-NBS names (NBS Circular 553) as screen values, and named
colours of CSS; `hues` are those that the name itself holds.
"""

import csv
import unittest
from pathlib import Path

from prism import demo, method
from prism.neutral import GREY
from prism.reading import read
from prism.stimulus import from_hex

HERE = Path(__file__).parent


def table(name):
    with (HERE / name).open(newline="", encoding="utf-8") as handle:
        return list(csv.DictReader(handle))


class Verdicts(unittest.TestCase):
    def test_every_demo_colour_written_down_beforehand(self):
        rows = table("verdicts.csv")
        self.assertGreaterEqual(len(rows), 60)
        for row in rows:
            found = read(demo.find(row["code"]).colour, method.load()).undertone
            said = (found.main or "", found.second or "", found.strength_word)
            self.assertEqual(said, (row["main"], row["second"], row["strength"]), row["code"])

    def test_published_names_under_the_mathematical_neutral(self):
        rows = table("published_names.csv")
        wall = method.load()
        right = [
            row["name"]
            for row in rows
            if read(from_hex(row["hex"]), wall, GREY).undertone.nearest in row["hues"].split()
        ]
        self.assertGreaterEqual(len(rows), 50)
        self.assertGreaterEqual(len(right) / len(rows), 0.9, {row["name"] for row in rows} - set(right))
