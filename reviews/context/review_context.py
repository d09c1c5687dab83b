"""One colour with what is held beside it: the parts of the review context, each made when it is first asked for."""

from __future__ import annotations

from functools import cached_property

from jobs import queries as job_queries
from jobs.models import Room
from reviews.context.comparison_set import ComparisonSet
from reviews.context.holding import Decks, SwatchView
from reviews.context.looking import Looking
from reviews.context.subject import Subject
from reviews.context.wall import Wall
from reviews.models import KeptScheme, Review
from tinting import queries as tinting_queries
from web.query_cache import QueryCache

_rooms: QueryCache[int, Room | None] = QueryCache(32)
"""Rooms whole, for as long as their rows are the same: most of what a step in a room asks."""


class ReviewContext:
    """The review context of one review; the review says which colour the person holds beside the subject.

    `room` is its room, whole, where it is at hand.
    """

    def __init__(self, review: Review, room: Room | None = None) -> None:
        self.review, self._room = review, room

    @cached_property
    def subject(self) -> Subject:
        return Subject(self.review)

    @cached_property
    def decks(self) -> Decks:
        return Decks(self.subject)

    @cached_property
    def tinting(self) -> tinting_queries.State:
        """The tinting system in force, as its state; asked for once."""
        return tinting_queries.state(self.subject.owner)

    @cached_property
    def room(self) -> Room | None:
        """The room of the review with all that lights and fills it; None where it is in none, or in one that was put
        aside. It is shared with later requests, and must not be written to."""
        pk = self.review.room_id
        return self._room or (_rooms.get(pk, lambda: job_queries.of_review(pk)) if pk else None)

    @cached_property
    def room_with_what_stays(self) -> Room | None:
        """The room with its finishes and fixed elements alone, or whole where that was asked for already."""
        if self._room or "room" in self.__dict__:
            return self.room
        return job_queries.of_review(self.review.room_id, lit=False)

    @cached_property
    def looking(self) -> Looking:
        return Looking(self.subject)

    @cached_property
    def set(self) -> ComparisonSet:
        return ComparisonSet(self.decks, self.looking)

    @cached_property
    def wall(self) -> Wall:
        return Wall(self.decks, self.set, self.looking, self.review.beside)

    @cached_property
    def shortlist(self) -> list[SwatchView]:
        return self.decks.fetch_all([each.colour_id for each in self.review.shortlist.all()])

    @cached_property
    def schemes(self) -> list[KeptScheme]:
        """The schemes that were kept with the review, those put aside too, the newest first."""
        return list(self.review.schemes.prefetch_related("places__colour__maker"))

    def after_boards_changed(self) -> ReviewContext:
        """Return the review context with the boards read again, and a set chosen from what they leave."""
        after = ReviewContext(self.review)
        after.__dict__.update({"subject": self.subject, "decks": self.decks, "looking": self.looking})
        after.__dict__["set"] = self.set.anew(self.looking)
        return after
