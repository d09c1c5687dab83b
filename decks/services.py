"""Writes to decks."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from decks.models import Colour, Maker
from prism.colour import Colour as Paint
from prism.demo import DeckColour


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
    changed = [
        f.name
        for f in Colour._meta.concrete_fields
        if f.name not in ("id", "maker", "owner", "code", "created", "has_spectrum", "brought_in")
    ]
    Colour.objects.bulk_update(stale, changed, batch_size=200)
    Maker.objects.filter(pk__in=[maker.pk for maker in makers.values()]).update(changed=timezone.now())
    return len(rows)
