"""The boards to paint for a job, each colour once: what was reviewed and shortlisted for its rooms, where and when each
is looked at, what to bring along, which to keep apart; and the viewings of all rooms planned together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property

from decks.models import Colour
from jobs import queries as job_queries
from jobs.models import Job
from prism import words
from prism.viewing import samples
from prism.viewing.samples import Sampling
from reviews.context import ReviewContext, SwatchView
from reviews.models import Review
from steps.base import StepRequest
from steps.samples.page import SamplesPage
from viewings.services import Wanted


@dataclass
class JobBoard:
    """A board to be painted for a job: its colour and what it is called for now, how it is made, what it takes, the
    address of its record, and the rooms it is for with where to hang it there."""

    colour: Colour
    name: str
    label: str
    how: Sampling
    litres: float
    address: str
    rooms: dict[str, str] = field(default_factory=dict)

    @property
    def line(self) -> str:
        return words.viewing.sample_line(self.how.size, self.how.ground, self.how.coats, self.litres, self.how.margin)

    @property
    def where(self) -> list[str]:
        return [words.viewing.hung_in(name, spots) for name, spots in sorted(self.rooms.items())]


class JobBoards:
    """The boards of a job."""

    def __init__(self, job: Job) -> None:
        self._job = job

    @cached_property
    def pages(self) -> list[SamplesPage]:
        reviews = (
            Review.objects.filter(room__job=self._job, room__deleted=None, deleted=None)
            .select_related("colour__maker", "room__job", "owner")
            .prefetch_related("decisions")
        )
        waiting = [review for review in reviews if all(each.reopened for each in review.decisions.all())]
        rooms = job_queries.whole().in_bulk([review.room_id for review in waiting])
        return [SamplesPage(StepRequest(ReviewContext(review, rooms[review.room_id]))) for review in waiting]

    @cached_property
    def boards(self) -> list[JobBoard]:
        """Each board, by the names of their colours; one of several reviews is made as the first of them says."""
        made: dict[int, JobBoard] = {}
        for page in self.pages:
            how, litres = page.samples.plan.sampling, page.samples.litres
            spots = words.viewing.spots([(hour.wall, hour.hour) for hour in page.hours])
            for swatch in page.samples.candidates:
                name, address = swatch.title or words.walks.SUBJECT, page.review.get_absolute_url()
                fresh = JobBoard(swatch.colour, name, swatch.label, how, litres, address)
                board = made.setdefault(swatch.colour.pk, fresh)
                if page.review.room:
                    board.rooms.setdefault(page.review.room.name, spots)
        return sorted(made.values(), key=lambda board: board.name)

    @property
    def total(self) -> str:
        return words.viewing.sample_total(len(self.boards), sum(board.litres for board in self.boards))

    @property
    def faults(self) -> list[str]:
        faults = {key for board in self.boards for key in samples.faults(board.how, len(self.boards))}
        return [sentence for key, sentence in words.viewing.SAMPLE_FAULTS.items() if key in faults]

    @cached_property
    def along(self) -> list[tuple[SwatchView, str]]:
        """What to bring along to hold beside them, that is no board itself; and for which of them."""
        painted = {board.colour.pk for board in self.boards}
        brought: dict[int, tuple[SwatchView, list[str]]] = {}
        for page in self.pages:
            for swatch in page.samples.beside:
                if swatch.colour.pk not in painted:
                    names = brought.setdefault(swatch.colour.pk, (swatch, []))[1]
                    if page.review.name_now not in names:
                        names.append(page.review.name_now)
        return [(swatch, words.viewing.brought_for(names)) for swatch, names in brought.values()]

    @property
    def neighbours(self) -> list[str]:
        """Which boards of a room to keep apart, and which to butt on purpose; each once."""
        sentences: dict[str, None] = {}
        for page in self.pages:
            sentences |= dict.fromkeys(page.samples.neighbours)
        return list(sentences)

    @property
    def wanted(self) -> Sequence[Wanted]:
        return [page.wanted() for page in self.pages if page.room and page.hours]
