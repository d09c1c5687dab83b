"""A deck as CSV: one colour in each line, columns in any order, named in the first line.

Comma, semicolon or tab; decimal comma where the separator allows it. What the columns hold is told by
`prism.formats.columns`; those of a spectrum are named by their wavelength (`400`, `400nm`, `R400`). Others are left
aside and named.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, replace
from itertools import chain, islice

from prism import messages, typed_colour
from prism.formats.columns import LOOKED, has_colour, head_of
from prism.formats.deck import (
    MAX_BYTES,
    Budget,
    DeckFile,
    DeckFileError,
    Entry,
    EntryError,
    Problem,
    Tell,
    as_deck,
    as_fractions,
    grid_of,
    lines_in,
    recipe_is_sound,
    specular,
)
from prism.formats.text import rows_of
from prism.numbers import parse

READS = ("LRV computed", "undertone", "family", "temperature")
"""Columns of what is read of a colour: given out, and passed over where they come in."""
_PLAIN_HEX = re.compile(r"(?:#[0-9A-F]{6})?")
_FORMULA = ("=", "+", "-", "@", "\t", "\r")


MAX_COLUMNS = 256
"""Columns of a table that are read."""
Typed = Mapping[int, Mapping[int, str]]
"""What a person typed instead of cells of a table: by line, then by column, 0-based."""


def with_typed(row: Sequence[str], typed: Mapping[int, str], width: int) -> list[str]:
    """Return a line of as many cells as a table is wide, with those in it that were typed."""
    return [typed.get(i, row[i] if i < len(row) else "") for i in range(width)]


@contextmanager
def numbered(data: bytes) -> Iterator[Iterator[tuple[int, list[str]]]]:
    """Lend the lines of a CSV file as cells, numbered. Raises `DeckFileError`."""
    with as_deck():
        yield enumerate(rows_of(data, MAX_BYTES, messages.faults.FEWER_COLOURS), start=1)


def read(
    data: bytes, mapping: dict[int, str] | None = None, tell: Tell | None = None, typed: Typed | None = None
) -> DeckFile:
    """Return the deck in a CSV file. `mapping` overrides the headings: column index to field or wavelength; `typed`
    overrides cells."""
    with numbered(data) as rows:
        return read_rows(rows, mapping, lines_in(data), tell, typed)


def read_rows(
    rows: Iterable[tuple[int, Sequence[str]]],
    mapping: dict[int, str] | None = None,
    total: int = 0,
    tell: Tell | None = None,
    typed: Typed | None = None,
) -> DeckFile:
    """Return the deck in numbered lines of cells, about `total` of them, the first filled one holding the headings.

    A line of `typed` counts as it was typed: what stands beyond the headings in the file's own is left aside.
    """
    budget = Budget(total, tell)
    filled = _filled(rows, budget)
    first = list(islice(filled, LOOKED))
    if not first:
        raise DeckFileError(messages.files.DECK_EMPTY)
    widest = max(len(row) for _, row in first)
    if widest > MAX_COLUMNS:
        raise DeckFileError(messages.files.too_many_columns(MAX_COLUMNS, widest))
    head = head_of([row for _, row in first])
    headers, columns = head.headings, head.columns if mapping is None else mapping
    roles = set(columns.values())
    nm_columns = sorted((float(name), i) for i, name in columns.items() if name.replace(".", "").isdigit())
    if not has_colour(columns):
        raise DeckFileError(messages.files.deck_no_numbers([h.strip() for h in headers]))
    if not {"code", "name"} & roles:
        raise DeckFileError(messages.files.deck_no_names([h.strip() for h in headers]))
    places = _Columns(headers, {name: i for i, name in columns.items()}, nm_columns, tuple(nm for nm, _ in nm_columns))
    entries: list[Entry] = []
    problems: list[Problem] = []
    screens: dict[int, Screen] = {}
    for line, own in chain(first[head.lines :], filled):
        row = with_typed(own, typed[line], len(headers)) if typed and line in typed else own
        try:
            if sum(bool(cell.strip()) for cell in row[len(headers) :]):
                raise EntryError("", messages.files.cells_beyond(len(row), len(headers)))
            screen = places.screen(row)
            entries.append(_entry(line, row, places))
            if screen:
                screens[len(entries) - 1] = screen
        except EntryError as bad:
            problems.append(Problem(line, bad.column, str(bad)))
    entries, wrong = with_screens(entries, screens)
    problems = sorted([*problems, *wrong], key=lambda problem: problem.line)
    aside = [headers[i].strip() for i in range(len(headers)) if i not in columns and headers[i].strip()]
    aside = [heading for heading in aside if heading not in READS]
    entries, percent = as_fractions(entries)
    notes = [messages.files.columns_aside(aside)] if aside else []
    if percent:
        notes.append(messages.faults.CSV_PERCENT_NOTE)
    return DeckFile(entries, problems, tuple(notes))


Screen = tuple[tuple[float, float, float], bool]
"""Red, green and blue as they are written, and whether in per cent."""


def with_screens(entries: list[Entry], screens: Mapping[int, Screen]) -> tuple[list[Entry], list[Problem]]:
    """Return entries with the screen values of those that have red, green and blue, by their place, and what is wrong
    with some.

    The whole file says on which scale: 0 to 1 where nothing is larger, per cent where that is written, else 0 to 255.
    """
    if not screens:
        return entries, []
    highest = max(max(values) for values, _ in screens.values())
    unit = highest <= 1
    made, wrong = [], []
    for i, entry in enumerate(entries):
        if i not in screens:
            made.append(entry)
            continue
        values, percent = screens[i]
        most = 100.0 if percent else 1.0 if unit else 255.0
        if all(0 <= value <= most for value in values):
            made.append(replace(entry, hex="#" + "".join(f"{round(255 * value / most):02X}" for value in values)))
        else:
            worst = max(values, key=lambda value: abs(value - most / 2))
            wrong.append(Problem(entry.line, "RGB", messages.faults.out_of_range("RGB", worst, 0, most)))
    return made, wrong


def _filled(rows: Iterable[tuple[int, Sequence[str]]], budget: Budget) -> Iterator[tuple[int, Sequence[str]]]:
    """Yield the lines that hold anything."""
    for line, row in rows:
        budget.spend(len(row))
        if any(cell.strip() for cell in row):
            yield line, row


@dataclass(frozen=True)
class _Columns:
    """Where the cells of a line stand: by field, and by wavelength in nm; the wavelengths alone are the `grid`."""

    headers: Sequence[str]
    fields: dict[str, int]
    bands: list[tuple[float, int]]
    grid: tuple[float, ...]

    def bad(self, column: int, message: str) -> EntryError:
        return EntryError(self.headers[column].strip() if column < len(self.headers) else "", message)

    def text(self, row: Sequence[str], name: str) -> str:
        column = self.fields.get(name)
        return _unquoted(row[column].strip()) if column is not None and column < len(row) else ""

    def number(self, row: Sequence[str], column: int) -> float | None:
        cell = row[column].strip() if column < len(row) else ""
        try:
            return parse(cell) if cell else None
        except ValueError:
            raise self.bad(column, messages.files.cell_not_a_number(cell)) from None

    def figure(self, row: Sequence[str], name: str) -> float | None:
        column = self.fields.get(name)
        return None if column is None else self.number(row, column)

    def whole(self, row: Sequence[str], name: str) -> int | None:
        value = self.figure(row, name)
        if value is not None and (value != int(value) or not 0 < value < 32_768):
            raise self.bad(self.fields[name], messages.files.cell_not_whole(self.text(row, name)))
        return None if value is None else int(value)

    def lab(self, row: Sequence[str]) -> tuple[float, float, float] | None:
        """Return L*, a* and b*, which only make sense together."""
        lightness, a, b = (self.figure(row, name) for name in "lab")
        if lightness is not None and a is not None and b is not None:
            return lightness, a, b
        if lightness is None and a is None and b is None:
            return None
        missing = "l" if lightness is None else "a" if a is None else "b"
        raise self.bad(
            self.fields.get(missing, 0), messages.faults.missing(f"{missing.upper() if missing == 'l' else missing}*")
        )

    def screen(self, row: Sequence[str]) -> Screen | None:
        """Return red, green and blue as they are written, and whether in per cent; they only make sense together."""
        places = [self.fields.get(name) for name in ("red", "green", "blue")]
        cells = [row[i].strip() if i is not None and i < len(row) else "" for i in places]
        if None in places or not any(cells):
            return None
        values = []
        for column, cell in zip(places, cells, strict=True):
            try:
                values.append(parse(cell.removesuffix("%").rstrip()))
            except ValueError:
                raise self.bad(column or 0, messages.files.cell_not_a_number(cell)) from None
        return (values[0], values[1], values[2]), any(cell.endswith("%") for cell in cells)

    def reflectance(self, row: Sequence[str]) -> tuple[float, ...] | None:
        """Return the spectrum, of which no band may be missing."""
        values = [self.number(row, column) for _, column in self.bands]
        if all(value is None for value in values):
            return None
        for (nm, column), value in zip(self.bands, values, strict=True):
            if value is None:
                raise self.bad(column, messages.files.band_missing(nm))
        return tuple(value for value in values if value is not None)


def _entry(line: int, row: Sequence[str], columns: _Columns) -> Entry:
    lab = columns.lab(row)
    reflectance = columns.reflectance(row)
    code, name = columns.text(row, "code"), columns.text(row, "name")
    if not code and not name:
        raise columns.bad(columns.fields.get("code", columns.fields.get("name", 0)), messages.files.ENTRY_NAMELESS)
    return Entry(
        line=line,
        code=code or name,
        name=name or code,
        maker=columns.text(row, "maker"),
        strip=columns.text(row, "strip"),
        step=columns.whole(row, "step"),
        lab=lab,
        reflectance=reflectance,
        wavelengths=columns.grid if reflectance else None,
        specular=specular(columns.text(row, "specular"), "specular") if reflectance else None,
        hex=_screen_value(columns.text(row, "hex")),
        lrv=columns.figure(row, "lrv"),
        recipe_base=columns.text(row, "base"),
        recipe=_recipe(columns.text(row, "colorants")),
    )


def _screen_value(text: str) -> str:
    """Return a screen value as `#RRGGBB`, however it is written; what is none stays, to be told."""
    colour = None if _PLAIN_HEX.fullmatch(text) else typed_colour.typed(text)
    return colour.screen if colour and colour.provenance == "screen" else text


def _recipe(text: str) -> tuple[tuple[str, float], ...]:
    parts = []
    for part in text.split():
        code, _, amount = part.partition("=")
        try:
            value = parse(amount)
        except ValueError:
            value = -1.0
        if not code or value < 0:
            raise EntryError("colorants", messages.files.bad_recipe_part(part))
        parts.append((code, value))
    recipe_is_sound(parts)
    return tuple(parts)


HEADINGS = (
    "maker", "code", "name", "strip", "step", "L*", "a*", "b*", "LRV", "hex", "base", "colorants", "specular",
)  # fmt: skip


def cells(entries: Iterable[Entry], bands: tuple[float, ...]) -> Iterator[list[str | float]]:
    """Yield the cells of a table: the headings, then each entry; text no spreadsheet would run, and numbers."""
    yield [*HEADINGS, *READS, *(f"{nm:g}" for nm in bands)]
    for entry in entries:
        lab: Sequence[str | float] = [float(f"{v:.6g}") for v in entry.lab] if entry.lab else ["", "", ""]
        spectrum = entry.reflectance if entry.reflectance and entry.wavelengths == bands else ()
        yield [
            *map(safe, (entry.maker, entry.code, entry.name, entry.strip)),
            entry.step or "",
            *lab,
            "" if entry.lrv is None else entry.lrv,
            entry.hex,
            safe(entry.recipe_base),
            safe(" ".join(f"{code}={amount:.8g}" for code, amount in entry.recipe)),
            entry.specular or "",
            *map(safe, entry.reads or ("",) * len(READS)),
            *(float(f"{v:.7g}") for v in spectrum),
        ]


def pieces(entries: Iterable[Entry], bands: tuple[float, ...]) -> Iterator[str]:
    """Yield a CSV in pieces, with the spectra that stand on the wavelengths `bands`."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    for row in cells(entries, bands):
        writer.writerow([f"{cell:.7g}" if isinstance(cell, float) else cell for cell in row])
        yield out.getvalue()
        out.seek(0)
        out.truncate()


def write(entries: Sequence[Entry]) -> str:
    """Return a CSV that `read` takes back whole. Cells that a spreadsheet would run are quoted with an apostrophe."""
    return "".join(pieces(entries, grid_of(entries)))


def safe(text: str) -> str:
    """Return text that no spreadsheet takes for a formula."""
    return f"'{text}" if text.startswith(_FORMULA) else text


def _unquoted(text: str) -> str:
    """Return text without the apostrophe that `safe` put before it."""
    return text[1:] if text[:1] == "'" and text[1:].startswith(_FORMULA) else text
