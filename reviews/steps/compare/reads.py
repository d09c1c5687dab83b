"""Reads for Compare: the pair held up, and what all boards together say of the undertone."""

from __future__ import annotations

from functools import cached_property

from prism import reading, verdict, words
from prism.comparison import PairFinding, compare
from reviews.bench import Bench, SwatchView
from schools import queries as school_queries


def pair_of(bench: Bench) -> PairFinding | None:
    """Return what the subject shows beside the colour held there."""
    beside = bench.wall.beside
    return compare(bench.subject.reading, beside.reading, bench.subject.school) if beside else None


def pair_said(bench: Bench, held: SwatchView, pair: PairFinding | None = None) -> str:
    """Return what the subject shows beside a board, in a sentence; `pair` is that finding, where it is at hand."""
    subject = bench.subject
    found = pair or compare(subject.reading, held.reading, subject.school)
    return words.capital(words.pair(subject.name, held.name, found, subject.reading.lrv))


class Together:
    """What all the boards say, and what the colour would be on another basis."""

    def __init__(self, bench: Bench) -> None:
        self._bench = bench
        self._subject = bench.subject

    @cached_property
    def other_bases(self) -> list[verdict.Under]:
        """The colour as it reads under other schools, other neutrals and the reference white."""
        subject, own = self._subject, self._subject.school
        schools = [one for one in school_queries.available(subject.owner) if one.key != own.key]
        bases = [(words.basis_school(one.title), one, one.neutral) for one in schools]
        neutrals = {"painted": own.neutral, "grey": reading.choose_neutral(own, "grey")}
        bases += [(words.basis_neutral(kind), own, n) for kind, n in neutrals.items() if n != subject.neutral]
        if white := self._bench.set.clean_white:
            bases.append((words.basis_white(white.name), own, verdict.flat_neutral(white.reading.lab)))
        return verdict.on_other_bases(subject.stimulus, subject.reading, bases)
