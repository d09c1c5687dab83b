"""The document of a job: a page for every room, the whole home, formulas for the counter."""

from __future__ import annotations

from functools import cached_property

from django.contrib.auth.models import User

from documents.document import Document
from jobs.home_white import wall_of
from jobs.models import Job
from jobs.whole_home import WholeHome


class JobDocument:
    """What the client of a job is given: each room by the review of its walls, then the home as one."""

    def __init__(self, user: User, job: Job) -> None:
        self.job = job
        self.home = WholeHome(user, job)

    @cached_property
    def pages(self) -> list[tuple[str, Document]]:
        """The rooms whose walls have a colour that was reviewed, with the document of that review; those whose findings
        are withheld wait."""
        walls = [(room.name, wall_of(room)) for room in self.home.rooms]
        made = [(name, Document(wall.review)) for name, wall in walls if wall and wall.review]
        return [(name, document) for name, document in made if not document.waits]

    def table(self) -> dict[str, object]:
        return {
            "format": "gentle-prism-job-document",
            "version": 1,
            "title": self.job.title,
            "client": self.job.client,
            "rooms": [{"room": name, "document": document.table()} for name, document in self.pages],
            "counter": [
                {"colour": one.colour.name, "label": one.colour.label, "sheen": one.sheen, "paint": one.paint,
                 "amount": one.said, "recipe": one.recipe, "goes": one.goes}
                for one in self.home.totals
            ],
            "cautions": list(self.home.cautions),
        }  # fmt: skip
