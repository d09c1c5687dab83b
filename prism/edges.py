"""Families at their edge: which two a colour stands between, and which boards tip it to the one or the other.

Beside another colour a colour looks less like it: lighter beside a darker one, greyer beside a clearer one. On the edge
of two families that decides which of them it is seen as.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from prism.choosing.deck import Deck
from prism.families import family_spread, family_words_at
from prism.method import Method
from prism.nearest import Nearest
from prism.neutral import WorkingNeutral
from prism.reading import Reading

EYE = 1.0
"""ΔE00 from a family's edge within which one eye takes a colour for the one, another for the other."""
PUSHED = 0.2
"""Part of a difference by which a board beside pushes a colour away from itself."""
LOOKED_AT, LEAST_APART, MOST_APART = 400, 2.0, 14.0
"""Boards that are looked at, and within which ΔE00 they are held beside."""


@dataclass(frozen=True)
class FamilyEdge:
    """Two families between which a colour stands, the likelier first, and the row of the board that tips it to
    each, where the deck has one, with the family of that board."""

    words: tuple[str, str]
    boards: tuple[int | None, int | None]
    beside: tuple[str, str]


def family_shares(reading: Reading, method: Method, neutral: WorkingNeutral, least: float = 0.0) -> dict[str, float]:
    """Return the probability of each family under the uncertainty, at `least` so much, ΔE00, likeliest first."""
    doubts = max(reading.uncertainty, least), max(reading.lightness_uncertainty, least)
    return family_spread([reading.lab], [doubts[0]], [doubts[1]], method, neutral, step=1)[0]


def on_edge(
    reading: Reading,
    method: Method,
    neutral: WorkingNeutral,
    deck: Deck,
    index: Nearest,
    own: NDArray[np.intp] | None = None,
) -> FamilyEdge | None:
    """Return between which two families a colour stands, and what tips it; None for one well within its own.

    `own` rows of the deck are the colour itself.
    """
    shares = list(family_shares(reading, method, neutral, EYE).items())
    if len(shares) < 2 or shares[1][1] < 1 - method.claims.probable:
        return None
    words = shares[0][0], shares[1][0]
    rows, distance = index.query(np.asarray(reading.lab), LOOKED_AT)
    fits = (distance >= LEAST_APART) & (distance <= MOST_APART)
    if own is not None:
        fits &= ~np.isin(rows, own)
    rows = rows[fits]
    pushed = np.asarray(reading.lab) - PUSHED * (deck.lab[rows] - np.asarray(reading.lab))
    looks = family_words_at(pushed, method, neutral).tolist()
    kinds = family_words_at(deck.lab[rows], method, neutral).tolist()
    boards: list[int | None] = []
    beside: list[str] = []
    for word in words:
        # best a board of a third family, and not of the same one for both
        tips = [i for i, seen in enumerate(looks) if seen == word and kinds[i] != word]
        tips.sort(key=lambda i: (kinds[i] in beside, kinds[i] in words))
        boards.append(int(rows[tips[0]]) if tips else None)
        beside.append(kinds[tips[0]] if tips else "")
    return FamilyEdge(words, (boards[0], boards[1]), (beside[0], beside[1]))
