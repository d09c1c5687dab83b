"""The consultation of a job: the home as one, every room, what to buy, and what was seen on site."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from django.contrib.auth.models import User

from documents.document import Document
from documents.orders.orders import Order, orders_of
from documents.palette_sheet.palette import JobPalette
from documents.pdf import as_one_file, as_pdf
from jobs.home_white import OnWalls, wall_of
from jobs.models import Job, Room
from jobs.whole_home import WholeHome
from people.models import Studio
from prism import words
from reviews.models import Review
from viewings.models import Viewing
from viewings.queries import local
from viewings.shown import Shown
from web.settled import render_to_string

PRINT = "documents/print_job.html"


@dataclass(frozen=True)
class RoomState:
    """A room with the review of its walls, how far it is, and whether it has pages in the consultation."""

    room: Room
    review: Review | None
    sentence: str
    is_told: bool


@dataclass(frozen=True)
class Looked:
    """A look on site: when, in which room, at what, and what was seen."""

    when: str
    room: str
    colour: str
    sentence: str


class JobDocument:
    """What the client of a job is given: the home as one, each room by the review of its walls, the palette, what to
    buy, and what was seen."""

    def __init__(self, user: User, job: Job) -> None:
        self.user, self.job = user, job
        self.home = WholeHome(user, job)

    @cached_property
    def _walls(self) -> list[tuple[Room, OnWalls | None, Document | None]]:
        """Each room, what is on its walls, and the document of that where it was reviewed."""
        walls = [(room, wall_of(room)) for room in self.home.rooms]
        return [
            (room, wall, Document(wall.review, self.home) if wall and wall.review else None) for room, wall in walls
        ]

    @cached_property
    def pages(self) -> list[tuple[str, Document]]:
        """The rooms whose walls have a colour that was reviewed, with the document of that review; those whose findings
        are withheld wait."""
        return [(room.name, made) for room, _, made in self._walls if made and not made.waits]

    @cached_property
    def rooms(self) -> list[RoomState]:
        """Every room with how far it is."""
        rooms = []
        for room, wall, made in self._walls:
            name, decided = (wall.name, wall.is_decided) if wall else ("", False)
            state = words.consultation.room_state(name, decided, made is not None, bool(made and made.waits))
            rooms.append(RoomState(room, made.review if made else None, state, bool(made and not made.waits)))
        return rooms

    @cached_property
    def lines(self) -> list[tuple[str, list[tuple[str, str]]]]:
        """Each room with what goes on its walls, trim, ceiling and doors, and in which finish; without figures."""
        return [
            (line.room.name, [(part.called or part.whence, part.finish) for part in line.parts])
            for line in self.home.lines
        ]

    @cached_property
    def palette(self) -> JobPalette:
        return JobPalette(self.user, self.job, self.home)

    @cached_property
    def orders(self) -> list[Order]:
        """What to buy by maker, decided paint alone: samples are no part of what a client buys."""
        return [order for order in orders_of(self.user, self.job, self.home) if order.paint]

    @cached_property
    def looks(self) -> list[Looked]:
        """What was seen on site in the rooms that are told, in order of time."""
        told = [page.review for _, page in self.pages]
        viewings = Viewing.objects.filter(review__in=told, deleted=None).exclude(seen_at=None).order_by("seen_at")
        viewings = viewings.select_related("review__colour", "review__owner", "colour", "beside", "room__job", "by")
        return [
            Looked(
                words.viewing.day_and_hour(local(one)), one.room.name if one.room else "", shown.name, shown.sentence
            )
            for one, shown in ((viewing, Shown(viewing)) for viewing in viewings)
        ]

    @property
    def overview(self) -> str:
        """How many rooms are told, and how many wait."""
        decided = sum(wall is not None and wall.is_decided for _, wall, _ in self._walls)
        return words.consultation.consultation_overview(len(self.rooms), len(self.pages), decided)

    def table(self) -> dict[str, object]:
        return {
            "format": "gentle-prism-job-document",
            "version": 1,
            "title": self.job.title,
            "client": self.job.client,
            "rooms": [{"room": name, "document": document.table()} for name, document in self.pages],
            "palette": [
                {"colour": colour.name, "label": colour.label, "screen": colour.screen, "goes": colour.goes}
                for colour in self.palette.colours
            ],
            "counter": [
                {"colour": total.colour.name, "label": total.colour.label, "sheen": total.sheen, "paint": total.paint,
                 "amount": total.sentence, "recipe": total.recipe, "goes": total.goes}
                for total in self.home.totals
            ],
            "viewings": [vars(look) for look in self.looks],
            "cautions": list(self.home.cautions),
        }  # fmt: skip

    def printed(self, studio: Studio) -> dict[str, object]:
        """Return what its pages print."""
        pages = [(name, made.printed()) for name, made in self.pages]
        document = {
            "job": self.job, "home": self.home, "pages": pages, "rooms": self.rooms, "lines": self.lines,
            "palette": self.palette, "orders": self.orders, "looks": self.looks, "overview": self.overview,
        }  # fmt: skip
        return {"document": document, "studio": studio}

    def pdf(self, studio: Studio, paper: str = "A4") -> bytes:
        """Return it as a tagged PDF on A4 or Letter. Raises `KeyError` for another paper."""
        return as_pdf(PRINT, self.printed(studio), paper)

    def html_file(self, studio: Studio) -> str:
        """Return it as one HTML file that fetches nothing."""
        return as_one_file(render_to_string(PRINT, self.printed(studio)))
