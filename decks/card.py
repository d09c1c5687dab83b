"""One colour of the decks as its own page shows it: what it reads as, and where its numbers came from."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from django.contrib.auth.models import User
from django.db.models import Model, QuerySet

from decks import queries
from decks.catalogue import catalogue
from decks.models import Colour, Valued, ValueRevision
from methods import queries as method_queries
from people.queries import team
from prism import messages, naming, reading, trust, words
from prism.difference import delta_e
from web import clocks
from web.settled import Page


@dataclass(frozen=True)
class Value:
    """A value that a colour has or had: its figures as they are shown, and until when it stood and why it gave way."""

    value: Valued
    lrv: str
    lab: str
    source: str
    apart: str
    stood: str


class Card(Page):
    """What is known of one colour."""

    def __init__(self, colour: Colour, user: User) -> None:
        self.colour = colour
        self._user = user
        self._method = method_queries.usual(user)
        self.reading = reading.read(colour.stimulus, self._method)

    @property
    def says(self) -> str:
        return words.readings.what_it_is(self.reading, self.colour.provenance)

    @property
    def details(self) -> list[str]:
        """Depth and temperature, and what must be said of its name and of a stated LRV."""
        lines = [f"{words.readings.depth(self.reading)} {words.readings.temperature(self.reading)}"]
        promises = naming.check(self.colour.name, self.reading)
        if promises:
            lines.append(words.places.name_check(self.colour.name, promises, self.reading))
        if self.colour.lrv_stated is not None:
            lines.append(words.places.lrv_check(trust.check_lrv(self.colour.lrv_stated, self.reading, self._method)))
        return lines

    @property
    def reviews(self) -> QuerySet[Model]:
        reviews = self.colour.reviews.filter(owner__in=team(self._user), deleted=None)
        return reviews.select_related("room__job", "owner")

    @cached_property
    def twins(self) -> str:
        """The colours of the decks that are the same to the eye or nearly."""
        pairs = queries.twins(catalogue(self._user), self.colour.stimulus, self._method, self.colour.pk)
        return words.places.twins(
            [(f"{t.colour.name}, {t.colour.label}", t.delta_e, t.parting) for t in pairs], self._method
        )

    @cached_property
    def values(self) -> list[Value]:
        """The working value, then the ones it replaced, newest first."""
        return [
            self._value(self.colour),
            *(self._value(revision) for revision in self.colour.earlier.select_related("by")),
        ]

    def _value(self, valued: Valued) -> Value:
        stimulus = valued.stimulus
        apart = float(delta_e(stimulus.lab_array, self.colour.stimulus.lab_array))
        earlier = isinstance(valued, ValueRevision)
        return Value(
            valued,
            words.text.number(stimulus.lrv),
            messages.sources.lab_text(stimulus.lab, 2),
            words.sources.source(
                stimulus.provenance,
                self._method.doubt(stimulus),
                stimulus.given,
                stimulus.specular or "",
            ),
            words.text.number(apart) if earlier else "",
            words.sources.stood_until(clocks.day(valued.replaced), valued.reason, str(valued.by or ""))
            if isinstance(valued, ValueRevision)
            else words.sources.WORKING_VALUE,
        )

    @property
    def caution(self) -> str:
        return words.sources.screen_caution(self.colour.in_gamut)
