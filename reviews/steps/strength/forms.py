"""What Strength accepts from the outside."""

from __future__ import annotations

from typing import Any

from django import forms

from decks import queries as deck_queries
from decks.models import Colour
from prism import messages, words
from prism.tint.reach import STRONGEST, WEAKEST, Reached
from reviews.steps.strength.reads import Strengths
from web.forms import number_typed


class AdjustForm(forms.Form):
    """Which strength to look at: a change in percent, an LRV, a gap to a trim, or as dark as another colour."""

    percent = forms.CharField(required=False, max_length=12)
    lrv = forms.CharField(required=False, max_length=12)
    gap = forms.CharField(required=False, max_length=12)
    trim = forms.IntegerField(required=False)
    like = forms.CharField(required=False, max_length=130)

    def __init__(self, data: Any, at: Strengths) -> None:
        super().__init__(data)
        self._at = at
        self.found: Reached | None = None
        """The strength asked for, once the form is valid."""

    def _within(self, name: str, low: float, high: float) -> float | None:
        text = self.cleaned_data[name].strip()
        if not text:
            return None
        value = number_typed(words.ADJUST_LABELS[name], text.removesuffix("%").strip())
        if not low <= value <= high:
            raise forms.ValidationError(messages.out_of_range(words.ADJUST_LABELS[name], value, low, high))
        return value

    def clean_percent(self) -> float | None:
        """Return the change; less than −100 % would need less than no colorant."""
        return self._within("percent", WEAKEST, STRONGEST)

    def clean_lrv(self) -> float | None:
        """Return the LRV wanted."""
        return self._within("lrv", 0, 100)

    def clean_gap(self) -> float | None:
        """Return the gap wanted, LRV points; the wall is the darker one."""
        return self._within("gap", -100, 100)

    def clean(self) -> dict[str, Any]:
        """Find the strength; the first of what is given counts."""
        data = super().clean() or {}
        if self.errors:
            return data
        wanted = data.get("lrv")
        if data.get("percent") is not None:
            percent = data["percent"]
            step = self._at.at([percent])
            self.found = Reached(percent, step[0].lrv, step[0].lrv) if step else None
            return data
        if data.get("gap") is not None:
            trims = {held.colour.pk: held for held in self._at.bench.set.whites}
            trim = trims.get(data.get("trim") or 0) or next(iter(trims.values()), None)
            wanted = trim.reading.lrv - data["gap"] if trim else None
        elif data.get("like", "").strip():
            try:
                wanted = deck_queries.one_named(self._at.bench.subject.owner, data["like"]).lrv
            except deck_queries.NotOneColourError as wrong:
                self.add_error("like", str(wrong))
                return data
        if wanted is not None:
            self.found = self._at.percent_for_lrv(min(max(wanted, 0.0), 100.0))
        return data


class MixForm(forms.Form):
    """Another paint, and parts of both."""

    other = forms.CharField(max_length=130, error_messages={"required": words.mix_needs_other()})
    own_parts = forms.CharField(max_length=12, initial="1")
    other_parts = forms.CharField(max_length=12, initial="1")
    colour: Colour

    def __init__(self, data: Any, at: Strengths) -> None:
        super().__init__(data)
        self._at = at

    def clean_other(self) -> str:
        """Return the other colour's code or name; it must be that of one colour."""
        text: str = self.cleaned_data["other"]
        try:
            self.colour = deck_queries.one_named(self._at.bench.subject.owner, text)
        except deck_queries.NotOneColourError as wrong:
            raise forms.ValidationError(str(wrong)) from None
        return text

    def _parts(self, name: str) -> float:
        value = number_typed(words.ADJUST_LABELS["parts"], self.cleaned_data[name])
        if not 0 < value <= 1000:
            raise forms.ValidationError(words.parts_above_nought())
        return value

    def clean_own_parts(self) -> float:
        """Return parts of the subject."""
        return self._parts("own_parts")

    def clean_other_parts(self) -> float:
        """Return parts of the other stimulus."""
        return self._parts("other_parts")
