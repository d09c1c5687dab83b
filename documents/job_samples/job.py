"""The boards to paint for a job, each colour once: what was reviewed and shortlisted for its rooms, where and when each
is looked at, what to bring along, which to keep apart; and the viewings of all rooms planned together."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field

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


@dataclass(frozen=True)
class JobBoards:
    """The boards of a job by the names of their colours; what to bring along to hold beside them that is no board
    itself, and for which of them; which to keep apart and which to butt on purpose, each once; what is to be looked
    at."""

    boards: list[JobBoard]
    along: list[tuple[SwatchView, str]]
    neighbours: list[str]
    wanted: list[Wanted]

    @property
    def total(self) -> str:
        return words.viewing.sample_total(len(self.boards), sum(board.litres for board in self.boards))

    @property
    def faults(self) -> list[str]:
        faults = {key for board in self.boards for key in samples.faults(board.how, len(self.boards))}
        return [sentence for key, sentence in words.viewing.SAMPLE_FAULTS.items() if key in faults]


def job_boards(job: Job) -> JobBoards:
    """Return all that the boards of a job ask for; one review after the other, since the light of its room is at hand
    for some rooms only."""
    made: dict[int, JobBoard] = {}
    brought: dict[int, tuple[SwatchView, dict[str, None]]] = {}
    neighbours: dict[str, None] = {}
    wanted: list[Wanted] = []
    for page in _pages(job):
        _add_boards(made, page)
        for swatch in page.samples.beside:
            brought.setdefault(swatch.colour.pk, (swatch, {}))[1][page.review.name_now] = None
        neighbours |= dict.fromkeys(page.samples.neighbours)
        if page.room and page.hours:
            wanted.append(page.wanted())
    along = [
        (swatch, words.viewing.brought_for(list(names))) for pk, (swatch, names) in brought.items() if pk not in made
    ]
    return JobBoards(_by_name(made), along, list(neighbours), wanted)


def boards_alone(job: Job) -> list[JobBoard]:
    """Return the boards of a job without what to hold beside them and when."""
    made: dict[int, JobBoard] = {}
    for page in _pages(job):
        _add_boards(made, page)
    return _by_name(made)


def _pages(job: Job) -> Iterator[SamplesPage]:
    """Return the samples of each review of a job that waits for a decision."""
    reviews = Review.objects.filter(room__job=job, room__deleted=None, deleted=None).select_related("colour__maker")
    # people are fetched once each, not with every review: they hold who belongs to their studio
    reviews = reviews.prefetch_related("owner", "decisions", "boards", "shortlist", "colour__earlier")
    waiting = [review for review in reviews if all(each.reopened for each in review.decisions.all())]
    rooms = job_queries.whole().in_bulk([review.room_id for review in waiting])
    for review in waiting:
        review.room = rooms[review.room_id]
        yield SamplesPage(StepRequest(ReviewContext(review, review.room)))


def _add_boards(made: dict[int, JobBoard], page: SamplesPage) -> None:
    """Add the boards of a review; one of several reviews is made as the first of them says."""
    how, litres = page.samples.plan.sampling, page.samples.litres
    spots = words.viewing.spots([(hour.wall, hour.hour) for hour in page.hours])
    for swatch in page.samples.candidates:
        name, address = swatch.title or words.walks.SUBJECT, page.review.get_absolute_url()
        fresh = JobBoard(swatch.colour, name, swatch.label, how, litres, address)
        board = made.setdefault(swatch.colour.pk, fresh)
        if page.review.room:
            board.rooms.setdefault(page.review.room.name, spots)


def _by_name(made: Mapping[int, JobBoard]) -> list[JobBoard]:
    return sorted(made.values(), key=lambda board: board.name)
