"""The meanings of reviews: made from their readings, texts and viewings, and kept until a review changes."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator

from django.contrib.auth.models import User
from django.db.models import F, Prefetch, Q

from people.names import name_of
from people.queries import team
from prism import reading, words
from prism.finding import PERIODS, SEEN_STEMS
from prism.reading import Reading
from prism.viewing.scales import SCALES
from reviews.models import Meaning, Review, Shortlisted, Viewing
from reviews.viewing import queries as viewing_queries

AT_A_TIME = 200
ANY = "any"
_BOARD = "board"


def refresh(user: User) -> None:
    """Make the meanings anew of the studio's reviews that have changed since theirs were made."""
    held = Review.objects.filter(owner__in=team(user), deleted=None)
    stale = held.filter(Q(meaning=None) | ~Q(meaning__made_for=F("updated"))).values_list("pk", flat=True)
    pks = list(stale)
    for start in range(0, len(pks), AT_A_TIME):
        reviews = Review.objects.filter(pk__in=pks[start : start + AT_A_TIME]).select_related("colour__maker", "owner")
        seen = Viewing.objects.filter(deleted=None, seen_at__isnull=False).select_related("room__job", "by")
        shortlists = Shortlisted.objects.select_related("colour")
        fetched = (Prefetch("viewings", seen), Prefetch("shortlist", shortlists))
        reviews = reviews.prefetch_related("colour__earlier", "observations", "decisions", *fetched)
        made = [_meaning(review) for review in reviews]
        Meaning.objects.bulk_create(
            made, update_conflicts=True, unique_fields=["review"], update_fields=["made_for", "lrv", "tokens", "text"]
        )


def _meaning(review: Review) -> Meaning:
    value = review.value.stimulus
    found = reading.read(value, review.school_in_force, review.neutral_in_force)
    tokens = sorted({*_is(found), *_seen(review)})
    return Meaning(
        review=review, made_for=review.updated, lrv=value.lrv, tokens=f" {' '.join(tokens)} ",
        text=" ".join(_texts(review)).casefold(),
    )  # fmt: skip


def _is(found: Reading) -> Iterator[str]:
    """Yield what a colour is, as it may be said of it."""
    family = found.family
    for word in {*found.families.words, family.word, family.base, family.hue or family.word}:
        yield f"is:{word.replace(' ', '-')}"
    for word in found.temperature.band.words:
        yield from (f"temperature:{part}" for part in {word.replace(" ", "-"), word.split()[-1]})
    for word in found.undertone.hues:
        yield from (f"under:{one}" for one in {word, words.hue(word, found.lrv)})
    for word in found.undertone.strengths.words:
        yield f"strength:{word.replace(' ', '-')}"


def _seen(review: Review) -> Iterator[str]:
    for one in review.viewings.all():
        hour = viewing_queries.local(one)
        at = hour.hour + hour.minute / 60
        period = "evening" if one.lamps_on else next(n for n, low, high in PERIODS.values() if low <= at < high)
        yield from (f"seen:{when}:{way}" for way in _ways(one) for when in (period, ANY))
        yield f"looked:{period}"
    for observed in review.observations.all():
        stems = {SEEN_STEMS.get(word) for said in observed.seen for word in str(said).split()}
        yield from (f"seen:{when}:{stem}" for stem in stems - {None} for when in (_BOARD, ANY))


def _ways(one: Viewing) -> set[str]:
    """Return the directions in which something was seen, by scales and in words."""
    ends = {scale: words.SCALE_ENDS[scale] for scale in SCALES}
    found = {ends[scale][step > 0] for scale, step in one.answers.items() if step and scale in ends}
    stems = {SEEN_STEMS.get(way, way) for way in found}
    return stems | {SEEN_STEMS[word] for word in re.findall(r"[a-z]+", one.words.casefold()) if word in SEEN_STEMS}


def _texts(review: Review) -> Iterator[str]:
    """Yield the texts of a review; while its names are hidden none of them names its colour."""
    yield from (review.verdict, review.notes, review.intake_notes, name_of(review.owner))
    yield from (one.words for one in review.viewings.all())
    yield from (one.note for one in review.observations.all())
    yield from (one.reason for one in review.decisions.all())
    if review.names_shown:
        yield from _names([review.colour, *(one.colour for one in review.shortlist.all())])


def _names(colours: Iterable[object]) -> Iterator[str]:
    for one in colours:
        yield f"{getattr(one, 'name', '')} {getattr(one, 'code', '')}"
        maker = getattr(one, "maker", None)
        yield maker.name if maker else ""
