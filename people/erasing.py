"""Erasing: a studio with all it holds; and from a studio that stays, what names somebody who left it."""

from __future__ import annotations

from auditlog.context import disable_auditlog
from axes.models import AccessAttempt, AccessFailureLog, AccessLog
from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone
from django.utils.crypto import get_random_string
from django_otp import devices_for_user

from people import sessions
from people.models import Event, Feed, Invitation, Member, Studio
from people.services import PeopleError
from prism import words

LEFT = "left-"
"""How user names begin of those whose names were taken off."""


def _take_doors(*users: User) -> None:
    """End the sessions of people, and take away the record of their trying the door."""
    sessions.end_all(*users)
    for attempts in (AccessAttempt, AccessFailureLog, AccessLog):
        attempts.objects.filter(username__in=[user.username for user in users]).delete()


@transaction.atomic
def erase_person(member: Member) -> None:
    """Take what names somebody off a studio: name, address, doors, practice. What they made for the studio stays, by
    somebody who left. Raises `PeopleError` while the account is open."""
    if member.closed is None:
        raise PeopleError(words.people.close_first(member.name))
    user = member.user
    with disable_auditlog():
        _take_doors(user)
        Feed.objects.filter(member=member).delete()
        for device in devices_for_user(user, confirmed=None):
            device.delete()
        for related in ("sittings", "returning", "events"):
            getattr(user, related).all().delete()
        _unname(member)
        user.username, user.email, user.last_name = f"{LEFT}{get_random_string(12).lower()}", "", ""
        user.first_name = words.people.SOMEBODY_WHO_LEFT
        user.set_unusable_password()
        user.save()
        member.erased = timezone.now()
        member.save(update_fields=["erased"])


def _unname(member: Member) -> None:
    """Take a name out of what others did at the doors, and out of invitations."""
    for event in Event.objects.filter(user__membership__studio=member.studio, detail__contains=member.name):
        event.detail = event.detail.replace(member.name, words.people.SOMEBODY_WHO_LEFT)
        event.save(update_fields=["detail"])
    Invitation.objects.filter(studio=member.studio, name=member.name).exclude(used=None).delete()


@transaction.atomic
def erase_studio(studio: Studio) -> int:
    """Erase a studio with its people and all they made; return how many people. There is no way back but a copy."""
    users = User.objects.filter(membership__studio=studio)
    count = users.count()
    with disable_auditlog():
        _take_doors(*users)
        users.delete()
        studio.delete()
    return count
