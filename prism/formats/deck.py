"""A deck as files carry it: entries, and what was wrong with lines that could not be taken."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field, replace
from time import monotonic
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from prism import messages
from prism.formats.text import TextError
from prism.resampling import resample
from prism.spectrum import WHITEST, Array, is_percent
from prism.stimulus import (
    CONVENTIONS,
    IntakeError,
    Specular,
    Stimulus,
    from_lab,
    lab_is_sound,
    many_from_lab,
    many_from_reflectance,
    many_from_rgb,
    parse_hex,
)
from prism.typed import one_line

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
SLACK = 1_000
"""Lines that may hold no colour: headings, remarks, a comment."""
MAX_CELLS = 12_000_000
MAX_SECONDS = 90.0
"""Bounds of the work that reading a file may take, besides `MAX_BYTES` and `MAX_ENTRIES`."""


class Budget:
    """What reading one file may take: lines, values and seconds. Tells now and then which part is done."""

    def __init__(self, total: int = 0, tell: Tell | None = None) -> None:
        self._total, self._tell = max(total, 1), tell
        self._often = max(1, self._total // 50)
        self._rows = self._cells = 0
        self._until = monotonic() + MAX_SECONDS
        if total > MAX_ENTRIES + SLACK:
            raise DeckFileError(messages.files.too_many_rows(MAX_ENTRIES))

    def spend(self, cells: int = 1) -> None:
        """Count one line with its values. Raises `DeckFileError` where the file is more than is read."""
        self._rows += 1
        self._cells += cells
        if self._rows > MAX_ENTRIES + 1:
            raise DeckFileError(messages.files.too_many_rows(MAX_ENTRIES))
        if self._cells > MAX_CELLS:
            raise DeckFileError(messages.files.too_many_cells(MAX_CELLS))
        if self._rows % 500 == 0 and monotonic() > self._until:
            raise DeckFileError(messages.files.too_slow(MAX_SECONDS))
        if self._tell and self._rows % self._often == 0:
            self._tell(min(self._rows / self._total, 1.0))

    def over(self, items: Iterable[T]) -> Iterator[T]:
        """Yield items, counting each as a line."""
        for item in items:
            self.spend()
            yield item


def small_enough(data: bytes) -> None:
    """Raise `DeckFileError` for a file that is larger than is read."""
    if len(data) > MAX_BYTES:
        raise DeckFileError(messages.faults.too_large(MAX_BYTES, len(data), messages.faults.FEWER_COLOURS))


def lines_in(data: bytes) -> int:
    """Return about how many lines a file has."""
    return data.count(b"\n") + 1


@contextmanager
def as_deck() -> Iterator[None]:
    """Let what is wrong with a text be wrong with the deck."""
    try:
        yield
    except TextError as wrong:
        raise DeckFileError(str(wrong)) from None


@dataclass(frozen=True, slots=True)
class Entry:
    """One colour of a file. Of `lab`, `reflectance` and `hex` the best that is there is used.

    `line` where it stands, 1-based; `lab` in `convention` (`lab` D65/10°, `lab50` D50/2°); `reflectance` with its
    `wavelengths` (nm) and whether `specular` light was measured; `lrv` as stated; `recipe` a base and colorants in mL
    per litre; `reads` what stands beside it in a table that is given out: LRV as computed, undertone, family,
    temperature.
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
    reads: tuple[str, ...] = ()

    def __post_init__(self) -> None:
        """Keep what is written on one line, of what can be shown."""
        for name in ("code", "name", "maker", "strip", "recipe_base"):
            object.__setattr__(self, name, one_line(getattr(self, name)))
        if self.recipe:
            object.__setattr__(self, "recipe", tuple((one_line(code), amount) for code, amount in self.recipe))

    def stimulus(self) -> Stimulus:
        """Return the colour, from the best of what the entry holds. Raises `IntakeError`."""
        colour = stimuli([self])[0]
        if isinstance(colour, IntakeError):
            raise colour
        return colour


def stimuli(entries: Sequence[Entry]) -> list[Stimulus | IntakeError]:
    """Return the colour of each entry, from the best of what it holds, or what is wrong with it.

    Entries of one kind are converted together, so that a large deck costs little more than a small one.
    """
    return _kind_by_kind(entries, _OF_KIND)


def faults(entries: Sequence[Entry]) -> list[IntakeError | None]:
    """Return what is wrong with each entry's numbers, None where nothing is: what `stimuli` would say, but for the
    conversion itself, so that a large file is looked at quickly."""
    return _kind_by_kind(entries, _FAULTS_OF_KIND)


def _kind_by_kind(
    entries: Sequence[Entry], of_kind: Mapping[str, Callable[[Sequence[Entry]], Sequence[T | IntakeError]]]
) -> list[T | IntakeError]:
    """Return what is made of each entry, those whose best numbers are of one kind together; or why it has none."""
    by_row: dict[int, T | IntakeError] = {}
    kinds: dict[tuple[object, ...], list[int]] = {}
    for i, entry in enumerate(entries):
        if entry.lrv is not None and not 0 <= entry.lrv <= 100:
            by_row[i] = IntakeError("LRV", messages.faults.out_of_range("LRV", entry.lrv, 0, 100))
        elif entry.reflectance is not None and entry.wavelengths is not None:
            kinds.setdefault(("reflectance", entry.wavelengths), []).append(i)
        elif entry.lab is not None:
            kinds.setdefault(("lab", entry.convention), []).append(i)
        elif entry.hex:
            kinds.setdefault(("hex",), []).append(i)
        else:
            by_row[i] = IntakeError("colour", messages.files.NO_NUMBERS)
    for kind, rows in kinds.items():
        by_row |= zip(rows, of_kind[str(kind[0])]([entries[i] for i in rows]), strict=True)
    return [by_row[i] for i in range(len(entries))]


