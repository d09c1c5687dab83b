"""What a session accepts from the outside."""

from __future__ import annotations

from typing import Any

from django import forms
from django.contrib.auth.models import User

from decks import queries as deck_queries
from decks.models import Colour
from instruments.queries import what_can_be_measured
from prism import messages, words
from prism.devices import reader
from prism.stimulus import Specular
from web.forms import laid_out, plain


class StartForm(forms.Form):
    thing = forms.ChoiceField(
        choices=lambda: [(name, name) for name in what_can_be_measured()], widget=forms.Select(attrs={"id": "thing"})
    )
    aperture = forms.TypedChoiceField(
        coerce=int,
        choices=[(mm, f"{mm} mm") for mm in reader.APERTURES],
        initial=8,
        widget=forms.RadioSelect,
        **laid_out("radios"),
    )
    specular = forms.ChoiceField(
        label="Specular light",
        choices=[(s.value, s.value) for s in Specular],
        initial="included",
        widget=forms.RadioSelect,
        **laid_out("radios"),
    )

    def setting(self) -> reader.Setting:
        return reader.Setting(self.cleaned_data["aperture"], Specular(self.cleaned_data["specular"]))


class CardForm(forms.Form):
    """The code on the can: which colour the thing is said to be. `card` holds it once the form is valid."""

    code = forms.CharField(
        label="Code on the can", max_length=130, error_messages={"required": words.devices.NO_CARD}, widget=plain()
    )
    card: Colour

    def __init__(self, data: Any, user: User, initial: str = "") -> None:
        super().__init__(data, initial={"code": initial})
        self._user = user

    def clean_code(self) -> str:
        """Return the code; it must be that of one colour."""
        text: str = self.cleaned_data["code"]
        matches = deck_queries.with_code(self._user, text)
        if not matches:
            raise forms.ValidationError(words.devices.no_such_card(text))
        if len(matches) > 1:
            raise forms.ValidationError(words.devices.two_such_cards(text, [str(colour.maker) for colour in matches]))
        self.card = matches[0]
        return text


class KeepForm(forms.Form):
    name = forms.CharField(
        label="Keep the mean as", max_length=120, error_messages={"required": messages.faults.NAME_NEEDED}
    )
