"""What the whole home accepts from the outside: finishes, how paint is reckoned, the white that is set or ruled out."""

from __future__ import annotations

from functools import partial
from typing import Any

from django import forms
from django.contrib.auth.models import User

from decks import queries as deck_queries
from decks.models import Colour
from jobs.fields import size
from jobs.models import Finish, Job, WhiteRule
from jobs.room_parts import CoatedForm
from prism import words
from web.forms import Sized, plain


class FinishForm(CoatedForm):
    """What one part of a room is painted with; what is left empty is computed."""

    field_order = ("part", "what", "sheen", "area", "stays")
    part = forms.ChoiceField(choices=Finish.Part.choices, widget=forms.HiddenInput)
    sheen = forms.ChoiceField(choices=partial(words.sizes.sheen_choices, "as is usual"), required=False, label="Sheen")
    area = size(0, 3600, "area", required=False, label="Area", called="area")
    stays = forms.BooleanField(required=False, label="existing, stays")

    def clean_what(self) -> str:
        """Find the colour; a material of the library is no paint."""
        text = super().clean_what()
        if self.material:
            raise forms.ValidationError(words.rooms.NO_PAINT)
        return text

    def clean(self) -> dict[str, Any]:
        """Refuse something that stays and is of no colour."""
        data = super().clean() or {}
        if data.get("stays") and not self.colour and "what" not in self.errors:
            self.add_error("what", words.rooms.STAYS_NEEDS_COLOUR)
        return data

    def row(self) -> dict[str, Any] | None:
        """Return the row as it is kept; None where it says nothing."""
        data = self.cleaned_data
        if not self.colour and not data["sheen"] and data["area"] is None:
            return None
        kept = {name: data[name] for name in ("part", "sheen", "area", "stays")}
        return kept | {"colour": self.colour}


class PaintForm(Sized, forms.ModelForm):  # type: ignore[type-arg]
    """How paint is reckoned in a job; empty: as the method has it."""

    spreading = size(1, 40, "spreading", required=False, label="What paint covers once", called="spreading rate")

    class Meta:
        model = Job
        fields = ("coats", "spreading")
        labels = {"coats": "Coats"}

    def clean_coats(self) -> int | None:
        coats: int | None = self.cleaned_data["coats"]
        if coats is not None and not 1 <= coats <= 6:
            raise forms.ValidationError(words.rooms.COATS_WRONG)
        return coats


class WhiteRuleForm(forms.Form):
    """Which white is set for a home or ruled out, and why."""

    white = forms.CharField(max_length=160, label="White", widget=plain(placeholder="code or name"))
    kind = forms.ChoiceField(choices=WhiteRule.Kind.choices, label="is")
    reason = forms.CharField(max_length=300, label="because", widget=plain())

    def __init__(self, data: Any, user: User) -> None:
        super().__init__(data)
        self._user = user
        self.colour: Colour | None = None

    def clean_white(self) -> str:
        text = str(self.cleaned_data["white"]).strip()
        try:
            self.colour = deck_queries.one_named(self._user, text)
        except deck_queries.NotOneColourError as wrong:
            raise forms.ValidationError(str(wrong)) from None
        return text
