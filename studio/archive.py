"""The whole studio as one open file: a zip of JSON lines with a manifest, and back into an empty database.

The lines are Django's own serialised records, in the order of models and keys, so that two archives of one state hold
the same to the last byte; the digest in the manifest is the SHA-256 of that. Sessions are none of it.
"""

from __future__ import annotations

import json
import zipfile
from collections import Counter
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import datetime
from hashlib import sha256
from pathlib import Path
from typing import IO, Any

from django.apps import apps
from django.contrib.auth.models import User
from django.contrib.contenttypes.models import ContentType
from django.core import serializers
from django.core.exceptions import FieldDoesNotExist, ValidationError
from django.core.serializers.base import DeserializationError
from django.core.serializers.json import DjangoJSONEncoder
from django.db import DatabaseError, IntegrityError, OperationalError, connection, models, transaction
from django.db.migrations.recorder import MigrationRecorder

from decks.models import Maker
from decks.shared_decks import open_to_changes
from jobs.queries import room_faults, whole
from people.models import Event
from prism import words
from records.job_file import check_values, wrong_values
from records.models import Change
from studio.archive_older import brought_up

FORMAT, VERSION = "gentle-prism-studio", 3
DATA, MANIFEST = "data.jsonl", "manifest.json"
LEFT_OUT = {"sessions", "contenttypes", "axes", "admin", "auditlog", "django_tasks_db", "web", "background_jobs"}
"""Apps that hold nothing of a studio's own."""
MOST_BYTES = 8 * 1024**3
MOST_LINE = 64 * 1024**2
_DATE = (2000, 1, 1, 0, 0, 0)
"""The date of the files in an archive, so that it hangs on nothing but their content."""


class ArchiveError(ValueError):
    """An archive that cannot be restored; the message says why."""


@dataclass(frozen=True)
class Told:
    """What is in an archive: its digest, and how many records of each model."""

    digest: str
    counts: dict[str, int]


class Encoder(DjangoJSONEncoder):
    """Moments to the microsecond: a review is read by the value a colour had at one."""

    def default(self, o: Any) -> Any:
        """Return a moment in full, anything else as Django does."""
        return o.isoformat() if isinstance(o, datetime) else super().default(o)


def _models() -> list[type[models.Model]]:
    """Return the models of a studio, those others refer to first."""
    configs = [
        (config, None)
        for config in apps.get_app_configs()
        if config.label not in LEFT_OUT and config.models_module is not None
    ]
    models = serializers.sort_dependencies(configs, allow_cycles=True)
    return [model for model in models if model._meta.label not in {"auth.Permission", "search.Meaning"}]


def _lines() -> Iterator[str]:
    for model in _models():
        records = _records(model).order_by("pk").iterator(chunk_size=500)
        text = serializers.serialize("jsonl", records, cls=Encoder, fields=_fields(model))
        yield from (f"{line}\n" for line in text.splitlines() if line)


def _records(model: type[models.Model]) -> models.QuerySet[models.Model]:
    """Return what is kept of a model: what commands did to one database is no part of the studio."""
    every = model._base_manager.all()
    return every.exclude(user=None) if model is Event else every


def _fields(model: type[models.Model]) -> list[str] | None:
    """Return what is kept of a model, None for all: numbers of models differ from database to database."""
    if model is not Change:
        return None
    return [field.name for field in Change._meta.fields if field.name != "content_type"]


def _migrations() -> list[str]:
    applied = MigrationRecorder(connection).applied_migrations()
    return sorted(f"{app}.{name}" for app, name in applied if app not in LEFT_OUT)


def _told(write: Callable[[bytes], object] = lambda raw: None) -> Told:
    """Return the digest and counts of the state as it is, each line given to `write`."""
    digest, counts = sha256(), Counter[str]()
    for line in _lines():
        raw = line.encode()
        digest.update(raw)
        counts[json.loads(line)["model"]] += 1
        write(raw)
    return Told(digest.hexdigest(), dict(sorted(counts.items())))


def digest_now() -> Told:
    with transaction.atomic():
        return _told()


