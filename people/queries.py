"""Reads: to which studio somebody belongs, with whom, and what they may do there."""

from __future__ import annotations

from contextlib import AbstractContextManager

from django.contrib.auth.models import User
from django.db.models import QuerySet

from people.models import Invitation, Member, Role, Studio
from people.names import name_of
from prism.messages.habits import written_for


def membership(user: User) -> Member:
    """Return somebody's place in a studio; who has none yet is given a studio of their own."""
    team(user)
    return user.membership


def studio_of(user: User) -> Studio:
    return membership(user).studio


def team(user: User) -> tuple[int, ...]:
    """Return the ids of all who belong to somebody's studio, the first member first; closed accounts too, since what
    they made is the studio's. Asked of the database once for each person that a request holds, with their own place."""
    known: tuple[int, ...] | None = user.__dict__.get("_team")
    if known is None:
        together = list(Member.objects.filter(studio__members__user=user)) or [_founded(user)]
        for member in together:
            if member.user_id == user.pk:
                member.user = user  # now `user.membership` asks nothing
        known = tuple(member.user_id for member in together)
        user.__dict__["_team"] = known
    return known


def _founded(user: User) -> Member:
    studio = Studio.objects.create(name=f"Studio of {name_of(user)}"[:80])
    return Member.objects.get_or_create(user=user, defaults={"studio": studio, "role": Role.OWNER})[0]


def as_by(user: User) -> AbstractContextManager[None]:
    """Write meanwhile as somebody does: documents read alike for all, as their owner writes."""
    return written_for(membership(user).habits)


def founder(user: User) -> int:
    """Return the id of the first member of somebody's studio, under whom its machine stands."""
    return team(user)[0]


def may_change(user: User) -> bool:
    """Whether somebody may change what the studio shares, and decide: owners and specialists may, juniors not."""
    return membership(user).role in (Role.OWNER, Role.SPECIALIST)


def may_manage(user: User) -> bool:
    """Whether somebody may invite people, change roles and close accounts: owners may."""
    return membership(user).role == Role.OWNER


def members(user: User) -> QuerySet[Member]:
    return Member.objects.filter(studio_id=membership(user).studio_id).select_related("user", "studio")


def invitations(user: User) -> QuerySet[Invitation]:
    """Return the invitations to somebody's studio, newest first."""
    return Invitation.objects.filter(studio_id=membership(user).studio_id)
