"""Files in and out of decks: which reader takes a file, what a file would do to a deck, and doing or undoing it."""

from __future__ import annotations

import gc
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Exists, OuterRef

from decks.models import Colour, Earlier, Import, Maker
from decks.services import delete_unused, insert, numbers_of, replace_values, restore_values, same_value, touch
from prism import words
from prism.colour import Colour as Paint
from prism.colour import IntakeError, Specular
from prism.formats import cgats, cxf, deck_csv, deck_json, deck_xlsx, gimp_palette
from prism.formats.deck import DeckFile, DeckFileError, Entry, Problem, Tell, colours, decode, told
from prism.spectrum import BANDS


@dataclass(frozen=True)
class Format:
    """A file format: what it is called, its endings, how it is read and written, and what it cannot hold."""

    label: str
    endings: tuple[str, ...]
    mime: str
    write: Callable[[list[Entry]], str | bytes]
    cannot_hold: tuple[str, ...] = ()


FORMATS: dict[str, Format] = {
    "csv": Format("CSV", (".csv", ".tsv", ".txt"), "text/csv; charset=utf-8", deck_csv.write),
    "json": Format("JSON", (".json",), "application/json", deck_json.write),
    "xlsx": Format(
        "Spreadsheet",
        (".xlsx",),
        "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
        deck_xlsx.write,
    ),
    "cgats": Format(
        "CGATS", (".cgats", ".ti3", ".it8"), "text/plain; charset=utf-8", cgats.write,
        ("maker", "strip", "stated LRV", "recipe", "specular"),
    ),
    "cxf": Format(
        "CxF3", (".cxf", ".xml"), "application/xml", cxf.write, ("maker", "strip", "stated LRV", "recipe"),
    ),
    "gpl": Format(
        "GIMP palette", (".gpl",), "text/plain; charset=utf-8", gimp_palette.write,
        ("maker", "strip", "stated LRV", "recipe", "spectrum", "specular", "Lab"),
    ),
}  # fmt: skip
TABLES = ("csv", "xlsx")
"""Formats whose columns a person can name by hand."""


def recognise(file_name: str, data: bytes) -> str:
    """Return which format a file has, by what it holds rather than by its ending. Raises `DeckFileError`."""
    start = data[:4096].lstrip(b"\xef\xbb\xbf \r\n\t")
    if start.startswith(b"PK"):
        return "xlsx"
    if start.startswith(b"GIMP Palette"):
        return "gpl"
    if start.startswith(b"<"):
        return "cxf"
    if start.startswith((b"{", b"[")):
        return "json"
    if b"BEGIN_DATA" in data[:200_000]:
        return "cgats"
    ending = "." + file_name.rsplit(".", 1)[-1].casefold()
    if any(ending in known.endings for key, known in FORMATS.items() if key != "csv"):
        raise DeckFileError(words.ending_differs(ending))
    return "csv"


def read(waiting: Import, tell: Tell | None = None) -> DeckFile:
    """Return what a waiting file holds. Raises `DeckFileError`."""
    data = bytes(waiting.content)
    if waiting.file_format == "csv":
        return deck_csv.read(data, waiting.columns, tell)
    if waiting.file_format == "xlsx":
        return deck_xlsx.read(data, waiting.columns, tell)
    readers = {"json": deck_json.read, "cgats": cgats.read, "cxf": cxf.read, "gpl": gimp_palette.read}
    return readers[waiting.file_format](data, tell)


def head(waiting: Import) -> list[list[str]]:
    """Return the first filled lines of a table, headings first, for naming its columns. Raises `DeckFileError`."""
    data = bytes(waiting.content)
    if waiting.file_format == "xlsx":
        rows = [row for _, row in deck_xlsx.table(data, most=50)]
    else:
        rows = deck_csv.table(decode(data))[:50]
    return [row for row in rows if any(cell.strip() for cell in row)][:4]


@dataclass(frozen=True)
class Change:
    """A colour of the deck that a file would change, and in what."""

    entry: Entry
    values: dict[str, Any]
    known: Colour
    what: tuple[str, ...]


@dataclass(frozen=True)
class Plan:
    """What bringing a file in would do, decided before anything is written; `values` are fields of a colour."""

    added: list[tuple[Entry, dict[str, Any]]]
    changed: list[Change]
    unchanged: int
    problems: list[Problem]
    notes: tuple[str, ...]


_COMPARED = {
    "name": ("name",),
    "Lab": ("lab_l", "lab_a", "lab_b"),
    "spectrum": ("reflectance",),
    "stated LRV": ("lrv_stated",),
    "strip": ("strip", "step"),
    "recipe": ("recipe_base", "recipe_amounts"),
    "source": ("provenance", "specular"),
}


def plan(waiting: Import) -> Plan:
    """Return what a waiting file would do to its deck. Raises `DeckFileError` for a file that is no deck."""
    try:
        with _uncollected():
            return _plan(waiting)
    finally:
        _looked_at.pop(waiting.pk, None)


