"""Reads from reviews: what the screens of a review show, computed by the core."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from functools import cached_property

import numpy as np
from django.contrib.auth.models import User
from django.db.models import QuerySet
from numpy.typing import NDArray

from decks import queries as decks
from decks.catalogue import catalogue
from decks.models import Colour, Earlier
from prism import comparison, demo, naming, reading, tint, trust, words
from prism.difference import delta_e, nearest
from prism.metamerism import Parting
from prism.reading import Reading
from reviews.models import Review

RUN = (-50.0, -25.0, 0.0, 25.0, 50.0)
"""Percent of change of the strengths shown."""


def listed(user: User) -> QuerySet[Review]:
    """Return a person's reviews, newest first."""
    reviews = Review.objects.filter(owner_id=user.pk, deleted=None)
    return reviews.select_related("colour__maker").prefetch_related("colour__earlier")


def own(user: User) -> QuerySet[Review]:
    """Return every review that is a person's, deleted ones too."""
    return Review.objects.filter(owner_id=user.pk).select_related("colour__maker", "beside__maker", "owner")


def finding(review: Review) -> str:
    """Return the finding of a review in a few words, for lists."""
    found = reading.read(review.value.paint, review.school_in_force, review.neutral_in_force)
    return f"{words.headline(found)}, {words.undertone_short(found)}"


@dataclass(frozen=True)
class Held:
    """A colour held beside the subject: what it reads as, what it is called for now, and why it is there.

    `why` is a key of the core's picks, empty for a colour the person fetched; `caption` says it in a word.
    """

    colour: Colour
    reading: Reading
    name: str
    why: str
    caption: str
    reason: str


@dataclass(frozen=True)
class Slot:
    """A place on the wall for one kind of comparator; where the decks have none, `absent` says so."""

    axis: str
    held: Held | None
    absent: str


@dataclass(frozen=True)
class Side:
    """One side of a bracket: the held colour nearest on that axis, or none."""

    axis: str
    held: Held | None
    delta_e: float


@dataclass(frozen=True)
class PlacedBracket:
    """A pair of axes with what stands on either side, and the sentence for it."""

    before: Side
    after: Side
    sentence: str


@dataclass(frozen=True)
class Newer:
    """A better value that replaced the one a review was made with: since when, why, its LRV, and ΔE00 between them."""

    since: datetime
    reason: str
    lrv: float
    delta_e: float


@dataclass(frozen=True)
class RunStep:
    """One strength of the run with its name, its board's screen colour and its sentence."""

    strength: tint.Strength
    name: str
    percent: str
    screen: str
    sentence: str


