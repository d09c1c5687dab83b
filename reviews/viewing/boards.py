"""The boards to paint for a job: what was reviewed and shortlisted for its rooms, each colour once."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from decks.models import Colour
from jobs.models import Job
from prism import words
from prism.viewing import samples
from prism.viewing.samples import Sampling
from reviews.models import Review, SamplePlan


@dataclass(frozen=True)
class JobBoard:
    """A board to be painted for a job: its colour, how it is made, what it takes, and the rooms it is for."""

    colour: Colour
    how: Sampling
    litres: float
    rooms: list[str]

    @property
    def line(self) -> str:
        """How it is made and what it takes."""
        return words.sample_line(self.how.size, self.how.ground, self.how.coats, self.litres)

    @property
    def where(self) -> str:
        """Which rooms it is for."""
        return words.listed(sorted(self.rooms))


class JobBoards:
    """The boards of a job."""

    def __init__(self, job: Job) -> None:
        self._job = job

    @cached_property
    def boards(self) -> list[JobBoard]:
        """Each board, by the names of their colours; one of several reviews is made as the first of them says."""
        made: dict[int, JobBoard] = {}
        for review in self._reviews:
            plan = getattr(review, "sample_plan", None) or SamplePlan(review=review)
            for colour in (review.colour, *(one.colour for one in review.shortlist.all())):
                litres = samples.litres(plan.sampling, 1, self._spreading)
                board = made.setdefault(colour.pk, JobBoard(colour, plan.sampling, litres, []))
                if review.room and review.room.name not in board.rooms:
                    board.rooms.append(review.room.name)
        return sorted(made.values(), key=lambda one: one.colour.name)

    @cached_property
    def _reviews(self) -> list[Review]:
        return list(
            Review.objects.filter(room__job=self._job, room__deleted=None, deleted=None)
            .select_related("colour__maker", "room", "sample_plan")
            .prefetch_related("shortlist__colour__maker")
        )

    @cached_property
    def _spreading(self) -> float:
        """m² that a litre covers once."""
        return self._job.spreading or self._reviews[0].school_in_force.paint.spreading

    @property
    def total(self) -> str:
        """How many boards there are, and what they take."""
        return words.sample_total(len(self.boards), sum(one.litres for one in self.boards))

    @property
    def faults(self) -> list[str]:
        """What would mislead about them."""
        found = {key for one in self.boards for key in samples.faults(one.how, len(self.boards))}
        return [said for key, said in words.SAMPLE_FAULTS.items() if key in found]
