"""A deck as files carry it: entries, and what was wrong with lines that could not be taken."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from typing import TypeVar

import numpy as np

from prism import words
from prism.colour import (
    CONVENTIONS,
    Colour,
    IntakeError,
    Specular,
    from_lab,
    lab_is_sound,
    many_from_lab,
    many_from_reflectance,
    many_from_rgb,
    parse_hex,
)
from prism.spectrum import WHITEST, Array, resample

T = TypeVar("T")

MAX_BYTES = 40_000_000
MAX_ENTRIES = 300_000


class DeckFileError(ValueError):
    """A file that cannot be read as a deck at all; the message says why and what to do."""


class EntryError(ValueError):
    """One colour of a file that cannot be taken; `column` names where it is wrong."""

    def __init__(self, column: str, message: str) -> None:
        super().__init__(message)
        self.column = column


Tell = Callable[[float], None]
"""What a reader tells of how far it is: the part that is done, 0-1."""


def told(items: Sequence[T], tell: Tell | None) -> Iterator[T]:
    """Yield items, telling now and then which part of them is done."""
    often = max(1, len(items) // 50)
    for i, item in enumerate(items):
        if tell and i % often == 0:
            tell(i / len(items))
        yield item


@dataclass(frozen=True, slots=True)
class Entry:
    """One colour of a file. Of `lab`, `reflectance` and `hex` the best that is there is used.

    `line` where it stands, 1-based; `lab` in `convention` (`lab` D65/10°, `lab50` D50/2°); `reflectance` with its
    `wavelengths` (nm) and whether `specular` light was measured; `lrv` as stated; `recipe` a base and colorants in mL
    per litre.
    """

    line: int
    code: str
    name: str
    maker: str = ""
    strip: str = ""
    step: int | None = None
    lab: tuple[float, float, float] | None = None
    convention: str = "lab"
    reflectance: tuple[float, ...] | None = None
    wavelengths: tuple[float, ...] | None = None
    specular: Specular | None = None
    hex: str = ""
    lrv: float | None = None
    recipe_base: str = ""
    recipe: tuple[tuple[str, float], ...] = ()

    def colour(self) -> Colour:
        """Return the colour, from the best of what the entry holds. Raises `IntakeError`."""
        found = colours([self])[0]
        if isinstance(found, IntakeError):
            raise found
        return found


def colours(entries: Sequence[Entry]) -> list[Colour | IntakeError]:
    """Return the colour of each entry, from the best of what it holds, or what is wrong with it.

    Entries of one kind are converted together, so that a large deck costs little more than a small one.
    """
    found: list[Colour | IntakeError | None] = [None] * len(entries)
    kinds: dict[tuple[object, ...], list[int]] = {}
    for i, entry in enumerate(entries):
        if entry.lrv is not None and not 0 <= entry.lrv <= 100:
            found[i] = IntakeError("LRV", words.out_of_range("LRV", entry.lrv, 0, 100))
        elif entry.reflectance is not None and entry.wavelengths is not None:
            kinds.setdefault(("reflectance", entry.wavelengths), []).append(i)
        elif entry.lab is not None:
            kinds.setdefault(("lab", entry.convention), []).append(i)
        elif entry.hex:
            kinds.setdefault(("hex",), []).append(i)
        else:
            found[i] = IntakeError("colour", words.no_numbers())
    for kind, rows in kinds.items():
        members = [entries[i] for i in rows]
        made = _OF_KIND[str(kind[0])](members)
        for i, colour in zip(rows, made, strict=True):
            found[i] = colour
    return [colour for colour in found if colour is not None]


def _of_labs(members: Sequence[Entry]) -> list[Colour | IntakeError]:
    convention = members[0].convention
    lab = np.array([entry.lab for entry in members], dtype=np.float64)
    sound = lab_is_sound(lab) & (convention in CONVENTIONS)
    made = iter(many_from_lab(lab[sound], convention))
    return [next(made) if ok else _wrong(entry) for entry, ok in zip(members, sound.tolist(), strict=True)]


def _wrong(entry: Entry) -> Colour | IntakeError:
    """Return what is wrong with one Lab."""
    try:
        return from_lab(entry.lab or (), entry.convention)
    except IntakeError as wrong:
        return wrong


def _of_hexes(members: Sequence[Entry]) -> list[Colour | IntakeError]:
    parsed: list[Array | IntakeError] = []
    for entry in members:
        try:
            parsed.append(parse_hex(entry.hex))
        except IntakeError as wrong:
            parsed.append(wrong)
    made = iter(many_from_rgb([rgb for rgb in parsed if not isinstance(rgb, IntakeError)]))
    return [one if isinstance(one, IntakeError) else next(made) for one in parsed]


def _of_spectra(members: Sequence[Entry]) -> list[Colour | IntakeError]:
    grid = np.array(members[0].wavelengths)
    checked = [_reflectance(grid, entry.reflectance or ()) for entry in members]
    good = [values for values in checked if not isinstance(values, IntakeError)]
    try:
        made = iter(many_from_reflectance(resample(grid, np.array(good)))) if good else iter(())
    except ValueError as reason:
        return [IntakeError("wavelengths", words.csv_grid(str(reason)))] * len(members)
    return [
        one if isinstance(one, IntakeError) else replace(next(made), specular=entry.specular)
        for entry, one in zip(members, checked, strict=True)
    ]


def _reflectance(grid: Array, values: tuple[float, ...]) -> tuple[float, ...] | IntakeError:
    """Return reflectances as they are, or what is wrong with the first one that is none."""
    bad = next((i for i, value in enumerate(values) if not 0 <= value <= WHITEST), None)
    if bad is None:
        return values
    return IntakeError("reflectance", words.bad_reflectance(float(grid[bad]), values[bad], WHITEST))


def specular(text: str, column: str) -> Specular | None:
    """Return what a file says of specular light, in full or as readers abbreviate it. Raises `EntryError`."""
    word = text.strip().casefold()
    if not word:
        return None
    found = {"included": "included", "sci": "included", "excluded": "excluded", "sce": "excluded"}.get(word)
    if found is None:
        raise EntryError(column, words.bad_specular(text))
    return Specular(found)


def recipe_is_sound(recipe: Sequence[tuple[str, float]]) -> None:
    """Raise `EntryError` for a recipe whose amounts cannot be mL per litre: more colorant than paint."""
    total = sum(amount for _, amount in recipe)
    if total > MOST_COLORANT:
        raise EntryError("colorants", words.recipe_too_much(total, MOST_COLORANT))


MOST_COLORANT = 400.0
"""mL of colorant in a litre of base beyond which a recipe is in other units than it should be."""

_OF_KIND = {"lab": _of_labs, "hex": _of_hexes, "reflectance": _of_spectra}


@dataclass(frozen=True)
class Problem:
    """A line that was not taken, and why."""

    line: int
    column: str
    message: str


@dataclass(frozen=True)
class DeckFile:
    """What a reader found: entries, problems, and notes on how the file was understood."""

    entries: list[Entry]
    problems: list[Problem] = field(default_factory=list)
    notes: tuple[str, ...] = ()


def decode(data: bytes) -> str:
    """Return the text of a file: UTF-8, UTF-16 with a mark, or Windows-1252. Raises `DeckFileError`."""
    if len(data) > MAX_BYTES:
        raise DeckFileError(words.deck_too_large(MAX_BYTES, len(data)))
    encodings = ["utf-16"] if data[:2] in (b"\xff\xfe", b"\xfe\xff") else ["utf-8-sig", "cp1252"]
    for encoding in encodings:
        try:
            text = data.decode(encoding)
        except UnicodeDecodeError:
            continue
        if "\0" in text:
            raise DeckFileError(words.csv_not_text(text.index("\0")))
        return text.removeprefix("\ufeff")
    raise DeckFileError(words.csv_not_text(0))
