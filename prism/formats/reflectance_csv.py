"""Reflectances as CSV: wavelengths in a line or a column, then one or more readings of one colour.

Understood: a line of wavelengths with readings in lines below; a wavelength and one or more readings in each line;
or bare readings of 16, 31, 36 or 61 bands. Comma, semicolon or tab; decimal comma where the separator allows it;
fractions or percentages; a leading text column or heading line is passed over.
"""

from __future__ import annotations

import csv
import io
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from prism import messages
from prism.formats.text import TextError, decode, separator_of
from prism.numbers import parse
from prism.repeated import Together, together
from prism.resampling import resample
from prism.spectrum import BANDS, WHITEST, Array, is_percent
from prism.stimulus import IntakeError, Stimulus, from_reflectance

MAX_BYTES = 1_000_000
MAX_READINGS = 200
BARE_GRIDS = {16: (400, 20), 31: (400, 10), 36: (380, 10), 61: (400, 5)}
FIELD = "reflectance"


@dataclass(frozen=True)
class Spectrum:
    """Readings of one colour, shape (n, 31), fractions, with notes on how the file was understood."""

    readings: Array
    notes: tuple[str, ...]

    @cached_property
    def _together(self) -> Together:
        return together(self.readings)

    @property
    def scatter_text(self) -> str:
        """That the readings contradict one another, and what helps; empty where they agree."""
        return "" if self._together.steady else messages.devices.unsteady(self._together.spread)

    def stimulus(self) -> Stimulus:
        """Return the mean of the readings as a colour, no surer than the readings agree."""
        n = len(self.readings)
        colour = from_reflectance(
            self._together.mean,
            "reading-average" if n > 1 else "reading-single",
            messages.sources.spectrum_given(n),
        )
        return replace(colour, spread=self._together.uncertainty) if n > 1 else colour


def text_of(data: bytes) -> str:
    """Return the text of an uploaded file. Raises `IntakeError` for what is too large, or not text."""
    try:
        return decode(data, MAX_BYTES, messages.faults.ONE_COLOUR)
    except TextError as wrong:
        raise IntakeError(FIELD, str(wrong)) from None


def read(text: str) -> Spectrum:
    """Return the readings in a CSV text. Raises `IntakeError` naming line, column and value."""
    if len(text) > MAX_BYTES:
        raise IntakeError(FIELD, messages.faults.too_large(MAX_BYTES, len(text), messages.faults.ONE_COLOUR))
    table = _table(text)
    if not table:
        raise IntakeError(FIELD, messages.faults.CSV_EMPTY)
    nm, rows = _orient(table)
    if not rows:
        raise IntakeError(FIELD, messages.faults.CSV_NO_READINGS)
    if len(rows) > MAX_READINGS:
        raise IntakeError(FIELD, messages.faults.csv_too_many(MAX_READINGS))
    values = np.array([[cell.value for cell in row] for row in rows])
    notes: list[str] = []
    percent = is_percent(float(values.max()))
    high = WHITEST * (100 if percent else 1)
    for row in rows:
        for cell in row:
            if not 0 <= cell.value <= high:
                raise IntakeError(FIELD, messages.faults.csv_out_of_range(cell.line, cell.column, cell.value, high))
    if percent:
        values = values / 100
        notes.append(messages.faults.CSV_PERCENT_NOTE)
    order = np.argsort(nm)
    nm, values = nm[order], values[:, order]
    try:
        readings = resample(nm, values)
    except ValueError as reason:
        raise IntakeError(FIELD, messages.faults.csv_grid(str(reason))) from None
    step = float(nm[1] - nm[0])
    if step != 10:
        notes.append(messages.faults.csv_resampled_note(step))
    if nm[0] > BANDS[0] or nm[-1] < BANDS[-1]:
        notes.append(messages.faults.csv_extended_note(float(nm[0]), float(nm[-1])))
    return Spectrum(np.clip(readings, 0, None), tuple(notes))


def write(readings: Array) -> str:
    """Return a CSV: a line of wavelengths, then a line for each reading of (n, 31)."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow([f"{nm:g}" for nm in BANDS])
    writer.writerows([[f"{value:.6f}" for value in row] for row in np.atleast_2d(readings)])
    return out.getvalue()


@dataclass(frozen=True)
class _Cell:
    line: int
    column: int
    text: str
    value: float


def _number(text: str) -> float:
    try:
        return parse(text.strip().removesuffix("%").removesuffix("nm"))
    except ValueError:
        return float("nan")


def _table(text: str) -> list[list[_Cell]]:
    """Return the filled lines as cells; a cell that is no number has the value NaN."""
    delimiter = separator_of(text)
    rows = []
    for line, text_line in enumerate(text.replace("\r\n", "\n").replace("\r", "\n").split("\n"), start=1):
        cells = [cell.strip().strip('"') for cell in text_line.split(delimiter)]
        while cells and not cells[-1]:
            cells.pop()
        if cells and not cells[0].startswith("#"):
            rows.append([_Cell(line, i, cell, _number(cell)) for i, cell in enumerate(cells, start=1)])
    return rows


def _is_text(cell: _Cell) -> bool:
    return bool(np.isnan(cell.value))


def _strict(cells: list[_Cell]) -> list[_Cell]:
    for cell in cells:
        if _is_text(cell):
            raise IntakeError(FIELD, messages.faults.csv_bad_cell(cell.line, cell.column, cell.text))
    return cells


def _looks_like_wavelengths(cells: list[_Cell]) -> bool:
    values = [cell.value for cell in cells if not _is_text(cell)]
    return len(values) > 5 and all(300 <= v <= 1100 for v in values)


def _orient(table: list[list[_Cell]]) -> tuple[Array, list[list[_Cell]]]:
    """Return wavelengths (n,) and readings as rows of n number cells."""
    if all(_is_text(cell) for cell in table[0]) and len(table) > 1:
        table = table[1:]  # a heading line
    first_column = [row[0] for row in table]
    if len(table) > 5 and _looks_like_wavelengths(first_column):
        width = max(len(row) for row in table)
        for row in table:
            _strict(row)
            if len(row) != width:
                raise IntakeError(FIELD, messages.faults.csv_row_length(row[0].line, len(row) - 1, width - 1))
        return np.array([c.value for c in first_column]), [[row[i] for row in table] for i in range(1, width)]

    if _looks_like_wavelengths(table[0]):
        labelled = _is_text(table[0][0])
        header = _strict(table[0][labelled:])
        return np.array([c.value for c in header]), [_reading(row, len(header), labelled) for row in table[1:]]

    if all(len(row) == 1 for row in table):  # one bare value per line
        table = [[row[0] for row in table]]
    rows = [row[1:] if _is_text(row[0]) and len(row) - 1 in BARE_GRIDS else row for row in table]
    for row in rows:
        _strict(row)
    for row in rows:
        if len(row) not in BARE_GRIDS or len(row) != len(rows[0]):
            raise IntakeError(FIELD, messages.faults.wrong_band_count(len(row)))
    start, step = BARE_GRIDS[len(rows[0])]
    return np.arange(start, start + step * len(rows[0]), step, dtype=np.float64), rows


def _reading(row: list[_Cell], expected: int, labelled: bool) -> list[_Cell]:
    """Return the values of a line below a line of wavelengths; a label goes only where there is room for one."""
    values = row[1:] if labelled or (_is_text(row[0]) and len(row) == expected + 1) else row
    if len(values) != expected:
        raise IntakeError(FIELD, messages.faults.csv_row_length(row[0].line, len(values), expected))
    return _strict(values)
