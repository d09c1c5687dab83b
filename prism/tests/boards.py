"""The boards that a question brings to the wall, over many subjects: how near they are, and how purely they show one
thing. Used by the tests, and printed by `bench/`."""

from __future__ import annotations

import random

import numpy as np

from prism import demo
from prism.choosing.comparison_set import choose
from prism.reading import read
from prism.school import School

SUBJECTS, SEED = 100, 11


def subjects(school: School, count=SUBJECTS):
    """Return rows of the demo deck as specialists are asked about: neutrals first of all, light for the most part."""
    entries = demo.deck()
    neutral = [row for row, entry in enumerate(entries) if read(entry.colour, school).family.is_neutral]
    return random.Random(SEED).sample(neutral, count)


def question_boards(school: School):
    """Return ΔE00 and the share on the axis of every question board of those subjects."""
    entries, offered = demo.deck(), demo.offered(school)
    found = []
    for row in subjects(school):
        reading = read(entries[row].colour, school)
        picks = choose(
            reading, offered, school, school.neutral, strip=int(offered.strip[row]), own=np.array([row])
        ).picks
        found += [(pick.delta_e, pick.share) for pick in picks if pick.kind == "range"]
    return np.array(found)
