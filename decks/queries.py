"""Reads from decks."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np
from django.contrib.auth.models import User
from django.db.models import Case, Max, Q, QuerySet, Value, When
from django.db.models import Count as CountOf
from numpy.typing import ArrayLike

from decks.models import Colour, Maker
from prism.difference import Nearest
from prism.spectrum import Array

PAGE = 24


@dataclass(frozen=True)
class Catalogue:
    """All makers' colours as arrays, row for row: `ids` (n,), `lab` (n, 3), `lrv` (n,), `provenance` n keys."""

    ids: np.ndarray
    lab: Array
    lrv: Array
    provenance: tuple[str, ...]
    has_recipe: np.ndarray

    @cached_property
    def index(self) -> Nearest:
        """The tree for nearest colours."""
        return Nearest(self.lab)

    def nearest(self, lab: ArrayLike, count: int) -> tuple[np.ndarray, Array]:
        """Return rows and ΔE00 of the nearest colours to one Lab (3,), nearest first."""
        return self.index.query(lab, count)

    def rows_of(self, ids: set[int]) -> np.ndarray:
        """Return the rows at which these colours stand."""
        return np.flatnonzero(np.isin(self.ids, list(ids)))


def catalogue() -> Catalogue:
    """Return makers' colours as arrays, read again only when colours have come or gone."""
    state = Colour.objects.filter(maker__isnull=False).aggregate(CountOf("id"), Max("id"))
    return _catalogue(state["id__count"], state["id__max"])


@lru_cache(maxsize=2)
def _catalogue(count: int, newest: int | None) -> Catalogue:
    fields = ("id", "lab_l", "lab_a", "lab_b", "lrv", "provenance", "recipe_base")
    rows = list(Colour.objects.filter(maker__isnull=False).order_by("id").values_list(*fields))
    numbers = np.array([row[1:5] for row in rows], dtype=np.float64).reshape(-1, 4)
    return Catalogue(
        ids=np.array([row[0] for row in rows], dtype=np.int64),
        lab=numbers[:, :3],
        lrv=numbers[:, 3],
        provenance=tuple(row[5] for row in rows),
        has_recipe=np.array([bool(row[6]) for row in rows], dtype=bool),
    )


def forget_catalogue() -> None:
    """Read the catalogue again at the next question; call after colours were changed in place."""
    _catalogue.cache_clear()


def visible_to(user: User) -> QuerySet[Colour]:
    """Return every maker's colours and the person's own."""
    return Colour.objects.filter(Q(maker__isnull=False) | Q(owner=user)).select_related("maker")


def search(user: User, text: str) -> QuerySet[Colour]:
    """Return colours whose name, code or maker holds every word typed, best matches first."""
    found = visible_to(user)
    words = text.split()[:6]
    for word in words:
        found = found.filter(Q(name__icontains=word) | Q(code__icontains=word) | Q(maker__name__icontains=word))
    whole = " ".join(words)
    rank = Case(
        When(code__iexact=whole, then=Value(0)),
        When(name__istartswith=whole, then=Value(1)),
        When(code__istartswith=whole, then=Value(2)),
        default=Value(3),
    )
    return found.order_by(rank, "name", "id") if words else found.order_by("id")


def by_ids(ids: list[int]) -> dict[int, Colour]:
    """Return makers' colours by id."""
    return {c.pk: c for c in Colour.objects.filter(pk__in=ids).select_related("maker")}


def makers() -> QuerySet[Maker]:
    """Return the makers with how many colours each has."""
    return Maker.objects.annotate(colour_count=CountOf("colours")).order_by("name")
