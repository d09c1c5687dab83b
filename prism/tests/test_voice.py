"""What is said of colours is plain: one hedge at most, no statement that is true of nearly every colour."""

import ast
import random
import re
import unittest
from collections import Counter
from pathlib import Path

from prism import demo, method, words
from prism.comparison import compare
from prism.palette import use
from prism.reading import read_all
from prism.tests.test_words_hold_no_code import sentences as strings_of
from tools.voice import AVOIDED

METHOD = method.load()
HEDGE = re.compile(r"\b(?:probably|perhaps|or|may|might|likely)\b")
FORMER = {"the same to the eye"}
"""Keys under which methods of earlier versions hold their words."""
READ = list(zip(demo.deck(), read_all([entry.colour for entry in demo.deck()], METHOD), strict=True))


class Hedges(unittest.TestCase):
    def test_a_measured_colour_has_one_hedge_at_most_and_nine_in_ten_have_none(self):
        said = [words.readings.what_it_is(reading, entry.colour.provenance) for entry, reading in READ]
        counted = Counter(len(HEDGE.findall(one)) for one in said)
        self.assertEqual([k for k in counted if k > 1], [])
        self.assertLessEqual(counted[1] / len(said), 0.1)

    def test_a_pair_has_one_hedge_at_most(self):
        rng = random.Random(5)
        for _ in range(500):
            (one, first), (other, second) = rng.sample(READ, 2)
            said = words.pairs.pair(one.name, other.name, compare(first, second, METHOD), first.lrv)
            self.assertLessEqual(len(HEDGE.findall(said)), 1, said)


class Telling(unittest.TestCase):
    def test_no_use_is_named_for_nearly_every_colour_or_for_next_to_none(self):
        rng = random.Random(7)
        named = Counter()
        for _, reading in rng.sample(READ, 500):
            found = [(one.surface, int(one.suits)) for one in use.uses(reading, METHOD)]
            named.update(f"best {surface}" for surface in words.use.use_best(found))
            named[f"avoid {words.use.use_worst(found)}"] += 1
        for said, count in named.items():
            with self.subTest(said):
                self.assertLessEqual(count / 500, 0.85)
                self.assertGreaterEqual(count / 500, 0.01)


class Avoided(unittest.TestCase):
    def test_no_sentence_holds_a_word_that_people_never_see(self):
        core = Path(words.__file__).parent.parent
        for path in sorted([*core.glob("words/*.py"), *core.glob("messages/*.py")]):
            for said in set(strings_of(ast.parse(path.read_text()))) - FORMER:
                for pattern, instead in AVOIDED.items():
                    with self.subTest(path.name, said=said):
                        self.assertIsNone(re.search(pattern, said), f"rather {instead}")
