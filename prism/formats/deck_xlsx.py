"""A deck as a spreadsheet (XLSX): the first sheet, read as a table like CSV. No formula is run, no macro read."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterable, Iterator, Sequence
from contextlib import contextmanager
from tempfile import TemporaryFile
from typing import Any

from prism import messages
from prism.formats import deck_csv
from prism.formats.deck import MAX_ENTRIES, DeckFile, DeckFileError, Entry, Tell, grid_of, small_enough
from prism.formats.text import CHUNK

UNPACKED_BYTES = 200_000_000
"""What the parts of a workbook may unpack to, all together."""
MOST_SQUEEZED = 80
"""How many times a part may be larger unpacked; sheets of numbers are 5 to 20 times."""
SQUEEZED_FROM = 2_000_000
"""Bytes below which a part may be squeezed however much."""
WIDTHS = {"maker": 20, "code": 12, "name": 26, "colorants": 34, "undertone": 20, "family": 14, "temperature": 14}
NARROW = 9
"""Widths of the columns of a sheet that is given out, in letters."""
EMPTY_ROWS = 2_000
"""Empty rows one after the other beyond which the rest of a sheet is not looked at."""


def read(
    data: bytes,
    mapping: dict[int, str] | None = None,
    tell: Tell | None = None,
    typed: deck_csv.Typed | None = None,
) -> DeckFile:
    """Return the deck in the first sheet. Raises `DeckFileError`, also for what unpacks to absurd sizes."""
    with _sheet(data) as sheet:
        return deck_csv.read_rows(_rows(sheet), mapping, min(sheet.max_row or 0, MAX_ENTRIES), tell, typed)


@contextmanager
def numbered(data: bytes) -> Iterator[Iterator[tuple[int, list[str]]]]:
    """Lend the rows of the first sheet as text, numbered. Raises `DeckFileError`."""
    with _sheet(data) as sheet:
        yield _rows(sheet)


@contextmanager
def _sheet(data: bytes) -> Iterator[Any]:
    """Lend the first sheet of a workbook; what goes wrong with it is wrong with the deck."""
    small_enough(data)
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            parts = packed.infolist()
            squeezed = any(part.file_size > max(SQUEEZED_FROM, MOST_SQUEEZED * part.compress_size) for part in parts)
            if squeezed or sum(part.file_size for part in parts) > UNPACKED_BYTES:
                raise DeckFileError(messages.files.XLSX_BOMB)
        from openpyxl import load_workbook

        book = load_workbook(io.BytesIO(data), read_only=True, data_only=True, keep_links=False)
        try:
            yield book.worksheets[0]
        finally:
            book.close()
    except DeckFileError:
        raise
    except Exception as wrong:  # the package raises many kinds for broken workbooks
        raise DeckFileError(messages.files.xlsx_broken(type(wrong).__name__)) from None


def _rows(sheet: Any) -> Iterator[tuple[int, list[str]]]:
    """Yield numbered rows as text; a formula counts as its saved value. Stray cells far below the rest are left."""
    empty = 0
    for number, row in enumerate(sheet.iter_rows(values_only=True, max_col=deck_csv.MAX_COLUMNS + 1), start=1):
        cells = [_text(cell) for cell in row]
        while cells and not cells[-1]:
            cells.pop()
        empty = 0 if cells else empty + 1
        if empty > EMPTY_ROWS:
            return
        yield number, cells


def _text(cell: Any) -> str:
    if cell is None:
        return ""
    return f"{cell:.12g}" if isinstance(cell, float) else str(cell)


def pieces(entries: Iterable[Entry], bands: tuple[float, ...]) -> Iterator[bytes]:
    """Yield a workbook in pieces, with the columns of the CSV; it is made in a file of its own, not in memory."""
    from openpyxl import Workbook
    from openpyxl.utils import get_column_letter

    book = Workbook(write_only=True)
    sheet = book.create_sheet("Deck")
    sheet.freeze_panes = "D2"  # headings, and what a colour is called, stay in sight
    for i, heading in enumerate((*deck_csv.HEADINGS, *deck_csv.READS)):
        sheet.column_dimensions[get_column_letter(i + 1)].width = WIDTHS.get(heading, NARROW)
    for row in deck_csv.cells(entries, bands):
        sheet.append(row)
    with TemporaryFile() as made:
        book.save(made)
        made.seek(0)
        while piece := made.read(CHUNK):
            yield piece


def write(entries: Sequence[Entry]) -> bytes:
    """Return a workbook; numbers are numbers, text is never a formula."""
    return b"".join(pieces(entries, grid_of(entries)))
