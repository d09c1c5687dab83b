"""Writes to decks."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from decks.models import Colour, ColourSet, Maker
from prism import words
from prism.colour import Colour as Paint
from prism.demo import DeckColour

WRITTEN = (
    "name", "strip", "step", "lab_l", "lab_a", "lab_b", "lrv", "lrv_stated", "screen", "in_gamut", "provenance",
    "given", "reflectance", "recipe_base", "recipe_amounts",
)  # fmt: skip
"""The fields of a colour that a deck writes, besides the maker and code it is known by."""


def touch(makers: Iterable[Maker]) -> None:
    """Say that these decks have changed, so that whatever keeps them in memory reads them again."""
    Maker.objects.filter(pk__in=[maker.pk for maker in makers]).update(changed=timezone.now())


def numbers_of(paint: Paint) -> dict[str, Any]:
    """Return the fields of a colour that its numbers fill."""
    return {
        "lab_l": paint.lab[0],
        "lab_a": paint.lab[1],
        "lab_b": paint.lab[2],
        "lrv": paint.lrv,
        "screen": paint.screen,
        "in_gamut": paint.in_gamut,
        "provenance": paint.provenance,
        "given": paint.given,
        "reflectance": list(paint.reflectance) if paint.reflectance else None,
    }


def keep_own(
    owner: User, name: str, paint: Paint, lrv_stated: float | None = None, spread: float | None = None
) -> Colour:
    """Keep a colour that a person brought in: with the LRV its maker states, and how far its own readings scatter."""
    return Colour.objects.create(owner=owner, name=name, lrv_stated=lrv_stated, spread=spread, **numbers_of(paint))


@transaction.atomic
def load_deck(entries: Iterable[DeckColour]) -> int:
    """Add or update shared makers' colours by maker and code; return how many there are."""
    makers: dict[str, Maker] = {}
    rows = []
    for entry in entries:
        if entry.maker not in makers:
            makers[entry.maker] = Maker.objects.get_or_create(name=entry.maker, owner=None)[0]
        rows.append(
            Colour(
                maker=makers[entry.maker],
                code=entry.code,
                name=entry.name,
                strip=entry.strip,
                step=entry.step,
                recipe_base=entry.recipe.base,
                recipe_amounts=dict(entry.recipe.amounts),
                **numbers_of(entry.colour),
            )
        )
    known = {(c.maker_id, c.code): c.pk for c in Colour.objects.filter(maker__in=makers.values())}
    fresh = [row for row in rows if (row.maker_id, row.code) not in known]
    stale = [row for row in rows if (row.maker_id, row.code) in known]
    for row in stale:
        row.pk = known[row.maker_id, row.code]
    Colour.objects.bulk_create(fresh, batch_size=500)
    Colour.objects.bulk_update(stale, WRITTEN, batch_size=200)
    touch(makers.values())
    return len(rows)


def whites_of(owner: User) -> ColourSet:
    """Return the person's reference whites, an empty set at first."""
    return ColourSet.objects.get_or_create(owner=owner, is_whites=True, defaults={"name": words.MY_WHITES})[0]


@transaction.atomic
def keep_in_set(owner: User, name: str, colour: Colour) -> ColourSet:
    """Keep a colour in the set of that name, made if there is none."""
    whites = whites_of(owner)
    chosen = whites if name == whites.name else ColourSet.objects.get_or_create(owner=owner, name=name)[0]
    chosen.colours.add(colour)
    return chosen


def leave_out(chosen: ColourSet, colour: Colour) -> None:
    """Take a colour out of a set; a set without colours is gone, but for the whites."""
    chosen.colours.remove(colour)
    if not chosen.is_whites and not chosen.colours.exists():
        chosen.delete()
