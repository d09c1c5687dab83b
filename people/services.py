"""Writes: inviting people, joining, roles, closing accounts."""

from __future__ import annotations

from collections.abc import Mapping

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from people import queries, sessions, two_factor
from people.models import Feed, Invitation, Member, Role, Studio
from prism import words


class PeopleError(ValueError):
    """Something about people that cannot be; the message says why, and what can."""


@transaction.atomic
def invite(by: User, name: str, role: str) -> Invitation:
    return Invitation.objects.create(studio=queries.studio_of(by), name=name, role=role, made_by=by)


@transaction.atomic
def withdraw(invitation: Invitation) -> None:
    invitation.withdrawn = timezone.now()
    invitation.save(update_fields=["withdrawn"])


@transaction.atomic
def join(invitation: Invitation, username: str, password: str) -> User:
    """Make the account that an invitation is for. Raises `PeopleError` where it can no longer be used."""
    current = Invitation.objects.select_for_update().get(pk=invitation.pk)
    if not current.is_open:
        raise PeopleError(words.people.INVITATION_OVER)
    first, _, last = current.name.partition(" ")
    user = User.objects.create_user(username, password=password, first_name=first[:150], last_name=last[:150])
    Member.objects.create(user=user, studio=current.studio, role=current.role)
    current.used = timezone.now()
    current.save(update_fields=["used"])
    return user


@transaction.atomic
def rename(studio: Studio, name: str) -> None:
    studio.name = name
    studio.save(update_fields=["name"])


@transaction.atomic
def head(studio: Studio, letterhead: str, picture: bytes | None, without: bool = False, terms: str = "") -> None:
    """Give a studio its letterhead and terms; a picture that is none leaves the one there is, unless it is to be
    without."""
    studio.letterhead, studio.terms = letterhead, terms
    if picture is not None or without:
        studio.picture = None if without else picture
    studio.save(update_fields=["letterhead", "picture", "terms"])


@transaction.atomic
def keep_habits(member: Member, habits: Mapping[str, str]) -> None:
    """Keep how somebody writes numbers, sizes and dates, and on which paper they print."""
    for name, value in habits.items():
        setattr(member, name, value)
    member.save(update_fields=list(habits))


@transaction.atomic
def change_role(member: Member, role: str) -> None:
    """Give somebody another role. Raises `PeopleError` where a studio would have no owner left."""
    if role != Role.OWNER:
        _keep_an_owner(member)
    member.role = role
    member.save(update_fields=["role"])


@transaction.atomic
def close(member: Member) -> None:
    """Close an account: its person signs in no more, their sessions end, the address of their calendar opens nothing
    from then on, and what they made stays. Raises `PeopleError` for the last owner."""
    _keep_an_owner(member)
    sessions.end_all(member.user)
    two_factor.give_up(member.user)
    Feed.objects.filter(member=member).delete()
    member.closed = timezone.now()
    member.save(update_fields=["closed"])
    member.user.is_active = False
    member.user.save(update_fields=["is_active"])


@transaction.atomic
def reopen(member: Member) -> None:
    """Open a closed account again. Raises `PeopleError` for one whose name was erased."""
    if member.erased:
        raise PeopleError(words.people.ERASED_FOR_GOOD)
    member.closed = None
    member.save(update_fields=["closed"])
    member.user.is_active = True
    member.user.save(update_fields=["is_active"])


def _keep_an_owner(member: Member) -> None:
    others = Member.objects.select_for_update().filter(studio_id=member.studio_id, role=Role.OWNER, closed=None)
    if member.role == Role.OWNER and not others.exclude(pk=member.pk).exists():
        raise PeopleError(words.people.last_owner(member.name))
