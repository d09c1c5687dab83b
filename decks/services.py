"""Writes to decks."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import datetime, timedelta
from typing import Any, Protocol

from django.contrib.auth.models import User
from django.core.exceptions import PermissionDenied
from django.db import connection, transaction
from django.db.models import RESTRICT, Exists, ManyToOneRel, Max, OuterRef, Q, QuerySet
from django.utils import timezone

from decks import queries, shared_decks
from decks.models import Colour, ColourSet, Import, Maker, ValueRevision
from decks.models import numbers_of as numbers_of
from decks.queries import SharedError as SharedError
from decks.queries import refuse_shared
from decks.rows import NUMBERS, WRITTEN, columns, update
from people.queries import may_change, team
from prism import words
from prism.stimulus import Stimulus
from prism.tint.recipe import Recipe


def touch(makers: Iterable[int | None]) -> None:
    """Say that the decks of these makers have changed, so that whatever keeps them in memory reads them again."""
    Maker.objects.filter(pk__in=[pk for pk in makers if pk]).update(changed=timezone.now())


def _referring(only_protecting: bool) -> Q:
    """Return the condition that something refers to a colour: anything at all, or a record that needs it."""
    referring = Q(pk__in=[])
    for relation in Colour._meta.get_fields(include_hidden=True):
        if isinstance(relation, ManyToOneRel) and (relation.on_delete is RESTRICT or not only_protecting):
            rows = relation.related_model._base_manager.filter(**{relation.field.name: OuterRef("pk")})
            referring |= Q(Exists(rows))
    return referring


def delete_unused(colours: QuerySet[Colour]) -> int:
    """Delete colours but those that a record needs, and return how many of these there are.

    Those that nothing refers to, which is nearly all of a fresh import, go without being fetched.
    """
    alone = colours.filter(~_referring(only_protecting=False))
    alone._raw_delete(alone.db)
    used = _referring(only_protecting=True)
    colours.filter(~used).delete()
    return colours.count()


def hand_on(done: Import, ids: Iterable[int]) -> None:
    """Let colours that a file brought in, and a later one changed, be the later one's: it stays whole when the earlier
    one is taken back."""
    later = ValueRevision.objects.filter(colour_id__in=list(ids), by_import__state__in=Import.IN).exclude(
        by_import=done
    )
    taken: dict[int, ValueRevision] = {}
    for revision in later.order_by("pk"):
        taken.setdefault(revision.colour_id, revision)
    for by in {colour.by_import_id for colour in taken.values()}:
        own = [colour for colour in taken.values() if colour.by_import_id == by]
        Colour.objects.filter(pk__in=[colour.colour_id for colour in own]).update(brought_in_id=by)
        ValueRevision.objects.filter(pk__in=[colour.pk for colour in own]).delete()


def keep_own(owner: User, name: str, stimulus: Stimulus, lrv_stated: float | None = None, **card: str) -> Colour:
    """Keep a colour that a person brought in, with the LRV its maker states; `card` may say `made_by` and `code`."""
    return Colour.objects.create(owner=owner, name=name, lrv_stated=lrv_stated, **card, **numbers_of(stimulus))


@transaction.atomic
def kept(owner: User, colour: Colour) -> Colour:
    """Return a colour as it is kept: one that was only typed becomes an own colour, if the studio has it not yet."""
    if not colour._state.adding:
        return colour
    same = queries.own_colours(owner).filter(
        name=colour.name, lab_l=colour.lab_l, lab_a=colour.lab_a, lab_b=colour.lab_b
    )
    twin = same.first()
    return twin or keep_own(owner, colour.name, colour.stimulus)


def rename(colour: Colour, name: str) -> None:
    colour.name = name
    colour.save(update_fields=["name"])


def soft_delete(colour: Colour, back: bool = False) -> None:
    """Put an own colour aside, or bring it back; reviews that were made with it keep it."""
    colour.deleted = None if back else timezone.now()
    colour.save(update_fields=["deleted"])


def keep_adjusted(
    owner: User, parent: Colour, name: str, stimulus: Stimulus, recipe: Recipe, percent: float | None
) -> Colour:
    return Colour.objects.create(
        owner=owner,
        name=name[:120],
        parent=parent,
        percent=percent,
        recipe_base=recipe.base,
        recipe_amounts=dict(recipe.amounts),
        **numbers_of(stimulus),
    )


def same_value(one: Any, other: Any) -> bool:
    """Return whether two values of a field are the same, but for what a file rounds away."""
    if isinstance(one, float) and isinstance(other, float):
        return abs(one - other) < 1e-4
    if isinstance(one, list) and isinstance(other, list) and len(one) == len(other):
        return all(same_value(a, b) for a, b in zip(one, other, strict=True))
    return bool(one == other)


def _after_their_reviews(ids: Sequence[int]) -> datetime:
    """Return now, or just after the last review of these colours where the clock was set back since: a review goes on
    with the value it was made with."""
    now, most = timezone.now(), 500
    for first in range(0, len(ids), most):
        last_review = Colour.objects.filter(pk__in=ids[first : first + most]).aggregate(last=Max("reviews__valued"))
        if last_review["last"] and last_review["last"] >= now:
            now = last_review["last"] + timedelta(microseconds=1)
    return now


def _keep_as_earlier(ids: Iterable[int], reason: str, by: User | None, by_import: Import | None) -> None:
    """Keep the values that colours have now, with why they give way; in the database, without fetching them."""
    written = ", ".join(columns(WRITTEN))
    statement = (
        f"INSERT INTO {ValueRevision._meta.db_table} (colour_id, replaced, reason, by_id, by_import_id, {written}) "
        f"SELECT id, %s, %s, %s, %s, {written} FROM {Colour._meta.db_table} WHERE id = %s"
    )
    ids = list(ids)
    moment = connection.ops.adapt_datetimefield_value(_after_their_reviews(ids))
    why = [moment, reason[:200], by.pk if by else None, by_import.pk if by_import else None]
    with connection.cursor() as cursor:
        cursor.executemany(statement, [[*why, pk] for pk in ids])


@transaction.atomic
def replace_values(
    changes: Iterable[tuple[Colour, dict[str, Any]]], reason: str, by: User | None, by_import: Import | None = None
) -> None:
    """Give colours new values and keep the ones they had, with the reason.

    Whatever was made with a value before it was replaced finds it by the date (`Colour.value_at`). Raises
    `SharedError` where somebody would change what all studios share.
    """
    every = list(changes)
    if not every:
        return
    if by is not None:
        refuse_shared([colour.pk for colour, _ in every])
    _keep_as_earlier([colour.pk for colour, _ in every], reason, by, by_import)
    update((colour.pk, _values(colour) | {k: v for k, v in values.items() if k in WRITTEN}) for colour, values in every)
    for colour, values in every:
        for name in WRITTEN:
            setattr(colour, name, values.get(name, getattr(colour, name)))
    touch({colour.maker_id for colour, _ in every})


@transaction.atomic
def restore_values(done: Import, reason: str, by: User, most: int) -> int:
    """Put the values that an import replaced back as if they had never been, at most so many; return how many.

    One that was replaced again since stays. Where a review was made meanwhile, it is kept that there was another value.
    """
    later = ValueRevision.objects.filter(colour=OuterRef("colour"), replaced__gt=OuterRef("replaced"))
    plain = list(done.replaced.filter(~Exists(later)).values_list("pk", "colour_id", "colour__maker_id")[:most])
    if not plain:
        return 0
    colours = [colour for _, colour, _ in plain]
    reviewed = Colour.objects.filter(pk__in=colours, reviews__isnull=False).distinct()
    kept = set(reviewed.values_list("pk", flat=True))
    _keep_as_earlier(sorted(kept), reason, by, None)
    taken = ", ".join(f"{column} = earlier.{column}" for column in columns(WRITTEN))
    with connection.cursor() as cursor:
        cursor.executemany(
            f"UPDATE {Colour._meta.db_table} SET {taken} FROM {ValueRevision._meta.db_table} AS earlier "
            f"WHERE earlier.id = %s AND {Colour._meta.db_table}.id = earlier.colour_id",
            [(pk,) for pk, _, _ in plain],
        )
    ValueRevision.objects.filter(pk__in=[pk for pk, colour, _ in plain if colour not in kept]).delete()
    touch({maker for _, _, maker in plain})
    return len(plain)


def _values(colour: Colour | ValueRevision) -> dict[str, Any]:
    return {name: getattr(colour, name) for name in WRITTEN}


def put_back(earlier: ValueRevision, by: User) -> None:
    """Make an earlier value the working value again; the one it replaces is kept in turn."""
    values = {name: getattr(earlier, name) for name in NUMBERS}
    replace_values([(earlier.colour, values)], words.files.put_back(f"{earlier.replaced:%d %b %Y}"), by)


def improve(colour: Colour, stimulus: Stimulus, reason: str, by: User) -> None:
    """Make better data the working value of a colour; what else is known of it stays."""
    replace_values([(colour, numbers_of(stimulus))], reason, by)


class DeckColour(Protocol):
    """A maker's colour that everybody may use: who makes it, where it stands, its recipe and its numbers."""

    @property
    def maker(self) -> str:
        """Who makes it."""

    @property
    def code(self) -> str:
        """What it is ordered by."""

    @property
    def name(self) -> str:
        """What it is called."""

    @property
    def strip(self) -> str:
        """The strip it stands on; empty for none."""

    @property
    def step(self) -> int | None:
        """Where on the strip."""

    @property
    def recipe(self) -> Recipe:
        """What it is made of."""

    @property
    def colour(self) -> Stimulus:
        """Its numbers."""


