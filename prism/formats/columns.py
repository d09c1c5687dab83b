"""Which column of a table holds what: by its heading, in seven languages, and by its values where that tells more."""

from __future__ import annotations

import re
import tomllib
import unicodedata
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cache

from prism import messages
from prism.language import FOLDER
from prism.numbers import parse
from prism.typed_colour import typed

FIELDS = ("code", "name", "maker", "strip", "step", "l", "a", "b", "lrv", "specular", "hex", "red", "green", "blue",
          "base", "colorants")  # fmt: skip
LOOKED = 60
"""Filled lines that are looked at to tell what a table holds."""
TITLES = 8
"""Lines that may stand before the headings."""
MOSTLY = 0.8
"""The part of a column's cells that must look alike for its values to tell what it holds."""
_WAVELENGTH = re.compile(r"(?:r|nm|spectral_nm|spec)?[ _]?(\d{3})(?:[ _]?nm)?", re.IGNORECASE)
_SCREEN, _LAB = ("red", "green", "blue"), ("l", "a", "b")


@dataclass(frozen=True)
class Head:
    """How a table begins: its headings, which column holds what (index to field or wavelength), and how many filled
    lines stand before the first colour."""

    headings: list[str]
    columns: dict[int, str]
    lines: int


@cache
def _names() -> dict[str, tuple[str, int]]:
    """Return the field and the rank of each name that a column can have."""
    table = tomllib.loads((FOLDER / "headings.toml").read_text(encoding="utf-8"))
    return {name: (field, rank) for field, names in table.items() for rank, name in enumerate(names)}


def plain(heading: str) -> str:
    """Return a heading in small letters, without accents and punctuation.

    >>> plain("LAB_L*"), plain("Kulör-Nr."), plain("Hex #")
    ('lab l', 'kulor nr', 'hex')
    """
    apart = unicodedata.normalize("NFKD", heading.casefold().replace("%", " percent "))
    bare = "".join(c for c in apart if not unicodedata.combining(c))
    return " ".join(re.sub(r"[^\w]+|_", " ", bare).split())


def _wavelength(heading: str) -> str:
    match = _WAVELENGTH.fullmatch(heading.strip())
    return f"{float(match[1]):g}" if match and 300 <= int(match[1]) <= 1100 else ""


def by_heading(headings: Sequence[str]) -> dict[int, str]:
    """Return which column holds what, as far as the headings tell.

    Of several columns for one field the one with the plainest name is taken: `code` before `no`. A `b` that stands
    after red and green is blue.
    """
    best: dict[str, tuple[int, int]] = {}
    last = ""
    for i, heading in enumerate(headings):
        nm = _wavelength(heading)
        field, rank = (nm, 0) if nm else _names().get(plain(heading), ("", 0))
        if field == "b" and last == "green":
            field = "blue"
        last = field or last
        if field and (field not in best or rank < best[field][0]):
            best[field] = rank, i
    return {i: field for field, (_, i) in sorted(best.items(), key=lambda match: match[1][1])}


def guess(headings: Sequence[str], rows: Sequence[Sequence[str]] = ()) -> dict[int, str]:
    """Return which column holds what, by the headings and then by the values of some rows."""
    guessed = by_heading(headings)
    columns = [[row[i].strip() for row in rows if i < len(row)] for i in range(len(headings))]
    _by_value(guessed, columns)
    return dict(sorted(guessed.items()))


def has_colour(columns: dict[int, str]) -> bool:
    """Whether columns hold a colour between them."""
    roles = set(columns.values())
    return bool(roles >= set(_LAB) or roles >= set(_SCREEN) or "hex" in roles or any(name.isdigit() for name in roles))


def head_of(rows: Sequence[Sequence[str]]) -> Head:
    """Return how a table begins, of its first filled lines: titles are passed over, and a table without headings is
    told by its values."""
    by_name = ((at, by_heading(row)) for at, row in enumerate(rows[:TITLES]))
    at = next((at for at, role in by_name if has_colour(role) or len(role) > 2), None)
    if at is None and rows and _is_data(rows[0]):
        headings = [messages.files.column_number(i + 1) for i in range(max(len(row) for row in rows))]
        return Head(headings, guess([""] * len(headings), rows), 0)
    at = at if at is not None else 0
    headings = list(rows[at]) if rows else []
    return Head(headings, guess(headings, rows[at + 1 :]), at + 1)


