"""What a waiting file would do, as its page shows it."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

from decks import file_formats
from decks.models import Import
from decks.planning import Plan, plan
from prism import words
from prism.formats.columns import FIELDS, Head, by_heading, head_of
from prism.formats.deck import DeckFileError
from web.settled import Page

SHOWN = 200
"""Lines listed of each kind; beyond that the page says how many more there are."""
MENDABLE = 20
"""Bad lines that can be mended at a time; the next ones come as these are."""
FEW = 12
COLUMN = "column-"
CELL = "cell-"


@dataclass(frozen=True)
class Column:
    """A column of a table: its heading, a few values, and how it is understood."""

    field: str
    heading: str
    values: tuple[str, ...]
    understood: str


@dataclass(frozen=True)
class Cell:
    """A cell of a bad line: what it is typed as, its heading, what stands there, and whether it is the wrong one."""

    field: str
    heading: str
    text: str
    is_wrong: bool


@dataclass(frozen=True)
class BadLine:
    """A line that is left out: which, why, what can be typed instead, and whether it was mended already."""

    line: int
    sentence: str
    cells: tuple[Cell, ...]
    was_typed: bool


class FilePreview(Page):
    """A waiting file looked at: the plan, or why there is none."""

    def __init__(self, waiting: Import) -> None:
        self.waiting = waiting

    @cached_property
    def _planned(self) -> tuple[Plan | None, str]:
        try:
            return plan(self.waiting), ""
        except DeckFileError as wrong:
            return None, str(wrong)

    @property
    def error(self) -> str:
        return self._planned[1]

    @property
    def summary(self) -> str:
        plan = self._planned[0]
        if plan is None:
            return ""
        return words.files.plan_summary(plan.added, plan.changed, plan.unchanged, len(plan.problems), plan.shared)

    @property
    def can_apply(self) -> bool:
        plan = self._planned[0]
        return plan is not None and bool(plan.added or plan.changed)

    @property
    def notes(self) -> tuple[str, ...]:
        plan = self._planned[0]
        if plan is None:
            return ()
        more = words.files.stated_contradict(plan.contradicted, plan.first_contradicted) if plan.contradicted else ""
        return (*plan.notes, *([more] if more else []))

    @property
    def problems(self) -> list[str]:
        plan = self._planned[0]
        return [words.files.problem(p.line, p.column, p.message) for p in plan.problems[MENDABLE:SHOWN]] if plan else []

    @cached_property
    def bad(self) -> list[BadLine]:
        plan = self._planned[0]
        first = plan.problems[:MENDABLE] if plan else []
        if not first:
            return []
        headings, lines = file_formats.lines_of(self.waiting, {problem.line for problem in first})
        return [
            BadLine(
                row.line,
                words.files.problem(row.line, row.column, row.message),
                tuple(self._cells(headings, lines.get(row.line, []), row.column)),
                str(row.line) in self.waiting.mended,
            )
            for row in first
        ]

    def _cells(self, headings: Sequence[str], row: Sequence[str], wrong: str) -> Iterator[Cell]:
        """Yield the cells of a line that are understood, but of a spectrum only the wrong one."""
        is_table = self.waiting.file_format in file_formats.TABLES
        understood = self.waiting.columns or (self._head.columns if is_table else by_heading(headings))
        for i, (heading, text) in enumerate(zip(headings, row, strict=False)):
            is_wrong = bool(wrong) and wrong in (heading.strip(), understood.get(i))
            if i in understood and (is_wrong or not understood[i].isdigit()):
                yield Cell(f"{CELL}{i}", heading.strip() or words.files.column_choice(understood[i]), text, is_wrong)

    @property
    def mended(self) -> list[tuple[int, str]]:
        """Lines that were typed here and count as that, with what was typed."""
        plan = self._planned[0]
        bad = {problem.line for problem in plan.problems} if plan else set()
        typed = sorted(self.waiting.typed.items())
        return [
            (line, words.files.mended_line(line, list(filter(None, cells.values()))))
            for line, cells in typed
            if line not in bad
        ]

    @property
    def kept_shared(self) -> list[tuple[str, str, str]]:
        """Colours of shared decks that stay although the file has them otherwise: code, name and in what."""
        plan = self._planned[0]
        return [(code, name, words.text.listed(what)) for code, name, what in plan.first_shared[:FEW]] if plan else []

    @property
    def changes(self) -> list[tuple[str, str, str]]:
        """Colours that would change: code, name and in what."""
        plan = self._planned[0]
        changes = plan.first_changed[:SHOWN] if plan else []
        return [(code, name, words.text.listed(what)) for code, name, what in changes]

    @property
    def added(self) -> list[tuple[str, str, str, float]]:
        """The first colours that would be added: screen colour, code, name and LRV."""
        plan = self._planned[0]
        first = plan.first_added[:FEW] if plan else []
        return [(v["screen"], v["code"], v["name"], v["lrv"]) for v in first]

    @cached_property
    def _first(self) -> list[list[str]]:
        """The first filled lines of a table; none where it cannot be read."""
        try:
            return file_formats.first_lines(self.waiting)
        except DeckFileError:
            return []

    @cached_property
    def _head(self) -> Head:
        return head_of(self._first)

    @property
    def _rows(self) -> list[list[str]]:
        """A few lines of colours, so that one sees what a column holds."""
        return self._first[self._head.lines :][:3]

    @cached_property
    def columns(self) -> list[Column]:
        """The columns of a table, for naming them by hand; the many of a spectrum are left out."""
        if self.waiting.file_format not in file_formats.TABLES:
            return []
        named = self.waiting.columns or self._head.columns
        return [
            Column(
                f"{COLUMN}{i}",
                heading,
                tuple(words.text.shortened(row[i], 24) for row in self._rows if i < len(row)),
                named.get(i, ""),
            )
            for i, heading in enumerate(self._head.headings)
            if not self._head.columns.get(i, "").isdigit()
        ]

    @property
    def choices(self) -> list[tuple[str, str]]:
        return [(name, words.files.column_choice(name)) for name in FIELDS]

    def keep_wavelengths(self, mapping: dict[str, str]) -> dict[str, str]:
        """Return a mapping by hand with the columns of the spectrum as they were understood."""
        return {str(i): name for i, name in self._head.columns.items() if name.isdigit()} | mapping


def columns_named(data: Mapping[str, str]) -> dict[str, str]:
    """Return the columns that a person named: column index to field."""
    named: dict[str, str] = {}
    for key, value in data.items():
        index = key.removeprefix(COLUMN)
        if key.startswith(COLUMN) and index.isdecimal() and value in FIELDS and value not in named.values():
            named[index] = value
    return named


def cells_typed(data: Mapping[str, str]) -> dict[int, str]:
    """Return the cells that a person typed for a line: column index to text."""
    return {
        int(index): text
        for key, text in data.items()
        if key.startswith(CELL) and (index := key.removeprefix(CELL)).isdecimal() and len(index) < 4
    }