@contextmanager
def _uncollected() -> Iterator[None]:
    """Keep the collector of reference cycles still: a large file makes millions of objects and no cycles, and looking
    through them again and again takes a third of the time."""
    collecting = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if collecting:
            gc.enable()


_looked_at: dict[int, float] = {}
"""How far the files are that are being looked at, 0-1."""
READING = 0.7
"""Part of the time of looking at a file that reading it takes; the rest goes into comparing it with the deck."""


def looked_at(waiting: Import) -> float | None:
    """Return how far the looking at a file is, 0-1; None where nobody is, or where another process is."""
    return _looked_at.get(waiting.pk)


def _plan(waiting: Import) -> Plan:
    found = read(waiting, lambda part: _looked_at.update({waiting.pk: READING * part}))
    problems = list(found.problems)
    known = {
        (colour.maker.name if colour.maker else "", colour.code): colour
        for colour in Colour.objects.filter(maker__owner=waiting.owner).select_related("maker")
    }
    seen: dict[tuple[str, str], int] = {}
    added: list[tuple[Entry, dict[str, Any]]] = []
    changed: list[Change] = []
    unchanged = 0
    for entry, paint in told(
        list(zip(found.entries, colours(found.entries), strict=True)),
        lambda part: _looked_at.update({waiting.pk: READING + (1 - READING) * part}),
    ):
        key = (entry.maker or waiting.deck_name, entry.code)
        if key in seen:
            problems.append(Problem(entry.line, "code", words.duplicate_code(entry.code, seen[key])))
            continue
        too_long = next((name for name, limit in LENGTHS.items() if len(getattr(entry, name)) > limit), None)
        if too_long:
            problems.append(Problem(entry.line, too_long, words.too_long(too_long, LENGTHS[too_long])))
            continue
        if isinstance(paint, IntakeError):
            problems.append(Problem(entry.line, paint.field, str(paint)))
            continue
        values = _values(entry, paint)
        seen[key] = entry.line
        if key not in known:
            added.append((entry, values))
            continue
        what = _differences(known[key], values)
        if what:
            changed.append(Change(entry, values, known[key], what))
        else:
            unchanged += 1
    return Plan(added, changed, unchanged, sorted(problems, key=lambda p: p.line), found.notes)


LENGTHS = {"code": 40, "name": 120, "maker": 80, "strip": 20}


def _values(entry: Entry, paint: Paint) -> dict[str, Any]:
    return {
        "code": entry.code,
        "name": entry.name,
        "strip": entry.strip,
        "step": entry.step,
        "lrv_stated": entry.lrv,
        "recipe_base": entry.recipe_base[:12],
        "recipe_amounts": dict(entry.recipe) or None,
    } | numbers_of(paint)


def _differences(known: Colour, values: dict[str, Any]) -> tuple[str, ...]:
    return tuple(
        what
        for what, fields in _COMPARED.items()
        if not all(same_value(getattr(known, field), values[field]) for field in fields)
    )


UNDER_WAY = (Import.State.WAITING, Import.State.RUNNING)
PART = 2_500
"""Colours brought in at a time; a part takes well under a second."""


@dataclass
class _Work:
    """A file at hand: its plan for decks as they stood in `state`, and how far it is done.

    `at` counts colours of this plan, `done` all of the file that are in: a plan made half-way holds only the rest.
    """

    plan: Plan
    state: str
    at: int = 0
    done: int = 0


_at_hand: dict[tuple[int, datetime], _Work] = {}
"""The files last looked at, so that they need not be planned again for each part. A matter of speed only."""
MOST_AT_HAND = 4


def planned(waiting: Import) -> Plan:
    """Return what a waiting or half-done file would still do. Raises `DeckFileError`."""
    return _work(waiting).plan


def _work(waiting: Import) -> _Work:
    decks = Maker.objects.filter(owner=waiting.owner).order_by("pk").values_list("pk", "changed")
    state = f"{waiting.mapping} {list(decks)}"
    key = waiting.pk, waiting.created
    work = _at_hand.get(key)
    fits = work is not None and (work.state == state if waiting.state == Import.State.WAITING else bool(work.at))
    if work is None or not fits or work.done != waiting.done:
        work = _Work(plan(waiting), state, done=waiting.done)
        _at_hand.pop(key, None)
        while len(_at_hand) >= MOST_AT_HAND:
            _at_hand.pop(next(iter(_at_hand)), None)
        _at_hand[key] = work
    return work


def apply(waiting: Import) -> Import:
    """Bring a waiting file in, all of it. If that fails half-way, `undo` takes back what is in."""
    while waiting.state in UNDER_WAY:
        waiting = advance(waiting)
    return waiting


