"""Rows of colours, many at once: one prepared statement for all of them."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from django.db import connection, models
from django.utils import timezone

from decks.models import Colour

WRITTEN = (
    "name", "strip", "step", "lab_l", "lab_a", "lab_b", "lrv", "lrv_stated", "screen", "in_gamut", "provenance",
    "given", "spread", "specular", "reflectance", "recipe_base", "recipe_amounts",
)  # fmt: skip
"""The fields of a colour that a deck writes, besides the maker and code it is known by."""
NUMBERS = tuple(name for name in WRITTEN if name not in ("name", "strip", "step"))
"""Those of them that its value is made of."""


def insert(rows: Iterable[dict[str, Any]]) -> None:
    """Add many colours, given as fields by their column; what is left out has its default.

    One prepared statement for all of them: `bulk_create` builds a new one for every 49 colours, since SQLite is taken
    to hold no more than 999 values in each, and takes four times as long.
    """
    names = [name for name, field in _FIELDS.items() if not field.generated and not field.primary_key]
    defaults = {name: _prepared(name, _FIELDS[name].get_default()) for name in names}
    defaults["created"] = _prepared("created", timezone.now())
    statement = (
        f"INSERT INTO {Colour._meta.db_table} ({', '.join(columns(names))}) VALUES ({', '.join(['%s'] * len(names))})"
    )
    values = [[_prepared(name, row[name]) if name in row else defaults[name] for name in names] for row in rows]
    with connection.cursor() as cursor:
        cursor.executemany(statement, values)


_FIELDS = {field.attname: field for field in Colour._meta.concrete_fields}
_ADAPTED = frozenset(
    name for name, field in _FIELDS.items() if isinstance(field, models.JSONField | models.DateTimeField)
)
"""Fields whose values are stored otherwise than they are; asking each of the others for nothing takes half the time."""


def _prepared(name: str, value: Any) -> Any:
    return _FIELDS[name].get_db_prep_save(value, connection) if name in _ADAPTED else value


def columns(names: Iterable[str]) -> list[str]:
    return [connection.ops.quote_name(str(_FIELDS[name].column)) for name in names]


def update(rows: Iterable[tuple[int, dict[str, Any]]]) -> None:
    """Write fields of many colours, given by id: any of `WRITTEN`, the same ones for each.

    One prepared statement for all of them: `bulk_update` builds a new one, with a branch for every colour and field,
    for every few colours, and takes a hundred times as long.
    """
    every = list(rows)
    if not every:
        return
    names = [name for name in WRITTEN if name in every[0][1]]
    assigned = ", ".join(f"{column} = %s" for column in columns(names))
    values = [[*(_prepared(name, row[name]) for name in names), pk] for pk, row in every]
    with connection.cursor() as cursor:
        cursor.executemany(f"UPDATE {Colour._meta.db_table} SET {assigned} WHERE id = %s", values)
