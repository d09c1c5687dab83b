"""The basis of a review: where the subject's numbers came from, and by which method and neutral it is judged."""

from __future__ import annotations

from methods import queries as method_queries
from prism import words
from reviews.context.subject import Subject
from steps.shell.forms import BasisForm
from web import clocks
from web.settled import Page


class Basis(Page):
    """What the colour is judged by, as the frame shows it."""

    def __init__(self, subject: Subject, form: BasisForm | None = None) -> None:
        self._subject = subject
        self._review = subject.review
        self.form = form or BasisForm(instance=subject.review)

    @property
    def provenance(self) -> str:
        return words.sources.provenance(self._subject.stimulus.provenance, self._subject.reading.uncertainty)

    @property
    def made_with(self) -> str:
        now = self._subject.newer
        return words.sources.made_with_earlier(clocks.day(now.since), now.reason, now.lrv, now.delta_e) if now else ""

    @property
    def intake_notes(self) -> list[str]:
        return self._review.intake_notes.splitlines()

    @property
    def method_title(self) -> str:
        return self._subject.method.title

    @property
    def methods(self) -> list[tuple[str, str]]:
        """The methods with what each holds; the one in force as the review has it, where it is gone."""
        notes = {
            method.key: words.readings.method_note(method) for method in method_queries.available(self._subject.owner)
        }
        key = self._review.method
        if key not in notes and not self._review.method_unreadable:
            notes = {key: words.readings.method_note(self._subject.method)} | notes
        return list(notes.items())

    @property
    def method_chosen(self) -> str:
        """The method that is ticked: the one in force, or what was chosen in a form that was refused."""
        chosen = str(self.form["method"].value())
        return self._subject.method.key if self._review.method_unreadable and not self.form.is_bound else chosen

    @property
    def method_remark(self) -> str:
        """That an own method was changed or deleted since, or that the kept one can no longer be read."""
        if self._review.method_unreadable:
            return words.methods.method_unreadable(self._review.method_unreadable, self._subject.method.title)
        if not self._review.method_table:
            return ""
        now = method_queries.table_of(self._subject.owner, self._review.method)
        if now is None:
            return words.methods.METHOD_GONE
        return "" if now == self._review.method_table else words.methods.METHOD_CHANGED

    @property
    def neutral_title(self) -> str:
        return words.readings.neutral_title(self._subject.neutral, (self._review.neutral_a, self._review.neutral_b))

    @property
    def neutral_note(self) -> str:
        """Where the neutral line lies at the subject's depth."""
        return words.readings.neutral_figures(self._subject.neutral, self._subject.reading.lab[0])
