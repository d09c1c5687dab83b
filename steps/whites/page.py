"""The Whites step as its template needs it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property
from itertools import pairwise
from urllib.parse import urlencode

from django.utils.safestring import SafeString

from methods.rests_on import RestsOn, rests_on
from prism import words
from prism.light.together import Terms
from prism.whites import sheen
from prism.whites.ranking import White
from reviews.context import SwatchView
from reviews.drawings.edges import LOW, butted
from reviews.drawings.ladder import ladder_of
from steps.base import StepRequest
from steps.whites.reads import Whites
from web.settled import Page


@dataclass(frozen=True)
class Line:
    """One white in rank: the white, the colour, its figures as text, its sentence, where it leads, and what is asked to
    take it."""

    white: White
    held: SwatchView
    lrv: str
    gap: str
    creaminess: str
    note: str
    href: str
    current: bool
    light: str = ""
    home: str = ""
    rank: str = ""
    take: str = ""


class WhitesPage(Page):
    """What the Whites step of one review shows."""

    def __init__(self, visit: StepRequest) -> None:
        self.at = Whites(visit.context, visit.query)
        self.query = visit.query
        self._subject, self.review = visit.context.subject, visit.context.review

    def _line(self, at: int, white: White, swatch: SwatchView) -> Line:
        there = [white.name for white in self.at.there]
        asked = {"white": str(swatch.colour.pk)} | {
            key: self.query[key] for key in ("with", "gap") if self.query.get(key)
        }
        return Line(
            white,
            swatch,
            words.text.number(white.reading.lrv),
            words.text.number(white.gap, signed=True),
            words.text.number(white.creaminess, signed=True),
            words.whites.white_note(white, self.at.gap, there, self._shared),
            f"?{urlencode(asked)}",
            white is self.at.chosen,
            self._light(at),
            words.whites.suits_rest(self.at.rest_of_home[0][at], self.at.rest_of_home[1])
            if self.at.rest_of_home[1]
            else "",
            take=f"?{urlencode({'white': swatch.colour.pk, 'review': self.review.pk})}",
        )

    @cached_property
    def _shared(self) -> list[str]:
        """What is true of every white that is shown: said once, and in no row."""
        there = [white.name for white in self.at.there]
        facts = [words.whites.white_facts(white, self.at.gap, there) for white in self.at.shown]
        return [fact for fact in facts[0] if all(fact in others for others in facts)] if len(facts) > 1 else []

    @property
    def shared(self) -> str:
        return words.whites.all_whites(self._shared, all(white.clears for white in self.at.shown))

    def _light(self, at: int) -> str:
        """Return by how much warmer than its board a white reads in the room's light, by day and of an evening."""
        if not self.at.all_lit:
            return ""
        lit = {light.evening: light for light in self.at.all_lit[at]}
        by_day, late = (lit[evening].warmer if evening in lit else None for evening in (False, True))
        return words.whites.white_shift(by_day, late, any(light.pairing.terms is Terms.CLASH for light in lit.values()))

    @cached_property
    def lines(self) -> list[Line]:
        shown = self.at.shown
        lines = [self._line(i, *both) for i, both in enumerate(zip(shown, self.at.held(shown), strict=True))]
        ranks = [words.whites.why_not_higher(line.white, above.white) for above, line in pairwise(lines)]
        lower = []
        for i, (above, line) in enumerate(pairwise(lines)):
            first, once_more = ranks[i]
            rank = once_more if any(first == rank for rank, _ in ranks[:i]) else first
            lower.append(replace(line, note="" if line.note == above.note else line.note, rank=rank))
        return [*lines[:1], *lower]

    @property
    def by_creaminess(self) -> list[Line]:
        """The same from creamy to cool, as they hang on the wall."""
        return sorted(self.lines, key=lambda line: (-line.white.creaminess, line.held.name))

    @property
    def chosen(self) -> Line | None:
        return next((line for line in self.lines if line.current), None)

    @property
    def ladder(self) -> SafeString:
        return ladder_of(self._subject, [line.held for line in self.lines] + [swatch for swatch, _ in self.darks])

    @property
    def rests_on(self) -> list[RestsOn]:
        paths = (
            "trim.gap", "trim.crown", "whites.glare_lrv", "whites.clean_within", "whites.near_miss",
            "comparison.white_lrv", "comparison.white_chroma", "temperature.edges",
        )  # fmt: skip
        return rests_on(self._subject.method, self.review.method_own, paths)

    @property
    def edge(self) -> SafeString:
        white = self.chosen
        return butted([self._subject.stimulus.screen, white.held.colour.screen]) if white else SafeString("")

    @cached_property
    def lit(self) -> list[tuple[SafeString, str, str]]:
        """The same edge in the room's light: the drawing, when that is, and what is said of it."""
        line, room = self.chosen, self.at.room
        if line is None or room is None:
            return []
        name = line.held.name
        return [
            (
                butted(light.screens, LOW),
                words.whites.white_when(light.evening),
                words.whites.white_lit(name, room.name, light.evening, light.warmer, light.unsure, light.pairing),
            )
            for light in self.at.lit
        ]

    @property
    def sentence(self) -> str:
        line = self.chosen
        if line is None:
            return words.whites.NO_WHITES
        there = [white.name for white in self.at.there]
        return words.whites.white_chosen(line.held.name, line.white, self.at.gap, there)

    @property
    def no_light(self) -> str:
        return words.whites.NO_WHITE_LIGHT

    @cached_property
    def other_strength(self) -> tuple[str, str]:
        """The strength of the wall at which a white clears: what is said, and the percent that leads to its formula;
        both empty where there is nothing to say."""
        strength = self.at.other_strength
        if strength is None:
            return "", ""
        return words.whites.wall_at_strength(self._subject.name, strength, self.at.gap), f"{strength.percent:g}"

    @property
    def remarks(self) -> list[str]:
        remarks = []
        ranked = self.at.ranked
        if ranked and not any(white.clears for white in ranked):
            remarks.append(words.whites.none_clears(self.at.gap, max(abs(white.gap) for white in ranked)))
        remarks += self._ways_out()
        if self.at.safe:
            (swatch,) = self.at.held([self.at.safe])
            remarks.append(words.whites.safe_white(swatch.name, self.at.safe.reading.lrv, self.at.safe.glares))
        if self.at.coolest:
            (swatch,) = self.at.held([self.at.coolest])
            remarks.append(words.whites.coolest_white(swatch.name, self.at.coolest.reading.temperature.value))
        return remarks

    def _ways_out(self) -> list[str]:
        """Return the ways out where the white that is looked at stands badly beside one that is there."""
        chosen = self.at.chosen
        if chosen is None or not (chosen.is_near_miss or chosen.yellows):
            return []
        same, apart = self.at.ways_out
        names = {white.index: swatch.name for white in (same, apart) if white for swatch in self.at.held([white])}
        return words.whites.ways_out(same, apart, lambda w: names[w.index], [white.name for white in self.at.there])

    @property
    def sheens(self) -> list[str]:
        method, lrv = self._subject.method, self._subject.reading.lrv
        sheens = [
            words.whites.sheen_text(advice.surface, advice.least, advice.most, advice.why)
            for advice in sheen.advice(method)
        ]
        sheens.append(words.whites.crown_disputed(method.title))
        sheens.append(words.whites.sheen_deeper(self._subject.name, "semi-gloss", sheen.deeper(lrv, "semi-gloss")))
        sheens.append(words.whites.sheen_read(lrv, "semi-gloss", sheen.looks(lrv, "semi-gloss")))
        return sheens

    @cached_property
    def darks(self) -> list[tuple[SwatchView, str]]:
        return [
            (swatch, words.whites.dark_note(dark.gap, dark.angle))
            for dark, swatch in zip(self.at.darks, self.at.held_darks(), strict=True)
        ]

    @property
    def gap_problem(self) -> str:
        return words.whites.GAP_WRONG if self.at.gap_wrong else ""

    @property
    def unknown(self) -> str:
        return words.whites.no_such_whites(self.at.unknown) if self.at.unknown else ""