def load_deck(entries: Iterable[DeckColour], owner: User | None = None) -> int:
    """Add or update makers' colours by maker and code, shared ones or in decks of somebody's own; return how many there
    are."""
    with transaction.atomic() if owner else shared_decks.open_to_changes():
        return _loaded(entries, owner)


def _loaded(entries: Iterable[DeckColour], owner: User | None) -> int:
    makers: dict[str, Maker] = {}
    rows = []
    for entry in entries:
        if entry.maker not in makers:
            makers[entry.maker] = Maker.objects.get_or_create(name=entry.maker, owner=owner)[0]
        rows.append(
            Colour(
                maker=makers[entry.maker],
                code=entry.code,
                name=entry.name,
                strip=entry.strip,
                step=entry.step,
                recipe_base=entry.recipe.base,
                recipe_amounts=dict(entry.recipe.amounts),
                **numbers_of(entry.colour),
            )
        )
    known = {(c.maker_id, c.code): c.pk for c in Colour.objects.filter(maker__in=makers.values())}
    fresh = [row for row in rows if (row.maker_id, row.code) not in known]
    stale = [row for row in rows if (row.maker_id, row.code) in known]
    for row in stale:
        row.pk = known[row.maker_id, row.code]
    Colour.objects.bulk_create(fresh, batch_size=500)
    improved = set(ValueRevision.objects.filter(colour__in=stale).values_list("colour_id", flat=True))
    update((row.pk, _values(row)) for row in stale if row.pk not in improved)
    touch(maker.pk for maker in makers.values())
    return len(rows)


