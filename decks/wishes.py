"""Colours that are like one, but otherwise: a wish in the trade's words, from any colour."""

from __future__ import annotations

from django.contrib.auth.models import User

from decks import queries
from decks.catalogue import catalogue, family_words, makers_for
from prism import query, words
from prism.match import grant, ways
from prism.method import Method
from prism.query import AskError, Kind, Wish
from prism.reading import Reading, read
from prism.search import Meant


def like(user: User, text: str, chosen: Method) -> tuple[list[int], Meant] | None:
    """Return ids of colours that are like one that is named, but as is wished for, and how that was understood; None
    where no one colour is named."""
    twin = query.twins_of(text)
    started = (twin, "") if twin else query.likeness(text)
    try:
        subject = queries.one_named(user, started[0]) if started else None
    except queries.NotOneColourError:
        return None
    if started is None or subject is None:
        return None
    meant, held = Meant(like=subject.name, wish=started[1]), catalogue(user)
    if twin:
        same = queries.twins(held, subject.stimulus, chosen, subject.pk, queries.NEAREST)
        meant.wish, meant.unmet = words.SAME_OR_NEARLY, "" if same else words.NONE_LIKE
        return [one.colour.pk for one in same], meant
    own = held.rows_of({subject.pk}) if subject.pk else held.rows_of(set())
    if not started[1]:
        rows, _ = held.nearest(subject.stimulus.lab_array, queries.NEAREST)
        return [int(held.ids[row]) for row in rows if row not in own], meant
    makers = list(makers_for(user))
    reading = read(subject.stimulus, chosen)
    strip = int(held.strips[own[0]]) if own.size else 0
    try:
        wish = query.parse(started[1], family_words(chosen), [maker.name for maker in makers])
        check(wish, reading, chosen, bool(strip))
        meant.wish = wish.text
        named = {name: read(queries.one_named(user, name).stimulus, chosen) for name in wish.names}
        of = [held.makers == one.pk for piece in wish.of_kind(Kind.MAKER) for one in makers if one.name == piece.what]
        found = grant(
            wish, reading, held.deck(chosen), held.index, chosen, chosen.neutral, named, own, strip,
            of[0] if of else None, queries.NEAREST,
        )  # fmt: skip
    except (AskError, queries.NotOneColourError) as wrong:
        meant.wish, meant.unmet = "", str(wrong)
        return [], meant
    best = [answer.pick.index for answer in found.answers or found.near]
    meant.unmet = "" if found.answers else words.NONE_ALL if found.near else words.NONE_LIKE
    return held.ids[best].tolist(), meant


def check(wish: Wish, subject: Reading, chosen: Method, on_strip: bool) -> None:
    """Raise `AskError` for what the subject has not: a direction, or a strip."""
    possible = ways(subject.undertone.vector, chosen)
    for piece in wish.of_kind(Kind.MORE):
        if piece.what not in possible:
            raise AskError(words.no_such_way(piece.what, subject.lrv))
    if any(piece.what == "strip" for piece in wish.of_kind(Kind.KEEP)) and not on_strip:
        raise AskError(words.NO_STRIP)
