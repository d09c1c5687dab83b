"""The figures of the school that a step's sentences rest on, to be opened beside them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from prism import words
from prism.school import DEFAULT, table_of
from prism.school.checks import figure_at
from reviews.models import Review


@dataclass(frozen=True)
class RestsOn:
    """One figure: what it is, its value with its unit, and what it does."""

    label: str
    value: str
    effect: str


def rests_on(review: Review, paths: Sequence[str]) -> list[RestsOn]:
    """Return figures of the school in force by their paths."""
    school = review.school_in_force
    own = review.school_table if review.school_table and not review.school_unreadable else None
    tables = [own, table_of(DEFAULT)] if own else [table_of(school.key)]
    found = []
    for path in paths:
        parts = tuple(path.split("."))
        figure = figure_at(parts)
        value = next(
            (held[parts[1]] for table in tables if parts[1] in (held := (table or {}).get(parts[0], {}))), None
        )
        if figure is not None and value is not None:
            label = f"{words.school_part(parts[0])}: {words.school_label(parts, '').lower()}"
            found.append(RestsOn(label, words.figure_said(value, figure.unit), words.school_effect(parts)))
    return found
