"""Colours and who makes them."""

from __future__ import annotations

from datetime import datetime
from typing import Any, ClassVar

from django.conf import settings
from django.db import IntegrityError, models
from django.db.models import Case, Q, Value, When
from django.utils import timezone

from decks.shared_decks import REFUSED
from prism import method, words
from prism.spectrum import BANDS
from prism.stimulus import Specular, Stimulus
from prism.tint.recipe import Recipe
from web.values import AMOUNT, WORD, Numbers, Within, known_source, named, screen_colour

FILE_FORMATS = ("csv", "json", "xlsx", "cgats", "cxf", "gpl")
LINE = r"^[0-9]{1,9}$"
CELL = {"type": "string", "maxLength": 10_000}


class ShareableRows(models.QuerySet[Any]):
    """Rows of which some are shared by all studios (`SHARED` of the model): those are taken out by nobody."""

    def delete(self) -> tuple[int, dict[str, int]]:
        """Delete these rows. Raises `IntegrityError` if one of them is shared."""
        self.refuse_shared()
        return super().delete()

    def refuse_shared(self) -> None:
        if self.filter(self.model.SHARED).exists():
            raise IntegrityError(REFUSED)


class Shareable(models.Model):
    """What may be shared by all studios."""

    SHARED: ClassVar[Q]
    objects = ShareableRows.as_manager()

    class Meta:
        abstract = True

    def delete(self, *given: Any, **named: Any) -> tuple[int, dict[str, int]]:
        """Delete it. Raises `IntegrityError` if it is shared."""
        type(self).objects.filter(pk=self.pk).refuse_shared()
        return super().delete(*given, **named)


class Maker(Shareable):
    """A paint maker whose deck is in the studio: everybody's, or one that a person brought in.

    `changed` moves with every change to the deck's colours; whatever keeps them in memory watches it.
    """

    SHARED = Q(owner=None)
    name = models.CharField(max_length=80)
    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.CASCADE, related_name="decks"
    )
    changed = models.DateTimeField(default=timezone.now)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["name"], condition=Q(owner=None), name="shared_maker_name"),
            models.UniqueConstraint(fields=["owner", "name"], condition=Q(owner__isnull=False), name="own_maker_name"),
        ]

    def __str__(self) -> str:
        return self.name


class ColourSet(models.Model):
    """Colours a person keeps together: a shortlist, or the whites they judge by."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="sets")
    name = models.CharField(max_length=60)
    is_whites = models.BooleanField(default=False)
    colours: models.ManyToManyField[Colour, Any] = models.ManyToManyField("Colour", related_name="sets")

    class Meta:
        ordering = ["-is_whites", "name"]
        constraints = [
            models.UniqueConstraint(fields=["owner", "name"], name="set_name"),
            models.UniqueConstraint(fields=["owner"], condition=Q(is_whites=True), name="one_set_of_whites"),
        ]

    def __str__(self) -> str:
        return self.name


class Import(models.Model):
    """A file being brought into a deck, in parts: kept until all of it is in.

    What it added knows it as `brought_in`, what it changed as `ValueRevision.by_import`; that is enough to take it
    back as one act, also when only a part of it is in. `total` counts the sound colours of the file and `done` those
    that are in, whether they were new, changed or the same.
    """

    class State(models.TextChoices):
        WAITING = "waiting", "waiting to be brought in"
        RUNNING = "running", "coming in"
        DONE = "done", "brought in"
        UNDOING = "undoing", "being taken back"
        UNDONE = "undone", "undone"

    IN = (State.RUNNING, State.DONE)
    """States in which its colours stand in a deck."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="imports")
    deck_name = models.CharField(max_length=80)
    file_name = models.CharField(max_length=200)
    file_format = models.CharField(max_length=8, choices=[(name, name) for name in FILE_FORMATS])
    mapping = models.JSONField(null=True, blank=True, validators=[named(WORD, LINE)])
    # cells typed instead of a line's own: line to column to text
    mended = models.JSONField(default=dict, blank=True, validators=[named(named(CELL, LINE).schema, LINE)])
    content = models.BinaryField(default=b"", editable=False)
    state = models.CharField(max_length=8, choices=State, default=State.WAITING)
    added = models.PositiveIntegerField(default=0)
    changed = models.PositiveIntegerField(default=0)
    total = models.PositiveIntegerField(default=0)
    done = models.PositiveIntegerField(default=0)
    looked = models.FloatField(
        null=True, blank=True, validators=[Within(0, 1)]
    )  # how far the looking at it is, 0-1, while somebody looks
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-created"]

    def __str__(self) -> str:
        return f"{self.file_name} into {self.deck_name}"

    @property
    def columns(self) -> dict[int, str] | None:
        """The columns of a table as a person named them, by index; None where the headings decide."""
        return {int(i): name for i, name in self.mapping.items()} if self.mapping else None

    @property
    def typed(self) -> dict[int, dict[int, str]]:
        """What a person typed instead of cells of the file: by line, then by column, 0-based."""
        return {int(line): {int(i): text for i, text in cells.items()} for line, cells in self.mended.items()}


