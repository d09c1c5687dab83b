"""The first hour in a new studio: real acts in their order, each done when what it makes is there."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.utils.safestring import SafeString, mark_safe

from decks import queries as deck_queries
from decks.forms import ImportForm
from decks.models import Colour, Import
from jobs import queries as job_queries
from jobs.forms import JobForm, MoveForm
from jobs.models import Job
from people.queries import team
from reviews import queries
from reviews.models import Review
from web import manual
from web.settled import Page, Settled

OFFERED = 4
"""Colours of the deck that are offered to begin with."""
ACTS = ("deck", "review", "room", "light")


@dataclass(frozen=True)
class Act:
    """One act: what it is called, what it is for, whether it is done, and whether it is the next."""

    key: str
    title: str
    text: SafeString
    done: bool
    is_next: bool


class FirstHour(Page):
    """What a new studio has done of its first hour, and what it takes to go on."""

    def __init__(self, user: User) -> None:
        self._user = user

    def settled(self) -> Settled:
        """Return what is shown; of an hour that is over, that it is."""
        return Settled(is_over=True) if self.is_over else super().settled()

    @cached_property
    def _reviews(self) -> QuerySet[Review]:
        return queries.of_studio(self._user).filter(deleted=None)

    @cached_property
    def done(self) -> dict[str, bool]:
        came = Import.objects.filter(owner__in=team(self._user), state=Import.State.DONE).exists()
        rooms = job_queries.rooms(self._user).filter(deleted=None, job__deleted=None)
        return {
            "deck": came or deck_queries.makers(self._user).filter(owner__in=team(self._user)).exists(),
            "review": self._reviews.exists(),
            "room": rooms.exclude(width=None).exists(),
            "light": self.is_over,
        }

    @cached_property
    def is_over(self) -> bool:
        """Whether the studio knows its way: there is a review, and it is in a room."""
        return self._reviews.exclude(room=None).exists()

    @property
    def actions(self) -> list[Act]:
        coming = next((key for key in ACTS if not self.done[key]), "")
        parts = zip(ACTS, manual.first_hour(), strict=True)
        return [Act(key, title, mark_safe(text), self.done[key], key == coming) for key, (title, text) in parts]

    @property
    def file_form(self) -> ImportForm:
        return ImportForm()

    @property
    def offered(self) -> list[Colour]:
        """A few colours to begin with, from end to end of the studio's own deck where there is one."""
        every = deck_queries.visible_to(self._user).filter(maker__isnull=False).select_related("maker").order_by("lrv")
        own = every.filter(maker__owner__in=team(self._user))
        deck = own if own.exists() else every
        step = max(deck.count() // OFFERED, 1)
        return list(deck[step // 2 :: step])[:OFFERED]

    @property
    def job(self) -> Job | None:
        return job_queries.listed(self._user).first()

    @property
    def job_form(self) -> JobForm:
        return JobForm()

    @property
    def review(self) -> Review | None:
        return self._reviews.select_related("colour").first()

    @property
    def move(self) -> MoveForm:
        return MoveForm(None, self._user, None)
