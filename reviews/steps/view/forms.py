"""What View accepts from the outside."""

from __future__ import annotations

from datetime import date
from typing import Any

from django import forms
from django.utils import timezone

from decks.models import Colour
from prism import words
from prism.viewing.samples import GROUNDS, SIZES
from prism.whites.sheen import SHEENS
from reviews.bench import Bench
from reviews.models import SamplePlan
from web.forms import SizedForm, SizeField, laid_out, plain

INLINE = laid_out("inline")


class SampleForm(forms.ModelForm):  # type: ignore[type-arg]
    """How boards are made, and by when it is decided."""

    size = forms.ChoiceField(choices=[(key, key) for key in SIZES], label="Size", **INLINE)
    ground = forms.ChoiceField(choices=[(key, words.GROUNDS[key]) for key in GROUNDS], label="on", **INLINE)
    coats = forms.IntegerField(min_value=1, max_value=4, label="coats", widget=plain(size="2"), **INLINE)
    decide = forms.DateField(required=False, label="Decide by", widget=plain(type="date"), **INLINE)

    class Meta:
        model = SamplePlan
        fields = ("size", "ground", "coats", "decide")

    def clean_decide(self) -> date | None:
        """Refuse a day that leaves none to look on."""
        day: date | None = self.cleaned_data["decide"]
        if day is not None and day <= timezone.localdate():
            raise forms.ValidationError(words.TOO_LATE)
        return day


class DecideForm(SizedForm):
    """What is decided, and why."""

    colour = forms.ChoiceField(label="Colour")
    sheen = forms.ChoiceField(choices=[("", "not said"), *((s, s) for s in SHEENS)], required=False, label="Sheen")
    litres = SizeField(
        low=0, high=400, kind="volume", required=False, said="paint", label="Paint", widget=plain(size="5")
    )
    reason = forms.CharField(max_length=1000, label="Because", widget=forms.Textarea(attrs={"rows": 2}))

    def __init__(self, data: Any, bench: Bench) -> None:
        self.candidates: dict[str, Colour] = {str(bench.subject.colour.pk): bench.subject.colour}
        self.candidates |= {str(held.colour.pk): held.colour for held in bench.shortlist}
        super().__init__(data)
        field = self.fields["colour"]
        assert isinstance(field, forms.ChoiceField)
        shown = bench.review.names_shown
        field.choices = [
            (pk, one.name if shown else f"{words.SUBJECT} {i}")
            for i, (pk, one) in enumerate(self.candidates.items(), 1)
        ]

    @property
    def chosen(self) -> Colour:
        """The colour that was decided for."""
        return self.candidates[self.cleaned_data["colour"]]