def _lab_faults(members: Sequence[Entry]) -> list[IntakeError | None]:
    sound = _sound(members)
    return [None if ok else _wrong(entry) for entry, ok in zip(members, sound.tolist(), strict=True)]


def _sound(members: Sequence[Entry]) -> NDArray[np.bool_]:
    """Return whether each Lab of one convention can be taken."""
    lab = np.array([entry.lab for entry in members], dtype=np.float64)
    return lab_is_sound(lab) & (members[0].convention in CONVENTIONS)


def _spectrum_faults(members: Sequence[Entry]) -> list[IntakeError | None]:
    grid = np.array(members[0].wavelengths)
    of_grid = _grid_fault(grid)
    checked = [_reflectance(grid, entry.reflectance or ()) for entry in members]
    return [spectrum if isinstance(spectrum, IntakeError) else of_grid for spectrum in checked]


def _hex_faults(members: Sequence[Entry]) -> list[IntakeError | None]:
    return [row if isinstance(row, IntakeError) else None for row in _parsed(members)]


def _grid_fault(grid: Array) -> IntakeError | None:
    try:
        resample(grid, np.zeros((1, grid.size)))
    except ValueError as reason:
        return IntakeError("wavelengths", messages.faults.csv_grid(str(reason)))
    return None


def _of_labs(members: Sequence[Entry]) -> list[Stimulus | IntakeError]:
    sound = _sound(members)
    lab = np.array([entry.lab for entry in members], dtype=np.float64)
    made = iter(many_from_lab(lab[sound], members[0].convention))
    return [next(made) if ok else _wrong(entry) for entry, ok in zip(members, sound.tolist(), strict=True)]


def _wrong(entry: Entry) -> IntakeError:
    """Return what is wrong with a Lab that is not sound."""
    try:
        from_lab(entry.lab or (), entry.convention)
    except IntakeError as wrong:
        return wrong
    raise AssertionError(f"{entry.lab} is sound")


def _of_hexes(members: Sequence[Entry]) -> list[Stimulus | IntakeError]:
    parsed = _parsed(members)
    made = iter(many_from_rgb([rgb for rgb in parsed if not isinstance(rgb, IntakeError)]))
    return [row if isinstance(row, IntakeError) else next(made) for row in parsed]


def _parsed(members: Sequence[Entry]) -> list[Array | IntakeError]:
    """Return encoded sRGB (3,) of each screen value, or what is wrong with it."""
    parsed: list[Array | IntakeError] = []
    for entry in members:
        try:
            parsed.append(parse_hex(entry.hex))
        except IntakeError as wrong:
            parsed.append(wrong)
    return parsed


def _of_spectra(members: Sequence[Entry]) -> list[Stimulus | IntakeError]:
    grid = np.array(members[0].wavelengths)
    checked = [_reflectance(grid, entry.reflectance or ()) for entry in members]
    good = [values for values in checked if not isinstance(values, IntakeError)]
    try:
        made = iter(many_from_reflectance(resample(grid, np.array(good)))) if good else iter(())
    except ValueError as reason:
        return [IntakeError("wavelengths", messages.faults.csv_grid(str(reason)))] * len(members)
    return [
        colour if isinstance(colour, IntakeError) else replace(next(made), specular=entry.specular)
        for entry, colour in zip(members, checked, strict=True)
    ]


def _reflectance(grid: Array, values: tuple[float, ...]) -> tuple[float, ...] | IntakeError:
    """Return reflectances as they are, or what is wrong with the first one that is none."""
    bad = next((i for i, value in enumerate(values) if not 0 <= value <= WHITEST), None)
    if bad is None:
        return values
    return IntakeError("reflectance", messages.files.bad_reflectance(float(grid[bad]), values[bad], WHITEST))


def specular(text: str, column: str) -> Specular | None:
    """Return what a file says of specular light, in full or as readers abbreviate it. Raises `EntryError`."""
    word = text.strip().casefold()
    if not word:
        return None
    specular = {"included": "included", "sci": "included", "excluded": "excluded", "sce": "excluded"}.get(word)
    if specular is None:
        raise EntryError(column, messages.files.bad_specular(text))
    return Specular(specular)


def recipe_is_sound(recipe: Sequence[tuple[str, float]]) -> None:
    """Raise `EntryError` for a recipe whose amounts cannot be mL per litre: more colorant than paint."""
    total = sum(amount for _, amount in recipe)
    if total > MOST_COLORANT:
        raise EntryError("colorants", messages.files.recipe_too_much(total, MOST_COLORANT))


MOST_COLORANT = 400.0
"""mL of colorant in a litre of base beyond which a recipe is in other units than it should be."""

_OF_KIND = {"lab": _of_labs, "hex": _of_hexes, "reflectance": _of_spectra}
_FAULTS_OF_KIND = {"lab": _lab_faults, "hex": _hex_faults, "reflectance": _spectrum_faults}


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


def as_fractions(entries: list[Entry]) -> tuple[list[Entry], bool]:
    """Return entries with reflectances as fractions, and whether the file held percentages.

    The whole file is judged, since a black of 1 % would pass for a fraction.
    """
    highest = max((max(entry.reflectance) for entry in entries if entry.reflectance), default=0.0)
    if not is_percent(highest):
        return entries, False
    return [
        replace(entry, reflectance=tuple(v / 100 for v in entry.reflectance)) if entry.reflectance else entry
        for entry in entries
    ], True


def grid_of(entries: Iterable[Entry]) -> tuple[float, ...]:
    """Return the wavelengths most of a file's spectra can stand on: the longest grid there is, or none."""
    grids = {entry.wavelengths for entry in entries if entry.wavelengths}
    return max(grids, key=len) if grids else ()
