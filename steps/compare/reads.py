"""Reads for Compare: the pair held up, and what all boards together say of the undertone."""

from __future__ import annotations

from functools import cached_property

from methods import queries as method_queries
from prism import reading, verdict, words
from prism.comparison import PairFinding, compare
from reviews.context import ReviewContext, SwatchView


def pair_of(context: ReviewContext) -> PairFinding | None:
    beside = context.wall.beside
    return compare(context.subject.reading, beside.reading, context.subject.method) if beside else None


def pair_text(context: ReviewContext, swatch: SwatchView, pair: PairFinding | None = None) -> str:
    """Return what the subject shows beside a board, in a sentence; `pair` is that finding, where it is at hand."""
    subject = context.subject
    finding = pair or compare(subject.reading, swatch.reading, subject.method)
    return words.text.capital(words.pairs.pair(subject.name, swatch.name, finding, subject.reading.lrv))


class Together:
    """What all the boards say, and what the colour would be on another basis."""

    def __init__(self, context: ReviewContext) -> None:
        self._context = context
        self._subject = context.subject

    @cached_property
    def other_bases(self) -> list[verdict.Under]:
        """The colour as it reads under other methods, other neutrals and the reference white."""
        subject, own = self._subject, self._subject.method
        methods = [method for method in method_queries.available(subject.owner) if method.key != own.key]
        bases = [(words.walks.basis_method(method.title), method, method.neutral) for method in methods]
        neutrals = {"painted": own.neutral, "grey": reading.choose_neutral(own, "grey")}
        bases += [(words.walks.basis_neutral(kind), own, n) for kind, n in neutrals.items() if n != subject.neutral]
        if white := self._context.set.clean_white:
            bases.append((words.walks.basis_white(white.name), own, verdict.flat_neutral(white.reading.lab)))
        return verdict.on_other_bases(subject.stimulus, subject.reading, bases)
