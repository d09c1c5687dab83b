"""What all studios share is changed by nobody: the database itself refuses it, whichever code or statement asks.

A deck without an owner is everybody’s. Triggers stop whatever would add to it, change one of its colours or keep
another value of one; `open_to_changes` takes them away for as long as a deck is loaded, in one transaction, so that
nobody else ever finds the decks open. Taking colours out is refused by the models (`Colour.delete`), since emptying
all tables is not to be stopped.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from django.db import connections, transaction

REFUSED = "a deck that all studios share is changed by nobody"
_SHARED = "EXISTS (SELECT 1 FROM decks_maker WHERE id = {maker} AND owner_id IS NULL)"
_OF_COLOUR = "(SELECT maker_id FROM decks_colour WHERE id = NEW.colour_id)"
_STOPS = {
    "shared_colour_added": ("INSERT ON decks_colour", _SHARED.format(maker="NEW.maker_id")),
    "shared_colour_changed": ("UPDATE ON decks_colour", _SHARED.format(maker="OLD.maker_id")),
    "shared_colour_taken_in": ("UPDATE OF maker_id ON decks_colour", _SHARED.format(maker="NEW.maker_id")),
    "shared_value_replaced": ("INSERT ON decks_earlier", _SHARED.format(maker=_OF_COLOUR)),
    "shared_maker_changed": ("UPDATE OF name, owner_id ON decks_maker", "OLD.owner_id IS NULL"),
}


def close(using: str = "default", **sent: Any) -> None:
    """Let the database refuse changes to what is shared; after every migration, since one that remakes a table
    loses what stands on it."""
    connection = connections[using]
    with connection.cursor() as cursor:
        if {"decks_colour", "decks_earlier", "decks_maker"} <= set(connection.introspection.table_names(cursor)):
            for name, (act, shared) in _STOPS.items():
                cursor.execute(
                    f"CREATE TRIGGER IF NOT EXISTS {name} BEFORE {act} WHEN {shared} "
                    f"BEGIN SELECT RAISE(ABORT, '{REFUSED}'); END"
                )


def open_up(using: str = "default", **sent: Any) -> None:
    """Let what is shared be changed, as migrations do."""
    with connections[using].cursor() as cursor:
        for name in _STOPS:
            cursor.execute(f"DROP TRIGGER IF EXISTS {name}")


@contextmanager
def open_to_changes() -> Iterator[None]:
    """Let what is shared be changed here, in a transaction: others find it closed all the time."""
    with transaction.atomic():
        open_up()
        yield
        close()
