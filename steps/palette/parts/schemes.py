"""Schemes: the one that is looked at, place by place, beside its rivals."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from urllib.parse import urlencode

from django.utils.safestring import SafeString

from prism import words
from prism.method.checks import CHARACTERS
from prism.palette.scheme import Place, Scheme
from reviews.context import SwatchView
from reviews.drawings.ladder import ladder_of
from reviews.models import KeptScheme
from steps.palette.parts.part import Part
from steps.palette.schemes import LOCKABLE


@dataclass(frozen=True)
class Line:
    """A place of the scheme: the place, its colour, what is said of it, where it is held or let go, and its
    runners-up with the addresses that put them there."""

    place: Place
    held: SwatchView | None
    title: str
    reasons: str
    weakest: str
    hold: str
    let_go: str
    swaps: list[tuple[SwatchView, str]]


@dataclass(frozen=True)
class Row:
    """A scheme among others: its title, its boards as (screen value, title), and where it is looked at."""

    title: str
    boards: list[tuple[str, str]]
    href: str
    kept: KeptScheme | None = None


class SchemesPart(Part):
    """The scheme that is looked at, and others beside it."""

    reading, beside = "steps/palette/schemes.html", "steps/palette/places.html"

    @property
    def wall(self) -> str:
        return "steps/palette/wall.html" if self.lines else ""

    @property
    def paths(self) -> tuple[str, ...]:
        return (f"company.{self.at.character}", "company.steps", "company.weights", "company.apart")

    @property
    def characters(self) -> list[tuple[str, str, bool]]:
        """The characters with their addresses, and which is looked at; what is settled is of one scheme alone."""
        fresh = dict.fromkeys(LOCKABLE, "")
        return [
            (
                words.text.capital(words.palette.CHARACTERS[key]),
                self.link(character=key, **fresh),
                key == self.at.character,
            )
            for key in CHARACTERS
        ]

    @cached_property
    def scheme(self) -> Scheme | None:
        return self.at.scheme

    @property
    def sentence(self) -> str:
        if self.scheme is None:
            return words.palette.scheme_lacks(self.at.character, words.text.listed(self.at.unknown))
        if len(self.scheme.places) == 1:
            return words.palette.NO_COMPANIONS
        return words.palette.scheme_title(self.scheme.character, self.scheme.score)

    @cached_property
    def lines(self) -> list[Line]:
        return [self._line(place) for place in self.scheme.places] if self.scheme else []

    def _line(self, place: Place) -> Line:
        rows = [*([place.row] if place.row >= 0 else []), *place.runners_up]
        swatches = self.at.held(rows)
        own = swatches[0] if place.row >= 0 else None
        runners = swatches[1:] if own else swatches
        reasons = words.palette.place_reasons(place)
        if place.name == "trim" and place.row == self.at.pinned:
            reasons = [words.palette.TRIM_OF_HOME]
        return Line(
            place,
            own,
            words.text.capital(words.palette.PLACES[place.name]),
            words.text.capital(", ".join(reasons)),
            words.palette.place_weakest(place),
            self.link(**{place.name: str(own.colour.pk)}) if own else "",
            self.link(**{place.name: ""}),
            [(runner, self.link(**{place.name: str(runner.colour.pk)})) for runner in runners],
        )

    @property
    def figures(self) -> list[tuple[str, str]]:
        """What each place was scored by, and the whole."""
        if self.scheme is None:
            return []
        figures = [(line.title, words.palette.place_figures(line.place)) for line in self.lines if line.held]
        return [*figures, (words.palette.ALL_PLACES, words.palette.scheme_score(self.scheme.score))]

    @property
    def ladder(self) -> SafeString:
        return ladder_of(self._subject, [line.held for line in self.lines if line.held])

    @property
    def without_dark(self) -> tuple[str, str]:
        """What leaves the dark trim out or takes it up again: the words and the address."""
        if self.at.without:
            return words.palette.WITH_DARK, self.link(without="")
        return words.palette.WITHOUT_DARK, self.link(without="dark", dark="")

    @property
    def decks(self) -> list[tuple[str, str, bool]]:
        chosen, makers = self.at.chosen_makers, []
        for maker in self.at.makers:
            toggled = chosen ^ {maker.pk}
            every = len(toggled) in (0, len(self.at.makers))
            makers.append(
                (maker.name, self.link(decks="" if every else ",".join(map(str, sorted(toggled)))), maker.pk in chosen)
            )
        return makers

    @property
    def others(self) -> list[Row]:
        fresh = dict.fromkeys(LOCKABLE, "")
        return [
            Row(
                words.palette.scheme_title(other.character, other.score),
                self._boards(other),
                self.link(character=other.character, show="", **fresh),
            )
            for other in self.at.others
        ]

    def _boards(self, scheme: Scheme) -> list[tuple[str, str]]:
        rows = [place for place in scheme.places if place.row >= 0]
        swatches = self.at.held([place.row for place in rows])
        return [
            (h.colour.screen, f"{words.palette.PLACES[place.name]}: {h.name}")
            for place, h in zip(rows, swatches, strict=True)
        ]

    @cached_property
    def kept(self) -> list[Row]:
        return [
            Row(
                scheme.title,
                [
                    (place.colour.screen, f"{words.palette.PLACES[place.place]}: {self._named(place.colour.name)}")
                    for place in scheme.places.all()
                    if place.place != "subject"
                ],
                "?"
                + urlencode(
                    {"character": scheme.character}
                    | {place.place: place.colour_id for place in scheme.places.all() if place.place != "subject"}
                ),
                scheme,
            )
            for scheme in self.at.kept
        ]

    def _named(self, name: str) -> str:
        return name if self._context.review.names_shown else ""
