"""The Verdict step as its template needs it."""

from __future__ import annotations

from jobs.forms import MoveForm
from jobs.models import Room
from prism import words
from reviews.steps.base import StepRequest
from reviews.steps.verdict.forms import WritingForm
from reviews.steps.verdict.services import WRITTEN, Conflict, version_of
from web import clocks


class VerdictPage:
    """What the Verdict step of one review shows; also what is told after something was written."""

    def __init__(self, visit: StepRequest, conflicts: list[Conflict] | None = None) -> None:
        form = visit.forms.get("writing")
        self.review = visit.context.review
        self.looking = visit.context.looking
        self.conflicts = conflicts or []
        self.form = form if isinstance(form, WritingForm) else None

    @property
    def room(self) -> Room | None:
        """The room the review is in."""
        return self.review.room

    @property
    def move(self) -> MoveForm:
        """The form that puts the review into another room."""
        return MoveForm(None, self.review.owner, self.review.room)

    @property
    def fields(self) -> WritingForm:
        """The texts as they stand, to be written on."""
        return WritingForm(initial={field: getattr(self.review, field) for field in WRITTEN}, auto_id="%s")

    @property
    def versions(self) -> dict[str, str]:
        """The version of each text as it is shown."""
        return {field: version_of(getattr(self.review, field)) for field in WRITTEN}

    @property
    def saved(self) -> str:
        """Whether what was written is kept."""
        if self.form is not None and self.form.errors:
            field, errors = next(iter(self.form.errors.items()))
            return words.not_saved(words.FIELDS[field], str(errors[0]))
        return (
            words.saved(f"{clocks.local(self.review.updated):%H:%M:%S}")
            if self.form is not None and not self.conflicts
            else ""
        )
