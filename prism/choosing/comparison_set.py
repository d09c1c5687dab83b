"""The whole comparison set of a subject, in the order it is held up."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from prism.choosing.along_axes import AxisView, view_along_axes
from prism.choosing.deck import Deck, Pick, pick_of
from prism.choosing.groups import contrast_colour, end_to_end, range_of, same_depth, strip_mates
from prism.choosing.questions import questions
from prism.choosing.whites import reference_whites
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading


@dataclass(frozen=True)
class Chosen:
    """A comparison set in the order it is held up: whites, the range from one end to the other, strip and depth, the
    contrast colour; and the deck as the choice saw it, for asking on."""

    picks: tuple[Pick, ...]
    view: AxisView


def choose(
    subject: Reading,
    deck: Deck,
    method: Method,
    neutral: WorkingNeutral,
    strip: int = 0,
    own: NDArray[np.intp] | None = None,
    not_whites: NDArray[np.intp] | None = None,
    out: Sequence[int] = (),
) -> Chosen:
    """Return the comparison set for a subject: a handful that together settles what is undecided about it.

    `own` rows are the subject itself; `not_whites` never stand as reference whites; `out` were taken away by hand and
    give way to the next best.
    """
    away = [*(own.tolist() if own is not None else []), *out]
    no_whites = np.union1d(not_whites if not_whites is not None else [], away).astype(np.intp)
    u = deck.undertone(neutral)
    whites = reference_whites(deck.lab, deck.lrv, method, neutral, exclude=no_whites)
    picks = [pick_of(subject, deck, row, why, "white") for why, row in whites.items()]
    view = view_along_axes(subject, deck, method, neutral, exclude=np.array(away, dtype=np.intp))
    taken = [*away, *whites.values()]
    mates = strip_mates(subject, deck, u, strip, taken)
    taken += [pick.index for pick in mates]
    picked = list(range_of(view, questions(subject, method), taken).values())
    picks += end_to_end(picked, u[[pick.index for pick in picked]], subject)
    taken += [pick.index for pick in picked]
    level = same_depth(subject, view, deck, u, method, taken)
    picks += [*mates, *([level] if level else [])]
    opposite = contrast_colour(subject, deck, u, [*taken, *([level.index] if level else [])])
    return Chosen((*picks, *([opposite] if opposite else [])), view)
