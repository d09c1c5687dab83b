"""What jobs and rooms accept from the outside; whether a room can be, the light's core says."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import datetime
from typing import Any
from zoneinfo import ZoneInfo

from django import forms
from django.contrib.auth.models import User
from django.utils import timezone

from decks import queries as deck_queries
from decks.models import Colour
from jobs import queries
from jobs.models import WALL_CHOICES, Element, Job, Room, Surface
from jobs.towns import is_town, named_town
from prism import messages, words
from prism.light import checks, towns
from prism.light.materials import named
from prism.light.room import Lamp, Window
from prism.light.sun import Place
from prism.numbers import is_number, typed
from web.forms import ManyField, NumberField, SizedForm, SizeField, laid_out, plain

SMALL = {"size": "5"}


class JobForm(forms.ModelForm):  # type: ignore[type-arg]
    pick = forms.CharField(
        label="Town", required=False, max_length=80, widget=plain(list="towns"), help_text="or town, country"
    )
    latitude = NumberField(low=-90, high=90, required=False, said="latitude", help_text="degrees, south negative")
    longitude = NumberField(low=-180, high=180, required=False, said="longitude", help_text="degrees, west negative")
    zone = forms.CharField(max_length=60, required=False, label="Time zone", widget=plain(list="zones"))

    class Meta:
        model = Job
        fields = ("title", "client", "address", "town", "latitude", "longitude", "zone", "state", "notes")
        labels = {"title": "Job", "town": "Place", "state": "State"}
        widgets = {"notes": forms.Textarea(attrs={"rows": 3}), "title": plain(), "client": plain(), "address": plain()}

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        if self.instance.latitude is not None and is_town(self.instance.town, self.instance.place):
            self.initial["pick"] = self.instance.town

    def clean(self) -> dict[str, Any]:
        """Take the place of a town that was chosen, unless coordinates were typed, which must be whole."""
        data = super().clean() or {}
        pick = (data.get("pick") or "").strip()
        chosen = None
        moved = pick != self.initial.get("pick", "")
        if pick and (moved or data.get("latitude") is None):
            try:
                name, chosen = named_town(pick)
            except towns.UnknownTownError as wrong:
                self.add_error("pick", messages.town_unknown(pick, wrong.near))
        if chosen:
            data |= {"town": name, "latitude": chosen.latitude, "longitude": chosen.longitude}
            data["zone"] = chosen.zone
            for name in ("latitude", "longitude", "zone"):
                self.errors.pop(name, None)
        latitude, longitude = data.get("latitude"), data.get("longitude")
        if (latitude is None) != (longitude is None) and not {"latitude", "longitude"} & set(self.errors):
            self.add_error("latitude" if latitude is None else "longitude", words.BOTH_COORDINATES)
        if latitude is not None and longitude is not None:
            for field, message in checks.place_faults(Place(latitude, longitude, data.get("zone") or "UTC")):
                self.add_error(field, message)
        return data

    def fields_kept(self) -> dict[str, Any]:
        return {name: self.cleaned_data.get(name) for name in self.Meta.fields}


def small_number(low: float, high: float, **more: Any) -> NumberField:
    return NumberField(low=low, high=high, widget=plain(**SMALL), **more)


def size(low: float, high: float, kind: str = "length", **more: Any) -> SizeField:
    """Return a field for a size, its bounds in metres or square metres."""
    return SizeField(low=low, high=high, kind=kind, widget=plain(**SMALL), **more)


DOORWAYS = ("open_to", "leads_to")
"""How one gets from a room into others: without a door, and by one."""
MOST_PARTS = 6
"""Colours that a fabric may have."""


class RoomForm(SizedForm):
    """A room's name, size and how it lies."""

    name = forms.CharField(max_length=80, label="Room", widget=plain())
    width = size(*checks.LENGTH, label="West to east", said="width", initial=4.0)
    depth = size(*checks.LENGTH, label="South to north", said="depth", initial=4.0)
    height = size(*checks.HEIGHT, label="Height", said="height", initial=2.5)
    rotation_deg = small_number(
        -360, 360, label="Turned by", said="turn", required=False, help_text="degrees clockwise"
    )
    storey = forms.IntegerField(
        label="Storey", min_value=-3, max_value=100, initial=0, widget=plain(inputmode="numeric", **SMALL),
        help_text="0 is the ground",
    )  # fmt: skip
    furnishing = forms.ChoiceField(
        choices=list(words.FURNISHINGS.items()), label="Furniture and curtains", required=False
    )
    used_from = small_number(0, 24, label="Used from", said="used from", initial=7.0)
    used_until = small_number(0, 24, label="until", said="used until", initial=23.0)
    open_to = ManyField(Room.objects.none(), required=False, label="Open to", widget=forms.CheckboxSelectMultiple)
    leads_to = ManyField(Room.objects.none(), required=False, label="A door to", widget=forms.CheckboxSelectMultiple)
    notes = forms.CharField(required=False, max_length=4000, widget=forms.Textarea(attrs={"rows": 2}))

    def __init__(self, data: Any, room: Room) -> None:
        initial = {f: getattr(room, f) for f in self.base_fields if f not in DOORWAYS and getattr(room, f) is not None}
        if room.pk:
            initial |= {name: list(getattr(room, name).values_list("pk", flat=True)) for name in DOORWAYS}
        super().__init__(data, initial=initial if room.pk else {})
        others = room.job.rooms.filter(deleted=None)
        for name in DOORWAYS:
            choice = self.fields[name]
            assert isinstance(choice, ManyField)
            choice.queryset = others.exclude(pk=room.pk) if room.pk else others
        self._room = room

    def clean(self) -> dict[str, Any]:
        """Refuse a name that another room of the job has."""
        data = super().clean() or {}
        data["furnishing"] = data.get("furnishing") or self._room.furnishing
        same = self._room.job.rooms.filter(deleted=None, name__iexact=data.get("name", "")).exclude(pk=self._room.pk)
        if same.exists():
            self.add_error("name", words.room_name_taken(data["name"]))
        for name in DOORWAYS:
            if str(self._room.pk) in self.data.getlist(name) if hasattr(self.data, "getlist") else False:
                self.add_error(name, words.OPEN_TO_ITSELF)
        both = set(data.get("open_to") or ()) & set(data.get("leads_to") or ())
        if both:
            self.add_error("leads_to", words.door_and_open(sorted(room.name for room in both)))
        return data

    @property
    def size(self) -> tuple[float, float, float] | None:
        """Width, depth and height; None where one of them is wrong."""
        width, depth, height = (self.cleaned_data.get(name) for name in ("width", "depth", "height"))
        return None if width is None or depth is None or height is None else (width, depth, height)

    def kept(self) -> dict[str, Any]:
        data = {name: value for name, value in self.cleaned_data.items() if name not in DOORWAYS}
        return data | {"rotation_deg": data["rotation_deg"] or 0.0}


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
    width = size(0, 1000, required=False, label="Width", said="width")
    height = size(0, 1000, required=False, label="Height", said="height")
    sill = size(0, 1000, required=False, label="Sill", said="sill")
    along = size(-1000, 1000, required=False, label="Middle at", said="along")
    outside = forms.ChoiceField(choices=list(words.OUTSIDE.items()), label="Outside", initial="lawn")
    hides = small_number(0, 95, required=False, label="Hides %", said="hidden sky, per cent,")
    glazing = forms.ChoiceField(choices=list(words.GLAZING.items()), label="Glass", initial="double")

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
                self.add_error(name, words.size_needed(name))
        if self.errors or size is None:
            return
        self.say(checks.window_faults(self.window, size))


