"""Reads from decks."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from django.contrib.auth.models import User
from django.db.models import Case, Count, Q, QuerySet, Value, When
from numpy.typing import NDArray

from decks.catalogue import Catalogue, makers_for
from decks.models import Colour, Maker
from prism import school, words
from prism.reading import read_many

PAGE = 24


def visible_to(user: User) -> QuerySet[Colour]:
    """Return the makers' colours a person may use, and the person's own."""
    shared = Q(maker__isnull=False, maker__owner=None)
    return Colour.objects.filter(shared | Q(maker__owner=user) | Q(owner=user)).select_related("maker")


def search(user: User, text: str) -> QuerySet[Colour]:
    """Return colours whose name, code or maker holds every word typed, best matches first."""
    found = visible_to(user)
    typed = text.split()[:6]
    for word in typed:
        found = found.filter(Q(name__icontains=word) | Q(code__icontains=word) | Q(maker__name__icontains=word))
    whole = " ".join(typed)
    rank = Case(
        When(code__iexact=whole, then=Value(0)),
        When(name__istartswith=whole, then=Value(1)),
        When(code__istartswith=whole, then=Value(2)),
        default=Value(3),
    )
    return found.order_by(rank, "name", "id") if typed else found.order_by("id")


@dataclass(frozen=True)
class Browsed:
    """A colour in the list of the decks, with its reading in words."""

    colour: Colour
    family: str
    undertone: str
    temperature: str


def browsed(held: Catalogue, rows: NDArray[np.intp]) -> list[Browsed]:
    """Return rows of the catalogue as they are listed."""
    chosen = school.load()
    doubt = [chosen.uncertainty[held.provenance[row]] for row in rows]
    colours = by_ids(held.ids[rows].tolist())
    readings = read_many(held.lab[rows], held.lrv[rows], doubt, chosen)
    return [
        Browsed(
            colours[pk],
            words.family(found.family),
            words.undertone_short(found),
            found.temperature.word if found.temperature.supported or found.temperature.word == "neutral" else "",
        )
        for pk, found in zip(held.ids[rows].tolist(), readings, strict=True)
        if pk in colours
    ]


def by_ids(ids: list[int]) -> dict[int, Colour]:
    """Return colours by id."""
    return {c.pk: c for c in Colour.objects.filter(pk__in=ids).select_related("maker")}


def makers(user: User) -> QuerySet[Maker]:
    """Return the makers a person may use, with how many colours each has."""
    return makers_for(user).annotate(colour_count=Count("colours")).order_by("name")
