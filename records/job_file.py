"""A job as one open file: JSON of the job with its rooms, reviews and all that was done, and back, also elsewhere.

Records are held by model in the order in which they need each other. A record refers to another by its place in the
list of its model, to a colour by its place in the list of colours, and to a person by name: whoever is not in the
studio that takes it up becomes a closed account there, so that the record still says who did what. Addresses of
clients' links are none of it.
"""

from __future__ import annotations

import json
from base64 import b64decode, b64encode
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from functools import cached_property
from hashlib import sha256
from typing import IO, Any

from django.apps import apps
from django.contrib.auth.models import User
from django.contrib.contenttypes.models import ContentType
from django.core.exceptions import ValidationError
from django.db import IntegrityError, models, transaction
from django.db.models import Q
from django.utils import timezone

from decks import carried
from decks.models import Colour
from documents.models import Shared
from jobs.models import Job
from jobs.queries import room_faults, whole
from people.models import Member, Role
from people.names import name_of
from people.queries import members, studio_of
from prism import words
from prism.formats.text import plain_json
from prism.typed import all_printable
from records.models import CLAIMED, Change
from web.former_names import current_fields, current_label

FORMAT, VERSION = "gentle-prism-job", 2
MOST_BYTES = 60_000_000
MOST_RECORDS = 200_000
MOST_PEOPLE = 80
"""People whom a file may name that are not in the studio; each becomes a closed account."""
LEFT_OUT = {
    "documents.Shared": {"seed", "digest"},
    "documents.Published": {"seed", "digest"},
    "viewings.Viewing": {"sent"},
    "records.Change": {"content_type", "actor_email", "remote_addr", "additional_data"},
}
"""What goes nowhere else: addresses, and what means something in one database alone."""

LISTS = {"hand_order": "decks.Colour", "readings": "jobs.Metered"}
"""Fields that list the ids of other records."""


class JobFileError(ValueError):
    """A file of a job that cannot be taken up; the message says why."""


@dataclass
class TakenUp:
    """What came in: the job, how many of its colours were new here, and who was not in the studio."""

    job: Job
    colours: int = 0
    people: list[str] = field(default_factory=list)


def records_of(job: Job) -> list[tuple[str, Q]]:
    """Return which records of which models are a job's, those that others need first."""
    room, review = Q(room__job=job), Q(review__room__job=job)
    records = [("jobs.Job", Q(pk=job.pk)), ("jobs.Room", Q(job=job))]
    records += [(f"jobs.{name}", room) for name in ("Window", "LampSort", "Surface", "Element")]
    records += [("jobs.ElementPart", Q(element__room__job=job)), ("jobs.Finish", room), ("jobs.Metered", room)]
    records += [("jobs.RoomPhoto", room)]
    records += [("jobs.WhiteRule", Q(job=job)), ("reviews.Review", room)]
    records += [(f"reviews.{name}", review) for name in ("Board", "Observation", "Shortlisted", "KeptScheme")]
    records += [("reviews.SchemePlace", Q(scheme__review__room__job=job))]
    records += [(f"viewings.{name}", review) for name in ("SamplePlan", "Viewing")]
    records += [("viewings.ViewingPhoto", Q(viewing__review__room__job=job)), ("viewings.Decision", review)]
    records += [("viewings.RuledOut", Q(decision__review__room__job=job))]
    records += [("documents.DocumentEdit", review), ("viewings.Correction", room), ("documents.Shared", Q(job=job))]
    records += [("documents.ClientAnswer", review & Q(shared__job=job)), ("records.Change", Q(job=job) | review)]
    return records


def _fields(model: type[models.Model]) -> list[models.Field[Any, Any]]:
    left = LEFT_OUT.get(model._meta.label, set())
    return [field for field in model._meta.concrete_fields if not field.primary_key and field.name not in left]


# --- out ---


