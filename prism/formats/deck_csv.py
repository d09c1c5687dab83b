"""A deck as CSV: one colour in each line, columns in any order, named in the first line.

Comma, semicolon or tab; decimal comma where the separator allows it. Understood columns are listed in `ALIASES`;
reflectance columns are named by their wavelength (`400`, `400nm`, `R400`). Others are left aside and named.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Sequence
from dataclasses import dataclass, replace

from prism import words
from prism.formats.deck import (
    DeckFile,
    DeckFileError,
    Entry,
    EntryError,
    Problem,
    Tell,
    decode,
    recipe_is_sound,
    specular,
    told,
)  # fmt: skip
from prism.spectrum import PERCENT_FROM

ALIASES = {
    "code": ("code", "id", "number", "no", "colour code", "color code", "ref", "reference", "sample_id"),
    "name": ("name", "colour", "color", "colour name", "color name", "title", "sample_name"),
    "maker": ("maker", "manufacturer", "brand", "make"),
    "strip": ("strip", "card", "fan"),
    "step": ("step", "position"),
    "l": ("l*", "l", "lab_l", "lab l", "cie l", "lightness"),
    "a": ("a*", "a", "lab_a", "lab a", "cie a"),
    "b": ("b*", "b", "lab_b", "lab b", "cie b"),
    "lrv": ("lrv", "light reflectance value", "y"),
    "specular": ("specular", "specular component", "sci/sce", "gloss"),
    "hex": ("hex", "rgb hex", "screen", "srgb", "html"),
    "base": ("base",),
    "colorants": ("colorants", "colourants", "colorants_ml_per_l", "recipe", "formula"),
}
FIELDS = tuple(ALIASES)
_WAVELENGTH = re.compile(r"(?:r|nm|spectral_nm|spec)?[ _]?(\d{3})(?:[ _]?nm)?", re.IGNORECASE)
_FORMULA = ("=", "+", "-", "@", "\t", "\r")


def _known(header: str) -> tuple[str, int] | None:
    """Return the field a heading names and its place among the names that field goes by, the plainest first."""
    clean = " ".join(header.strip().casefold().split())
    return next(((name, aliases.index(clean)) for name, aliases in ALIASES.items() if clean in aliases), None)


def _wavelength(header: str) -> float | None:
    match = _WAVELENGTH.fullmatch(header.strip())
    return float(match[1]) if match and 300 <= int(match[1]) <= 1100 else None


def sniff(text: str) -> str:
    """Return the separator of a table: the one that splits the first lines most evenly."""
    lines = [line for line in text[:20_000].splitlines() if line.strip()][:10]
    counts = {d: [line.count(d) for line in lines] for d in ("\t", ";", ",")}
    return max(counts, key=lambda d: (min(counts[d], default=0), sum(counts[d])))


def table(text: str) -> list[list[str]]:
    """Return lines and cells. Raises `DeckFileError` for quotes that never close."""
    try:
        return list(csv.reader(io.StringIO(text, newline=""), delimiter=sniff(text), strict=True))
    except csv.Error as wrong:
        raise DeckFileError(words.csv_broken(str(wrong))) from None


def guess(headers: Sequence[str]) -> dict[int, str]:
    """Return which column holds what, as far as the headings tell: column index to field or wavelength.

    Of several columns for one field the one with the plainest name is taken: `code` before `no`.
    """
    best: dict[str, tuple[int, int]] = {}
    for i, header in enumerate(headers):
        nm = _wavelength(header)
        known = (f"{nm:g}", 0) if nm else _known(header)
        if known and (known[0] not in best or known[1] < best[known[0]][0]):
            best[known[0]] = known[1], i
    return {i: name for name, (_, i) in sorted(best.items(), key=lambda item: item[1][1])}


def read(data: bytes, mapping: dict[int, str] | None = None, tell: Tell | None = None) -> DeckFile:
    """Return the deck in a CSV file. `mapping` overrides the headings: column index to field or wavelength."""
    rows = table(decode(data))
    return read_rows([(line, row) for line, row in enumerate(rows, start=1)], mapping, tell)


def read_rows(
    rows: Sequence[tuple[int, Sequence[str]]], mapping: dict[int, str] | None = None, tell: Tell | None = None
) -> DeckFile:
    """Return the deck in numbered lines of cells, the first filled one holding the headings."""
    filled = [(line, row) for line, row in rows if any(cell.strip() for cell in row)]
    if not filled:
        raise DeckFileError(words.deck_empty())
    headers = filled[0][1]
    columns = guess(headers) if mapping is None else mapping
    held = set(columns.values())
    nm_columns = sorted((float(name), i) for i, name in columns.items() if name.replace(".", "").isdigit())
    if not nm_columns and not {"l", "a", "b"} <= held and "hex" not in held:
        raise DeckFileError(words.deck_no_numbers([h.strip() for h in headers]))
    if not {"code", "name"} & held:
        raise DeckFileError(words.deck_no_names([h.strip() for h in headers]))
    places = _Columns(headers, {name: i for i, name in columns.items()}, nm_columns)
    entries: list[Entry] = []
    problems: list[Problem] = []
    for line, row in told(filled[1:], tell):
        try:
            entries.append(_entry(line, row, places))
        except EntryError as bad:
            problems.append(Problem(line, bad.column, str(bad)))
    aside = [headers[i].strip() for i in range(len(headers)) if i not in columns and headers[i].strip()]
    percent = _percent(entries)
    notes = [words.columns_aside(aside)] if aside else []
    if percent:
        entries = [_as_fraction(entry) for entry in entries]
        notes.append(words.csv_percent_note())
    return DeckFile(entries, problems, tuple(notes))


def _number(text: str) -> float | None:
    clean = text.strip().replace(words.MINUS, "-")
    if not clean:
        return None
    if "," in clean and "." not in clean:
        clean = clean.replace(",", ".")
    value = float(clean)
    if value != value or value in (float("inf"), float("-inf")):
        raise ValueError(text)
    return value


@dataclass(frozen=True)
class _Columns:
    """Where the cells of a line stand: by field, and by wavelength in nm."""

    headers: Sequence[str]
    fields: dict[str, int]
    bands: list[tuple[float, int]]

    def bad(self, column: int, message: str) -> EntryError:
        return EntryError(self.headers[column].strip() if column < len(self.headers) else "", message)

    def text(self, row: Sequence[str], name: str) -> str:
        column = self.fields.get(name)
        return _unquoted(row[column].strip()) if column is not None and column < len(row) else ""

    def number(self, row: Sequence[str], column: int) -> float | None:
        cell = row[column] if column < len(row) else ""
        try:
            return _number(cell)
        except ValueError:
            raise self.bad(column, words.cell_not_a_number(cell)) from None

    def figure(self, row: Sequence[str], name: str) -> float | None:
        column = self.fields.get(name)
        return None if column is None else self.number(row, column)

    def whole(self, row: Sequence[str], name: str) -> int | None:
        value = self.figure(row, name)
        if value is not None and (value != int(value) or not 0 < value < 32_768):
            raise self.bad(self.fields[name], words.cell_not_whole(self.text(row, name)))
        return None if value is None else int(value)

    def lab(self, row: Sequence[str]) -> tuple[float, float, float] | None:
        """Return L*, a* and b*, which only make sense together."""
        lightness, a, b = (self.figure(row, name) for name in "lab")
        if lightness is not None and a is not None and b is not None:
            return lightness, a, b
        if lightness is None and a is None and b is None:
            return None
        missing = "l" if lightness is None else "a" if a is None else "b"
        raise self.bad(self.fields.get(missing, 0), words.missing(f"{missing.upper() if missing == 'l' else missing}*"))

    def reflectance(self, row: Sequence[str]) -> tuple[float, ...] | None:
        """Return the spectrum, of which no band may be missing."""
        found = [self.number(row, column) for _, column in self.bands]
        if all(value is None for value in found):
            return None
        for (nm, column), value in zip(self.bands, found, strict=True):
            if value is None:
                raise self.bad(column, words.band_missing(nm))
        return tuple(value for value in found if value is not None)


def _entry(line: int, row: Sequence[str], columns: _Columns) -> Entry:
    lab = columns.lab(row)
    reflectance = columns.reflectance(row)
    code, name = columns.text(row, "code"), columns.text(row, "name")
    if not code and not name:
        raise columns.bad(columns.fields.get("code", columns.fields.get("name", 0)), words.entry_nameless())
    return Entry(
        line=line,
        code=code or name,
        name=name or code,
        maker=columns.text(row, "maker"),
        strip=columns.text(row, "strip"),
        step=columns.whole(row, "step"),
        lab=lab,
        reflectance=reflectance,
        wavelengths=tuple(nm for nm, _ in columns.bands) if reflectance else None,
        specular=specular(columns.text(row, "specular"), "specular") if reflectance else None,
        hex=columns.text(row, "hex"),
        lrv=columns.figure(row, "lrv"),
        recipe_base=columns.text(row, "base"),
        recipe=_recipe(columns.text(row, "colorants")),
    )


def _recipe(text: str) -> tuple[tuple[str, float], ...]:
    parts = []
    for part in text.split():
        code, _, amount = part.partition("=")
        try:
            value = _number(amount)
        except ValueError:
            value = None
        if not code or value is None or value < 0:
            raise EntryError("colorants", words.bad_recipe_part(part))
        parts.append((code, value))
    recipe_is_sound(parts)
    return tuple(parts)


def _percent(entries: Sequence[Entry]) -> bool:
    return any(max(entry.reflectance) > PERCENT_FROM for entry in entries if entry.reflectance)


def _as_fraction(entry: Entry) -> Entry:
    return replace(entry, reflectance=tuple(v / 100 for v in entry.reflectance)) if entry.reflectance else entry


def write(entries: Sequence[Entry]) -> str:
    """Return a CSV that `read` takes back whole. Cells that a spreadsheet would run are quoted with an apostrophe."""
    grids = {entry.wavelengths for entry in entries if entry.wavelengths}
    bands = max(grids, key=len) if grids else ()
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(
        ["maker", "code", "name", "strip", "step", "L*", "a*", "b*", "LRV", "hex", "base", "colorants", "specular",
         *(f"{nm:g}" for nm in bands)]
    )  # fmt: skip
    for entry in entries:
        lab = [f"{v:.6g}" for v in entry.lab] if entry.lab else ["", "", ""]
        spectrum = entry.reflectance if entry.reflectance and entry.wavelengths == bands else ()
        writer.writerow(
            [safe(entry.maker), safe(entry.code), safe(entry.name), safe(entry.strip), entry.step or "", *lab,
             "" if entry.lrv is None else f"{entry.lrv:g}", entry.hex, safe(entry.recipe_base),
             " ".join(f"{code}={amount:g}" for code, amount in entry.recipe),
             entry.specular or "", *(f"{v:.7g}" for v in spectrum)]
        )  # fmt: skip
    return out.getvalue()


def safe(text: str) -> str:
    """Return text that no spreadsheet takes for a formula."""
    return f"'{text}" if text.startswith(_FORMULA) else text


def _unquoted(text: str) -> str:
    """Return text without the apostrophe that `safe` put before it."""
    return text[1:] if text[:1] == "'" and text[1:].startswith(_FORMULA) else text
