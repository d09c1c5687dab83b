"""Bringing files into decks: keeping one until it is looked at, bringing it in part by part, and taking it back.

Nothing is read or compared while the database is locked, but for the part that is written; a part takes well under a
second, so that nobody waits longer than that.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db import transaction

from decks import planning
from decks.file_formats import recognise
from decks.models import Import, Maker
from decks.rows import insert
from decks.services import delete_unused, hand_on, replace_values, restore_values, touch
from people.queries import team
from prism import words
from prism.formats.deck import DeckFileError

MOST_WAITING = 4
"""Files of one person that may be looked at side by side."""
UNDER_WAY = (Import.State.WAITING, Import.State.RUNNING)
PART = 1_500
"""Colours brought in at a time."""
BREATH = 0.11
"""Seconds between parts. Who waits for SQLite's lock asks for it every 0.1 s at most, and so gets it in between."""


def start(owner: User, deck_name: str, file_name: str, data: bytes) -> Import:
    """Keep a file until it is brought in; of those that wait the person's oldest go. Raises `DeckFileError`."""
    if Import.objects.filter(owner=owner, state=Import.State.RUNNING).exists():
        raise DeckFileError(words.files.ANOTHER_RUNNING)
    kind = recognise(file_name, data)
    with transaction.atomic():
        waits = Import.objects.filter(owner=owner, state=Import.State.WAITING).values_list("pk", flat=True)
        Import.objects.filter(pk__in=list(waits[MOST_WAITING - 1 :])).delete()
        return Import.objects.create(
            owner=owner, deck_name=deck_name, file_name=file_name[:200], file_format=kind, content=data
        )


MOST_CELLS = 300
"""Characters of a cell that is typed instead of the file's own."""
MOST_MENDED = 500
"""Lines of one file that may be mended here; one with more is better mended where it was made."""


def mend(waiting: Import, line: int, cells: dict[int, str] | None) -> None:
    """Let what a person typed count instead of the cells of a line; with None the file's own count again.

    Raises `DeckFileError` where more is typed than can be kept.
    """
    if cells is None:
        waiting.mended.pop(str(line), None)
    else:
        if len(waiting.mended) >= MOST_MENDED and str(line) not in waiting.mended:
            raise DeckFileError(words.files.too_many_mended(MOST_MENDED))
        if any(len(text) > MOST_CELLS for text in cells.values()):
            raise DeckFileError(words.files.too_long_typed(MOST_CELLS))
        waiting.mended[str(line)] = {str(i): text for i, text in cells.items()}
    waiting.save(update_fields=["mended"])


def apply(waiting: Import) -> Import:
    """Bring a waiting file in, all of it. If that fails half-way, `undo` takes back what is in."""
    while (waiting := advance(waiting)).state in UNDER_WAY:
        time.sleep(BREATH)
    return waiting


def advance(waiting: Import) -> Import:
    """Bring in the next part of a file, or the first; each part is written whole or not at all.

    Which part is next stands in the database, and every process reads the same file the same way, so that any of them
    may go on.
    """
    if waiting.state not in UNDER_WAY:
        return waiting
    looked = planning.look(waiting)
    part = planning.with_values(looked.entries[waiting.done : waiting.done + PART])
    with transaction.atomic():
        running = Import.objects.select_for_update().defer("content").filter(pk=waiting.pk).first()
        if running is None or running.state not in UNDER_WAY:
            return running or Import(state=Import.State.UNDONE)  # stopped from elsewhere
        if running.done != waiting.done:
            return running  # another process was quicker
        known = planning.known_of([entry for entry, _ in part], running.owner, running.deck_name)
        decided = planning.decide(part, known, running.deck_name)
        if running.state == Import.State.WAITING:
            running.state, running.total = Import.State.RUNNING, len(looked.entries)
        _bring(running, decided)
        running.done += len(part)
        running.added += len(decided.added)
        running.changed += len(decided.changed)
        written = ["state", "total", "done", "added", "changed"]
        if running.done >= running.total:
            running.state, running.content = Import.State.DONE, b""
            touch(Maker.objects.filter(owner__in=team(running.owner)).values_list("pk", flat=True))
            written.append("content")
        running.save(update_fields=written)
    if running.state == Import.State.DONE:
        planning.forget(running)
    return running


def _bring(running: Import, decided: planning.Decided) -> None:
    names = {entry.maker or running.deck_name for entry, _ in decided.added}
    makers = {name: _maker(name, running.owner) for name in sorted(names)}
    insert(
        values | {"maker_id": makers[entry.maker or running.deck_name].pk, "brought_in_id": running.pk}
        for entry, values in decided.added
    )
    changes = [(change.known, change.values) for change in decided.changed]
    replace_values(changes, words.files.by_file(running.file_name), running.owner, running)


def _maker(name: str, owner: User) -> Maker:
    """Return the studio's deck of a name, whoever began it, or begin it."""
    maker = Maker.objects.filter(name=name, owner__in=team(owner)).order_by("pk").first()
    return maker or Maker.objects.create(name=name, owner=owner)


@dataclass(frozen=True)
class Undone:
    """What an import leaves behind when it is taken back: colours that reviews use, and colours changed since."""

    used: int
    changed_since: int


def undo(done: Import, tell: Callable[[int, int], None] | None = None) -> Undone:
    """Take an import back, also one that is only half in; `tell` hears how many of its colours are done with.

    It is one act, done in parts so that nobody waits: while it lasts the import is being taken back and nothing else
    can be done with it; one that was broken off goes on where it stopped.
    """
    with transaction.atomic():
        done = Import.objects.select_for_update().defer("content").get(pk=done.pk)
        if done.state not in (Import.State.DONE, Import.State.RUNNING, Import.State.UNDOING):
            return Undone(0, 0)
        done.state = Import.State.UNDOING
        done.save(update_fields=["state"])
    makers = set(done.colours.values_list("maker_id", flat=True).distinct())
    replaced, restored = done.replaced.count(), 0
    gone, every = 0, replaced + done.colours.count()
    tell = tell or (lambda gone, every: None)
    while part := restore_values(done, words.files.taken_back(done.file_name), done.owner, PART):
        restored += part
        gone += part
        tell(gone, every)
        time.sleep(BREATH)
    last = 0
    while ids := list(done.colours.filter(pk__gt=last).order_by("pk").values_list("pk", flat=True)[:PART]):
        last = ids[-1]
        with transaction.atomic():
            hand_on(done, ids)
            delete_unused(done.colours.filter(pk__in=ids))
        gone += len(ids)
        tell(gone, every)
        time.sleep(BREATH)
    with transaction.atomic():
        touch(makers)
        Maker.objects.filter(pk__in=makers, owner__in=team(done.owner), colours=None).delete()
        done.state, done.content = Import.State.UNDONE, b""
        done.save(update_fields=["state", "content"])
    planning.forget(done)
    return Undone(done.colours.count(), replaced - restored)


def stop(under_way: Import) -> Undone:
    """Forget a file that waits, or one that is coming in: nothing of it is left, not even that it was there."""
    left = undo(under_way)
    Import.objects.filter(pk=under_way.pk).delete()
    planning.forget(under_way)
    return left
