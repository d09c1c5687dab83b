"""Files that are text: their encoding, their size, and the separator of a table."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterator
from math import isfinite
from typing import Any

from prism import messages
from prism.typed import all_printable

CHUNK = 1 << 16
MOST_DIGITS = 15
"""Digits of a whole number that still counts exactly where fractions are counted with."""
LONGEST, LARGEST = 4_000, 1e300
"""Digits of a number that is read at all, and the largest that any stands for."""


class TextError(ValueError):
    """A file that is not text, not what it should hold, or too large; the message says which and what to do."""


def encoding_of(data: bytes, most: int, advice: str = "") -> str:
    """Return the encoding of a file: UTF-8, UTF-16 with a mark, or Windows-1252. Raises `TextError`.

    Nothing is decoded as a whole, so that a large file costs no second copy of itself.
    """
    if len(data) > most:
        raise TextError(messages.faults.too_large(most, len(data), advice))
    if data[:2] in (b"\xff\xfe", b"\xfe\xff"):
        candidates: tuple[str, ...] = ("utf-16",)
    else:
        if b"\0" in data:
            raise TextError(messages.faults.csv_not_text(data.index(b"\0")))
        candidates = ("utf-8-sig", "cp1252")
    position = 0
    for encoding in candidates:
        try:
            for piece in _pieces(data, encoding):
                if "\0" in piece:
                    raise TextError(messages.faults.csv_not_text(data.find(b"\0")))
        except UnicodeDecodeError as wrong:
            position = position or wrong.start
            continue
        return encoding
    raise TextError(messages.faults.csv_not_text(position))


def decode(data: bytes, most: int, advice: str = "") -> str:
    """Return the text of a file. Raises `TextError`."""
    encoding = encoding_of(data, most, advice)
    try:
        return data.decode(encoding).removeprefix("\ufeff")
    except UnicodeDecodeError as wrong:  # half of the mark of UTF-8 and nothing else passes piece by piece
        raise TextError(messages.faults.csv_not_text(wrong.start)) from None


def json_of(data: bytes, most: int, advice: str = "") -> Any:
    """Return what a JSON file holds, plain numbers and printable texts only. Raises `TextError`."""
    text = decode(data, most, advice)
    try:
        return all_printable(plain_json(text))
    except json.JSONDecodeError as wrong:
        raise TextError(messages.files.json_broken(wrong.lineno, wrong.colno, wrong.msg)) from None
    except RecursionError:
        raise TextError(messages.files.JSON_TOO_DEEP) from None
    except ValueError:
        raise TextError(messages.files.JSON_NOT_PLAIN) from None


def plain_json(text: str | bytes) -> Any:
    """Return what JSON holds, with numbers that can be counted with. Raises `ValueError`, and `RecursionError` for what
    is too deep."""
    return json.loads(text, parse_constant=_refused, parse_int=_whole, parse_float=_fraction)


def _refused(text: str) -> float:
    """Refuse NaN and the infinities, which are no JSON."""
    raise ValueError(text)


def _whole(text: str) -> float:
    """Return a whole number; one that would not count exactly as a fraction, of which no figure here is that large, so
    that whoever reads it says where it stands."""
    if len(text) <= MOST_DIGITS:
        return int(text)
    if len(text) > LONGEST:
        raise ValueError(text[:MOST_DIGITS])
    return max(-LARGEST, min(LARGEST, float(text)))


def _fraction(text: str) -> float:
    number = float(text)
    return number if isfinite(number) else _refused(text)


def lines_of(data: bytes, most: int, advice: str = "") -> Iterator[str]:
    """Yield the lines of a file without their ends, one after the other. Raises `TextError`."""
    encoding = encoding_of(data, most, advice)
    for line in io.TextIOWrapper(io.BytesIO(data), encoding=encoding):
        yield line.rstrip("\n").removeprefix("\ufeff")


def _pieces(data: bytes, encoding: str) -> Iterator[str]:
    handle = io.TextIOWrapper(io.BytesIO(data), encoding=encoding, newline="")
    while piece := handle.read(CHUNK):
        yield piece


def separator_of(text: str) -> str:
    """Return the separator of a table: the one that splits its first lines most evenly.

    >>> separator_of("code;L*;a*;b*\\nA1;84,1;1,9;6,2")
    ';'
    """
    lines = [line for line in text[:20_000].splitlines() if line.strip()][:10]
    counts = {d: [line.count(d) for line in lines] for d in ("\t", ";", ",")}
    return max(counts, key=lambda d: (min(counts[d], default=0), sum(counts[d])))


def rows_of(data: bytes, most: int, advice: str = "") -> Iterator[list[str]]:
    """Yield the lines of a table as cells. Raises `TextError`, also for quotes that never close."""
    encoding = encoding_of(data, most, advice)
    handle = io.TextIOWrapper(io.BytesIO(data), encoding=encoding, newline="")
    sample = handle.read(20_000)
    handle.seek(0)
    try:
        first = True
        for row in csv.reader(handle, delimiter=separator_of(sample.removeprefix("\ufeff")), strict=True):
            if first and row:
                row[0] = row[0].removeprefix("\ufeff")
            first = False
            yield row
    except csv.Error as wrong:
        raise TextError(messages.files.csv_broken(str(wrong))) from None