def whites_of(owner: User) -> ColourSet:
    """Return the person's reference whites, an empty set at first; one of that name becomes them."""
    whites = ColourSet.objects.filter(owner=owner, is_whites=True).first()
    if whites is None:
        whites, _ = ColourSet.objects.update_or_create(
            owner=owner, name=words.sources.MY_WHITES, defaults={"is_whites": True}
        )
    return whites


@transaction.atomic
def keep_in_set(owner: User, name: str, colour: Colour) -> ColourSet:
    whites = whites_of(owner)
    chosen = whites if name == whites.name else _set_named(owner, name)
    chosen.colours.add(colour)
    return chosen


def _set_named(owner: User, name: str) -> ColourSet:
    """Return the studio's set of a name, whoever began it, or begin it."""
    colour_set = ColourSet.objects.filter(owner__in=team(owner), name=name, is_whites=False).order_by("pk").first()
    return colour_set or ColourSet.objects.create(owner=owner, name=name)


def may_keep_in(user: User, name: str) -> None:
    """Raise `PermissionDenied` for a junior who would change a set of the studio; the whites one judges by are one's
    own."""
    if name != whites_of(user).name and not may_change(user):
        raise PermissionDenied(words.people.JUNIORS_MAY_NOT)


@transaction.atomic
def leave_out(chosen: ColourSet, colour: Colour) -> None:
    """Take a colour out of a set; a set without colours is gone, but for the whites."""
    chosen.colours.remove(colour)
    if not chosen.is_whites and not chosen.colours.exists():
        chosen.delete()