class Valued(models.Model):
    """The numbers of a colour in the core's conventions, with where they came from.

    `reflectance` holds 31 fractions where a spectrum is known, and `specular` whether the gloss was included when it
    was measured; `recipe_base` and `recipe_amounts` (mL per litre by colorant code) where a recipe is. `lrv_stated`
    is the maker's own figure, never used in place of the computed `lrv`.
    """

    lab_l = models.FloatField(validators=[Within(-1, 200)])
    lab_a = models.FloatField(validators=[Within(-200, 200)])
    lab_b = models.FloatField(validators=[Within(-200, 200)])
    lrv = models.FloatField(validators=[Within(0, 200)])
    lrv_stated = models.FloatField(null=True, blank=True, validators=[Within(0, 100)])
    screen = models.CharField(max_length=7, validators=[screen_colour])
    in_gamut = models.BooleanField(default=True)
    provenance = models.CharField(max_length=24, validators=[known_source])
    given = models.CharField(max_length=120)
    spread = models.FloatField(null=True, blank=True, validators=[Within(0, 200)])
    specular = models.CharField(max_length=8, blank=True, choices=[(s.value, s.value) for s in Specular])
    reflectance = models.JSONField(null=True, blank=True, validators=[Numbers(-1, 10, len(BANDS))])
    recipe_base = models.CharField(max_length=12, blank=True)
    recipe_amounts = models.JSONField(null=True, blank=True, validators=[named(AMOUNT)])

    class Meta:
        abstract = True

    @property
    def stimulus(self) -> Stimulus:
        return Stimulus(
            lab=(self.lab_l, self.lab_a, self.lab_b),
            lrv=self.lrv,
            screen=self.screen,
            in_gamut=self.in_gamut,
            provenance=self.provenance,
            given=self.given,
            reflectance=tuple(self.reflectance) if self.reflectance else None,
            spread=self.spread,
            specular=Specular(self.specular) if self.specular else None,
            maker=self.published_by,
        )

    @property
    def published_by(self) -> str:
        """Whose values share errors with this one; nobody's, unless a maker published it."""
        return ""

    @property
    def source(self) -> str:
        return words.sources.provenance(self.provenance, method.load().doubt(self.stimulus))

    @property
    def recipe(self) -> Recipe | None:
        return Recipe(self.recipe_base, self.recipe_amounts or {}) if self.recipe_base else None


def numbers_of(stimulus: Stimulus) -> dict[str, Any]:
    """Return the numbers of a colour as fields of one that is kept."""
    return {
        "lab_l": stimulus.lab[0],
        "lab_a": stimulus.lab[1],
        "lab_b": stimulus.lab[2],
        "lrv": stimulus.lrv,
        "screen": stimulus.screen,
        "in_gamut": stimulus.in_gamut,
        "provenance": stimulus.provenance,
        "given": stimulus.given,
        "spread": stimulus.spread,
        "specular": stimulus.specular or "",
        "reflectance": list(stimulus.reflectance) if stimulus.reflectance else None,
    }


