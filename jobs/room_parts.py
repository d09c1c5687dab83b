"""The rows of a room's sheet: windows, lamps, what surfaces are coated with, what stays."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from django import forms
from django.contrib.auth.models import User

from decks import queries as deck_queries
from decks.models import Colour
from jobs.fields import size, small_number
from jobs.models import WALL_CHOICES, Element, Surface
from prism import words
from prism.light import checks
from prism.light.materials import named
from prism.light.room import Lamp, Window
from prism.numbers import is_number, typed
from web.forms import SizedForm, plain

MOST_PARTS = 6
"""Colours that a fabric may have."""


class Row(SizedForm):
    """One row of a table that may be left empty; `needs` names what makes it a row."""

    needs: tuple[str, ...] = ()

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.empty_permitted = False
        self.use_required_attribute = False

    @property
    def is_empty(self) -> bool:
        return not any(str(self.data.get(self.add_prefix(name), "")).strip() for name in self.needs)

    def say(self, faults: Iterator[checks.Fault]) -> None:
        """Say what the light's core finds wrong, each beside its field."""
        for field, message in faults:
            self.add_error(field if field in self.fields else None, message)


class WindowForm(Row):
    needs = ("width", "height")
    wall = forms.ChoiceField(choices=[*WALL_CHOICES, ("ceiling", "ceiling (rooflight)")], label="Wall")
    width = size(0, 1000, required=False, label="Width", called="width")
    height = size(0, 1000, required=False, label="Height", called="height")
    sill = size(0, 1000, required=False, label="Sill", called="sill")
    along = size(-1000, 1000, required=False, label="Middle at", called="along")
    outside = forms.ChoiceField(choices=list(words.rooms.OUTSIDE.items()), label="Outside", initial="lawn")
    hides = small_number(0, 95, required=False, label="Hides %", called="hidden sky, per cent,")
    glazing = forms.ChoiceField(choices=list(words.rooms.GLAZING.items()), label="Glass", initial="double")

    def row(self) -> dict[str, Any]:
        data = self.cleaned_data
        hides = data["hides"]
        sill = 0.9 if data["sill"] is None else data["sill"]
        return {**data, "sill": sill, "hides": None if hides is None else hides / 100}

    @property
    def window(self) -> Window:
        row = self.row()
        return Window(**row | {"hides": None if row["hides"] is None else min(row["hides"], 0.95)})

    def check(self, size: tuple[float, float, float] | None) -> None:
        for name in self.needs:
            if self.cleaned_data.get(name) is None and name not in self.errors:
                self.add_error(name, words.rooms.size_needed(name))
        if self.errors or size is None:
            return
        self.say(checks.window_faults(self.window, size))


class LampForm(Row):
    needs = ("lumens",)
    count = forms.IntegerField(min_value=1, max_value=400, initial=1, widget=plain(inputmode="numeric", size="3"))
    lumens = small_number(0, 1e6, required=False, label="Lumens each", called="lumens")
    kelvin = small_number(0, 1e6, label="Kelvin", called="kelvin", initial=2700.0)
    kind = forms.ChoiceField(choices=list(words.rooms.LAMP_KINDS.items()), label="Kind")
    rendering = small_number(0, 1000, label="Ra", called="colour rendering", initial=80.0)
    dimmed = small_number(0, 100, label="Dimmed to %", called="dimmed", initial=100.0)
    hung = forms.ChoiceField(choices=list(words.rooms.HUNG.items()), label="Where")

    def row(self) -> dict[str, Any]:
        return dict(self.cleaned_data)

    def check(self, size: tuple[float, float, float] | None) -> None:
        if not self.errors:
            self.say(checks.lamp_faults(Lamp(**{**self.row(), "dimmed": self.cleaned_data["dimmed"] / 100})))


class CoatedForm(Row):
    """Something with a colour: a code or name of a colour, or a material of the library."""

    what = forms.CharField(max_length=160, required=False, label="Colour or material", widget=plain(list="stuff"))

    def __init__(self, *args: Any, user: User, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self._user = user
        self.colour: Colour | None = None
        self.material = ""

    def clean_what(self) -> str:
        text = str(self.cleaned_data["what"]).strip()
        if text:
            self.colour, self.material = self._named(text)
        return text

    def _named(self, text: str) -> tuple[Colour | None, str]:
        """Return the one colour, or else the material, that a text names. Raises `ValidationError`."""
        if material := named(text):
            return None, material.key
        try:
            return deck_queries.one_named(self._user, text), ""
        except deck_queries.NotOneColourError as wrong:
            raise forms.ValidationError(f"{wrong} {words.rooms.OR_A_MATERIAL}") from None

    def coat(self) -> dict[str, Any]:
        return {"colour": self.colour, "material": self.material}


class SurfaceForm(CoatedForm):
    """One side of the room: what is on it now, and whether it will be painted."""

    side = forms.ChoiceField(choices=Surface.SIDES, widget=forms.HiddenInput)
    to_paint = forms.BooleanField(required=False, label="to be painted")

    @property
    def is_empty(self) -> bool:
        return not self.data.get(self.add_prefix("what"), "").strip() and not self.data.get(self.add_prefix("to_paint"))

    def row(self) -> dict[str, Any]:
        return {"side": self.cleaned_data["side"], "to_paint": self.cleaned_data["to_paint"], **self.coat()}

    def check(self, size: tuple[float, float, float] | None) -> None:
        """There is nothing more to check."""


class ElementForm(CoatedForm):
    needs = ("name", "what")
    field_order = ("kind", "name", "what", "area", "on")
    kind = forms.ChoiceField(choices=Element.Kind.choices, label="Kind")
    name = forms.CharField(max_length=80, required=False, label="Name", widget=plain())
    area = size(0.01, 3600, "area", label="Area", called="area", initial=2.0)
    on = forms.ChoiceField(choices=[*Surface.SIDES, ("walls", "all walls")], label="On")

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.parts: list[dict[str, Any]] = []

    def clean_what(self) -> str:
        """Find the colour or material that was typed, or several with their shares."""
        text = str(self.cleaned_data["what"]).strip()
        pieces = [piece.strip() for piece in text.split(",") if piece.strip()]
        if len(pieces) < 2 or self._is_one(text):
            return super().clean_what()
        if len(pieces) > MOST_PARTS:
            raise forms.ValidationError(words.rooms.too_many_parts(len(pieces), MOST_PARTS))
        for piece in pieces:
            name, _, share = piece.removesuffix("%").rstrip().rpartition(" ")
            if not name or not is_number(share) or typed(share) <= 0:
                raise forms.ValidationError(words.rooms.part_wrong(piece))
            colour, material = self._named(name.strip())
            self.parts.append({"colour": colour, "material": material, "share": typed(share)})
        total = sum(part["share"] for part in self.parts)
        if abs(total - 100) > 0.5:
            raise forms.ValidationError(words.palette.parts_sum(total))
        return text

    def _is_one(self, text: str) -> bool:
        """Whether a text with commas is the whole name of a material or colour."""
        try:
            return any(self._named(text))
        except forms.ValidationError:
            return False

    def row(self) -> dict[str, Any]:
        data = self.cleaned_data
        name = data["name"] or words.rooms.ELEMENTS[data["kind"]]
        own = {"kind": data["kind"], "name": name, "area": data["area"], "on": data["on"], **self.coat()}
        return own | ({"parts": self.parts} if self.parts else {})

    def check(self, size: tuple[float, float, float] | None) -> None:
        if not self.cleaned_data.get("what") and "what" not in self.errors:
            self.add_error("what", words.rooms.COLOUR_NEEDED)
