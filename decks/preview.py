"""What a waiting file would do, as its page shows it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

from decks import file_formats
from decks.models import Import
from decks.planning import Plan, plan
from prism import words
from prism.formats import deck_csv
from prism.formats.deck import DeckFileError

SHOWN = 200
"""Lines listed of each kind; beyond that the page says how many more there are."""
COLUMN = "column-"


@dataclass(frozen=True)
class Column:
    """A column of a table: its heading, a few values, and how it is understood."""

    field: str
    heading: str
    values: tuple[str, ...]
    understood: str


class FilePreview:
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
        """Why the file cannot be taken as it is understood now."""
        return self._planned[1]

    @property
    def summary(self) -> str:
        """What bringing it in would do."""
        found = self._planned[0]
        if found is None:
            return ""
        return words.plan_summary(found.added, found.changed, found.unchanged, len(found.problems), found.shared)

    @property
    def can_apply(self) -> bool:
        """Whether there is anything to bring in."""
        found = self._planned[0]
        return found is not None and bool(found.added or found.changed)

    @property
    def notes(self) -> tuple[str, ...]:
        """How the file was understood."""
        found = self._planned[0]
        if found is None:
            return ()
        more = words.stated_contradict(found.contradicted, found.first_contradicted) if found.contradicted else ""
        return (*found.notes, *([more] if more else []))

    @property
    def problems(self) -> list[str]:
        """Lines left out, and why."""
        found = self._planned[0]
        return [words.problem(p.line, p.column, p.message) for p in found.problems[:SHOWN]] if found else []

    @property
    def changes(self) -> list[tuple[str, str, str]]:
        """Colours that would change: code, name and in what."""
        found = self._planned[0]
        changes = found.first_changed[:SHOWN] if found else []
        return [(code, name, words.listed(what)) for code, name, what in changes]

    @property
    def added(self) -> list[tuple[str, str, str, float]]:
        """The first colours that would be added: screen colour, code, name and LRV."""
        found = self._planned[0]
        first = found.first_added[:12] if found else []
        return [(v["screen"], v["code"], v["name"], v["lrv"]) for v in first]

    @cached_property
    def columns(self) -> list[Column]:
        """The columns of a table, for naming them by hand; the many of a spectrum are left out."""
        if self.waiting.file_format not in file_formats.TABLES:
            return []
        try:
            rows = file_formats.head(self.waiting)
        except DeckFileError:
            return []
        if not rows:
            return []
        guessed = deck_csv.guess(rows[0])
        named = self.waiting.columns or guessed
        return [
            Column(
                f"{COLUMN}{i}",
                heading,
                tuple(words.shortened(row[i], 24) for row in rows[1:] if i < len(row)),
                named.get(i, ""),
            )
            for i, heading in enumerate(rows[0])
            if not guessed.get(i, "").isdigit()
        ]

    @property
    def choices(self) -> list[tuple[str, str]]:
        """What a column can be."""
        return [(name, words.column_choice(name)) for name in deck_csv.FIELDS]

    def keep_wavelengths(self, mapping: dict[str, str]) -> dict[str, str]:
        """Return a mapping by hand with the columns of the spectrum as they were understood."""
        rows = file_formats.head(self.waiting)
        guessed = deck_csv.guess(rows[0]) if rows else {}
        return {str(i): name for i, name in guessed.items() if name.isdigit()} | mapping


def columns_named(data: Mapping[str, str]) -> dict[str, str]:
    """Return the columns that a person named: column index to field."""
    named: dict[str, str] = {}
    for key, value in data.items():
        index = key.removeprefix(COLUMN)
        if key.startswith(COLUMN) and index.isdecimal() and value in deck_csv.FIELDS and value not in named.values():
            named[index] = value
    return named