@transaction.atomic
def advance(waiting: Import) -> Import:
    """Bring in the next part of a file, or the first; each part is written whole or not at all."""
    running = Import.objects.select_for_update().defer("content").filter(pk=waiting.pk).first()
    if running is None or running.state not in UNDER_WAY:
        return running or Import(state=Import.State.UNDONE)  # stopped from elsewhere
    work = _work(running)
    intended = work.plan
    if running.state == Import.State.WAITING:
        running.state, running.total = Import.State.RUNNING, len(intended.added) + len(intended.changed)
    added = intended.added[work.at : work.at + PART]
    room = PART - len(added)
    first = max(0, work.at - len(intended.added))
    changed = intended.changed[first : first + room] if room else []
    _bring(running, added, changed)
    running.done += len(added) + len(changed)
    running.added += len(added)
    running.changed += len(changed)
    at = work.at + len(added) + len(changed)
    if at >= len(intended.added) + len(intended.changed):
        running.state, running.content = Import.State.DONE, b""
        touch(running.colours.values_list("maker_id", flat=True).distinct())
    written = ["state", "total", "done", "added", "changed"]
    running.save(update_fields=written if running.state == Import.State.RUNNING else [*written, "content"])
    transaction.on_commit(lambda: _moved(work, at, running))
    return running


def _moved(work: _Work, at: int, running: Import) -> None:
    """Note how far a file is, once that is written."""
    work.at, work.done = at, running.done
    if running.state == Import.State.DONE:
        _at_hand.pop((running.pk, running.created), None)


def _bring(running: Import, added: list[tuple[Entry, dict[str, Any]]], changed: list[Change]) -> None:
    names = {entry.maker or running.deck_name for entry, _ in added}
    makers = {name: Maker.objects.get_or_create(name=name, owner=running.owner)[0] for name in sorted(names)}
    insert(
        values | {"maker_id": makers[entry.maker or running.deck_name].pk, "brought_in_id": running.pk}
        for entry, values in added
    )
    reason = words.by_file(running.file_name)
    replace_values([(change.known, change.values) for change in changed], reason, running.owner, running)


@dataclass(frozen=True)
class Undone:
    """What an import leaves behind when it is taken back: colours that reviews use, and colours changed since."""

    used: int
    changed_since: int


@transaction.atomic
def undo(done: Import) -> Undone:
    """Take an import back as one act, also one that is only half in."""
    done = Import.objects.select_for_update().defer("content").get(pk=done.pk)
    if done.state not in (Import.State.DONE, Import.State.RUNNING):
        return Undone(0, 0)
    later = Earlier.objects.filter(colour=OuterRef("colour"), replaced__gt=OuterRef("replaced"))
    replaced = done.replaced.select_related("colour").annotate(again=Exists(later))
    restored = [earlier for earlier in replaced if not earlier.again]
    restore_values(restored, words.taken_back(done.file_name), done.owner)
    makers = set(done.colours.values_list("maker_id", flat=True))
    used = delete_unused(done.colours.all())
    touch(makers)
    Maker.objects.filter(pk__in=makers, owner=done.owner, colours=None).delete()
    changed_since = len(replaced) - len(restored)
    done.state, done.content = Import.State.UNDONE, b""
    done.save(update_fields=["state", "content"])
    _at_hand.pop((done.pk, done.created), None)
    return Undone(used, changed_since)


@transaction.atomic
def stop(under_way: Import) -> Undone:
    """Forget a file that waits, or one that is coming in: nothing of it is left, not even that it was there."""
    left = undo(under_way)
    Import.objects.filter(pk=under_way.pk).delete()
    return left


def entries_of(kept: Iterable[Colour]) -> list[Entry]:
    """Return colours as entries of a file."""
    grid = tuple(float(nm) for nm in BANDS)
    return [
        Entry(
            line=0,
            code=colour.code or colour.name,
            name=colour.name,
            maker=colour.maker.name if colour.maker else "",
            strip=colour.strip,
            step=colour.step,
            lab=(colour.lab_l, colour.lab_a, colour.lab_b),
            reflectance=tuple(colour.reflectance) if colour.reflectance else None,
            wavelengths=grid if colour.reflectance else None,
            specular=Specular(colour.specular) if colour.specular else None,
            hex=colour.screen,
            lrv=colour.lrv_stated,
            recipe_base=colour.recipe_base,
            recipe=tuple((colour.recipe_amounts or {}).items()),
        )
        for colour in kept
    ]


def start(owner: User, deck_name: str, file_name: str, data: bytes) -> Import:
    """Keep a file until it is brought in; forget what the person had waiting. Raises `DeckFileError`."""
    if Import.objects.filter(owner=owner, state=Import.State.RUNNING).exists():
        raise DeckFileError(words.another_running())
    kind = recognise(file_name, data)
    Import.objects.filter(owner=owner, state=Import.State.WAITING).delete()
    return Import.objects.create(
        owner=owner, deck_name=deck_name, file_name=file_name[:200], file_format=kind, content=data
    )
