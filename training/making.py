"""Making walls from a studio's decks: what a made exercise is in the database."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from decks import queries as deck_queries
from prism import method, words
from prism.stimulus import many_from_lab
from prism.training.asked import Hardness
from prism.training.exercise import Exercise, Kind, Look, Manner, PoolError
from prism.training.looking import in_the_evening
from prism.training.pool import Pool
from prism.training.showing import showing
from prism.training.walls import USUAL_APART, make


class NoWallError(ValueError):
    """Decks that hold no such wall; the message says what would."""


def made(
    kinds: Sequence[Kind],
    ids: NDArray[np.int64],
    pool: Pool,
    rng: np.random.Generator,
    hardness: dict[Kind, Hardness] | None = None,
    about: int | None = None,
    hue: str = "",
) -> dict[str, Any] | None:
    """Return the fields of a wall of the first of some kinds that a pool holds whose rows are colours with `ids`, about
    one of them where it is given, or of one undertone; None where it holds none."""
    row = None if about is None else int(np.flatnonzero(ids == about)[0])
    for kind in kinds:
        hard = hardness[kind] if hardness else USUAL_APART
        try:
            return _content(make(kind, pool, rng, hard, method.besides(pool.method), row, hue), ids, pool)
        except PoolError:
            continue
    return None


PAPER = (97.0, 0.0, 0.0)
"""Lab of the white margin that is left round a board."""


def _shown(look: Look) -> dict[str, str]:
    """Return how a board is shown that does not hang as it is; under a lamp its white margin is no white."""
    under_lamp = look.manner is Manner.EVENING
    seen = many_from_lab([look.lab, *(in_the_evening([PAPER]) if under_lamp else ())])
    margin = seen[1].screen if under_lamp else ""
    return {"screen": seen[0].screen, "margin": margin, "said": words.training.how_it_hangs(look)}


def _content(exercise: Exercise, ids: NDArray[np.int64], pool: Pool) -> dict[str, Any]:
    first, shown = exercise.accepted[0], showing(exercise, pool)
    asked = exercise.kind is Kind.UNDERTONE
    rows = [*exercise.boards, *([shown.row] if shown else [])]
    names = [colour.name for colour in deck_queries.in_order([int(ids[row]) for row in rows])]
    return {
        "kind": exercise.kind.value,
        "axis": exercise.axis,
        "boards": [int(ids[row]) for row in exercise.boards],
        "accepted": [list(answer) if isinstance(answer, tuple) else [answer] for answer in exercise.accepted],
        "choices": list(exercise.choices),
        "wanted": len(first) if isinstance(first, tuple) else exercise.stages,
        "given": exercise.given,
        "looks": {str(place): _shown(look) for place, look in exercise.looks.items()},
        "apart": exercise.apart,
        "because": words.training.because(exercise, pool, names),
        "shown_board": int(ids[shown.row]) if shown else None,
        "shown_said": words.training.shown_by(
            shown, names[-1], [names[place] for place in shown.beside], float(pool.lrv[shown.row])
        )
        if shown
        else "",
        "direction": [round(float(v), 4) for v in pool.seen.u[exercise.boards[0]]] if asked else None,
    }
