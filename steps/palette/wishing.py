"""Another colour for a place of the scheme, wished for in the trade's words: "a tad lighter", "greyer, from Haaf"."""

from __future__ import annotations

from collections.abc import Mapping

from decks import queries as deck_queries
from decks import wishes
from prism import words
from prism.query import AskError
from reviews.context import ReviewContext
from steps.palette.schemes import LOCKABLE, Schemes

ASKED = ("at", "wish")


def granted(context: ReviewContext, query: Mapping[str, str]) -> tuple[dict[str, str], str]:
    """Return what is asked of the palette with the place settled that a wish is for, and what came of the wish; without
    a wish the same, and nothing."""
    at, text = query.get("at", ""), query.get("wish", "").strip()[:120]
    plain = {name: value for name, value in query.items() if name not in ASKED}
    if at not in LOCKABLE or not text:
        return plain, ""
    scheme = Schemes(context, plain).scheme
    place = scheme.at(at) if scheme else None
    if place is None or place.row < 0:
        return plain, words.palette.NO_SUCH_PLACE
    subject, catalogue = context.subject, context.decks.catalogue

    (own,) = catalogue.readings([place.row], subject.method, subject.neutral)
    rows = catalogue.rows_of({context.decks.id_of(place.row), subject.colour.pk})
    try:
        wish = wishes.understood(subject.owner, text, subject.method)
        answer = wishes.granted(subject.owner, wish, own, catalogue, rows, subject.method, subject.neutral, 1)
    except (AskError, deck_queries.NotOneColourError) as wrong:
        return plain, str(wrong)
    best = [*answer.answers, *answer.near]
    if not best:
        return plain, words.search.NONE_LIKE
    unmet = "" if answer.answers else words.search.NONE_ALL
    return plain | {at: str(context.decks.id_of(best[0].pick.index))}, unmet
