"""Handing a job over: to whom, with what note, and what is still open in it."""

from __future__ import annotations

from typing import Any

from django import forms
from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Count, Q, QuerySet
from django.utils import timezone

from jobs.models import HandOver, Job
from people.names import name_of
from people.queries import may_change, members
from prism import words
from web.forms import plain


class HandOverForm(forms.Form):
    """To whom a job goes, and what they should know."""

    to = forms.ChoiceField(label="Hand over to")
    note = forms.CharField(max_length=1000, required=False, label="Note", widget=plain())

    def __init__(self, data: Any, user: User, job: Job) -> None:
        super().__init__(data, auto_id="hand-%s")
        now = job.responsible_id or job.owner_id
        self.people = {
            str(member.user_id): member.user
            for member in members(user).filter(closed=None).select_related("user")
            if member.user_id != now and may_change(member.user)
        }
        field = self.fields["to"]
        assert isinstance(field, forms.ChoiceField)
        field.choices = [(pk, name_of(person)) for pk, person in self.people.items()]


def mine(user: User) -> Q:
    """Return which jobs somebody is responsible for."""
    return Q(responsible=user) | Q(responsible=None, owner=user)


def waiting(user: User) -> list[tuple[HandOver, list[str]]]:
    """Return what was handed to somebody who has not said that they saw it, with what is open in each job."""
    handovers = HandOver.objects.filter(to=user, read=None, job__deleted=None).select_related("job", "by", "to")
    return [(handover, open_points(handover.job)) for handover in handovers]


def of_job(job: Job) -> QuerySet[HandOver]:
    return job.hand_overs.select_related("by", "to")


def open_points(job: Job) -> list[str]:
    """Return what is open in a job, room by room: what is not decided, to be looked at, and asked by the client."""
    kept = Q(reviews__deleted=None)
    ahead = kept & Q(reviews__viewings__deleted=None, reviews__viewings__seen_at=None)
    asked = kept & Q(reviews__client_answers__answer="ask", reviews__client_answers__reply="")
    rooms = job.rooms.filter(deleted=None).annotate(
        reviewed=Count("reviews", filter=kept, distinct=True),
        decided=Count("reviews__decisions", filter=kept & Q(reviews__decisions__reopened=None), distinct=True),
        looks=Count("reviews__viewings", filter=ahead, distinct=True),
        asked=Count("reviews__client_answers", filter=asked, distinct=True),
    )
    points = (
        words.homes.open_in_room(room.name, bool(room.reviewed), bool(room.decided), room.looks, room.asked)
        for room in rooms
    )
    return [line for line in points if line]


@transaction.atomic
def hand_over(by: User, job: Job, to: User, note: str) -> HandOver:
    job.responsible, job.changed_by, job.updated = to, by, timezone.now()
    job.save(update_fields=["responsible", "changed_by", "updated"])
    return HandOver.objects.create(job=job, by=by, to=to, note=note)


@transaction.atomic
def take(handover: HandOver) -> None:
    """Keep that whoever it was handed to has seen it."""
    handover.read = timezone.now()
    handover.save(update_fields=["read"])
