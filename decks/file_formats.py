"""The formats decks come in and go out as: which reader takes a file, and what each can hold."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator
from contextlib import AbstractContextManager
from dataclasses import dataclass, replace
from itertools import islice

from decks.models import Colour, Import
from prism import messages, words
from prism.formats import cgats, cxf, deck_csv, deck_json, deck_xlsx, gimp_palette
from prism.formats.columns import LOOKED, head_of
from prism.formats.deck import DeckFile, DeckFileError, Entry, Tell
from prism.method import Method
from prism.reading import read_all
from prism.spectrum import BANDS
from prism.stimulus import Specular

GRID = tuple(float(nm) for nm in BANDS)
"""The wavelengths that spectra of the decks stand on, nm."""
AT_A_TIME = 400
"""Colours that are read together while a file leaves."""


@dataclass(frozen=True)
class Format:
    """A file format: what it is called, its endings, how it is read, and what it cannot hold.

    `write` yields a file in pieces, so that it leaves as it is made: of entries, how many there are, and the
    wavelengths that all of their spectra stand on, if all or any have one.
    """

    label: str
    endings: tuple[str, ...]
    mime: str
    write: Callable[[Iterable[Entry], int, tuple[float, ...], bool], Iterator[str | bytes]]
    cannot_hold: tuple[str, ...] = ()


def _csv(entries: Iterable[Entry], count: int, grid: tuple[float, ...], every: bool) -> Iterator[str]:
    return deck_csv.pieces(entries, grid)


def _xlsx(entries: Iterable[Entry], count: int, grid: tuple[float, ...], every: bool) -> Iterator[bytes]:
    return deck_xlsx.pieces(entries, grid)


def _cgats(entries: Iterable[Entry], count: int, grid: tuple[float, ...], every: bool) -> Iterator[str]:
    return cgats.pieces(entries, count, grid if every else ())


def _json(entries: Iterable[Entry], count: int, grid: tuple[float, ...], every: bool) -> Iterator[str]:
    return deck_json.pieces(entries)


def _cxf(entries: Iterable[Entry], count: int, grid: tuple[float, ...], every: bool) -> Iterator[str]:
    return cxf.pieces(entries)


def _gpl(entries: Iterable[Entry], count: int, grid: tuple[float, ...], every: bool) -> Iterator[str]:
    return gimp_palette.pieces(entries)


FORMATS: dict[str, Format] = {
    "csv": Format("CSV", (".csv", ".tsv", ".txt"), "text/csv; charset=utf-8", _csv),
    "json": Format("JSON", (".json",), "application/json", _json),
    "xlsx": Format(
        "Spreadsheet",
        (".xlsx",),
        "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
        _xlsx,
    ),
    "cgats": Format(
        "CGATS", (".cgats", ".ti3", ".it8"), "text/plain; charset=utf-8", _cgats,
        ("maker", "strip", "stated LRV", "recipe", "specular"),
    ),
    "cxf": Format(
        "CxF3", (".cxf", ".xml"), "application/xml", _cxf, ("maker", "strip", "stated LRV", "recipe"),
    ),
    "gpl": Format(
        "GIMP palette", (".gpl",), "text/plain; charset=utf-8", _gpl,
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
        raise DeckFileError(messages.files.ending_differs(ending))
    return "csv"


MENDED_BY = ("code", "name", "maker", "strip", "step", "L*", "a*", "b*", "LRV", "hex")
"""What can be typed for a colour of a file that is no table, where its own cannot be read."""


def read(waiting: Import, tell: Tell | None = None) -> DeckFile:
    """Return what a waiting file holds, with what a person typed instead of its lines. Raises `DeckFileError`."""
    data, typed = bytes(waiting.content), waiting.typed
    if waiting.file_format == "csv":
        return deck_csv.read(data, waiting.columns, tell, typed)
    if waiting.file_format == "xlsx":
        return deck_xlsx.read(data, waiting.columns, tell, typed)
    readers = {"json": deck_json.read, "cgats": cgats.read, "cxf": cxf.read, "gpl": gimp_palette.read}
    return _mended(readers[waiting.file_format](data, tell), typed)


def _mended(deck: DeckFile, typed: dict[int, dict[int, str]]) -> DeckFile:
    """Return a file in which the colours that were typed stand instead of its own of those lines."""
    if not typed:
        return deck
    lines = [(line, deck_csv.with_typed((), cells, len(MENDED_BY))) for line, cells in sorted(typed.items())]
    ours = deck_csv.read_rows([(0, MENDED_BY), *lines])
    entries = [entry for entry in deck.entries if entry.line not in typed] + ours.entries
    problems = [problem for problem in deck.problems if problem.line not in typed] + ours.problems
    return replace(deck, entries=sorted(entries, key=lambda entry: entry.line), problems=problems)


def lines_of(waiting: Import, wanted: Collection[int]) -> tuple[list[str], dict[int, list[str]]]:
    """Return the headings of a file, and the cells of some of its lines as they count now, typed or its own.

    A file that is no table has the headings `MENDED_BY`, and empty cells where nothing was typed.
    """
    typed = waiting.typed
    if waiting.file_format not in TABLES:
        cells = {line: deck_csv.with_typed((), typed.get(line, {}), len(MENDED_BY)) for line in wanted}
        return list(MENDED_BY), cells
    lines: dict[int, list[str]] = {}
    last = max(wanted, default=0)
    headings = head_of(first_lines(waiting)).headings
    with _table(waiting) as rows:
        for line, row in rows:
            if line in wanted:
                lines[line] = deck_csv.with_typed(row, typed.get(line, {}), len(headings))
            if line >= last:
                break
    return headings, lines


def _table(waiting: Import) -> AbstractContextManager[Iterator[tuple[int, list[str]]]]:
    """Lend the numbered lines of a table. Raises `DeckFileError`."""
    numbered = deck_xlsx.numbered if waiting.file_format == "xlsx" else deck_csv.numbered
    return numbered(bytes(waiting.content))


def first_lines(waiting: Import) -> list[list[str]]:
    """Return the first filled lines of a table, for telling what its columns hold. Raises `DeckFileError`."""
    with _table(waiting) as rows:
        filled = (row for _, row in rows if any(cell.strip() for cell in row))
        return list(islice(filled, LOOKED))


def entries_of(colours: Iterable[Colour], chosen: Method) -> Iterator[Entry]:
    """Yield colours as entries of a file, with what they read as under a method."""
    several = iter(colours)
    while some := list(islice(several, AT_A_TIME)):
        readings = read_all([colour.stimulus for colour in some], chosen)
        for colour, reading in zip(some, readings, strict=True):
            reads = (
                words.readings.undertone_short(reading),
                words.readings.family_text(reading),
                words.readings.temperature_short(reading),
            )
            yield replace(entry_of(colour), reads=(f"{reading.lrv:.2f}", *reads))


def entry_of(colour: Colour) -> Entry:
    return Entry(
        line=0,
        code=colour.code or colour.name,
        name=colour.name,
        maker=colour.maker_name,
        strip=colour.strip,
        step=colour.step,
        lab=(colour.lab_l, colour.lab_a, colour.lab_b),
        reflectance=tuple(colour.reflectance) if colour.reflectance else None,
        wavelengths=GRID if colour.reflectance else None,
        specular=Specular(colour.specular) if colour.specular else None,
        hex=colour.screen,
        lrv=colour.lrv_stated,
        recipe_base=colour.recipe_base,
        recipe=tuple((colour.recipe_amounts or {}).items()),
    )