class Bench:
    """Everything one review shows; each part is computed when it is first asked for.

    `beside` is the colour the person asked to hold beside the subject, or None for the first of the set.
    """

    def __init__(self, review: Review, beside: Colour | None = None) -> None:
        self.review = review
        self.colour = review.colour
        self.value = review.value
        self.paint = review.value.paint
        self.school = review.school_in_force
        self.neutral = review.neutral_in_force
        self.reading = reading.read(self.paint, self.school, self.neutral)
        self._asked = beside
        self._deck = catalogue(review.owner)
        self._own_rows = self._deck.rows_of({self.colour.pk})

    @property
    def name(self) -> str:
        """What the subject is called for now: names can be hidden, since they mislead."""
        return self.colour.name if self.review.names_shown else "this colour"

    @cached_property
    def newer(self) -> Newer | None:
        """The working value of the colour, where it is no longer the one the review was made with."""
        if not isinstance(self.value, Earlier):
            return None
        now = self.colour.paint
        if now.lab == self.paint.lab and now.provenance == self.paint.provenance:
            return None
        apart = float(delta_e(self.paint.lab_array, now.lab_array))
        return Newer(self.value.replaced, self.value.reason, now.lrv, apart)

    def _hold(self, picks: dict[str, comparison.Pick]) -> dict[str, Held]:
        """Return the picked rows of the deck as held colours, by the same keys."""
        rows = [pick.index for pick in picks.values()]
        readings = self._deck.readings(rows, self.school, self.neutral)
        colours = decks.by_ids([int(self._deck.ids[row]) for row in rows])
        held = {}
        for (key, pick), found in zip(picks.items(), readings, strict=True):
            colour = colours[int(self._deck.ids[pick.index])]
            caption = words.AXIS_LABELS[pick.why]
            name = colour.name if self.review.names_shown else f"the {caption} board"
            reason = words.why_picked(pick.why, pick.delta_e, pick.share)
            held[key] = Held(colour, found, name, pick.why, caption, reason)
        return held

    @cached_property
    def _not_my_whites(self) -> NDArray[np.intp]:
        """Rows that are no reference whites: the subject and, where the person keeps whites, all others."""
        kept = self._deck.rows_of({colour.pk for colour in decks.my_whites(self.review.owner)})
        kept = np.setdiff1d(kept, self._own_rows)
        return np.setdiff1d(np.arange(len(self._deck.ids)), kept) if kept.size else self._own_rows

    @cached_property
    def _view(self) -> comparison.AxisView:
        """The decks along the subject's axes."""
        return comparison.view_along_axes(
            self.reading, self._deck.lab, self.school, self.neutral, exclude=self._own_rows
        )

    @cached_property
    def _set(self) -> dict[str, Held]:
        """The comparison set: reference whites, then near-identicals by axis."""
        whites = comparison.reference_whites(
            self._deck.lab, self._deck.lrv, self.school, self.neutral, exclude=self._not_my_whites
        )
        picks = {why: comparison.Pick(row, why, 0.0) for why, row in whites.items()}
        apart = self._view.without(list(whites.values()))
        picks |= comparison.near_identicals(apart, self.school)
        return self._hold(picks)

    @property
    def comparators(self) -> list[Held]:
        """The whole comparison set, in the order it stands on the wall."""
        return list(self._set.values())

    @property
    def whites(self) -> list[Held]:
        """The reference whites."""
        return [held for held in self.comparators if held.why in ("clean", "warmest", "coolest")]

    @cached_property
    def axis_pairs(self) -> list[tuple[Slot, Slot]]:
        """The near-identicals as opposed pairs, with a reason for each empty place."""
        has_undertone = self.reading.undertone.strength >= self.school.passive_below

        def slot(axis: str) -> Slot:
            bare = axis in ("greyer", "clearer") and not has_undertone
            return Slot(axis, self._set.get(axis), words.axis_absent(axis) if bare else words.nothing_on(axis))

        return [(slot(one), slot(other)) for one, other in comparison.OPPOSITES]

    @cached_property
    def beside(self) -> Held | None:
        """The colour held beside the subject: the one asked for, else the first of the set."""
        if self._asked is None or self._asked.pk == self.colour.pk:
            return next(iter(self.comparators), None)
        of_set = next((held for held in self.comparators if held.colour.pk == self._asked.pk), None)
        if of_set:
            return of_set
        found = reading.read(self._asked.paint, self.school, self.neutral)
        shown = self.review.names_shown
        name = self._asked.name if shown else "the fetched board"
        return Held(self._asked, found, name, "", words.FETCHED, words.FETCHED_REASON)

    @property
    def on_the_wall(self) -> list[Held]:
        """Everything held beside the subject: the set, and a board that was fetched by hand."""
        fetched = [self.beside] if self.beside and not self.beside.why else []
        return [*self.comparators, *fetched]

    @cached_property
    def pair(self) -> comparison.PairFinding | None:
        """What the subject shows beside the colour held there."""
        return comparison.compare(self.reading, self.beside.reading, self.school) if self.beside else None

    @cached_property
    def support(self) -> comparison.Support:
        """How the comparison set bears on the undertone."""
        return comparison.support(self.reading, [held.reading for held in self.comparators], self.school)

    @cached_property
    def brackets(self) -> list[PlacedBracket]:
        """The subject's place: the nearest colour on either side of each pair of axes."""
        found = comparison.brackets(self._view)
        picks = {pick.why: pick for b in found for pick in (b.before, b.after) if pick}
        held = self._hold(picks)
        names = {pick.index: held[why].name for why, pick in picks.items()}

        def side(axis: str, pick: comparison.Pick | None) -> Side:
            return Side(axis, held[axis] if pick else None, pick.delta_e if pick else 0.0)

        return [
            PlacedBracket(side(b.axes[0], b.before), side(b.axes[1], b.after), words.bracket(b, names)) for b in found
        ]

    @property
    def tightest(self) -> tuple[str | None, str | None]:
        """The names on either side of the narrowest whole bracket."""
        whole = [b for b in self.brackets if b.before.held and b.after.held]
        if not whole:
            return None, None
        narrowest = min(whole, key=lambda b: b.before.delta_e + b.after.delta_e)
        before, after = narrowest.before.held, narrowest.after.held
        return before.name if before else None, after.name if after else None

    @cached_property
    def twins(self) -> list[tuple[str, float, Parting | None]]:
        """What colours that are the same to the eye or nearly are called, their ΔE00, and how they part under lamps."""
        found = decks.twins(self.review.owner, self.paint, self.school, self.colour.pk)
        shown = self.review.names_shown
        return [
            (twin.colour.name if shown else f"the {words.AXIS_LABELS['twin']} board", twin.delta_e, twin.parting)
            for twin in found
        ]

    @cached_property
    def name_checks(self) -> list[naming.NameCheck]:
        """What the subject's name promises; nothing while names are hidden."""
        return naming.check(self.colour.name, self.reading) if self.review.names_shown else []

    @cached_property
    def lrv_check(self) -> trust.LrvCheck | None:
        """The stated LRV against the computed one, where one is stated."""
        stated = self.value.lrv_stated
        return trust.check_lrv(stated, self.reading) if stated is not None else None

    @cached_property
    def run(self) -> list[RunStep]:
        """The subject at adjusted strengths; empty where no recipe is known."""
        recipe = self.value.recipe
        if recipe is None:
            return []
        steps = tint.strengths(recipe, RUN, demo.tint_system(), self.school, self.neutral, self.reading.uncertainty)
        standard = self.reading.undertone
        return [
            RunStep(
                step,
                words.strength_name(self.name, step.percent),
                words.percent(step.percent),
                step.screen,
                words.strength_step(step, standard, self.school),
            )
            for step in steps
        ]

    @property
    def colorant_names(self) -> dict[str, str]:
        """Names of the colorants that recipes refer to."""
        return {code: part.name for code, part in demo.tint_system().colorants.items()}

    @cached_property
    def nearest_with_recipe(self) -> tuple[Held, float] | None:
        """The nearest deck colour that has a recipe, with ΔE00, for a subject that has none."""
        rows = np.flatnonzero(self._deck.has_recipe)
        found, distance = nearest(self.reading.lab, self._deck.lab[rows], 1)
        if not found.size:
            return None
        row = int(rows[found[0]])
        return self._hold({"near": comparison.Pick(row, "nearest", float(distance[0]))})["near"], float(distance[0])
