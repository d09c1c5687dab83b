"""Clients of a studio: what is known of one, to be taken out as a file or erased."""

from __future__ import annotations

import io
import json
import re
import zipfile
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime

from auditlog.context import disable_auditlog
from django.apps import apps
from django.contrib.auth.models import User
from django.db import models, transaction
from django.db.models import QuerySet
from django.utils.text import slugify

from background_jobs.models import Work
from documents.models import Shared
from jobs.models import Job, RoomPhoto
from people.queries import team
from prism import words
from records import job_file, queries
from records.job_file import records_of
from viewings.models import ViewingPhoto

TELLING = 4
"""Letters from which on a part of a name tells whose it is; `Mrs` does not."""
ROUGHLY = 1
"""Decimals of degrees to which a place is rounded, some kilometres, so that light still can be predicted for it."""
GONE = ("documents.Shared", "documents.ClientAnswer")
"""What goes for good, records of it too: links, and what came back through them."""


@dataclass(frozen=True)
class Client:
    """Somebody for whom the studio works: the name as it was last written, the jobs, and when one of them changed."""

    name: str
    jobs: list[Job]

    @property
    def changed(self) -> datetime:
        return max(job.updated for job in self.jobs)

    @property
    def titles(self) -> str:
        return words.text.listed([job.title for job in self.jobs])


def _jobs(user: User) -> QuerySet[Job]:
    """Return the jobs of a studio that name a client, those that were deleted too."""
    return Job.objects.filter(owner__in=team(user)).exclude(client="")


def clients_of(user: User) -> list[Client]:
    clients: dict[str, list[Job]] = {}
    for job in _jobs(user):
        clients.setdefault(_key(job.client), []).append(job)
    return sorted(
        (Client(jobs[0].client, jobs) for jobs in clients.values()), key=lambda client: client.name.casefold()
    )


def client_of(user: User, name: str) -> Client | None:
    return next((client for client in clients_of(user) if _key(client.name) == _key(name)), None)


def _key(name: str) -> str:
    return " ".join(name.split()).casefold()


def exported(client: Client) -> bytes:
    """Return all that is kept for a client as a ZIP file: each job as a studio takes it up, and who did what."""
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as archive:
        for number, job in enumerate(client.jobs, 1):
            name = f"{number}-{slugify(job.title) or 'job'}"
            archive.writestr(f"{name}.json", job_file.written(job))
            acts = queries.acts(queries.of_job(job), whole=True)
            archive.writestr(
                f"{name}-record.txt", "\n".join(f"{act.at:%Y-%m-%d %H:%M} {act.who} {act.text}" for act in acts)
            )
    return made.getvalue()


@transaction.atomic
def erase(user: User, client: Client) -> None:
    """Take what names a client off a studio, for good: name, address, place but for some kilometres, links and answers,
    photographs, and the name wherever it was written. Rooms, colours and decisions stay, of nobody."""
    jobs = client.jobs
    hide = _Hiding([client.name, *(job.client for job in jobs)], [job.address for job in jobs])
    with disable_auditlog():
        Shared.objects.filter(job__in=jobs).delete()
        RoomPhoto.objects.filter(room__job__in=jobs).delete()
        ViewingPhoto.objects.filter(viewing__review__room__job__in=jobs).delete()
        # what was written down of reviews to be found by is written anew at the next search
        apps.get_model("search.Meaning")._default_manager.filter(review__room__job__in=jobs).delete()
        for job in jobs:
            Work.objects.filter(owner__in=team(user), title__contains=job.title).delete()
            _erase_job(job, hide)


def _erase_job(job: Job, hide: _Hiding) -> None:
    for label, of in records_of(job):
        model = apps.get_model(label)
        if label == "records.Change":
            _erase_changes(model._default_manager.filter(of).distinct(), hide)
        elif label not in GONE:
            _erase_texts(model._default_manager.filter(of).distinct(), hide)
    job.refresh_from_db()
    job.client = job.address = ""
    if job.latitude is not None and job.longitude is not None:
        job.latitude, job.longitude = round(job.latitude, ROUGHLY), round(job.longitude, ROUGHLY)
    job.save(update_fields=["client", "address", "latitude", "longitude"])


def _erase_texts(rows: Iterable[models.Model], hide: _Hiding) -> None:
    for row in rows:
        changed = []
        for each in row._meta.concrete_fields:
            if isinstance(each, models.CharField | models.TextField) and not each.choices:
                text = getattr(row, each.attname)
                if text and (plain := hide(text)) != text:
                    setattr(row, each.attname, plain[: each.max_length])
                    changed.append(each.name)
        if changed:
            row.save_base(raw=True, update_fields=changed)


def _erase_changes(rows: Iterable[models.Model], hide: _Hiding) -> None:
    for row in rows:
        if getattr(row, "thing", "") in GONE:
            row.delete()
            continue
        before = json.dumps([row.changes, row.object_repr, row.within], ensure_ascii=False)  # type: ignore[attr-defined]
        if (plain := hide(before)) != before:
            row.changes, row.object_repr, row.within = json.loads(plain)  # type: ignore[attr-defined]
            row.save_base(raw=True, update_fields=["changes", "object_repr", "within"])


class _Hiding:
    """Puts plain words where a client is named in a text."""

    def __init__(self, names: Iterable[str], addresses: Iterable[str]) -> None:
        whole = {name.strip() for name in names if name.strip()}
        parts = {part for name in whole for part in re.findall(r"[^\W\d_]+", name) if len(part) >= TELLING}
        self._names = _any_of(sorted(whole | parts, key=len, reverse=True))
        self._addresses = _any_of(
            sorted({address.strip() for address in addresses if address.strip()}, key=len, reverse=True)
        )

    def __call__(self, text: str) -> str:
        for pattern, plain in ((self._addresses, words.records.THE_ADDRESS), (self._names, words.records.THE_CLIENT)):
            if pattern:
                text = pattern.sub(plain, text)
        return text


def _any_of(patterns: list[str]) -> re.Pattern[str] | None:
    return re.compile(rf"(?<!\w)(?:{'|'.join(map(re.escape, patterns))})(?!\w)", re.IGNORECASE) if patterns else None
