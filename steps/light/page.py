"""The Light step as its template needs it."""

from __future__ import annotations

from functools import cached_property

from decks import queries as deck_queries
from jobs.contents import pairings_text, why_no_light
from jobs.day_shown import DayShown
from jobs.forms import MoveForm
from jobs.models import Room
from prism import words
from prism.light.findings import Facing
from steps.base import StepRequest
from steps.light.reads import Better, Light
from web.settled import Page


class LightPage(Page):
    """What the Light step of one review shows."""

    def __init__(self, visit: StepRequest) -> None:
        self.at = Light(visit.context, visit.query)
        self.notice = visit.notice
        self._context, self.query = visit.context, visit.query

    @property
    def room(self) -> Room | None:
        return self.at.room

    @cached_property
    def move(self) -> MoveForm:
        return MoveForm(None, self._context.subject.owner, self.room)

    @cached_property
    def shown(self) -> DayShown | None:
        """The day; None without a room whose light can be computed."""
        if self.at.day is None or self.room is None:
            return None
        others = [(swatch.colour.pk, swatch.title or swatch.name) for swatch in self.at.candidates]
        subject, framed = self._context.subject, self.query.get("frames", "")
        explained = "why" in self.query
        return DayShown(self.at.day, self.room, subject.name, self._context.review.pk, others, framed, explained)

    @property
    def why_not(self) -> str:
        if self.room is None:
            return words.light.NO_ROOM_LIGHT
        return why_no_light(self.at.day, self.room)

    @property
    def southern(self) -> bool:
        if self.room is not None and self.room.job.latitude is not None:
            return self.room.job.latitude < 0
        return self.query.get("half") == "south"

    @property
    def rules(self) -> list[str]:
        """What the method's practice says of rooms by the way they look, in this hemisphere."""
        light = self._context.subject.method.light
        ways = {"north": Facing.TOWARD if self.southern else Facing.AWAY, "east": Facing.EAST}
        ways |= {"south": Facing.AWAY if self.southern else Facing.TOWARD, "west": Facing.WEST}
        return [words.light.faces(way, getattr(light, kind)) for way, kind in ways.items()]

    @cached_property
    def counsels(self) -> list[str]:
        found_counsels = self.at.day.counsels if self.at.day else []
        return words.warnings.counsels_text([(c.kind, c.walls, c.computed, c.practice, c.size) for c in found_counsels])

    @property
    def aim(self) -> str:
        day = self.at.day
        if day is None or day.aim is None or not self.at.is_shifted:
            return ""
        return words.light.aim_text(day.aim.lrv, self._context.subject.reading.lrv, day.aim.warmer)

    @cached_property
    def better(self) -> list[tuple[Better, str]]:
        return [(better, words.light.comes_within(better.near, self.at.own_away)) for better in self.at.better]

    @cached_property
    def listed(self) -> set[int]:
        return {swatch.colour.pk for swatch in self._context.shortlist}

    @cached_property
    def strengths(self) -> list[tuple[str, float, str, str]]:
        """Strengths of the subject that come nearer: percent as said, percent, screen value, and how near."""
        return [
            (words.text.percent(p), p, self.at.adjusted[p].screen, words.light.comes_within(near, self.at.own_away))
            for p, near in self.at.strengths
        ]

    @cached_property
    def pairings(self) -> list[str]:
        return [sentence for _, each in pairings_text(self.at.day) for sentence in each] if self.at.day else []

    @property
    def parting(self) -> str:
        """When the subject and the first other candidate part most."""
        other = next(iter(self.at.candidates), None)
        if other is None or self.at.day is None:
            return ""
        whole = deck_queries.by_ids([other.colour.pk])[other.colour.pk]
        spot = self.at.day.parts_most(whole.stimulus)
        return (
            words.light.parts_most(other.name, spot.hour, spot.wall, words.light.sky_of(spot.cloud), spot.away)
            if spot
            else ""
        )
