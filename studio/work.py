"""Who did what in a studio in some days: jobs, reviews, looks on site and decisions, each person's own and together."""

from __future__ import annotations

import csv
from collections import Counter
from dataclasses import dataclass
from datetime import datetime, timedelta
from io import StringIO

from django.contrib.auth.models import User
from django.db.models.functions import Coalesce
from django.http import HttpResponse
from django.utils import timezone
from django.views.decorators.http import require_safe

from jobs import queries as job_queries
from jobs.models import Job
from people.queries import may_manage, members, membership
from prism import words
from prism.formats import deck_csv
from reviews.models import Review
from viewings.models import Decision, Viewing
from web.http import StudioRequest, as_file
from web.settled import render

DAYS = (7, 30, 90, 365)
USUAL = 30


@dataclass(frozen=True)
class Done:
    """What one person did: open jobs they are responsible for, and reviews begun, looks logged and decisions made."""

    name: str
    jobs: int
    reviews: int
    looks: int
    decisions: int

    @property
    def figures(self) -> tuple[int, int, int, int]:
        return self.jobs, self.reviews, self.looks, self.decisions


def done_since(user: User, since: datetime) -> list[Done]:
    """Return what each person of the studio did; only their own to who does not manage it."""
    colleagues = list(members(user)) if may_manage(user) else [membership(user)]
    people = [member.user_id for member in colleagues]
    jobs = job_queries.of_studio(user).filter(deleted=None).exclude(state=Job.State.PAINTED)
    reviews = Review.objects.filter(owner__in=people, deleted=None, created__gte=since)
    looks = Viewing.objects.filter(by__in=people, deleted=None, seen_at__gte=since)
    decisions = Decision.objects.filter(by__in=people, reopened=None, made__gte=since)
    counts = (
        Counter(jobs.values_list(Coalesce("responsible", "owner"), flat=True)),
        Counter(reviews.values_list("owner", flat=True)),
        Counter(looks.values_list("by", flat=True)),
        Counter(decisions.values_list("by", flat=True)),
    )
    return [Done(member.name, *(count[member.user_id] for count in counts)) for member in colleagues]


@require_safe
def work(request: StudioRequest) -> HttpResponse:
    """Show who did what in the last days, or give it as a table."""
    asked = request.GET.get("days", "")
    days = int(asked) if asked in map(str, DAYS) else USUAL
    done = done_since(request.user, timezone.now() - timedelta(days=days))
    if request.GET.get("as") == "csv":
        out = StringIO()
        rows = csv.writer(out)
        rows.writerow(words.people.WORK_HEADS)
        rows.writerows((deck_csv.safe(act.name), *act.figures) for act in done)
        response = HttpResponse(out.getvalue(), content_type="text/csv; charset=utf-8")
        return as_file(response, words.people.work_title(days), "work", "csv")
    context = {"done": done, "days": days, "choices": [(each, words.people.last_days(each)) for each in DAYS],
               "heads": words.people.WORK_HEADS, "studio": membership(request.user).studio.name}  # fmt: skip
    return render(request, "studio/work.html", context)
