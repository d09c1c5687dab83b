"""Files in and out of decks: which reader takes a file, what a file would do to a deck, and doing or undoing it."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from decks.models import Colour, Import, Maker
from decks.services import WRITTEN, numbers_of, touch
from prism import words
from prism.colour import Colour as Paint
from prism.colour import IntakeError
from prism.formats import cgats, cxf, deck_csv, deck_json, deck_xlsx, gimp_palette
from prism.formats.deck import DeckFile, DeckFileError, Entry, Problem, colours, decode
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
        ("maker", "strip", "stated LRV", "recipe"),
    ),
    "cxf": Format(
        "CxF3", (".cxf", ".xml"), "application/xml", cxf.write, ("maker", "strip", "stated LRV", "recipe"),
    ),
    "gpl": Format(
        "GIMP palette", (".gpl",), "text/plain; charset=utf-8", gimp_palette.write,
        ("maker", "strip", "stated LRV", "recipe", "spectrum", "Lab"),
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


def read(waiting: Import) -> DeckFile:
    """Return what a waiting file holds. Raises `DeckFileError`."""
    data = bytes(waiting.content)
    if waiting.file_format == "csv":
        return deck_csv.read(data, waiting.columns)
    if waiting.file_format == "xlsx":
        return deck_xlsx.read(data, waiting.columns)
    readers = {"json": deck_json.read, "cgats": cgats.read, "cxf": cxf.read, "gpl": gimp_palette.read}
    return readers[waiting.file_format](data)


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
    "source": ("provenance",),
}


def plan(waiting: Import) -> Plan:
    """Return what a waiting file would do to its deck. Raises `DeckFileError` for a file that is no deck."""
    found = read(waiting)
    problems = list(found.problems)
    known = {
        (colour.maker.name if colour.maker else "", colour.code): colour
        for colour in Colour.objects.filter(maker__owner=waiting.owner).select_related("maker")
    }
    seen: dict[tuple[str, str], int] = {}
    added: list[tuple[Entry, dict[str, Any]]] = []
    changed: list[Change] = []
    unchanged = 0
    for entry, paint in zip(found.entries, colours(found.entries), strict=True):
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


LENGTHS = {"code": 40, "name": 120, "maker": 80}


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
    def same(one: Any, other: Any) -> bool:
        if isinstance(one, float) and isinstance(other, float):
            return abs(one - other) < 1e-6
        if isinstance(one, list) and isinstance(other, list) and len(one) == len(other):
            return all(same(a, b) for a, b in zip(one, other, strict=True))
        return bool(one == other)

    return tuple(
        what
        for what, fields in _COMPARED.items()
        if not all(same(getattr(known, field), values[field]) for field in fields)
    )


@transaction.atomic
def apply(waiting: Import) -> Import:
    """Bring a waiting file in: all of it, or nothing if anything fails."""
    waiting = Import.objects.select_for_update().get(pk=waiting.pk)
    if waiting.state != Import.State.WAITING:
        return waiting
    intended = plan(waiting)
    makers: dict[str, Maker] = {}

    def maker(name: str) -> Maker:
        if name not in makers:
            makers[name] = Maker.objects.get_or_create(name=name, owner=waiting.owner)[0]
        return makers[name]

    Colour.objects.bulk_create(
        (
            Colour(maker=maker(entry.maker or waiting.deck_name), brought_in=waiting, **values)
            for entry, values in intended.added
        ),
        batch_size=1000,
    )
    previous = []
    for change in intended.changed:
        previous.append({"id": change.known.pk} | {name: getattr(change.known, name) for name in WRITTEN})
        for name in WRITTEN:
            setattr(change.known, name, change.values[name])
        maker(change.entry.maker or waiting.deck_name)
    Colour.objects.bulk_update([change.known for change in intended.changed], WRITTEN, batch_size=200)
    touch(makers.values())
    waiting.state, waiting.content, waiting.previous = Import.State.DONE, b"", previous
    waiting.added, waiting.changed = len(intended.added), len(intended.changed)
    waiting.save()
    return waiting


@transaction.atomic
def undo(done: Import) -> int:
    """Take an import back as one act; return how many colours stay because a review uses them."""
    done = Import.objects.select_for_update().get(pk=done.pk)
    if done.state != Import.State.DONE:
        return 0
    makers = set(Maker.objects.filter(colours__brought_in=done))
    for values in done.previous:
        pk = values.pop("id")
        makers |= set(Maker.objects.filter(colours__pk=pk))
        Colour.objects.filter(pk=pk).update(**values)
    used = done.colours.filter(reviews__isnull=False).distinct().count()
    done.colours.filter(reviews__isnull=True).delete()
    touch(makers)
    Maker.objects.filter(pk__in=[maker.pk for maker in makers], owner=done.owner, colours=None).delete()
    done.state, done.previous = Import.State.UNDONE, []
    done.save()
    return used


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
            hex=colour.screen,
            lrv=colour.lrv_stated,
            recipe_base=colour.recipe_base,
            recipe=tuple((colour.recipe_amounts or {}).items()),
        )
        for colour in kept
    ]


def start(owner: User, deck_name: str, file_name: str, data: bytes) -> Import:
    """Keep a file until it is brought in; forget what the person had waiting. Raises `DeckFileError`."""
    kind = recognise(file_name, data)
    Import.objects.filter(owner=owner, state=Import.State.WAITING).delete()
    return Import.objects.create(
        owner=owner, deck_name=deck_name, file_name=file_name[:200], file_format=kind, content=data
    )
