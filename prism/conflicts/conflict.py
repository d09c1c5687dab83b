"""A statement that figures speak against, and what a check of one is."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from prism.conflicts.evidence import Evidence
from prism.conflicts.statements import Statement


@dataclass(frozen=True)
class Conflict:
    """A statement that figures speak against: its kind, what is known instead, and how: `seen` by an eye, or by the
    figures. `found` are words or figures that `prism.words.conflicts` puts into a sentence."""

    statement: Statement
    found: tuple[str | float, ...] = ()
    seen: bool = False

    @property
    def kind(self) -> str:
        return self.statement.kind


Check = Callable[[Statement, Evidence], Conflict | None]
