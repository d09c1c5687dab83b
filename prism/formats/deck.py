"""A deck as files carry it: entries, and what was wrong with lines that could not be taken."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np

from prism import words
from prism.colour import Colour, IntakeError, from_hex, from_lab, from_reflectance
from prism.spectrum import resample

MAX_BYTES = 40_000_000
MAX_ENTRIES = 300_000


class DeckFileError(ValueError):
    """A file that cannot be read as a deck at all; the message says why and what to do."""


class EntryError(ValueError):
    """One colour of a file that cannot be taken; `column` names where it is wrong."""

    def __init__(self, column: str, message: str) -> None:
        super().__init__(message)
        self.column = column


@dataclass(frozen=True)
class Entry:
    """One colour of a file. Of `lab`, `reflectance` and `hex` the best that is there is used.

    `line` where it stands, 1-based; `lab` in `convention` (`lab` D65/10°, `lab50` D50/2°); `reflectance` with its
    `wavelengths` (nm); `lrv` as stated; `recipe` a base and colorants in mL per litre.
    """

    line: int
    code: str
    name: str
    maker: str = ""
    strip: int | None = None
    step: int | None = None
    lab: tuple[float, float, float] | None = None
    convention: str = "lab"
    reflectance: tuple[float, ...] | None = None
    wavelengths: tuple[float, ...] | None = None
    hex: str = ""
    lrv: float | None = None
    recipe_base: str = ""
    recipe: tuple[tuple[str, float], ...] = ()

    def colour(self) -> Colour:
        """Return the colour, from the best of what the entry holds. Raises `IntakeError`."""
        if self.lrv is not None and not 0 <= self.lrv <= 100:
            raise IntakeError("LRV", words.out_of_range("LRV", self.lrv, 0, 100))
        if self.reflectance is not None and self.wavelengths is not None:
            values = np.array(self.reflectance)
            bad = np.flatnonzero(~((values >= 0) & (values <= 1.2)))
            if bad.size:
                nm = self.wavelengths[int(bad[0])]
                raise IntakeError("reflectance", words.bad_reflectance(nm, float(values[bad[0]])))
            try:
                bands = resample(self.wavelengths, values)
            except ValueError as reason:
                raise IntakeError("wavelengths", words.csv_grid(str(reason))) from None
            return from_reflectance(bands, "reading-single", words.spectrum_given(1))
        if self.lab is not None:
            return from_lab(self.lab, self.convention)
        if self.hex:
            return from_hex(self.hex)
        raise IntakeError("colour", words.no_numbers())


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


@dataclass(frozen=True)
class Loss:
    """What a format cannot hold, for how many entries."""

    what: str
    count: int


def losses(entries: Sequence[Entry], *, spectrum: bool, recipe: bool, strip: bool, lab: bool) -> list[Loss]:
    """Return what is lost when entries are written to a format that can hold only some of it."""
    lost = []
    for what, kept, held in (
        ("spectrum", spectrum, sum(e.reflectance is not None for e in entries)),
        ("Lab", lab, sum(e.lab is not None for e in entries)),
        ("recipe", recipe, sum(bool(e.recipe_base) for e in entries)),
        ("strip and step", strip, sum(e.strip is not None for e in entries)),
    ):
        if held and not kept:
            lost.append(Loss(what, held))
    return lost


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
