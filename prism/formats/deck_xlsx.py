"""A deck as a spreadsheet (XLSX): the first sheet, read as a table like CSV. No formula is run, no macro read."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Sequence
from typing import Any

from prism import words
from prism.formats import deck_csv
from prism.formats.deck import MAX_BYTES, MAX_ENTRIES, DeckFile, DeckFileError, Entry, Tell

UNPACKED_BYTES = 400_000_000
"""What the parts of a workbook may unpack to, all together."""
MAX_COLUMNS = 200


def read(data: bytes, mapping: dict[int, str] | None = None, tell: Tell | None = None) -> DeckFile:
    """Return the deck in the first sheet. Raises `DeckFileError`, also for what unpacks to absurd sizes."""
    return deck_csv.read_rows(table(data, tell=tell), mapping)


def table(data: bytes, most: int = MAX_ENTRIES + 1, tell: Tell | None = None) -> list[tuple[int, list[str]]]:
    """Return the first `most` numbered rows of the first sheet as text; a formula counts as its saved value."""
    if len(data) > MAX_BYTES:
        raise DeckFileError(words.deck_too_large(MAX_BYTES, len(data)))
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            if sum(part.file_size for part in packed.infolist()) > UNPACKED_BYTES:
                raise DeckFileError(words.xlsx_bomb())
        from openpyxl import load_workbook

        book = load_workbook(io.BytesIO(data), read_only=True, data_only=True, keep_links=False)
        sheet = book.worksheets[0]
        found: list[tuple[int, list[str]]] = []
        for row in sheet.iter_rows(values_only=True, max_row=most, max_col=MAX_COLUMNS):
            found.append((len(found) + 1, [_text(cell) for cell in row]))
            if tell and len(found) % 1_000 == 0:
                tell(min(1.0, len(found) / (sheet.max_row or len(found))))
        return found
    except DeckFileError:
        raise
    except Exception as wrong:  # the package raises many kinds for broken workbooks
        raise DeckFileError(words.xlsx_broken(type(wrong).__name__)) from None


def _text(cell: Any) -> str:
    if cell is None:
        return ""
    return f"{cell:.12g}" if isinstance(cell, float) else str(cell)


def write(entries: Sequence[Entry]) -> bytes:
    """Return a workbook with the columns of the CSV; numbers are numbers, text is never a formula."""
    from openpyxl import Workbook

    book = Workbook(write_only=True)
    sheet = book.create_sheet("Deck")
    lines = deck_csv.table(deck_csv.write(entries))
    sheet.append(lines[0])
    first_number = lines[0].index("step")
    for line in lines[1:]:
        sheet.append([_value(cell) if i >= first_number else cell for i, cell in enumerate(line)])
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _value(text: str) -> str | float:
    try:
        return float(text)
    except ValueError:
        return text