def export(path: Path) -> Told:
    """Write the whole studio to a file; nothing stands there until all of it does."""
    part = path.with_name(f"{path.name}.part")
    with transaction.atomic(), zipfile.ZipFile(part, "w", zipfile.ZIP_DEFLATED) as made:
        with made.open(zipfile.ZipInfo(DATA, _DATE), "w", force_zip64=True) as data:
            told = _told(data.write)
        manifest = {"format": FORMAT, "version": VERSION, "digest": told.digest, "counts": told.counts,
                    "migrations": _migrations()}  # fmt: skip
        made.writestr(zipfile.ZipInfo(MANIFEST, _DATE), json.dumps(manifest, indent=2))
    part.replace(path)
    return told


def restore(path: Path) -> Told:
    """Bring an archive back into an empty database. Raises `ArchiveError`, and leaves nothing half-restored."""
    if User.objects.exists() or Maker.objects.exists():
        raise ArchiveError(words.archives.ARCHIVE_NOT_EMPTY)
    try:
        with zipfile.ZipFile(path) as archive:
            manifest = _manifest(archive)
            if archive.getinfo(DATA).file_size > MOST_BYTES:
                raise ArchiveError(words.archives.ARCHIVE_BROKEN)
            with archive.open(DATA) as data:
                return _restored(data, manifest)
    except FileNotFoundError:
        raise ArchiveError(words.archives.archive_missing(path.name)) from None
    except (zipfile.BadZipFile, KeyError, OSError, EOFError, ValueError) as wrong:
        if isinstance(wrong, ArchiveError):
            raise
        raise ArchiveError(words.archives.ARCHIVE_BROKEN) from None


def _manifest(archive: zipfile.ZipFile) -> dict[str, Any]:
    manifest = json.loads(archive.read(MANIFEST))
    if not isinstance(manifest, dict) or manifest.get("format") != FORMAT:
        raise ArchiveError(words.archives.ARCHIVE_NONE)
    newer = set(manifest.get("migrations", ())) - set(_migrations())
    if not isinstance(manifest.get("version"), int) or manifest["version"] < 1:
        raise ArchiveError(words.archives.ARCHIVE_NONE)
    if manifest["version"] > VERSION or newer:
        raise ArchiveError(words.archives.ARCHIVE_NEWER)
    return manifest


ROOMS_AT_ONCE = 200
_SAYS_WHAT_CANNOT_BE = (
    DeserializationError, FieldDoesNotExist, ValidationError, DatabaseError, ArithmeticError, AttributeError,
    LookupError, TypeError, ValueError,
)  # fmt: skip
"""What is raised where a record holds what none can."""


def _check(record: models.Model) -> None:
    """Raise `ArchiveError`, naming the record, where a value of it is one that none can have."""
    try:
        check_values(record)
    except ValidationError as wrong:
        where = f"{record._meta.verbose_name} {record.pk}"
        raise ArchiveError(words.archives.archive_wrong(f"{where}: {wrong_values(wrong)}")) from wrong


def _restored(data: IO[bytes], manifest: dict[str, Any]) -> Told:
    digest, counts = sha256(), Counter[str]()

    def lines() -> Iterator[str]:
        while raw := data.readline(MOST_LINE):
            digest.update(raw)
            yield from brought_up(raw.decode(), manifest["version"])

    with open_to_changes(), connection.constraint_checks_disabled():
        try:
            for record in serializers.deserialize("jsonl", lines(), ignorenonexistent=True):
                if isinstance(record.object, Change):
                    record.object.content_type = ContentType.objects.get_for_model(apps.get_model(record.object.thing))
                _check(record.object)
                record.save(force_insert=True)
                counts[record.object._meta.label_lower] += 1
            for room in whole().iterator(chunk_size=ROOMS_AT_ONCE):
                if faults := room_faults(room):
                    raise ArchiveError(words.archives.archive_wrong(f"{faults[0][0]}: {faults[0][1]}"))
        except ArchiveError:
            raise
        except OperationalError:
            raise  # of the disk, not of the archive
        except _SAYS_WHAT_CANNOT_BE as wrong:
            raise ArchiveError(words.archives.ARCHIVE_BROKEN) from wrong
        told = Told(digest.hexdigest(), dict(sorted(counts.items())))
        if told.digest != manifest.get("digest"):
            raise ArchiveError(words.archives.ARCHIVE_ALTERED)
        try:
            connection.check_constraints()
        except IntegrityError as wrong:
            raise ArchiveError(words.archives.ARCHIVE_BROKEN) from wrong
    return told