class LampForm(Row):
    needs = ("lumens",)
    count = forms.IntegerField(min_value=1, max_value=400, initial=1, widget=plain(inputmode="numeric", size="3"))
    lumens = small_number(0, 1e6, required=False, label="Lumens each", said="lumens")
    kelvin = small_number(0, 1e6, label="Kelvin", said="kelvin", initial=2700.0)
    kind = forms.ChoiceField(choices=list(words.LAMP_KINDS.items()), label="Kind")
    rendering = small_number(0, 1000, label="Ra", said="colour rendering", initial=80.0)
    dimmed = small_number(0, 100, label="Dimmed to %", said="dimmed", initial=100.0)
    hung = forms.ChoiceField(choices=list(words.HUNG.items()), label="Where")

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
            raise forms.ValidationError(f"{wrong} {words.OR_A_MATERIAL}") from None

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
    area = size(0.01, 3600, "area", label="Area", said="area", initial=2.0)
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
            raise forms.ValidationError(words.too_many_parts(len(pieces), MOST_PARTS))
        for piece in pieces:
            name, _, share = piece.removesuffix("%").rstrip().rpartition(" ")
            if not name or not is_number(share) or typed(share) <= 0:
                raise forms.ValidationError(words.part_wrong(piece))
            colour, material = self._named(name.strip())
            self.parts.append({"colour": colour, "material": material, "share": typed(share)})
        total = sum(part["share"] for part in self.parts)
        if abs(total - 100) > 0.5:
            raise forms.ValidationError(words.parts_sum(total))
        return text

    def _is_one(self, text: str) -> bool:
        """Whether a text with commas is the whole name of a material or colour."""
        try:
            return any(self._named(text))
        except forms.ValidationError:
            return False

    def row(self) -> dict[str, Any]:
        data = self.cleaned_data
        name = data["name"] or words.ELEMENTS[data["kind"]]
        own = {"kind": data["kind"], "name": name, "area": data["area"], "on": data["on"], **self.coat()}
        return own | ({"parts": self.parts} if self.parts else {})

    def check(self, size: tuple[float, float, float] | None) -> None:
        if not self.cleaned_data.get("what") and "what" not in self.errors:
            self.add_error("what", words.COLOUR_NEEDED)


