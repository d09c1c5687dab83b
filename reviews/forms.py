"""What a review accepts from the outside."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from django import forms

from decks import queries as decks
from decks.models import Colour
from prism import words
from prism.colour import IntakeError, figure
from prism.strength import STRONGEST, WEAKEST, Reached
from reviews.models import Review
from reviews.strengths import Strengths
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

    def clean(self) -> dict[str, Any]:
        """Leave how many boards are held together, and their order, as they were where nothing is said of them."""
        data = super().clean() or {}
        return data | {name: data.get(name) or self.initial[name] for name in ("wall_view", "wall_order")}


class BasisForm(ReviewForm):
    """The school and the working neutral."""

    school = forms.ChoiceField()
    neutral_a = forms.FloatField(min_value=-SHIFT, max_value=SHIFT)
    neutral_b = forms.FloatField(min_value=-SHIFT, max_value=SHIFT)
    usual = forms.BooleanField(required=False)

    class Meta:
        model = Review
        fields = ["school", "neutral", "neutral_a", "neutral_b"]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        if not self.is_bound:
            return  # what may be chosen is shown by the page
        chosen = self.fields["school"]
        assert isinstance(chosen, forms.ChoiceField)
        self._available = {one.key: one.title for one in schools.available(self.instance.owner)}
        chosen.choices = list(({self.instance.school: self.instance.school_in_force.title} | self._available).items())

    def clean(self) -> dict[str, Any]:
        """Refuse to go by a school from now on that only the review still has."""
        data = super().clean() or {}
        if data.get("usual") and data.get("school", "") not in self._available:
            self.add_error("school", words.SCHOOL_GONE)
        return data

    def clean_neutral(self) -> str:
        """Return the neutral; one through whites needs whites."""
        neutral: str = self.cleaned_data["neutral"]
        if neutral == Review.Neutral.WHITES and not decks.my_whites(self.instance.owner).exists():
            raise forms.ValidationError(words.no_whites())
        return neutral


class SeenForm(forms.Form):
    """What a person sees of the subject beside a board, and in which light."""

    seen = forms.MultipleChoiceField(
        choices=[(word, word) for word in (*words.SEEN_CHOICES, words.NOTHING_SEEN)],
        error_messages={"required": words.choose_something()},
    )
    note = forms.CharField(required=False, max_length=400)
    light = forms.CharField(required=False, max_length=80)

    def clean_seen(self) -> list[str]:
        """Return the directions seen; nothing and something exclude each other."""
        seen: list[str] = self.cleaned_data["seen"]
        if words.NOTHING_SEEN in seen and len(seen) > 1:
            raise forms.ValidationError(words.both_kinds())
        return seen


def _figure(label: str, text: str) -> float:
    """Return a figure as people write it. Raises `ValidationError`."""
    try:
        return figure(label, text)
    except IntakeError as wrong:
        raise forms.ValidationError(str(wrong)) from None


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
        value = _figure(words.ADJUST_LABELS[name], text.removesuffix("%").strip())
        if not low <= value <= high:
            raise forms.ValidationError(words.out_of_range(words.ADJUST_LABELS[name], value, low, high))
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
            trims = {held.colour.pk: held for held in self._at.bench.whites}
            trim = trims.get(data.get("trim") or 0) or next(iter(trims.values()), None)
            wanted = trim.reading.lrv - data["gap"] if trim else None
        elif data.get("like", "").strip():
            try:
                wanted = decks.one_named(self._at.bench.review.owner, data["like"]).lrv
            except decks.NotOneColourError as wrong:
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
            self.colour = decks.one_named(self._at.bench.review.owner, text)
        except decks.NotOneColourError as wrong:
            raise forms.ValidationError(str(wrong)) from None
        return text

    def _parts(self, name: str) -> float:
        value = _figure(words.ADJUST_LABELS["parts"], self.cleaned_data[name])
        if not 0 < value <= 1000:
            raise forms.ValidationError(words.parts_above_nought())
        return value

    def clean_own_parts(self) -> float:
        """Return parts of the subject."""
        return self._parts("own_parts")

    def clean_other_parts(self) -> float:
        """Return parts of the other paint."""
        return self._parts("other_parts")


class WritingForm(forms.Form):
    """What the specialist writes; only the fields that were sent are kept."""

    verdict = forms.CharField(required=False, max_length=8000, strip=False)
    notes = forms.CharField(required=False, max_length=20000, strip=False)
    job = forms.CharField(required=False, max_length=80)
    room = forms.CharField(required=False, max_length=80)

    def sent(self) -> dict[str, str]:
        """Return the cleaned fields that the request held."""
        return {name: self.cleaned_data[name] for name in self.fields if name in self.data}
