"""Statements held against figures: what each would have to be true of, and what was found instead.

A statement conflicts only where the figures speak against it; where they are silent, nothing is said. What an eye saw
on the wall goes before what was computed.
"""

from __future__ import annotations

from prism.conflicts import of_colours, of_rooms
from prism.conflicts.conflict import Conflict
from prism.conflicts.evidence import Evidence
from prism.conflicts.statements import statements
from prism.language import DEFAULT

CHECKS = of_colours.CHECKS | of_rooms.CHECKS


def conflicts(text: str, evidence: Evidence, language: str = DEFAULT) -> list[Conflict]:
    """Return what in a text the evidence speaks against, in its order; each once."""
    conflicts: dict[tuple[str, str, str], Conflict] = {}
    for statement in statements(text, evidence.things, language):
        conflict = CHECKS[statement.kind](statement, evidence)
        if conflict:
            conflicts.setdefault((statement.quote, statement.kind, statement.light), conflict)
    return list(conflicts.values())
