"""The Verdict step as its template needs it."""

from __future__ import annotations

from jobs.forms import MoveForm
from jobs.models import Room
from prism import words
from steps.base import StepRequest
from steps.verdict.forms import WritingForm
from steps.verdict.services import WRITTEN, Conflict, version_of
from web import clocks
from web.settled import Page


class VerdictPage(Page):
    """What the Verdict step of one review shows; also what is told after something was written."""

    def __init__(self, visit: StepRequest, conflicts: list[Conflict] | None = None) -> None:
        form = visit.forms.get("writing")
        self.review = visit.context.review
        looking = visit.context.looking
        self.seen, self.tally = looking.seen, looking.tally
        self.conflicts = conflicts or []
        self.form = form if isinstance(form, WritingForm) else None

    @property
    def room(self) -> Room | None:
        return self.review.room

    @property
    def move(self) -> MoveForm:
        return MoveForm(None, self.review.owner, self.review.room)

    @property
    def fields(self) -> WritingForm:
        return WritingForm(initial={field: getattr(self.review, field) for field in WRITTEN}, auto_id="%s")

    @property
    def versions(self) -> dict[str, str]:
        return {field: version_of(getattr(self.review, field)) for field in WRITTEN}

    @property
    def saved(self) -> str:
        if self.form is not None and self.form.errors:
            field, errors = next(iter(self.form.errors.items()))
            return words.walks.not_saved(words.walks.FIELDS[field], str(errors[0]))
        return (
            words.walks.saved(f"{clocks.local(self.review.updated):%H:%M:%S}")
            if self.form is not None and not self.conflicts
            else ""
        )
