"""What the decks accept from the outside: filters, sets and files."""

from __future__ import annotations

from typing import Any

from django import forms
from django.contrib.auth.models import User

from decks.catalogue import SORTS, Wanted, family_words, makers_for
from decks.models import Colour
from decks.queries import sets_of
from methods import queries as method_queries
from prism import messages, words
from web.forms import NumberField, laid_out, plain


class KeepForm(forms.Form):
    colour = forms.IntegerField(min_value=1)
    set_name = forms.CharField(max_length=60, error_messages={"required": words.files.SET_NAME_NEEDED})


class NameForm(forms.Form):
    """What an own colour is called."""

    name = forms.CharField(max_length=120, label="Name", widget=plain())


class ImportForm(forms.Form):
    """A file of a deck, and the name of the deck it goes to where the file names no maker."""

    deck_name = forms.CharField(
        label="Deck",
        max_length=80,
        required=False,
        widget=plain(optional="where the file names no maker; else named by the file"),
    )
    file = forms.FileField(
        allow_empty_file=True, error_messages={"required": messages.files.DECK_FILE_NEEDED}, **laid_out("file")
    )

    def clean(self) -> dict[str, Any]:
        """Name the deck by the file, where nobody named it."""
        data = super().clean() or {}
        upload = data.get("file")
        if upload is not None and not data.get("deck_name"):
            data["deck_name"] = words.files.deck_named_by(upload.name)
        return data


class FilterForm(forms.Form):
    """What to see of the decks. A value that makes no sense is left out, and said."""

    q = forms.CharField(
        label="Name, code, maker or wish",
        required=False,
        max_length=120,
        widget=forms.TextInput(attrs={"type": "search", "autocomplete": "off", "id": "find"}),
        **laid_out("cell"),
    )
    lrv_low = NumberField(called="LRV from", label="LRV from, to", low=0, high=100, required=False)
    lrv_high = NumberField(
        called="LRV to", low=0, high=100, required=False, widget=forms.TextInput(attrs={"aria-label": "LRV to"})
    )
    family = forms.ChoiceField(required=False, **laid_out("cell"))
    undertone = forms.ChoiceField(required=False, **laid_out("cell"))
    strength = forms.ChoiceField(required=False, **laid_out("cell"))
    temperature = forms.ChoiceField(required=False, **laid_out("cell"))
    maker = forms.ChoiceField(required=False, **laid_out("cell"))
    set = forms.ChoiceField(required=False, **laid_out("cell"))
    strip = forms.CharField(required=False, max_length=20, widget=plain(), **laid_out("cell"))
    recipe = forms.BooleanField(label="has a recipe", required=False, **laid_out("inline"))
    spectrum = forms.BooleanField(label="has a spectrum", required=False, **laid_out("inline"))
    sort = forms.ChoiceField(
        label="Order", required=False, choices=list(SORTS.items()), initial="code", **laid_out("cell")
    )
    view = forms.ChoiceField(required=False, choices=words.sources.DECK_VIEWS)

    def __init__(self, data: Any, user: User) -> None:
        super().__init__(data.dict() | {"sort": data.get("sort") or "code"}, auto_id="%s")
        chosen = self.method = method_queries.usual(user)
        undertones = [("none", words.sources.NO_UNDERTONE), *((word, word) for word in chosen.undertone.words)]
        makers = [(str(maker.pk), maker.name) for maker in makers_for(user).order_by("name")]
        for name, choices in (
            ("family", [(word, word) for word in family_words(chosen)]),
            ("undertone", undertones),
            ("strength", [(word, word) for word in chosen.undertone_strength.words]),
            ("temperature", [(word, word) for word in chosen.temperature.words]),
            ("maker", makers),
            ("set", [(str(kept.pk), kept.name) for kept in sets_of(user)]),
        ):
            field = self.fields[name]
            assert isinstance(field, forms.ChoiceField)
            field.choices = [("", words.sources.ANY), *choices]

    def choosers(self) -> list[forms.BoundField]:
        return [self[name] for name in ("family", "undertone", "strength", "temperature", "maker", "set")]

    def wanted(self) -> Wanted:
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
