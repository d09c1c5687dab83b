"""What Strength accepts from the outside."""

from __future__ import annotations

from typing import Any

from django import forms

from decks import queries as deck_queries
from decks.models import Colour
from prism import words
from prism.tint.reach import STRONGEST, WEAKEST, Reached
from reviews.strengths.reads import Strengths
from web.forms import NumberField, laid_out, number_typed

INLINE = laid_out("inline")
SAME = 0.5
"""Percent by which two strengths are the same one, as a person types them."""


class PercentField(NumberField):
    """A change of strength; the percent sign may be typed too."""

    def clean(self, value: Any) -> float | None:
        """Return the change. Raises `ValidationError`."""
        return super().clean(str(value or "").strip().removesuffix("%"))


class AdjustForm(forms.Form):
    """Which strength to look at: a change in percent, an LRV, a gap to a trim, or as dark as another colour."""

    percent = PercentField(
        label="Change, %", called="The change", low=WEAKEST, high=STRONGEST, required=False, **INLINE
    )
    lrv = NumberField(label="or LRV", called="LRV", low=0, high=100, required=False, **INLINE)
    gap = NumberField(label="or gap to trim", called="The gap", low=-100, high=100, required=False, **INLINE)
    trim = forms.ChoiceField(label="of", required=False, **INLINE)
    like = forms.CharField(
        label="or as dark as",
        required=False,
        max_length=130,
        widget=forms.TextInput(attrs={"placeholder": "code or name"}),
        **INLINE,
    )

    def __init__(self, data: Any, at: Strengths) -> None:
        super().__init__(data, initial={"percent": at.context.review.strength}, auto_id="%s")
        self._at = at
        trim = self.fields["trim"]
        assert isinstance(trim, forms.ChoiceField)
        trim.choices = [
            (str(swatch.colour.pk), words.recipes.white_called(swatch.caption)) for swatch in at.context.set.whites
        ]
        self.found: Reached | None = None
        """The strength asked for, once the form is valid."""
        self.left_out: list[str] = []
        """What was typed too and asks for another strength, in sentences."""

    def clean(self) -> dict[str, Any]:
        """Find the strength: what was touched last rules, else the one thing that was typed beside the percent that
        stood there. Two that ask for different strengths are said."""
        data = super().clean() or {}
        if self.errors:
            return data
        asked = {name: data[name] for name in ("percent", "lrv", "gap", "like") if data.get(name) not in (None, "")}
        touched = str(self.data.get("touched", ""))
        stood = "percent" in asked and abs(asked["percent"] - self._at.context.review.strength) < SAME
        if stood and touched != "percent" and len(asked) > 1:
            del asked["percent"]
        reached = {name: self._reached(name, value, data) for name, value in asked.items()}
        if self.errors or not reached:
            return data
        ruling = touched if touched in reached else next(iter(reached))
        self.found = reached[ruling]
        others = {name: value for name, value in reached.items() if name != ruling and self._apart(value)}
        if others and touched not in reached:
            self.found = None
            raise forms.ValidationError(
                words.strengths.strengths_contradict([self._said(name, data) for name in reached])
            )
        self.left_out = [
            words.strengths.strength_left_out(
                self._said(name, data), self._said(ruling, data), value.percent if value else None
            )
            for name, value in others.items()
        ]
        return data

    def _apart(self, other: Reached | None) -> bool:
        return other is None or self.found is None or abs(other.percent - self.found.percent) > SAME

    def _said(self, name: str, data: dict[str, Any]) -> str:
        return words.strengths.strength_asked(name, data[name])

    def _reached(self, name: str, value: Any, data: dict[str, Any]) -> Reached | None:
        if name == "percent":
            step = self._at.at([value])
            return Reached(value, step[0].lrv, step[0].lrv) if step else None
        wanted: float | None = value if name == "lrv" else None
        if name == "gap":
            trims = {str(swatch.colour.pk): swatch for swatch in self._at.context.set.whites}
            trim = trims.get(data.get("trim", "")) or next(iter(trims.values()), None)
            wanted = trim.reading.lrv - value if trim else None
        elif name == "like":
            try:
                wanted = deck_queries.one_named(self._at.context.subject.owner, value.strip()).lrv
            except deck_queries.NotOneColourError as wrong:
                self.add_error("like", str(wrong))
        return None if wanted is None else self._at.percent_for_lrv(min(max(wanted, 0.0), 100.0))


class PartsField(forms.CharField):
    """Parts of a paint by volume."""

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(max_length=12, widget=forms.TextInput(attrs={"inputmode": "decimal"}), **INLINE, **kwargs)

    def clean(self, value: Any) -> float:
        """Return the parts, above 0. Raises `ValidationError`."""
        parts = number_typed(words.recipes.PARTS, str(super().clean(value)))
        if not 0 < parts <= 1000:
            raise forms.ValidationError(words.recipes.PARTS_ABOVE_NOUGHT)
        return parts


class MixForm(forms.Form):
    """Another paint, and parts of both."""

    own_parts = PartsField(label="Parts of this", initial="1")
    other_parts = PartsField(label="parts of the other", initial="1")
    other = forms.CharField(
        label="which is",
        max_length=130,
        error_messages={"required": words.recipes.MIX_NEEDS_OTHER},
        widget=forms.TextInput(attrs={"placeholder": "code or name"}),
        **INLINE,
    )
    colour: Colour

    def __init__(self, data: Any, at: Strengths) -> None:
        super().__init__(data)
        self._at = at

    def clean_other(self) -> str:
        """Return the other colour's code or name; it must be that of one colour."""
        text: str = self.cleaned_data["other"]
        try:
            self.colour = deck_queries.one_named(self._at.context.subject.owner, text)
        except deck_queries.NotOneColourError as wrong:
            raise forms.ValidationError(str(wrong)) from None
        return text
