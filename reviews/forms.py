"""What a review accepts from the outside."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from django import forms

from decks import queries as decks
from prism import words
from prism.comparison import NOTHING
from reviews.models import Review
from schools import queries as schools

if TYPE_CHECKING:
    ReviewForm = forms.ModelForm[Review]
else:
    ReviewForm = forms.ModelForm

SHIFT = 4.0
"""How far, Lab units, the working neutral may be moved by hand."""


class WallForm(ReviewForm):
    """How the boards are shown."""

    class Meta:
        model = Review
        fields = ["surround", "names_shown", "edge_view", "wall_view", "wall_order", "withhold"]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["wall_view"].required = self.fields["wall_order"].required = False

    def clean_wall_view(self) -> str:
        """Return how many boards are held together, as it was where nothing is said of it."""
        chosen: str = self.cleaned_data["wall_view"] or self.initial["wall_view"]
        return chosen

    def clean_wall_order(self) -> str:
        """Return the order of the boards, as it was where nothing is said of it."""
        chosen: str = self.cleaned_data["wall_order"] or self.initial["wall_order"]
        return chosen


class BasisForm(ReviewForm):
    """The school and the working neutral."""

    school = forms.ChoiceField()
    neutral_a = forms.FloatField(min_value=-SHIFT, max_value=SHIFT)
    neutral_b = forms.FloatField(min_value=-SHIFT, max_value=SHIFT)

    class Meta:
        model = Review
        fields = ["school", "neutral", "neutral_a", "neutral_b"]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        chosen = self.fields["school"]
        assert isinstance(chosen, forms.ChoiceField)
        titles = {one.key: one.title for one in schools.available(self.instance.owner)}
        chosen.choices = list(({self.instance.school: self.instance.school_in_force.title} | titles).items())

    def clean_neutral(self) -> str:
        """Return the neutral; one through whites needs whites."""
        neutral: str = self.cleaned_data["neutral"]
        if neutral == Review.Neutral.WHITES and not decks.my_whites(self.instance.owner):
            raise forms.ValidationError(words.no_whites())
        return neutral


class SeenForm(forms.Form):
    """What a person sees of the subject beside a board, and in which light."""

    seen = forms.MultipleChoiceField(
        choices=[(word, word) for word in (*words.SEEN_CHOICES, NOTHING)],
        error_messages={"required": words.choose_something()},
    )
    note = forms.CharField(required=False, max_length=400)
    light = forms.CharField(required=False, max_length=80)

    def clean_seen(self) -> list[str]:
        """Return the directions seen; nothing and something exclude each other."""
        seen: list[str] = self.cleaned_data["seen"]
        if NOTHING in seen and len(seen) > 1:
            raise forms.ValidationError(words.both_kinds())
        return seen


class AskForm(forms.Form):
    """A wish in the trade's words."""

    ask = forms.CharField(required=False, max_length=200)


class WritingForm(forms.Form):
    """What the specialist writes; only the fields that were sent are kept."""

    verdict = forms.CharField(required=False, max_length=8000, strip=False)
    notes = forms.CharField(required=False, max_length=20000, strip=False)
    job = forms.CharField(required=False, max_length=80)
    room = forms.CharField(required=False, max_length=80)

    def sent(self) -> dict[str, str]:
        """Return the cleaned fields that the request held."""
        return {name: self.cleaned_data[name] for name in self.fields if name in self.data}
