"""Reads: the changes of a review or a job as sentences, what was done at once together."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from django.db.models import Q, QuerySet
from django.utils import timezone

from jobs.models import Job
from people.names import name_of
from prism import words
from records.models import CLAIMED, Change
from reviews.models import Review

TOGETHER = timedelta(seconds=2)
"""Changes of one person within this are of one act."""
WRITING = timedelta(minutes=10)
"""A text that is kept again within this is still being written."""
MADE, CHANGED, GONE = "made", "changed", "gone"
_ACTS = {0: MADE, 1: CHANGED, 2: GONE}
ROWS = {"jobs.Window", "jobs.LampSort", "jobs.Surface", "jobs.Element", "jobs.ElementPart", "jobs.Finish"}
"""Rows of a room, which are written anew whenever it is kept: what came back as it was has not changed."""


@dataclass(frozen=True)
class Act:
    """What somebody did at a moment, in sentences, and in which review, where the reader does not know it."""

    at: datetime
    who: str
    lines: list[str]
    review: Review | None = None

    @property
    def text(self) -> str:
        return words.records.acts_text(self.lines)

    @property
    def day(self) -> date:
        return timezone.localtime(self.at).date()

    @property
    def name(self) -> str:
        return self.review.called(self.review.colour.name) if self.review else ""


def of_review(review: Review) -> QuerySet[Change]:
    changes: QuerySet[Change] = Change.objects.filter(review=review).select_related("actor")
    return changes


def of_job(job: Job) -> QuerySet[Change]:
    """Return the changes of a job, of its rooms, and of the reviews that are in them, the newest first."""
    reviews = Review.objects.filter(room__job=job)
    changes: QuerySet[Change] = Change.objects.filter(Q(job=job) | Q(review__in=reviews))
    return changes.select_related("actor", "review__colour", "review__room")


def acts(changes: Iterable[Change], whole: bool = False) -> list[Act]:
    """Return changes in sentences, act by act; `whole`: of a job, so that each tells of which review it is."""
    sentences = []
    for group in _acts(_settled(changes)):
        first = group[0]
        hidden = first.review is not None and not first.review.names_shown
        lines = list(dict.fromkeys([*_others(group), *_rows(group)]))
        if lines:
            lines = [words.records.CHANGED_UNNAMED] if hidden else lines
            who = name_of(first.actor) or words.records.NOBODY_SIGNED_IN
            if (first.additional_data or {}).get(CLAIMED):
                who = words.records.according_to_file(who)
            sentences.append(Act(first.timestamp, who, lines, first.review if whole else None))
    return sentences


def _settled(changes: Iterable[Change]) -> Iterator[Change]:
    """Yield changes without the texts that were still being written: they keep themselves, and the last counts."""
    seen: dict[tuple[object, ...], datetime] = {}
    for change in changes:
        if change.thing == "reviews.Review" and set(change.changes or ()) <= {"verdict", "notes"}:
            key = (change.actor_id, change.review_id, *sorted(change.changes or ()))
            later, seen[key] = seen.get(key), change.timestamp
            if later is not None and later - change.timestamp < WRITING:
                continue
        yield change


def _acts(changes: Iterable[Change]) -> list[list[Change]]:
    groups: list[list[Change]] = []
    for change in changes:
        last = groups[-1][-1] if groups else None
        same = last and (last.actor_id, last.review_id) == (change.actor_id, change.review_id)
        if last and same and last.timestamp - change.timestamp < TOGETHER:
            groups[-1].append(change)
        else:
            groups.append([change])
    return groups


def _rows(group: Sequence[Change]) -> list[str]:
    begun = {change.within for change in group if change.thing == "jobs.Room" and _ACTS[change.action] == MADE}
    came, went = Counter[tuple[str, str, str]](), Counter[tuple[str, str, str]]()
    for change in group:
        if change.thing in ROWS and change.within not in begun:
            act = _ACTS[change.action]
            values = sorted((name, new if act == MADE else old) for name, (old, new) in (change.changes or {}).items())
            (came if act != GONE else went)[change.thing, change.within, repr(values)] += 1
    kept = {(thing, within) for thing, within, _ in (came - went) + (went - came)}
    return [words.records.rows_changed(thing, within) for thing, within in sorted(kept)]


def _others(group: Sequence[Change]) -> list[str]:
    sentences = []
    for change in reversed(group):
        if change.thing in ROWS or change.action not in _ACTS:
            continue
        fields = {name: (str(pair[0]), str(pair[1])) for name, pair in (change.changes or {}).items()}
        sentences += words.records.change_text(change.thing, _ACTS[change.action], fields, change.within)
    return sentences
