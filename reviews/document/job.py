"""The document of a job: a page for every room, the whole home, formulas for the counter."""

from __future__ import annotations

from functools import cached_property

from django.contrib.auth.models import User
from django.db.models import F, Max, Q

from jobs.models import Job
from jobs.whole_home import WholeHome
from reviews.document.document import Document
from reviews.models import Review


class JobDocument:
    """What the client of a job is given: each room by the review of its walls, then the home as one."""

    def __init__(self, user: User, job: Job) -> None:
        self.job = job
        self.home = WholeHome(user, job)

    @cached_property
    def pages(self) -> list[tuple[str, Document]]:
        """The rooms that have a review, with the document of the one that was decided last, else of the newest; those
        whose findings are withheld wait."""
        newest: dict[int, Review] = {}
        held = Review.objects.filter(room__job=self.job, room__deleted=None, deleted=None)
        decided = Max("decisions__made", filter=Q(decisions__reopened=None))
        ordered = held.annotate(decided=decided).order_by(F("decided").desc(nulls_last=True), "-updated", "-id")
        for review in ordered.select_related("colour__maker", "room__job", "owner"):
            if review.room_id is not None:
                newest.setdefault(review.room_id, review)
        made = [(room.name, Document(newest[room.pk])) for room in self.home.rooms if room.pk in newest]
        return [(name, document) for name, document in made if not document.waits]

    def table(self) -> dict[str, object]:
        """Return the document as JSON holds it."""
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
