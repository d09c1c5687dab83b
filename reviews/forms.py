"""What a review accepts from the outside."""

from __future__ import annotations

from typing import TYPE_CHECKING

from django import forms

from decks import queries as decks
from prism import school, words
from reviews.models import Review

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
        fields = ["surround", "names_shown", "edge_view"]


class BasisForm(ReviewForm):
    """The school and the working neutral."""

    school = forms.ChoiceField(choices=lambda: [(key, school.load(key).title) for key in school.names()])
    neutral_a = forms.FloatField(min_value=-SHIFT, max_value=SHIFT)
    neutral_b = forms.FloatField(min_value=-SHIFT, max_value=SHIFT)

    class Meta:
        model = Review
        fields = ["school", "neutral", "neutral_a", "neutral_b"]

    def clean_neutral(self) -> str:
        """Return the neutral; one through whites needs whites."""
        neutral: str = self.cleaned_data["neutral"]
        if neutral == Review.Neutral.WHITES and not decks.my_whites(self.instance.owner):
            raise forms.ValidationError(words.no_whites())
        return neutral


class WritingForm(forms.Form):
    """What the specialist writes; only the fields that were sent are kept."""

    verdict = forms.CharField(required=False, max_length=8000, strip=False)
    notes = forms.CharField(required=False, max_length=20000, strip=False)
    job = forms.CharField(required=False, max_length=80)
    room = forms.CharField(required=False, max_length=80)

    def sent(self) -> dict[str, str]:
        """Return the cleaned fields that the request held."""
        return {name: self.cleaned_data[name] for name in self.fields if name in self.data}
