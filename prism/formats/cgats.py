"""CGATS text (ANSI CGATS.17, ISO 28178): spectral, Lab and XYZ tables between BEGIN_DATA and END_DATA.

Where a file does not say under which light its Lab or XYZ were computed, they are taken as D50 and 2°, which is the
convention of the trade these files come from (ISO 13655), and a note says so.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Sequence

from prism import messages
from prism.adaptation import D50_2
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
    lines_in,
)
from prism.formats.text import lines_of
from prism.numbers import parse
from prism.spectrum import white_point, xyz_to_lab

_TOKEN = re.compile(r'"((?:[^"]|"")*)"|(\S+)')
_SPECTRAL = re.compile(r"(?:SPECTRAL_NM|SPECTRAL_|NM|SPEC_|R_)_?(\d{3})", re.IGNORECASE)
_LAB = ("LAB_L", "LAB_A", "LAB_B")
_XYZ = ("XYZ_X", "XYZ_Y", "XYZ_Z")


def _tokens(line: str) -> list[str]:
    return [m[1].replace('""', '"') if m[2] is None else m[2] for m in _TOKEN.finditer(line)]


def read(data: bytes, tell: Tell | None = None) -> DeckFile:
    """Return the deck in the first table of a CGATS file that has colours. Raises `DeckFileError`."""
    with as_deck():
        return _read(lines_of(data, MAX_BYTES, messages.faults.FEWER_COLOURS), Budget(lines_in(data), tell))


def _read(lines: Iterator[str], budget: Budget) -> DeckFile:
    fields: list[str] = []
    light = ""
    section = ""
    entries: list[Entry] = []
    problems: list[Problem] = []
    found_data = False
    number = 0
    for number, raw in enumerate(lines, start=1):
        line = raw.split("#", 1)[0].strip() if not section else raw.strip()
        upper = line.upper()
        if not line:
            continue
        if upper.startswith(("WEIGHTING_FUNCTION", "ILLUMINATION_NAME", "ILLUMINANT", "MEASUREMENT_SOURCE")):
            light = light or next((lamp for lamp in _CONVENTIONS if lamp in upper), "")
        elif upper == "BEGIN_DATA_FORMAT":
            section, fields = "format", []
        elif upper == "END_DATA_FORMAT":
            section = ""
        elif upper == "END_DATA":
            section = ""
            if entries:
                break
            problems.clear()  # a table of something else; the colours may follow
        elif upper == "BEGIN_DATA":
            if not fields:
                raise DeckFileError(messages.files.cgats_no_format(number))
            section, found_data = "data", True
        elif section == "format":
            fields += [token.upper() for token in _tokens(line)]
        elif section == "data":
            try:
                values = _tokens(line)
                budget.spend(len(values))
                entries.append(_entry(number, values, fields, _CONVENTIONS[light]))
            except EntryError as bad:
                problems.append(Problem(number, bad.column, str(bad)))
    if not found_data:
        raise DeckFileError(messages.files.CGATS_NO_DATA)
    if section == "data":
        problems.append(Problem(number, "", messages.files.CGATS_CUT_SHORT))
    entries, percent = as_fractions(entries)
    unsaid = not light and any(entry.lab and not entry.reflectance for entry in entries)
    notes = [messages.faults.CSV_PERCENT_NOTE] if percent else []
    return DeckFile(entries, problems, (*notes, *([messages.files.CGATS_UNSAID] if unsaid else [])))


_CONVENTIONS = {"D65": "lab", "D50": "lab50", "": "lab50"}
_WHITES = {"lab": white_point(), "lab50": D50_2}
_CODES = ("SAMPLE_ID", "SAMPLEID", "SAMPLE_LOC", "SAMPLE_NAME")


def _entry(number: int, values: Sequence[str], fields: Sequence[str], convention: str) -> Entry:
    if len(values) != len(fields):
        raise EntryError("", messages.files.cgats_length(len(values), len(fields)))
    row = dict(zip(fields, values, strict=True))

    def figure(field: str) -> float:
        try:
            return parse(row[field])
        except ValueError:
            raise EntryError(field, messages.files.cell_not_a_number(row[field])) from None

    bands = sorted((float(m[1]), field) for field in fields if (m := _SPECTRAL.fullmatch(field)))
    spectrum = tuple(figure(field) for _, field in bands)
    code = next((row[field] for field in _CODES if row.get(field)), "")
    if not code:
        raise EntryError("SAMPLE_ID", messages.files.ENTRY_NAMELESS)
    lab: tuple[float, ...] | None = None
    if set(_LAB) <= set(fields):
        lab = tuple(figure(field) for field in _LAB)
    elif set(_XYZ) <= set(fields):
        lab = tuple(xyz_to_lab([figure(field) for field in _XYZ], _WHITES[convention]).tolist())
    if lab is None and not spectrum:
        raise EntryError("", messages.files.NO_NUMBERS)
    return Entry(
        line=number,
        code=code,
        name=row.get("SAMPLE_NAME") or code,
        lab=(lab[0], lab[1], lab[2]) if lab else None,
        convention=convention,
        reflectance=spectrum or None,
        wavelengths=tuple(nm for nm, _ in bands) or None,
    )


def pieces(entries: Iterable[Entry], count: int, bands: tuple[float, ...]) -> Iterator[str]:
    """Yield a CGATS file line by line: `count` entries with Lab (D65/10°) and, where `bands` are given, the spectrum
    that every one of them must have on those wavelengths."""
    fields = ["SAMPLE_ID", "SAMPLE_NAME", "LAB_L", "LAB_A", "LAB_B", *(f"SPECTRAL_NM{nm:g}" for nm in bands)]
    head = [
        "CGATS.17",
        'ORIGINATOR "Gentle Prism"',
        'WEIGHTING_FUNCTION "ILLUMINANT, D65"',
        'WEIGHTING_FUNCTION "OBSERVER, 10 degree"',
        f"NUMBER_OF_FIELDS {len(fields)}",
        "BEGIN_DATA_FORMAT",
        " ".join(fields),
        "END_DATA_FORMAT",
        f"NUMBER_OF_SETS {count}",
        "BEGIN_DATA",
    ]
    yield "\n".join(head) + "\n"
    for entry in entries:
        lab = entry.lab or entry.stimulus().lab
        spectrum = entry.reflectance if bands and entry.reflectance else ()
        numbers = [*(f"{v:.5f}" for v in lab), *(f"{v:.7f}" for v in spectrum)]
        yield " ".join([_quoted(entry.code), _quoted(entry.name), *numbers]) + "\n"
    yield "END_DATA\n"


def write(entries: Sequence[Entry]) -> str:
    """Return a CGATS file, with spectra where every entry has one on the same grid."""
    grids = {entry.wavelengths or () for entry in entries}
    bands = next(iter(grids)) if len(grids) == 1 else ()
    return "".join(pieces(entries, len(entries), bands))


def _quoted(text: str) -> str:
    clean = " ".join(text.split()).replace('"', '""')
    return f'"{clean}"'