def _is_data(row: Sequence[str]) -> bool:
    """Whether a line holds a colour rather than headings."""
    figures = sum(_number(cell) is not None for cell in row)
    return figures >= 3 or any(typed(cell) for cell in row)


def _number(cell: str) -> float | None:
    try:
        return parse(cell.strip().removesuffix("%").rstrip()) if cell.strip() else None
    except ValueError:
        return None


def _by_value(found: dict[int, str], columns: Sequence[Sequence[str]]) -> None:
    """Add what the values tell to what the headings told."""
    figures = [_figures(cells) for cells in columns]
    if set(_LAB) <= set(found.values()) and not set(_SCREEN) & set(found.values()):
        places = {name: i for i, name in found.items()}
        if _kind([figures[places[name]] for name in _LAB]) == "screen":
            found |= dict(zip((places[name] for name in _LAB), _SCREEN, strict=True))
    for three in (_LAB, _SCREEN):
        # a lone b is no part of a colour where a or green was not named
        if not set(three) <= set(found.values()):
            for i in [i for i, name in found.items() if name in three]:
                del found[i]
    if not has_colour(found):
        free = [i for i in range(len(columns)) if i not in found]
        screen = next((i for i in free if _mostly(columns[i], lambda cell: typed(cell) is not None)), None)
        if screen is not None:
            found[screen] = "hex"
        else:
            _three(found, free, figures)
    roles = set(found.values())
    for field, fits in (("code", _is_code), ("name", _is_name)):
        at = next((i for i in range(len(columns)) if i not in found and _mostly_unlike(columns[i], fits)), None)
        if field not in roles and at is not None and not {"code", "name"} <= roles:
            found[at] = field
            roles.add(field)


def _three(roles: dict[int, str], free: Sequence[int], figures: Sequence[list[float] | None]) -> None:
    """Name three columns side by side whose figures are RGB or Lab."""
    for i in free:
        three = [i, i + 1, i + 2]
        if set(three) <= set(free):
            kind = _kind([figures[at] for at in three])
            if kind:
                roles |= dict(zip(three, _SCREEN if kind == "screen" else _LAB, strict=True))
                return


def _kind(three: Sequence[list[float] | None]) -> str:
    """Return what three columns of figures are: `screen`, `lab`, or nothing where they can be both or neither."""
    first, *rest = three
    if not first or not all(rest):
        return ""
    values = [value for column in three for value in column or []]
    if min(values) >= 0 and max(values) <= 1 and any(value % 1 for value in values):
        return "screen"
    if all(value % 1 == 0 and 0 <= value <= 255 for value in values) and max(values) > 100:
        return "screen"
    fits = all(0 <= value <= 100 for value in first) and all(-130 <= v <= 130 for column in rest for v in column or [])
    return "lab" if fits and (min(values) < 0 or any(value % 1 for value in values)) else ""


def _figures(cells: Sequence[str]) -> list[float] | None:
    """Return the figures of a column that holds nothing else, a few cells apart; None for another."""
    filled = [cell for cell in cells if cell]
    read = [value for cell in filled if (value := _number(cell)) is not None]
    return read if read and len(read) >= MOSTLY * len(filled) else None


def _mostly(cells: Sequence[str], fits: Callable[[str], bool]) -> bool:
    filled = [cell for cell in cells if cell]
    return bool(filled) and sum(fits(cell) for cell in filled) >= MOSTLY * len(filled)


def _mostly_unlike(cells: Sequence[str], fits: Callable[[str], bool]) -> bool:
    """Whether a column's cells fit, and are unlike each other as names and codes are."""
    filled = [cell for cell in cells if cell]
    return _mostly(cells, fits) and len(set(filled)) >= MOSTLY * len(filled)


def _is_code(cell: str) -> bool:
    short = len(cell) <= 16 and cell.count(" ") <= 2
    return short and any(c.isdigit() for c in cell) and not re.fullmatch(r"[-+]?\d+[.,]\d+", cell)


def _is_name(cell: str) -> bool:
    return sum(c.isalpha() for c in cell) > len(cell) / 2 and len(cell) > 2