class Colour(Shareable, Valued):
    """One colour: a maker's, or one that a person brought in. Its numbers are its working value."""

    SHARED = Q(maker__isnull=False, maker__owner=None)
    maker = models.ForeignKey(Maker, null=True, blank=True, on_delete=models.CASCADE, related_name="colours")
    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.CASCADE, related_name="colours"
    )
    code = models.CharField(max_length=40, blank=True)
    made_by = models.CharField(max_length=80, blank=True, default="")  # of an own colour: its maker, as it was typed
    name = models.CharField(max_length=120)
    strip = models.CharField(max_length=20, blank=True, default="")
    step = models.PositiveSmallIntegerField(null=True, blank=True)

    has_spectrum = models.GeneratedField(
        expression=Case(When(reflectance__isnull=False, then=Value(True)), default=Value(False)),
        output_field=models.BooleanField(),
        db_persist=True,
    )
    brought_in = models.ForeignKey(Import, null=True, blank=True, on_delete=models.SET_NULL, related_name="colours")
    parent = models.ForeignKey("self", null=True, blank=True, on_delete=models.RESTRICT, related_name="adjusted")
    percent = models.FloatField(
        null=True, blank=True, validators=[Within(-100, 1_000)]
    )  # of change from its parent's strength
    created = models.DateTimeField(auto_now_add=True)
    deleted = models.DateTimeField(null=True, blank=True)  # of an own colour; what was made with it keeps it

    class Meta:
        ordering = ["maker_id", "id"]
        constraints = [
            models.UniqueConstraint(fields=["maker", "code"], condition=Q(maker__isnull=False), name="code_per_maker"),
            models.CheckConstraint(
                condition=Q(maker__isnull=False, owner__isnull=True) | Q(maker__isnull=True, owner__isnull=False),
                name="maker_or_owner",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def published_by(self) -> str:
        return str(self.maker_id or "")

    @property
    def is_shared(self) -> bool:
        """Whether it is of a maker whose deck all studios share, which nobody changes."""
        return self.maker is not None and self.maker.owner_id is None

    @property
    def label(self) -> str:
        if self.maker:
            return f"{self.maker.name} · {self.code}"
        typed = " · ".join(filter(None, (self.made_by, self.code)))
        if typed:
            return f"{typed}, own colour"
        return f"from {self.parent.name}" if self.parent else "own colour"

    @property
    def maker_name(self) -> str:
        return self.maker.name if self.maker else self.made_by

    @property
    def maker_and_code(self) -> str:
        """Both in a line, as on a card; empty for an own colour without either."""
        return f"{self.maker_name} {self.code}".strip()

    def moment_now(self) -> datetime:
        """Return now as `value_at` counts: not before its value was last replaced, though the clock was set back."""
        last = max((earlier.replaced for earlier in self.earlier.all()), default=None)
        now = timezone.now()
        return max(now, last) if last else now

    def value_at(self, moment: datetime) -> Valued:
        """Return the value the colour had at a moment: itself, or what has been replaced since."""
        later = [earlier for earlier in self.earlier.all() if earlier.replaced > moment]
        return min(later, key=lambda earlier: (earlier.replaced, earlier.pk), default=self)


class ValueRevision(Valued):
    """What a colour was taken to be until better data replaced it: when, by whom and why.

    `name`, `strip` and `step` are what an import may change besides the numbers.
    """

    colour = models.ForeignKey(Colour, on_delete=models.CASCADE, related_name="earlier")
    name = models.CharField(max_length=120)
    strip = models.CharField(max_length=20, blank=True, default="")
    step = models.PositiveSmallIntegerField(null=True, blank=True)
    replaced = models.DateTimeField(default=timezone.now)
    reason = models.CharField(max_length=200)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    by_import = models.ForeignKey(Import, null=True, blank=True, on_delete=models.SET_NULL, related_name="replaced")

    class Meta:
        db_table = "decks_earlier"
        ordering = ["-replaced", "-id"]

    def __str__(self) -> str:
        return f"{self.colour} until {self.replaced:%d %b %Y}"

    @property
    def published_by(self) -> str:
        return self.colour.published_by
