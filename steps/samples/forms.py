"""What Samples accepts from the outside."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from functools import partial
from typing import Any

from django import forms
from django.utils import timezone

from decks.models import Colour
from prism import words
from prism.viewing.samples import GROUNDS, SIZES, Sampling
from reviews.context import ReviewContext
from reviews.strengths.reads import Strengths
from viewings.models import SamplePlan
from web.forms import SizedForm, SizeField, laid_out, plain

INLINE = laid_out("inline")


class SampleForm(forms.ModelForm):  # type: ignore[type-arg]
    """How boards are made, and by when it is decided."""

    size = forms.ChoiceField(choices=[(key, key) for key in SIZES], label="Size", **INLINE)
    ground = forms.ChoiceField(choices=[(key, words.viewing.GROUNDS[key]) for key in GROUNDS], label="on", **INLINE)
    margin = forms.BooleanField(required=False, label="25 mm of white left all round", **INLINE)
    coats = forms.IntegerField(min_value=1, max_value=4, label="coats", widget=plain(size="2"), **INLINE)
    decide = forms.DateField(required=False, label="Decide by", widget=plain(type="date"), **INLINE)

    class Meta:
        model = SamplePlan
        fields = ("size", "ground", "coats", "margin", "decide")

    @property
    def how(self) -> Sampling:
        data = self.cleaned_data
        return Sampling(data["size"], data["ground"], data["coats"], data["margin"])

    def clean_decide(self) -> date | None:
        """Refuse a day that leaves none to look on."""
        day: date | None = self.cleaned_data["decide"]
        if day is not None and day <= timezone.localdate():
            raise forms.ValidationError(words.viewing.TOO_LATE)
        return day


@dataclass(frozen=True)
class Asked:
    """What a decision begins with: a sheen, litres (None: not known), and what those rest on."""

    sheen: str = ""
    litres: float | None = None
    rests_on: str = ""


STRENGTH = "strength"
"""The subject at the strength that is looked at, among the candidates."""
AGAINST = "not_"


class DecideForm(SizedForm):
    """What is decided, and why; and why not each of the others."""

    colour = forms.ChoiceField(label="Colour")
    sheen = forms.ChoiceField(choices=partial(words.sizes.sheen_choices, "not said"), required=False, label="Sheen")
    paint = forms.CharField(
        required=False, max_length=80, label="In which paint", widget=plain(placeholder="its line, as the can says")
    )
    litres = SizeField(
        low=0, high=400, kind="volume", required=False, called="paint", label="Amount", widget=plain(size="5")
    )
    reason = forms.CharField(max_length=1000, label="Because", widget=forms.Textarea(attrs={"rows": 2}))

    def __init__(self, data: Any, context: ReviewContext, asked: Asked | None = None) -> None:
        review = context.review
        own = context.subject.colour
        self.candidates: dict[str, tuple[Colour, str]] = {str(own.pk): (own, context.subject.name)}
        self.strength = review.strength if abs(review.strength) >= 1 and Strengths(context).recipe else 0.0
        if self.strength:
            self.candidates[STRENGTH] = (own, words.strengths.strength_name(context.subject.name, self.strength))
        for i, swatch in enumerate(context.shortlist, 2):
            called = swatch.colour.name if review.names_shown else f"{words.walks.SUBJECT} {i}"
            self.candidates.setdefault(str(swatch.colour.pk), (swatch.colour, called))
        asked = asked or Asked()
        chosen = STRENGTH if self.strength else str(own.pk)
        super().__init__(data, initial={"colour": chosen, "sheen": asked.sheen, "litres": asked.litres})
        field = self.fields["colour"]
        assert isinstance(field, forms.ChoiceField)
        field.choices = [(key, called) for key, (_, called) in self.candidates.items()]
        self.fields["litres"].help_text = asked.rests_on
        self._others = [key for key in self.candidates if key != STRENGTH] if len(self.candidates) > 1 else []
        for key in self._others:
            self.fields[AGAINST + key] = forms.CharField(
                required=False, max_length=1000, label=words.decisions.why_not(self.candidates[key][1]), widget=plain()
            )

    @property
    def main(self) -> list[forms.BoundField]:
        return [self[name] for name in self.fields if not name.startswith(AGAINST)]

    @property
    def others(self) -> list[forms.BoundField]:
        return [self[AGAINST + key] for key in self._others]

    @property
    def chosen(self) -> tuple[Colour, float]:
        """The colour that was decided for, and its change of strength, percent."""
        key = self.cleaned_data["colour"]
        return self.candidates[key][0], self.strength if key == STRENGTH else 0.0

    @property
    def against(self) -> dict[Colour, str]:
        """Each candidate that was not decided for, with why not; the standard of what is decided at another strength
        only where somebody says why."""
        colour, percent = self.chosen
        against = {self.candidates[key][0]: self.cleaned_data[AGAINST + key] for key in self._others}
        return {one: why for one, why in against.items() if one != colour or (percent and why)}
