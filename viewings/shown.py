"""A viewing as templates show it."""

from __future__ import annotations

from datetime import datetime
from functools import cached_property

from decks.models import Colour
from prism import words
from prism.messages.habits import hour_of
from prism.viewing import scales
from viewings import queries
from viewings.models import Viewing
from web.settled import Page


class Shown(Page):
    """A viewing with what is said of it. `mine` is whether the person who looks may write it."""

    def __init__(self, viewing: Viewing, mine: bool = False) -> None:
        self.viewing, self.mine = viewing, mine

    @property
    def local(self) -> datetime:
        return queries.local(self.viewing)

    @property
    def name(self) -> str:
        return words.viewing.pair_name(self._first, self._other) if self._other else self._first

    @property
    def _first(self) -> str:
        viewing = self.viewing
        return (
            viewing.review.called(viewing.colour.name)
            if viewing.colour_id == viewing.review.colour_id
            else self._named(viewing.colour)
        )

    def _named(self, other: Colour) -> str:
        return other.name if self.viewing.review.names_shown else words.viewing.OTHER_BOARD

    @property
    def _other(self) -> str:
        beside = self.viewing.beside
        if beside is None:
            return ""
        return self._named(beside)

    @property
    def asked(self) -> str:
        return words.viewing.looks_asked(self._first, self._other)

    @property
    def when(self) -> str:
        return words.viewing.day_and_hour(queries.local(self.viewing))

    @property
    def slot(self) -> str:
        """Why then, on which wall, and under which sky while it is still to be seen."""
        viewing, at = self.viewing, queries.local(self.viewing)
        return words.viewing.slot_text(viewing.why, hour_of(at), viewing.wall, "" if viewing.is_seen else viewing.sky)

    @cached_property
    def held(self) -> list[scales.ScaleCheck]:
        predicted = self.viewing.predicted
        if not predicted:
            return []
        return scales.held(self.viewing.answers, predicted["differences"], float(predicted["doubt"]))

    @cached_property
    def told(self) -> scales.ToldHue | None:
        """The undertone that was seen against those that were computed."""
        return scales.told_hue(self.viewing.undertone, (self.viewing.predicted or {}).get("undertone") or {})

    @property
    def compared(self) -> list[str]:
        return [line for line, _ in self.against]

    @property
    def against(self) -> list[tuple[str, bool]]:
        """What was answered against what was computed, in sentences, each with whether the two part."""
        if not self.viewing.is_seen:
            return []
        differs = scales.Agreement.DIFFERS
        hue = (
            [(words.viewing.told_text(self.told, self.viewing.colour.lrv), self.told.agreement is differs)]
            if self.told
            else []
        )
        against = hue + [(words.viewing.held_text(computed), computed.agreement is differs) for computed in self.held]
        return against or [(words.viewing.PREDICTED_UNKNOWN, False)]

    @property
    def sentence(self) -> str:
        viewing = self.viewing
        light = words.viewing.light_text(viewing.sky, viewing.lamps_on, viewing.lux)
        hue = words.viewing.undertone_seen(viewing.undertone, viewing.colour.lrv) if viewing.undertone else ""
        return words.viewing.viewing_text(
            viewing.answers, viewing.words, viewing.answer, viewing.who, light, self._other, hue
        )
