"""Systematic differences between what was seen and what was computed: found, taken up and undone.

A person's are of their answers to scales, wherever they looked; a room's are of the lux that were found in it. What was
taken up goes into every later prediction, so that only later answers count again; reviews that were made stay.
"""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from functools import cached_property

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Count, Max
from django.utils import timezone

from jobs import queries as job_queries
from jobs import services as job_services
from jobs.models import Metered, Room
from people.names import name_of
from people.queries import team
from prism import words
from prism.devices.meters import MeterError
from prism.viewing.scales import AXES, LIGHT, Leaning, leanings, light_leaning, neutral_shift
from reviews.models import Review
from viewings.models import Correction, Viewing
from web.bounded_cache import BoundedCache

MOST_ANSWERS = 400
"""Viewings from which a leaning is found, the last ones."""


@dataclass(frozen=True)
class Found:
    """A leaning that is more than chance: whose it is, a person's or a room's, and whether it can be taken up."""

    leaning: Leaning
    person: User | None = None
    room: Room | None = None

    @property
    def sentence(self) -> str:
        if self.room is not None:
            return words.viewing.room_leans(self.room.name, self.leaning)
        return words.viewing.leaning_text(name_of(self.person) or words.viewing.SOMEBODY, self.leaning)

    @property
    def may_be_taken_up(self) -> bool:
        return self.room is not None or self.leaning.scale in AXES

    @property
    def consequence(self) -> str:
        if self.room is not None:
            return words.viewing.ROOM_CORRECTED
        shift = neutral_shift({self.leaning.scale: self.leaning.mean})
        return words.viewing.eye_corrected(name_of(self.person) or words.viewing.SOMEBODY, *shift)


class Leanings:
    """The leanings of who looked at a review's boards, and of its room."""

    def __init__(self, review: Review) -> None:
        self._review = review

    @cached_property
    def taken_up(self) -> list[Correction]:
        """What was taken up of them, the newest first; undone ones too."""
        corrections = Correction.objects.filter(person__in=self._people) | Correction.objects.filter(
            room_id=self._room_id
        )
        return list(corrections.select_related("person", "room", "by", "undone_by"))

    @cached_property
    def found(self) -> list[Found]:
        made = [Found(leaning, person=person) for person in self._people for leaning in of_person(person)]
        of_room = self._of_room()
        made += [Found(of_room, room=self._review.room)] if of_room else []
        return [leaning for leaning in made if leaning.leaning.is_plain]

    def find(self, person: str, scale: str) -> Found | None:
        """Return one by the id of its person, empty for the room's, and its scale."""
        wanted = (person, scale)
        return next((f for f in self.found if (str(f.person.pk) if f.person else "", f.leaning.scale) == wanted), None)

    @cached_property
    def _people(self) -> list[User]:
        looked = self._review.viewings.filter(deleted=None, seen_at__isnull=False).values("by")
        return list(User.objects.filter(pk__in=looked).order_by("pk"))

    @property
    def _room_id(self) -> int:
        return self._review.room_id or 0

    def _of_room(self) -> Leaning | None:
        taken = next((c for c in self.taken_up if c.undone is None and c.scale == LIGHT), None)
        return light_leaning(
            [
                (viewing.lux, float(viewing.predicted["lux"]))
                for viewing in _with_lux(self._room_id)
                if viewing.lux
                and viewing.predicted
                and (taken is None or (viewing.seen_at and viewing.seen_at > taken.at))
            ]
        )


_kept: BoundedCache[Hashable, list[Leaning]] = BoundedCache(64)


def of_person(person: User) -> list[Leaning]:
    """Return how somebody's answers differ from what was computed, since each scale was corrected last."""
    looks = Viewing.objects.filter(by=person, deleted=None, review__deleted=None)
    seen = looks.aggregate(Count("pk"), Max("seen_at"))
    taken = Correction.objects.filter(person=person, undone=None).aggregate(Count("pk"), Max("at"))
    return _kept.get((person.pk, *seen.values(), *taken.values()), lambda: _of_person(person))


def _of_person(person: User) -> list[Leaning]:
    viewings = Viewing.objects.filter(by=person, beside=None, deleted=None, predicted__isnull=False)
    viewings = viewings.filter(review__owner__in=team(person), review__deleted=None).order_by("-seen_at")
    told = viewings.values_list("seen", "predicted", "seen_at")[:MOST_ANSWERS]
    taken = Correction.objects.filter(person=person, undone=None).order_by("at").values_list("scale", "at")
    since = dict(taken)
    answers = []
    for seen, predicted, at in told:
        computed = (predicted or {}).get("differences", {})
        for scale, step in (seen or {}).items():
            if scale in computed and (scale not in since or (at and at > since[scale])):
                answers.append((scale, int(step), float(computed[scale])))
    return leanings(answers)


def _with_lux(room_id: int) -> list[Viewing]:
    viewings = Viewing.objects.filter(room_id=room_id, deleted=None, lux__isnull=False, predicted__lux__isnull=False)
    return list(viewings.order_by("-seen_at")[:MOST_ANSWERS])


def take_up(by: User, finding: Found) -> Correction:
    """Correct by a leaning: the neutral of a person's later reviews, or the light of a room by the lux found there."""
    found_in_light: list[Metered] = []
    if finding.room is not None:
        room = job_queries.of_review(finding.room.pk)
        assert room is not None
        metered = {(reading.wall, reading.at, round(reading.lux, 1)) for reading in Metered.objects.filter(room=room)}
        for viewing in _with_lux(room.pk):
            if (
                viewing.lux
                and viewing.seen_at
                and (viewing.wall, viewing.seen_at, round(viewing.lux, 1)) not in metered
            ):
                typed = (viewing.lux, None)
                try:
                    taken = job_services.metered(
                        room, viewing.wall, viewing.seen_at, viewing.sky or "overcast", False, typed
                    )
                except MeterError:
                    continue  # too dark to hold anything against
                found_in_light.append(taken)
    own = finding.leaning
    with transaction.atomic():  # the light of each look is computed before anything is locked
        readings = [job_services.keep_reading(by, leaning).pk for leaning in found_in_light]
        return Correction.objects.create(
            person=finding.person, room=finding.room, scale=own.scale, mean=own.mean, half=own.half, count=own.count,
            readings=readings, by=by,
        )  # fmt: skip


@transaction.atomic
def undo(by: User, correction: Correction) -> None:
    """Take back what was taken up; it stays in the record."""
    for reading in Metered.objects.filter(pk__in=correction.readings, taken=True).select_related("room"):
        job_services.use_reading(by, reading, taken=False)
    correction.undone, correction.undone_by = timezone.now(), by
    correction.save(update_fields=["undone", "undone_by"])