class _Writer:
    """Writes the records of a job, and keeps count of what they refer to."""

    def __init__(self, job: Job) -> None:
        self._job = job
        self._places: dict[str, dict[int, int]] = {}
        self._colours: dict[int, int] = {}

    @cached_property
    def body(self) -> dict[str, Any]:
        records = {label: self._rows(label, of) for label, of in records_of(self._job)}
        colours_of = Colour.objects.select_related("maker", "parent__maker").prefetch_related("earlier")
        in_bulk = colours_of.in_bulk(list(self._colours))
        colours = [carried.carry(in_bulk[pk]) for pk in self._colours]
        return {"format": FORMAT, "version": VERSION, "colours": colours, "records": records}

    def _rows(self, label: str, of: Q) -> list[dict[str, Any]]:
        model = apps.get_model(label)
        rows = list(model._default_manager.filter(of).distinct().order_by("pk"))
        self._places[label] = {row.pk: place for place, row in enumerate(rows)}
        return [self._row(row) for row in rows]

    def _row(self, instance: models.Model) -> dict[str, Any]:
        row = {each.name: self._value(each, instance) for each in _fields(type(instance))}
        for each in instance._meta.many_to_many:
            places = self._places.get(_label(each), {})
            row[each.name] = sorted(places[pk] for pk in self._held(instance, each) if pk in places)
        return row

    def _held(self, instance: models.Model, each: models.ManyToManyField[Any, Any]) -> Iterable[int]:
        pks: Iterable[int] = getattr(instance, each.name).values_list("pk", flat=True)
        return pks

    def _value(self, each: models.Field[Any, Any], instance: models.Model) -> Any:
        value = getattr(instance, each.attname)
        if each.name in LISTS and isinstance(value, list):
            there = apps.get_model(LISTS[each.name])._default_manager.filter(pk__in=value).values_list("pk", flat=True)
            return [place for pk in value if pk in there and (place := self._place(LISTS[each.name], pk)) is not None]
        if value is None or not isinstance(each, models.ForeignKey):
            return _plain(value)
        label = _label(each)
        return name_of(getattr(instance, each.name)) if label == "auth.User" else self._place(label, value)

    def _place(self, label: str, pk: int) -> int | None:
        if label == "decks.Colour":
            return self._colours.setdefault(pk, len(self._colours))
        return self._places.get(label, {}).get(pk)


def _label(each: models.Field[Any, Any]) -> str:
    related = each.related_model
    assert related is not None and not isinstance(related, str)
    return str(related._meta.label)


def _plain(value: Any) -> Any:
    if isinstance(value, bytes | memoryview):
        return b64encode(bytes(value)).decode()
    if hasattr(value, "isoformat"):
        return value.isoformat()
    return str(value) if not isinstance(value, str | int | float | bool | list | dict | type(None)) else value


def _digest(body: dict[str, Any]) -> str:
    return sha256(json.dumps(body, sort_keys=True, ensure_ascii=False).encode()).hexdigest()


def written(job: Job) -> bytes:
    body = _Writer(job).body
    return json.dumps(body | {"digest": _digest(body)}, ensure_ascii=False, indent=1).encode()


# --- in ---


