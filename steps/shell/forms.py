"""What the frame of a review accepts from the outside: how boards are shown, and what the colour is judged by."""

from __future__ import annotations

from functools import partial
from typing import TYPE_CHECKING, Any

from django import forms

from decks import queries as deck_queries
from methods import queries as method_queries
from prism import words
from reviews.models import Review
from web.forms import NumberField, laid_out

if TYPE_CHECKING:
    ReviewForm = forms.ModelForm[Review]
else:
    ReviewForm = forms.ModelForm

NUMBER = partial(forms.TextInput, attrs={"class": "num", "inputmode": "decimal"})
SHIFT = 4.0
"""How far, Lab units, the neutral line may be moved by hand."""


class WallForm(ReviewForm):
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
    """The method and the neutral line."""

    method = forms.ChoiceField(widget=forms.RadioSelect)
    neutral_a = NumberField(
        called="a*", label="Move the painted line, a*", low=-SHIFT, high=SHIFT, widget=NUMBER(), **laid_out("cell")
    )
    neutral_b = NumberField(called="b*", label="and b*", low=-SHIFT, high=SHIFT, widget=NUMBER(), **laid_out("cell"))
    usual = forms.BooleanField(
        label="From now on, in the decks and in new reviews too", required=False, **laid_out("inline")
    )

    class Meta:
        model = Review
        fields = ["method", "neutral", "neutral_a", "neutral_b"]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        if not self.is_bound:
            return  # what may be chosen is shown by the page
        chosen = self.fields["method"]
        assert isinstance(chosen, forms.ChoiceField)
        self._available = {method.key: method.title for method in method_queries.available(self.instance.owner)}
        chosen.choices = list(({self.instance.method: self.instance.method_in_force.title} | self._available).items())

    def clean(self) -> dict[str, Any]:
        """Refuse to go by a method from now on that only the review still has."""
        data = super().clean() or {}
        if data.get("usual") and data.get("method", "") not in self._available:
            self.add_error("method", words.methods.METHOD_GONE)
        return data

    def clean_neutral(self) -> str:
        """Return the neutral; one through whites needs whites."""
        neutral: str = self.cleaned_data["neutral"]
        if neutral == Review.Neutral.WHITES and not deck_queries.my_whites(self.instance.owner).exists():
            raise forms.ValidationError(words.readings.NO_REFERENCE_WHITES)
        return neutral
