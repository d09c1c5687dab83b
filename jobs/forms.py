"""What jobs and rooms accept from the outside; whether a room can be, the light's core says."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from django import forms
from django.contrib.auth.models import User
from django.utils import timezone

from jobs import queries
from jobs.fields import SMALL, size, small_number
from jobs.models import WALL_CHOICES, Job, Room
from jobs.towns import is_town, named_town
from prism import messages, words
from prism.light import checks, towns
from prism.light.sun import Place
from web import clocks
from web.forms import ManyField, NumberField, SizedForm, laid_out, plain


class JobForm(forms.ModelForm):  # type: ignore[type-arg]
    pick = forms.CharField(
        label="Town", required=False, max_length=80, widget=plain(list="towns"), help_text="or town, country"
    )
    latitude = NumberField(low=-90, high=90, required=False, called="latitude", help_text="degrees, south negative")
    longitude = NumberField(low=-180, high=180, required=False, called="longitude", help_text="degrees, west negative")
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
                self.add_error("pick", messages.rooms.town_unknown(pick, wrong.near))
        if chosen:
            data |= {"town": name, "latitude": chosen.latitude, "longitude": chosen.longitude}
            data["zone"] = chosen.zone
            for name in ("latitude", "longitude", "zone"):
                self.errors.pop(name, None)
        latitude, longitude = data.get("latitude"), data.get("longitude")
        if (latitude is None) != (longitude is None) and not {"latitude", "longitude"} & set(self.errors):
            self.add_error("latitude" if latitude is None else "longitude", words.rooms.BOTH_COORDINATES)
        if latitude is not None and longitude is not None:
            for field, message in checks.place_faults(Place(latitude, longitude, data.get("zone") or "UTC")):
                self.add_error(field, message)
        return data

    def fields_kept(self) -> dict[str, Any]:
        return {name: self.cleaned_data.get(name) for name in self.Meta.fields}


DOORWAYS = ("open_to", "leads_to")
"""How one gets from a room into others: without a door, and by one."""


class RoomForm(SizedForm):
    """A room's name, size and how it lies."""

    name = forms.CharField(max_length=80, label="Room", widget=plain())
    width = size(*checks.LENGTH, label="West to east", called="width", initial=4.0)
    depth = size(*checks.LENGTH, label="South to north", called="depth", initial=4.0)
    height = size(*checks.HEIGHT, label="Height", called="height", initial=2.5)
    rotation_deg = small_number(
        -360, 360, label="Turned by", called="turn", required=False, help_text="degrees clockwise"
    )
    storey = forms.IntegerField(
        label="Storey", min_value=-3, max_value=100, initial=0, widget=plain(inputmode="numeric", **SMALL),
        help_text="0 is the ground",
    )  # fmt: skip
    furnishing = forms.ChoiceField(
        choices=list(words.rooms.FURNISHINGS.items()), label="Furniture and curtains", required=False
    )
    used_from = small_number(0, 24, label="Used from", called="used from", initial=7.0)
    used_until = small_number(0, 24, label="until", called="used until", initial=23.0)
    open_to = ManyField(Room.objects.none(), required=False, label="Open to", widget=forms.CheckboxSelectMultiple)
    leads_to = ManyField(Room.objects.none(), required=False, label="A door to", widget=forms.CheckboxSelectMultiple)
    notes = forms.CharField(required=False, max_length=4000, widget=forms.Textarea(attrs={"rows": 2}))

    def __init__(self, data: Any, room: Room) -> None:
        initial = {f: getattr(room, f) for f in self.base_fields if f not in DOORWAYS and getattr(room, f) is not None}
        if room.pk:
            initial |= {name: list(getattr(room, name).values_list("pk", flat=True)) for name in DOORWAYS}
        super().__init__(data, initial=initial if room.pk else {})
        others = room.job.rooms.filter(deleted=None).exclude(pk=room.pk)
        names = [(other.pk, str(other)) for other in others]
        for name in DOORWAYS:
            choice = self.fields[name]
            assert isinstance(choice, ManyField)
            choice.queryset, choice.choices = others, names  # so that printing them asks nothing
        self._room = room

    def clean(self) -> dict[str, Any]:
        """Refuse a name that another room of the job has."""
        data = super().clean() or {}
        data["furnishing"] = data.get("furnishing") or self._room.furnishing
        same = self._room.job.rooms.filter(deleted=None, name__iexact=data.get("name", "")).exclude(pk=self._room.pk)
        if same.exists():
            self.add_error("name", words.rooms.room_name_taken(data["name"]))
        for name in DOORWAYS:
            if str(self._room.pk) in self.data.getlist(name) if hasattr(self.data, "getlist") else False:
                self.add_error(name, words.rooms.OPEN_TO_ITSELF)
        both = set(data.get("open_to") or ()) & set(data.get("leads_to") or ())
        if both:
            self.add_error("leads_to", words.rooms.door_and_open(sorted(room.name for room in both)))
        return data

    @property
    def size(self) -> tuple[float, float, float] | None:
        """Width, depth and height; None where one of them is wrong."""
        width, depth, height = (self.cleaned_data.get(name) for name in ("width", "depth", "height"))
        return None if width is None or depth is None or height is None else (width, depth, height)

    def kept(self) -> dict[str, Any]:
        data = {name: value for name, value in self.cleaned_data.items() if name not in DOORWAYS}
        return data | {"rotation_deg": data["rotation_deg"] or 0.0}


class MoveForm(forms.Form):
    """Into which room a review goes."""

    room = forms.ChoiceField(required=False, label="Room")

    def __init__(self, data: Any, user: User, now: Room | None) -> None:
        super().__init__(data, initial={"room": str(now.pk) if now else ""})
        field = self.fields["room"]
        assert isinstance(field, forms.ChoiceField)
        field.choices = [("", words.rooms.NO_ROOM), *queries.choices(user, now)]


class MeterForm(forms.Form):
    """Where, when and under which sky light is measured; lux and kelvin only where another meter was read."""

    wall = forms.ChoiceField(choices=WALL_CHOICES, label="On the wall")
    at = forms.TimeField(required=False, label="At", widget=plain(type="time"), help_text="now, where it is left empty")
    sky = forms.ChoiceField(choices=[(sky, label) for sky, label in words.light.SKIES.items()], label="Sky")
    lamps_on = forms.BooleanField(required=False, label="lamps on", **laid_out("inline"))
    lux = small_number(
        0.1, 200_000, required=False, label="Lux", called="lux", help_text="empty: the studio’s meter is read"
    )
    kelvin = small_number(1_500, 25_000, required=False, label="Kelvin", called="kelvin")

    def asked(self, zone: str) -> tuple[str, datetime, str, bool]:
        """Return wall, moment, sky, and whether lamps are on, by the clocks of a zone."""
        data, now = self.cleaned_data, timezone.now().astimezone(clocks.zone_of(zone))
        at = now if data["at"] is None else now.replace(hour=data["at"].hour, minute=data["at"].minute)
        return data["wall"], at, data["sky"], data["lamps_on"]

    def typed(self) -> tuple[float, float | None] | None:
        """Return lux and kelvin of another meter; None where the studio's is read."""
        data = self.cleaned_data
        return None if data["lux"] is None else (data["lux"], data["kelvin"])
