"""All whites of the decks ranked beside the subject; several steps ask for them."""

from __future__ import annotations

from collections.abc import Sequence

from prism.reading import Reading
from prism.whites.ranking import White, rank, which
from reviews.context.holding import Decks
from web.bounded_cache import BoundedCache

Ranked = tuple[list[White], list[int]]
_kept: BoundedCache[object, Ranked] = BoundedCache(48)


def ranked_whites(decks: Decks, there: Sequence[Reading] = (), gap: float | None = None) -> Ranked:
    """Return the whites, best first, and the rows at which they stand by their index; the subject is none of them.

    `there` are the whites that are there already; `gap` LRV points wanted, the method's by default.
    """
    catalogue, subject = decks.catalogue, decks.subject
    key = (
        decks.state, subject.owner.pk, subject.stimulus, subject.method, subject.neutral,
        tuple(white.lab for white in there), gap,
    )  # fmt: skip

    def make() -> Ranked:
        own = set(decks.own_rows.tolist())
        rows = [
            int(row) for row in which(catalogue.lab, catalogue.lrv, subject.method, subject.neutral) if row not in own
        ]
        readings = catalogue.readings(rows, subject.method, subject.neutral)
        keys = [f"{catalogue.names[row]} {catalogue.codes[row]}" for row in rows]
        return rank(subject.reading, readings, keys, subject.method, gap, there), rows

    return _kept.get(key, make)
