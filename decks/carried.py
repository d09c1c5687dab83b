"""Colours that go from a studio to another inside a file: written with all that is known of them, and found again."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User

from decks import queries, services
from decks.models import Colour, Maker, ValueRevision
from decks.rows import NUMBERS, WRITTEN

FIELDS = (*WRITTEN, "percent")
MOST_KNOWN = 40


def carry(colour: Colour) -> dict[str, Any]:
    """Return a colour as a file holds it: maker and code, its fields, and the values it had before."""
    return {
        "maker": colour.maker.name if colour.maker else None,
        "code": colour.code,
        "made_by": colour.made_by,
        "parent": carry(colour.parent) if colour.parent else None,
        **{name: getattr(colour, name) for name in FIELDS},
        "earlier": [
            {"replaced": earlier.replaced.isoformat(), "reason": earlier.reason}
            | {name: getattr(earlier, name) for name in WRITTEN}
            for earlier in colour.earlier.all()
        ],
    }


def find(user: User, carried_colour: dict[str, Any]) -> Colour | None:
    """Return the colour of the studio that is the carried one, in maker, code and every figure; None for none."""
    visible = queries.visible_to(user).filter(code=carried_colour["code"])
    if carried_colour["maker"]:
        visible = visible.filter(maker__name=carried_colour["maker"])
    else:
        visible = visible.filter(maker=None, name=carried_colour["name"])
    return next((colour for colour in visible[:MOST_KNOWN] if _same(colour, carried_colour)), None)


def _same(colour: Colour, carried_colour: dict[str, Any]) -> bool:
    return all(services.same_value(getattr(colour, name), carried_colour[name]) for name in NUMBERS)


def bring_in(by: User, carried_colour: dict[str, Any]) -> tuple[Colour, bool]:
    """Return the studio's colour that a carried one is, and whether it had to be made.

    A maker's goes into a deck of the person's own under the maker's name, or, where its code means another colour
    there, among the own colours. Raises `ValidationError` of Django for fields that cannot be.
    """
    colour = find(by, carried_colour)
    if colour is not None:
        return colour, False
    made = Colour(
        code=carried_colour["code"],
        made_by=carried_colour.get("made_by", ""),
        **{name: carried_colour[name] for name in FIELDS},
    )
    made.parent = bring_in(by, carried_colour["parent"])[0] if carried_colour["parent"] else None
    maker = Maker.objects.filter(owner=by, name=carried_colour["maker"]).first() if carried_colour["maker"] else None
    if carried_colour["maker"] and not (maker and maker.colours.filter(code=carried_colour["code"]).exists()):
        made.maker = maker or Maker(owner=by, name=carried_colour["maker"])
        if maker is None:
            made.maker.full_clean(exclude=["owner"])
            made.maker.save()
    else:
        made.owner = by
    made.full_clean(exclude=["maker", "owner", "parent", "brought_in"])
    made.save()
    for row in carried_colour["earlier"]:
        values = {name: row[name] for name in WRITTEN}
        before = ValueRevision(colour=made, replaced=row["replaced"], reason=row["reason"], by=by, **values)
        before.full_clean(exclude=["colour", "by", "by_import"])
        before.save()
    if made.maker:
        services.touch([made.maker.pk])
    return made, True
