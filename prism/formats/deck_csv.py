"""A deck as CSV: one colour in each line, columns in any order, named in the first line.

Comma, semicolon or tab; decimal comma where the separator allows it. Understood columns are listed in `ALIASES`;
reflectance columns are named by their wavelength (`400`, `400nm`, `R400`). Others are left aside and named.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Sequence
from dataclasses import replace

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
    by_name = {name: i for i, name in columns.items()}
    entries: list[Entry] = []
    problems: list[Problem] = []
    for line, row in told(filled[1:], tell):
        try:
            entries.append(_entry(line, row, headers, by_name, nm_columns))
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


def _entry(
    line: int,
    row: Sequence[str],
    headers: Sequence[str],
    by_name: dict[str, int],
    nm_columns: Sequence[tuple[float, int]],
) -> Entry:
    def bad(i: int, message: str) -> EntryError:
        return EntryError(headers[i].strip() if i < len(headers) else "", message)

    def text(name: str) -> str:
        i = by_name.get(name)
        return _unquoted(row[i].strip()) if i is not None and i < len(row) else ""

    def number(i: int) -> float | None:
        cell = row[i] if i < len(row) else ""
        try:
            return _number(cell)
        except ValueError:
            raise bad(i, words.cell_not_a_number(cell)) from None

    def figure(name: str) -> float | None:
        return number(by_name[name]) if name in by_name else None

    def whole(name: str) -> int | None:
        value = figure(name)
        if value is not None and (value != int(value) or not 0 < value < 32_768):
            raise bad(by_name[name], words.cell_not_whole(text(name)))
        return None if value is None else int(value)

    lab = tuple(figure(name) for name in "lab")
    if any(v is not None for v in lab) and None in lab:
        missing = "lab"[lab.index(None)]
        raise bad(by_name.get(missing, 0), words.missing(f"{missing.upper() if missing == 'l' else missing}*"))
    bands = [number(i) for _, i in nm_columns]
    has_bands = bool(bands) and any(v is not None for v in bands)
    if has_bands and None in bands:
        nm, i = nm_columns[bands.index(None)]
        raise bad(i, words.band_missing(nm))
    code, name = text("code"), text("name")
    if not code and not name:
        raise bad(by_name.get("code", by_name.get("name", 0)), words.entry_nameless())
    return Entry(
        line=line,
        code=code or name,
        name=name or code,
        maker=text("maker"),
        strip=text("strip"),
        step=whole("step"),
        lab=(lab[0], lab[1], lab[2]) if lab[0] is not None and lab[1] is not None and lab[2] is not None else None,
        reflectance=tuple(v for v in bands if v is not None) if has_bands else None,
        wavelengths=tuple(nm for nm, _ in nm_columns) if has_bands else None,
        specular=specular(text("specular"), "specular") if has_bands else None,
        hex=text("hex"),
        lrv=figure("lrv"),
        recipe_base=text("base"),
        recipe=_recipe(text("colorants")),
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
