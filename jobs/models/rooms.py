"""Rooms of a job: what lights and fills them, what goes on them, what was measured and photographed there."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models
from django.urls import reverse
from django.utils import timezone

from decks.models import Colour
from jobs.models.homes import Job
from jobs.validators import kept_picture
from prism import words
from prism.light.checks import CORRECTION, LENGTH
from prism.light.furnishing import FURNISHINGS
from prism.light.lamps import KINDS as LAMP_KINDS
from prism.light.lamps import RENDERING
from prism.light.materials import library
from prism.light.room import GLAZING, HUNG, OUTSIDE, WALLS
from prism.whites.sheen import SHEENS
from web.values import Within

WALL_CHOICES = [(wall, wall) for wall in WALLS]


class Room(models.Model):
    """A room: its size, where it lies and how it is turned; sizes are empty until somebody enters them.

    A room is `open_to` another where there is no door between, and `leads_to` it where there is one. `turn` is by how
    many degrees the wall that is called north looks east of it. `correction` is by how much a meter found the room
    brighter than computed, None while nobody measured.
    """

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="rooms")
    name = models.CharField(max_length=80)
    width = models.FloatField(null=True, blank=True, validators=[Within(0.05, 60)])
    depth = models.FloatField(null=True, blank=True, validators=[Within(*LENGTH)])
    height = models.FloatField(null=True, blank=True, validators=[Within(0.05, 60)])
    rotation_deg = models.FloatField(default=0.0, db_column="turn", validators=[Within(-360, 360)])
    storey = models.SmallIntegerField(default=0, validators=[Within(-20, 200)])
    furnishing = models.CharField(max_length=10, choices=[(key, key) for key in FURNISHINGS], default="bare")
    used_from = models.FloatField(default=7.0, validators=[Within(0, 24)])
    used_until = models.FloatField(default=23.0, validators=[Within(0, 24)])
    notes = models.TextField(blank=True)
    open_to: models.ManyToManyField[Room, Any] = models.ManyToManyField("self", symmetrical=True, blank=True)
    leads_to: models.ManyToManyField[Room, Any] = models.ManyToManyField("self", symmetrical=True, blank=True)
    correction = models.FloatField(null=True, blank=True, validators=[Within(*CORRECTION)])
    created = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(default=timezone.now)
    changed_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    deleted = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        return reverse("room", args=[self.pk])

    @property
    def can_be_lit(self) -> bool:
        """Whether its size and place are known, so that its light can be computed."""
        return self.job.place is not None and self.is_measured

    @property
    def windows_text(self) -> str:
        return words.rooms.windows_text([window.wall for window in self.windows.all()])

    @property
    def size_text(self) -> str:
        """Its size, empty while that is not known."""
        if self.width is None or self.depth is None or self.height is None:
            return ""
        return words.sizes.room_size(self.width, self.depth, self.height)

    @property
    def is_measured(self) -> bool:
        return None not in (self.width, self.depth, self.height)


class Window(models.Model):
    """A window in a wall, or a rooflight; see `prism.light.room.Window`."""

    room = models.ForeignKey(Room, on_delete=models.CASCADE, related_name="windows")
    wall = models.CharField(max_length=8, choices=[*WALL_CHOICES, ("ceiling", "ceiling (rooflight)")])
    width = models.FloatField(validators=[Within(0.05, 60)])
    height = models.FloatField(validators=[Within(0.05, 60)])
    sill = models.FloatField(default=0.9, validators=[Within(0, 20)])
    along = models.FloatField(null=True, blank=True, validators=[Within(0, 60)])
    outside = models.CharField(max_length=10, choices=[(key, key) for key in OUTSIDE], default="lawn")
    hides = models.FloatField(null=True, blank=True, validators=[Within(0, 0.95)])
    glazing = models.CharField(max_length=8, choices=[(key, key) for key in GLAZING], default="double")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"window in the {self.wall} of {self.room}"


class LampSort(models.Model):
    """Lamps of one sort; see `prism.light.room.Lamp`. `dimmed` is in per cent of full light."""

    room = models.ForeignKey(Room, on_delete=models.CASCADE, related_name="lamps")
    count = models.PositiveSmallIntegerField(default=4, validators=[Within(1, 400)])
    lumens = models.FloatField(default=800.0, validators=[Within(1, 100_000)])
    kelvin = models.FloatField(default=2_700.0, validators=[Within(1_000, 40_000)])
    kind = models.CharField(max_length=12, choices=[(key, key) for key in LAMP_KINDS], default="led")
    rendering = models.FloatField(default=80.0, validators=[Within(*RENDERING)])
    dimmed = models.FloatField(default=100.0, validators=[Within(0, 100)])
    hung = models.CharField(max_length=8, choices=[(key, key) for key in HUNG], default="ceiling")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.count} × {words.text.plain_figure(self.lumens)} lm, {words.text.plain_figure(self.kelvin)} K"


class Coated(models.Model):
    """Something with a colour that stays or is there now: a colour of the studio, or a material of the library."""

    colour = models.ForeignKey(Colour, null=True, blank=True, on_delete=models.RESTRICT, related_name="+")
    material = models.CharField(max_length=30, blank=True)

    class Meta:
        abstract = True

    @property
    def one_colour(self) -> str:
        if self.colour:
            return self.colour.code or self.colour.name
        return library()[self.material].title if self.material in library() else ""

    @property
    def what(self) -> str:
        return self.one_colour


class Surface(Coated):
    """One side of a room: what is on it now, and whether it is to be painted."""

    SIDES = [("floor", "floor"), ("ceiling", "ceiling"), *WALL_CHOICES]

    room = models.ForeignKey(Room, on_delete=models.CASCADE, related_name="surfaces")
    side = models.CharField(max_length=8, choices=SIDES)
    to_paint = models.BooleanField(default=False)

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["room", "side"], name="side_once")]

    def __str__(self) -> str:
        return f"{self.side} of {self.room}"


class Element(Coated):
    """Something fixed in a room, in the order of permanence, with its area in m² and the side it covers."""

    class Kind(models.TextChoices):
        FLOOR = "floor", "floor"
        STONE = "stone", "stone"
        TILE = "tile", "tile"
        CABINETS = "cabinets", "cabinets"
        BRICK = "brick", "brick"
        FURNITURE = "furniture", "large furniture"
        TEXTILES = "textiles", "textiles"

    room = models.ForeignKey(Room, on_delete=models.CASCADE, related_name="elements")
    kind = models.CharField(max_length=10, choices=Kind)
    name = models.CharField(max_length=80)
    area = models.FloatField(default=2.0, validators=[Within(0, 10_000)])
    on = models.CharField(max_length=8, choices=[*Surface.SIDES, ("walls", "all walls")], default="floor")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name

    @property
    def what(self) -> str:
        """What it is of, as a person would type it: a colour or material, or several with their shares."""
        parts = list(self.parts.all())
        return ", ".join(f"{part.one_colour} {part.share:g}" for part in parts) if parts else self.one_colour


class ElementPart(Coated):
    """One of several colours of a fixed element, with its share in per cent; the element itself then has none."""

    element = models.ForeignKey(Element, on_delete=models.CASCADE, related_name="parts")
    share = models.FloatField(validators=[Within(0, 100)])

    class Meta:
        ordering = ["-share", "id"]

    def __str__(self) -> str:
        return f"{self.share:g} % of {self.element}"


class Finish(models.Model):
    """What a part of a room is to be painted with, or what is on it and stays; what nobody says is computed."""

    class Part(models.TextChoices):
        WALLS = "walls", "walls"
        TRIM = "trim", "trim"
        CEILING = "ceiling", "ceiling"
        DOORS = "doors", "doors"

    room = models.ForeignKey(Room, on_delete=models.CASCADE, related_name="finishes")
    part = models.CharField(max_length=8, choices=Part)
    colour = models.ForeignKey(Colour, null=True, blank=True, on_delete=models.RESTRICT, related_name="+")
    sheen = models.CharField(max_length=10, blank=True, choices=[(sheen, sheen) for sheen in SHEENS])
    stays = models.BooleanField(default=False)
    area = models.FloatField(null=True, blank=True, validators=[Within(0, 10_000)])

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["room", "part"], name="part_once")]

    def __str__(self) -> str:
        return f"{self.part} of {self.room}"


class Metered(models.Model):
    """What a meter read in a room: lux and colour temperature on a wall at an hour, and what was computed for it."""

    room = models.ForeignKey(Room, on_delete=models.CASCADE, related_name="readings")
    wall = models.CharField(max_length=8, choices=WALL_CHOICES)
    at = models.DateTimeField()
    sky = models.CharField(max_length=8, choices=[("clear", "clear"), ("overcast", "overcast")])
    lamps_on = models.BooleanField(default=False)
    lux = models.FloatField(validators=[Within(0, 200_000)])
    kelvin = models.FloatField(null=True, blank=True, validators=[Within(1_000, 40_000)])
    computed_lux = models.FloatField(validators=[Within(0, 200_000)])
    doubt = models.FloatField(default=0.04, validators=[Within(0, 5)])
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    made = models.DateTimeField(auto_now_add=True)
    taken = models.BooleanField(default=True)

    class Meta:
        ordering = ["-made", "-id"]

    def __str__(self) -> str:
        return f"{self.lux:g} lx on the {self.wall} wall of {self.room}"


class RoomPhoto(models.Model):
    """A photograph of a room or of what stays there: written again from its pixels, with nothing of the camera or the
    place is in it; `of` says what it shows, and `in_document` whether the client is given it."""

    room = models.ForeignKey(Room, on_delete=models.CASCADE, related_name="photos")
    content = models.BinaryField(editable=False)
    of = models.CharField(max_length=120, blank=True)
    in_document = models.BooleanField(default=False)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(default=timezone.now)
    deleted = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["at", "id"]

    def __str__(self) -> str:
        return self.of or f"photograph of {self.room}"

    def get_absolute_url(self) -> str:
        return reverse("room-photo", args=[self.pk])

    def clean(self) -> None:
        kept_picture(self.content)  # also of no bytes at all, which validators of a field are not asked about
