"""The boards that a question brings to the wall, over many subjects: how near they are, and how purely they show one
thing. Used by the tests, and printed by `bench/`."""

from __future__ import annotations

import random

import numpy as np

from prism import demo
from prism.choosing.comparison_set import choose
from prism.method import Method
from prism.reading import read, read_many

SUBJECTS, SEED = 100, 11


def subjects(method: Method, count=SUBJECTS):
    """Return rows of the demo deck as specialists are asked about: neutrals first of all, light for the most part."""
    offered = demo.offered(method)
    readings = read_many(offered.lab, offered.lrv, offered.doubt, method)
    neutral = [row for row, reading in enumerate(readings) if reading.family.is_neutral]
    return random.Random(SEED).sample(neutral, count)


def question_boards(method: Method):
    """Return ΔE00 and the share on the axis of every question board of those subjects."""
    entries, offered = demo.deck(), demo.offered(method)
    found = []
    for row in subjects(method):
        reading = read(entries[row].colour, method)
        picks = choose(
            reading, offered, method, method.neutral, strip=int(offered.strip[row]), own=np.array([row])
        ).picks
        found += [(pick.delta_e, pick.share) for pick in picks if pick.kind == "range"]
    return np.array(found)
