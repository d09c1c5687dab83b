"""Colours that are like one, but otherwise: a wish in the trade's words, from any colour."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import numpy as np
from django.contrib.auth.models import User
from numpy.typing import NDArray

from decks import queries
from decks.catalogue import Catalogue, Wanted, catalogue, family_words, makers_for
from prism import query, words
from prism.match import Granted, grant, ways
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.query import AskError, Kind, Wish
from prism.reading import Reading, read
from prism.search import Meant


def like(user: User, text: str, chosen: Method) -> tuple[list[int], Meant] | None:
    """Return ids of colours that are like one that is named, but as is wished for, and how that was understood; None
    where no one colour is named."""
    twin = query.twins_of(text)
    started = (twin, "") if twin else query.likeness(text)
    if started is None:
        return None
    try:
        subject = queries.one_named(user, started[0])
    except queries.NotOneColourError:
        return None
    meant, decks = Meant(like=subject.name, wish=started[1]), catalogue(user)
    if twin:
        same = queries.twins(decks, subject.stimulus, chosen, subject.pk, queries.NEAREST)
        meant.wish, meant.unmet = words.search.SAME_OR_NEARLY, "" if same else words.search.NONE_LIKE
        return [pk.colour.pk for pk in same], meant
    own = decks.rows_of({subject.pk} - {None})
    if not started[1]:
        rows, _ = decks.nearest(subject.stimulus.lab_array, queries.NEAREST)
        return [int(decks.ids[row]) for row in rows if row not in own], meant
    reading = read(subject.stimulus, chosen)
    try:
        wish = understood(user, started[1], chosen)
        meant.wish = wish.text
        answered = granted(user, wish, reading, decks, own, chosen, chosen.neutral, queries.NEAREST)
    except (AskError, queries.NotOneColourError) as wrong:
        meant.wish, meant.unmet = "", str(wrong)
        return [], meant
    best = [answer.pick.index for answer in answered.answers or answered.near]
    meant.unmet = "" if answered.answers else words.search.NONE_ALL if answered.near else words.search.NONE_LIKE
    return decks.ids[best].tolist(), meant


def browsed(user: User, wanted: Wanted, chosen: Method) -> tuple[NDArray[np.intp], str]:
    """Return the rows of the catalogue that filters and words ask for, and how the words were understood; nothing is
    said where they are plainly a name, a code or a maker."""
    decks = catalogue(user)
    rows, likened = decks.select(wanted, chosen), like(user, wanted.text, chosen)
    if likened is None and (len(rows) or not wanted.text.strip()):
        return rows, ""
    ids, meant = likened or queries.search_meant(user, wanted.text, chosen)
    filtered = decks.select(replace(wanted, text=""), chosen)
    row_of = dict(zip(decks.ids[filtered].tolist(), filtered.tolist(), strict=True))
    kept_rows = [row_of[pk] for pk in ids if pk in row_of]
    return np.array(kept_rows, dtype=np.intp), words.search.understood(meant)


def understood(user: User, text: str, chosen: Method) -> Wish:
    """Return how a wish in the trade's words is understood. Raises `AskError`."""
    return query.parse(text, family_words(chosen), [maker.name for maker in makers_for(user)])


def granted(
    user: User, wish: Wish, subject: Reading, catalogue: Catalogue, own: NDArray[np.intp], chosen: Method,
    neutral: WorkingNeutral, most: int, named: Callable[[str], Reading] | None = None,
) -> Granted:  # fmt: skip
    """Return the colours of a catalogue that answer a wish, and those that nearly do; `own` are the subject's rows.

    `named` reads a colour that the wish names, one of the studio's if it is left out. Raises `AskError` for what the
    subject has not: a direction, or a strip; and `NotOneColourError`.
    """

    def of_studio(name: str) -> Reading:
        return read(queries.one_named(user, name).stimulus, chosen, neutral)

    possible, strip = ways(subject.undertone.vector, chosen), catalogue.strip_of(own)
    for piece in wish.of_kind(Kind.MORE):
        if piece.what not in possible:
            raise AskError(words.places.no_such_way(piece.what, subject.lrv))
    if any(piece.what == "strip" for piece in wish.of_kind(Kind.KEEP)) and not strip:
        raise AskError(words.places.NO_STRIP)
    ids = {maker.name: maker.pk for maker in makers_for(user)} if wish.of_kind(Kind.MAKER) else {}
    of_maker = [catalogue.makers == ids[piece.what] for piece in wish.of_kind(Kind.MAKER)]
    return grant(
        wish, subject, catalogue.deck(chosen), catalogue.index, chosen, neutral,
        {name: (named or of_studio)(name) for name in wish.names}, own, strip,
        of_maker[0] if of_maker else None, most,
    )  # fmt: skip
