"""Visitors of the demo: each is given a studio of their own, a copy of the ready one, which goes some time after their
last change.

The ready studio itself (`MODEL`) is nobody's to enter: what is practice in it is copied, since simulating it takes
seconds; the job is entered anew.
"""

from __future__ import annotations

from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.core import signing
from django.db import transaction
from django.db.models import Max, Q
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.crypto import get_random_string

from people import queries as people
from people import services as people_services
from people.erasing import erase_studio
from people.models import Member, Role, Studio
from prism import words
from records.models import Change
from studio import demo_job
from training.models import Agreed, Returning, Sitting, Wall

MODEL = "skerry"
PEOPLE = (("isla", "Isla Marram", Role.SPECIALIST), ("wren", "Wren Tolquhon", Role.JUNIOR))
VISITOR, NEWCOMER = "visitor-", "newcomer-"
STAYS = timedelta(days=2)
"""How long a visitor's studio stays after it was last changed."""
MOST = 200
"""Visitors' studios at once: beyond that those go that were left the longest."""
COOKIE, SALT = "visitor", "studio.demo_visit"


def colleagues(user: User, mark: str = "") -> None:
    """Give the studio of somebody of the demo its name and its other people, who have no way to sign in."""
    studio = people.studio_of(user)
    people_services.rename(studio, words.DEMO_STUDIO)
    for name, called, role in PEOPLE:
        first, _, last = called.partition(" ")
        username = f"{name}{mark}"
        other, fresh = User.objects.get_or_create(username=username, defaults={"first_name": first, "last_name": last})
        if fresh:
            other.set_unusable_password()
            other.save()
            Member.objects.create(user=other, studio=studio, role=role)


@transaction.atomic
def visit() -> User:
    """Return a new visitor, with a studio as the ready one is."""
    make_room(MOST - 1)
    mark = f"-{get_random_string(10).lower()}"
    model = User.objects.get(username=MODEL)
    user = User.objects.create_user(f"{VISITOR}{mark[1:]}", first_name=model.first_name)
    demo_job.enter(user)
    colleagues(user, mark)
    _copy_practice(model, user)
    for name, _, _ in PEOPLE:
        _copy_practice(User.objects.get(username=name), User.objects.get(username=f"{name}{mark}"))
    return user


def _copy_practice(source: User, to: User) -> None:
    """Give somebody what another practised: sittings, walls, what comes back, and whether owners may see it."""
    sittings = list(Sitting.objects.filter(owner=source).order_by("pk"))
    walls = [list(sitting.walls.all()) for sitting in sittings]
    for each in sittings:
        each.pk, each.owner = None, to
    Sitting.objects.bulk_create(sittings)
    for sitting, held in zip(sittings, walls, strict=True):
        for wall in held:
            wall.pk, wall.sitting, wall.set_wall = None, sitting, None
        Wall.objects.bulk_create(held)
    returning = list(Returning.objects.filter(owner=source))
    for one in returning:
        one.pk, one.owner = None, to
    Returning.objects.bulk_create(returning)
    for agreed in Agreed.objects.filter(person=source):
        Agreed.objects.create(person=to, since=agreed.since)


@transaction.atomic
def newcomer(current: User | None = None) -> User:
    """Return somebody whose studio holds nothing yet: who is one already and did nothing so far, else a new one."""
    if current and current.username.startswith(NEWCOMER) and _did_nothing(current):
        return current
    make_room(MOST - 1)
    user = User.objects.create_user(f"{NEWCOMER}{get_random_string(10).lower()}", first_name="A newcomer")
    people_services.rename(people.studio_of(user), words.NEW_STUDIO)
    return user


def _did_nothing(user: User) -> bool:
    return User.objects.filter(pk=user.pk, reviews=None, jobs=None, imports=None, colours=None).exists()


def remember(response: HttpResponse, user: User) -> None:
    """Let a browser know whose studio is its own, so that it comes back to it."""
    age = int(STAYS.total_seconds())
    response.set_cookie(COOKIE, signing.dumps(user.pk, salt=SALT), max_age=age, httponly=True, samesite="Lax")


def remembered(request: HttpRequest) -> User | None:
    """Return whose studio a browser came from, while it is there."""
    try:
        pk = signing.loads(request.COOKIES.get(COOKIE, ""), salt=SALT, max_age=STAYS)
    except signing.BadSignature:
        return None
    return User.objects.filter(pk=pk, is_active=True).first()


def forget(user: User) -> None:
    if user.username.startswith((VISITOR, NEWCOMER)):
        erase_studio(people.studio_of(user))


def _left() -> list[tuple[datetime, Studio]]:
    """Return the studios of visitors with when each was last used, the longest ago first."""
    theirs = Q(members__user__username__startswith=VISITOR) | Q(members__user__username__startswith=NEWCOMER)
    found = []
    for studio in Studio.objects.filter(theirs).distinct():
        users = studio.members.values_list("user", flat=True)
        changed = Change.objects.filter(actor__in=users).aggregate(last=Max("timestamp"))["last"]
        came = User.objects.filter(pk__in=users).aggregate(last=Max("last_login"))["last"]
        found.append((max(at for at in (changed, came, studio.created) if at), studio))
    return sorted(found, key=lambda one: one[0])


def make_room(most: int) -> int:
    """Erase the studios that were left the longest, so that at most so many are there; return how many went."""
    held = _left() if Studio.objects.count() > most else []
    return _erase([studio for _, studio in held[: max(0, len(held) - most)]])


def sweep() -> int:
    """Erase the studios whose visitors have gone; called by the queue. Return how many went."""
    return _erase([studio for at, studio in _left() if timezone.now() - at > STAYS])


def _erase(studios: list[Studio]) -> int:
    for studio in studios:
        erase_studio(studio)
    return len(studios)
