"""What the decks accept from the outside: filters, sets and files."""

from __future__ import annotations

from typing import Any

from django import forms
from django.contrib.auth.models import User

from decks.catalogue import SORTS, Wanted, family_words, makers_for
from decks.models import Colour, ColourSet
from prism import messages, words
from schools import queries as school_queries


class KeepForm(forms.Form):
    """A colour, and the set to keep it in."""

    colour = forms.IntegerField(min_value=1)
    set_name = forms.CharField(max_length=60, error_messages={"required": words.set_name_needed()})


class ImportForm(forms.Form):
    """A file of a deck, and the name of the deck it goes to where the file names no maker."""

    deck_name = forms.CharField(max_length=80, error_messages={"required": words.deck_name_needed()})
    file = forms.FileField(allow_empty_file=True, error_messages={"required": messages.deck_file_needed()})


class FilterForm(forms.Form):
    """What to see of the decks. A value that makes no sense is left out, and said."""

    q = forms.CharField(required=False, max_length=120)
    lrv_low = forms.FloatField(required=False, min_value=0, max_value=100)
    lrv_high = forms.FloatField(required=False, min_value=0, max_value=100)
    family = forms.ChoiceField(required=False)
    undertone = forms.ChoiceField(required=False)
    strength = forms.ChoiceField(required=False)
    temperature = forms.ChoiceField(required=False)
    maker = forms.ChoiceField(required=False)
    set = forms.ChoiceField(required=False)
    strip = forms.CharField(required=False, max_length=20)
    recipe = forms.BooleanField(required=False)
    spectrum = forms.BooleanField(required=False)
    sort = forms.ChoiceField(required=False, choices=list(SORTS.items()))
    view = forms.ChoiceField(required=False, choices=[("list", "list"), ("plane", "list and plane")])

    def __init__(self, data: Any, user: User) -> None:
        super().__init__(data)
        chosen = self.school = school_queries.usual(user)
        undertones = [("none", words.NO_UNDERTONE), *((word, word) for word in chosen.undertone.words)]
        makers = [(str(maker.pk), maker.name) for maker in makers_for(user).order_by("name")]
        for name, choices in (
            ("family", [(word, word) for word in family_words(chosen)]),
            ("undertone", undertones),
            ("strength", [(word, word) for word in chosen.undertone_strength.words]),
            ("temperature", [(word, word) for word in chosen.temperature.words]),
            ("maker", makers),
            ("set", [(str(kept.pk), kept.name) for kept in ColourSet.objects.filter(owner=user)]),
        ):
            field = self.fields[name]
            assert isinstance(field, forms.ChoiceField)
            field.choices = [("", words.ANY), *choices]

    def choosers(self) -> list[forms.BoundField]:
        """Return the fields that choose from a list."""
        return [self[name] for name in ("family", "undertone", "strength", "temperature", "maker", "set")]

    def wanted(self) -> Wanted:
        """Return what was asked for, as far as it makes sense."""
        self.is_valid()
        data = self.cleaned_data
        return Wanted(
            text=data.get("q", ""),
            lrv_low=data.get("lrv_low"),
            lrv_high=data.get("lrv_high"),
            family=data.get("family", ""),
            undertone=data.get("undertone", ""),
            strength=data.get("strength", ""),
            temperature=data.get("temperature", ""),
            maker=int(data["maker"]) if data.get("maker") else None,
            strip=data.get("strip", ""),
            recipe=data.get("recipe", False),
            spectrum=data.get("spectrum", False),
            ids=frozenset(Colour.objects.filter(sets=data["set"]).values_list("id", flat=True))
            if data.get("set")
            else None,
            sort=data.get("sort") or "code",
        )