class MoveForm(forms.Form):
    """Into which room a review goes."""

    room = forms.ChoiceField(required=False, label="Room")

    def __init__(self, data: Any, user: User, now: Room | None) -> None:
        super().__init__(data, initial={"room": str(now.pk) if now else ""})
        field = self.fields["room"]
        assert isinstance(field, forms.ChoiceField)
        field.choices = [
            ("", words.NO_ROOM),
            *(
                (job.title, [(str(room.pk), room.name) for room in rooms])
                for job, rooms in queries.choices(user, now)
                if rooms
            ),
        ]


class MeterForm(forms.Form):
    """Where, when and under which sky light is measured; lux and kelvin only where another meter was read."""

    wall = forms.ChoiceField(choices=WALL_CHOICES, label="On the wall")
    at = forms.TimeField(required=False, label="At", widget=plain(type="time"), help_text="now, where it is left empty")
    sky = forms.ChoiceField(choices=[(sky, label) for sky, label in words.SKIES.items()], label="Sky")
    lamps_on = forms.BooleanField(required=False, label="lamps on", **laid_out("inline"))
    lux = small_number(
        0.1, 200_000, required=False, label="Lux", said="lux", help_text="empty: the studio’s meter is read"
    )
    kelvin = small_number(1_500, 25_000, required=False, label="Kelvin", said="kelvin")

    def asked(self, zone: str) -> tuple[str, datetime, str, bool]:
        """Return wall, moment, sky, and whether lamps are on, by the clocks of a zone."""
        data, now = self.cleaned_data, timezone.now().astimezone(ZoneInfo(zone))
        at = now if data["at"] is None else now.replace(hour=data["at"].hour, minute=data["at"].minute)
        return data["wall"], at, data["sky"], data["lamps_on"]

    def typed(self) -> tuple[float, float | None] | None:
        """Return lux and kelvin of another meter; None where the studio's is read."""
        data = self.cleaned_data
        return None if data["lux"] is None else (data["lux"], data["kelvin"])
