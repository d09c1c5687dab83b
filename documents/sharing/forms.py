"""What sharing accepts from the outside."""

from __future__ import annotations

from typing import Any

from django import forms

from documents.models import ClientAnswer
from prism import words
from reviews.models import Review
from web.forms import plain

USUAL_DAYS = 30


class ShareForm(forms.Form):
    """Which reviews are shown, whether the home is, and for how long."""

    reviews = forms.MultipleChoiceField(label="Show", widget=forms.CheckboxSelectMultiple, required=False)
    home = forms.BooleanField(required=False, label="The home on one sheet, room by room")
    days = forms.IntegerField(
        min_value=1, max_value=365, initial=USUAL_DAYS, required=False, label="For days", widget=plain(size="4")
    )

    def __init__(self, data: Any, candidates: list[Review]) -> None:
        super().__init__(data)
        self._by_pk = {str(candidate.pk): candidate for candidate in candidates}
        field = self.fields["reviews"]
        assert isinstance(field, forms.MultipleChoiceField)
        field.choices = [
            (pk, words.sharing.review_called(review.name_now, review.room.name if review.room else ""))
            for pk, review in self._by_pk.items()
        ]

    def clean(self) -> dict[str, Any]:
        """Refuse a link that would show nothing."""
        data = super().clean() or {}
        if not self.errors and not data.get("reviews") and not data.get("home"):
            self.add_error("reviews", words.sharing.SHOW_SOMETHING)
        return data

    def clean_days(self) -> int:
        """Return for how many days the link holds, the usual number where none was said."""
        days: int | None = self.cleaned_data["days"]
        return USUAL_DAYS if days is None else days

    @property
    def chosen(self) -> list[Review]:
        return [self._by_pk[pk] for pk in self.cleaned_data["reviews"]]


class ReplyForm(forms.Form):
    """What the studio replies to a client."""

    reply = forms.CharField(max_length=1000, error_messages={"required": words.sharing.REPLY_NEEDED})


class AnswerForm(forms.Form):
    answer = forms.ChoiceField(choices=ClientAnswer.Answer.choices)
    text = forms.CharField(
        required=False, max_length=1000, label="Anything to add, or to ask", widget=forms.Textarea(attrs={"rows": 2})
    )
    name = forms.CharField(required=False, max_length=80, label="Your name", widget=plain())

    def clean(self) -> dict[str, Any]:
        """Refuse a question that asks nothing."""
        data = super().clean() or {}
        if data.get("answer") == ClientAnswer.Answer.ASK and not data.get("text"):
            self.add_error("text", words.sharing.ASK_WHAT)
        return data
