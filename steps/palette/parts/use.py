"""Use: where the colour may go, inside and out."""

from __future__ import annotations

from functools import cached_property

from prism import words
from prism.palette.use import Suits
from steps.palette.parts.part import Part
from steps.palette.uses import Uses

MARKS = {Suits.SUITS: "full", Suits.WITH_CARE: "half", Suits.NO: "empty"}
"""The shape by which each is told at a glance."""


class UsePart(Part):
    """Every surface with a mark, a word and why."""

    key = "use"
    reading, beside = "steps/palette/use.html", "steps/palette/use_table.html"

    @property
    def paths(self) -> tuple[str, ...]:
        return (
            "use.whole_home", "use.accent_below", "use.ceiling", "use.clear", "use.large_room", "use.floor_shows",
            "trim.gap", "whites.glare_lrv", "cautions.dark_outside",
        )  # fmt: skip

    @cached_property
    def uses(self) -> Uses:
        return Uses(self._context, self.at, self.query)

    @property
    def use_lines(self) -> list[tuple[str, str, str, str]]:
        """Every surface: its name, how the colour suits it as a mark and in a word, and why."""
        return [
            (
                words.text.capital(use.surface),
                MARKS[use.suits],
                words.use.SUITS[use.suits],
                words.text.capital("; ".join(words.use.use_why(reason) for reason in use.reasons)),
            )
            for use in self.uses.uses
        ]

    @property
    def figures(self) -> list[tuple[str, str]]:
        return [(words.text.capital(use.surface), words.use.use_figures(use.reasons)) for use in self.uses.uses]

    @property
    def use_sentence(self) -> str:
        return words.use.use_summary(self._subject.name, self.uses.uses)

    @property
    def outside_lines(self) -> list[str]:
        """What it looks like outdoors, beside frames, and beside the brick or stone that was chosen."""
        lrv, gap = self._subject.reading.lrv, self._subject.method.trim_gap
        lines = [words.use.outdoors_text(self._subject.name, self.uses.outdoors)]
        lines += [words.use.frames_text(kind, abs(lrv - own), gap) for kind, own in words.use.FRAMES.items()]
        if self.uses.beside:
            name, pair = self.uses.beside
            lines.append(words.lamps.pairing_text(name, pair.terms, pair.level, pair.lrv))
        return lines

    @property
    def limit_asked(self) -> str:
        return words.use.LIMIT_ASKED

    @property
    def limit_problem(self) -> str:
        return words.use.LIMIT_WRONG if self.uses.limit_wrong else ""

    @property
    def cautions(self) -> list[str]:
        return [words.use.CAUTIONS[key] for key in self.uses.cautions]
