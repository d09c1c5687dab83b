"""Visitors of the demo: each is given a studio of their own, a copy of the ready one, which goes some time after their
last change.

The ready studio itself (`MODEL`) is nobody's to enter: what is practice in it is copied, since simulating it takes
seconds; the job is entered again. That takes a second, so some studios stand ready: who comes is given one, and the
queue makes the next.
"""

from __future__ import annotations

from datetime import datetime, timedelta

from axes.models import AccessLog
from django.contrib.auth.models import User
from django.core import signing
from django.db import transaction
from django.db.models import Max, Q
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.crypto import get_random_string

from background_jobs import tasks
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
VISITOR, NEWCOMER, SPARE, GONE = "visitor-", "newcomer-", "spare-", "gone-"
READY = 6
"""Studios that stand ready."""
FRESH = timedelta(hours=20)
"""How long one may stand ready: its viewings are of the day it was made."""
USED = timedelta(days=1)
"""Who was there within it keeps their studio, however many others come."""
PER_ADDRESS, WITHIN = 20, timedelta(hours=1)
"""Studios that one address is given within an hour."""
STAYS = timedelta(days=2)
"""How long a visitor's studio stays after it was last changed."""
MOST = 200
"""Visitors' studios at once: beyond that those go that were left the longest, and nobody comes in while none was."""
COOKIE, SALT = "visitor", "studio.demo_visit"


def colleagues(user: User, mark: str = "") -> None:
    """Give the studio of somebody of the demo its name and its other people, who have no way to sign in."""
    studio = people.studio_of(user)
    people_services.rename(studio, words.people.DEMO_STUDIO)
    for name, called, role in PEOPLE:
        first, _, last = called.partition(" ")
        username = f"{name}{mark}"
        other, fresh = User.objects.get_or_create(username=username, defaults={"first_name": first, "last_name": last})
        if fresh:
            other.set_unusable_password()
            other.save()
            Member.objects.create(user=other, studio=studio, role=role)


class RefusedError(Exception):
    """A visitor who cannot be given a studio now; the message says until when."""


def admit(address: str) -> None:
    """Raise `RefusedError` if an address was given enough studios, or if there is no room for another."""
    lately = AccessLog.objects.filter(ip_address=address, attempt_time__gte=timezone.now() - WITHIN)
    theirs = Q(username__startswith=VISITOR) | Q(username__startswith=NEWCOMER)
    if lately.filter(theirs).values("username").distinct().count() >= PER_ADDRESS:
        raise RefusedError(words.people.DEMO_ADDRESS_FULL)
    if User.objects.filter(theirs).count() >= MOST and not make_room(MOST - 1):
        raise RefusedError(words.people.DEMO_FULL)


def visit() -> User:
    """Return a new visitor, with a studio as the ready one is: one that stands ready, else one that is made now."""
    with transaction.atomic():
        user = User.objects.filter(username__startswith=SPARE).order_by("date_joined").first()
        if user:
            user.username = user.username.replace(SPARE, VISITOR, 1)
            user.save(update_fields=["username"])
    tasks.scheduled.enqueue("studio.demo_visit.fill")
    return user or _made(VISITOR)


def fill() -> int:
    """Make studios until enough stand ready; return how many were made. Called by the queue."""
    spare = User.objects.filter(username__startswith=SPARE)
    _erase([people.studio_of(user) for user in spare.filter(date_joined__lt=timezone.now() - FRESH)])
    wanted = max(0, READY - spare.count())
    for _ in range(wanted):
        _made(SPARE)
    return wanted


@transaction.atomic
def _made(kind: str) -> User:
    mark = f"-{get_random_string(10).lower()}"
    model = User.objects.get(username=MODEL)
    user = User.objects.create_user(f"{kind}{mark[1:]}", first_name=model.first_name)
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
    for sitting, copied in zip(sittings, walls, strict=True):
        for wall in copied:
            wall.pk, wall.sitting, wall.set_wall = None, sitting, None
        Wall.objects.bulk_create(copied)
    returning = list(Returning.objects.filter(owner=source))
    for due in returning:
        due.pk, due.owner = None, to
    Returning.objects.bulk_create(returning)
    for agreed in Agreed.objects.filter(person=source):
        Agreed.objects.create(person=to, since=agreed.since)


@transaction.atomic
def newcomer(current: User | None, address: str) -> User:
    """Return somebody whose studio holds nothing yet: who is one already and did nothing so far, else a new one.
    Raises `RefusedError` as `admit` does."""
    if current and current.username.startswith(NEWCOMER) and _did_nothing(current):
        return current
    admit(address)
    user = User.objects.create_user(f"{NEWCOMER}{get_random_string(10).lower()}", first_name="A newcomer")
    people_services.rename(people.studio_of(user), words.people.NEW_STUDIO)
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
    """Let nobody come back to a visitor's studio; the queue erases it."""
    if user.username.startswith((VISITOR, NEWCOMER)):
        user.username, user.is_active = f"{GONE}{user.username}"[:150], False
        user.save(update_fields=["username", "is_active"])
        tasks.scheduled.enqueue("studio.demo_visit.sweep")


def _left() -> list[tuple[datetime, Studio]]:
    """Return the studios of visitors with when each was last used, the longest ago first."""
    theirs = Q(members__user__username__startswith=VISITOR) | Q(members__user__username__startswith=NEWCOMER)
    rooms_left = []
    for studio in Studio.objects.filter(theirs).distinct():
        users = studio.members.values_list("user", flat=True)
        changed = Change.objects.filter(actor__in=users).aggregate(last=Max("timestamp"))["last"]
        came = User.objects.filter(pk__in=users).aggregate(last=Max("last_login"))["last"]
        rooms_left.append((max(at for at in (changed, came, studio.created) if at), studio))
    return sorted(rooms_left, key=lambda room: room[0])


def make_room(most: int) -> int:
    """Erase the studios that were left the longest, so that at most so many are there, but none that was used within
    the day; return how many went."""
    studios = _left() if Studio.objects.count() > most else []
    beyond = studios[: max(0, len(studios) - most)]
    return _erase([studio for at, studio in beyond if timezone.now() - at > USED])


def sweep() -> int:
    """Erase the studios whose visitors have gone; called by the queue. Return how many went."""
    gone = [people.studio_of(user) for user in User.objects.filter(username__startswith=GONE)]
    return _erase(gone + [studio for at, studio in _left() if timezone.now() - at > STAYS])


def _erase(studios: list[Studio]) -> int:
    for studio in studios:
        erase_studio(studio)
    return len(studios)