def parsed(upload: IO[bytes]) -> object:
    """Return a file's JSON. Raises `JobFileError` where it is cut off or too large."""
    raw = upload.read(MOST_BYTES + 1)
    if len(raw) > MOST_BYTES:
        raise JobFileError(words.archives.job_file_too_large(MOST_BYTES // 1_000_000))
    try:
        return plain_json(raw)
    except (ValueError, RecursionError):
        raise JobFileError(words.archives.JOB_FILE_BROKEN) from None


def checked(held: object) -> dict[str, Any]:
    """Return what the file of a job holds. Raises `JobFileError` where it is none, newer or altered."""
    if not isinstance(held, dict) or held.get("format") != FORMAT:
        raise JobFileError(words.archives.JOB_FILE_NONE)
    if not isinstance(held.get("version"), int) or held["version"] > VERSION:
        raise JobFileError(words.archives.JOB_FILE_NEWER)
    digest = held.pop("digest", None)
    try:
        if digest != _digest(held):
            raise JobFileError(words.archives.JOB_FILE_ALTERED)
    except UnicodeEncodeError:
        raise JobFileError(words.archives.JOB_FILE_BROKEN) from None
    content: dict[str, Any] = all_printable(held)
    return content


class _Reader:
    """Makes the records of a file anew."""

    def __init__(self, by: User, content: dict[str, Any]) -> None:
        self._by, self._held = by, content
        self._made: dict[str, list[models.Model]] = {}
        self._people = {member.name: member.user for member in members(by)}
        self.new_colours = 0
        self.new_people: list[str] = []

    def take_up(self) -> Job:
        self._colours = [self._colour(row) for row in self._held["colours"]]
        records = {current_label(label): rows for label, rows in self._held["records"].items()}
        if sum(len(rows) for rows in records.values()) > MOST_RECORDS:
            raise JobFileError(words.archives.JOB_FILE_BROKEN)
        for label, _ in records_of(Job(pk=0)):
            self._made[label] = []
            for row in records.get(label, ()):
                row = current_fields(label, row)
                self._made[label].append(self._record(apps.get_model(label), row))
        (job,) = self._made["jobs.Job"]
        assert isinstance(job, Job)
        for room in whole().filter(job=job):
            for wrong, message in room_faults(room):
                raise JobFileError(
                    words.archives.job_file_wrong(f"{words.text.shortened(room.name)}, {wrong}: {message}")
                )
        return job

    def _colour(self, row: dict[str, Any]) -> Colour:
        colour, fresh = carried.bring_in(self._by, row)
        self.new_colours += fresh
        return colour

    def _record(self, model: type[models.Model], row: dict[str, Any]) -> models.Model:
        record = model()
        for each in _fields(model):
            if each.name in row and not each.generated:
                setattr(record, each.attname, self._value(each, row[each.name]))
        if isinstance(record, Change):
            record.additional_data = {CLAIMED: True}  # nobody here saw it made
            record.content_type = ContentType.objects.get_for_model(apps.get_model(record.thing))
        elif isinstance(record, Shared):
            record.withdrawn = record.withdrawn or timezone.now()
        check_values(record)
        if isinstance(record, Change):
            Change.objects.bulk_create([record])  # by whom it was, not by whoever takes it up
        else:
            record.save_base(raw=True, force_insert=True)  # as it was, moments too
        for each in model._meta.many_to_many:
            others = self._made.get(_label(each), [])  # of two that refer to each other the later one says so
            getattr(record, each.name).set([others[place] for place in row.get(each.name, ()) if place < len(others)])
        return record

    def _value(self, each: models.Field[Any, Any], value: Any) -> Any:
        if value is None:
            return None
        if each.name in LISTS and isinstance(value, list):
            return [self._known(LISTS[each.name], place) for place in value]
        if not isinstance(each, models.ForeignKey):
            return b64decode(value) if isinstance(each, models.BinaryField) else each.to_python(value)
        label = _label(each)
        return self._person(value).pk if label == "auth.User" else self._known(label, value)

    def _known(self, label: str, place: int) -> int:
        pk: int = (self._colours if label == "decks.Colour" else self._made[label])[place].pk
        return pk

    def _person(self, name: str) -> User:
        if name not in self._people:
            if len(self.new_people) >= MOST_PEOPLE:
                raise JobFileError(words.archives.job_file_names_too_many(MOST_PEOPLE))
            first, _, last = name.partition(" ")
            stem = "".join(c for c in name.casefold() if c.isalnum())[:60] or "somebody"
            taken = set(User.objects.filter(username__startswith=stem).values_list("username", flat=True))
            user = User(username=next(n for n in _numbered(stem) if n not in taken))
            user.first_name, user.last_name, user.is_active = first[:150], last[:150], False
            user.set_unusable_password()
            user.save()
            Member.objects.create(user=user, studio=studio_of(self._by), role=Role.JUNIOR, closed=timezone.now())
            self._people[name] = user
            self.new_people.append(name)
        return self._people[name]


def check_values(instance: models.Model) -> None:
    """Refuse a record with a value that none can have. Raises `ValidationError`.

    Whom it refers to is looked up elsewhere, and what may be empty is.
    """
    settled = []
    for each in (column for column in instance._meta.concrete_fields if not column.generated):
        value = getattr(instance, each.attname)
        if (isinstance(each, models.ForeignKey) and value is not None) or (each.null and value is None):
            settled.append(each.name)
        elif isinstance(each, models.JSONField) and value in ([], {}):
            settled.append(each.name)  # a form would miss it
            for check in each.validators:
                check(value)
    instance.full_clean(exclude=settled, validate_unique=False, validate_constraints=False)


def _numbered(stem: str) -> Iterator[str]:
    yield stem
    yield from (f"{stem}{number}" for number in range(2, 10_000))


def wrong_values(wrong: ValidationError) -> str:
    if not hasattr(wrong, "error_dict"):
        return " ".join(wrong.messages)
    return " ".join(f"{name}: {' '.join(message)}" for name, message in wrong.message_dict.items())


def take_up(by: User, content: dict[str, Any]) -> TakenUp:
    """Make a job from what a file holds, under a title that no other job of the studio has; all of it or nothing.

    Raises `JobFileError` where something in it cannot be.
    """
    reader = _Reader(by, content)
    taken = set(Job.objects.filter(owner__in=members(by).values("user"), deleted=None).values_list("title", flat=True))
    try:
        with transaction.atomic():
            job = reader.take_up()
            if job.title in taken:
                job.title = words.rooms.copy_of_room(job.title[:74], taken)
            job.deleted = None
            job.save_base(raw=True)
    except JobFileError:
        raise
    except ValidationError as wrong:
        raise JobFileError(words.archives.job_file_wrong(wrong_values(wrong))) from None
    except (LookupError, TypeError, ValueError, AttributeError, OverflowError, IntegrityError):
        raise JobFileError(words.archives.JOB_FILE_BROKEN) from None
    by.__dict__.pop("_team", None)
    return TakenUp(job, reader.new_colours, reader.new_people)
