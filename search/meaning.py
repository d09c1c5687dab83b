"""The meanings of reviews: made from their readings, texts and viewings, and kept until a review changes."""

from __future__ import annotations

import re
from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from datetime import datetime

from django.contrib.auth.models import User
from django.db.models import F, Prefetch, Q

from people.models import Studio
from people.names import name_of
from people.queries import team
from prism import reading, words
from prism.messages.habits import hour_of
from prism.reading import Reading
from prism.search import PERIODS, SEEN_STEMS
from prism.viewing.scales import NO_UNDERTONE, SCALES
from reviews.models import Review, Shortlisted
from search.models import Meaning
from viewings.models import Viewing
from web import clocks

AT_A_TIME = 500
ANY = "any"
_BOARD = "board"
Look = tuple[datetime, bool, str, Mapping[str, int] | None, str, str | None]
"""When somebody looked, whether the lamps were on, the undertone, the steps by scale, their words, the room's time
zone."""
LOOKED = ("seen_at", "lamps_on", "undertone", "seen", "words", "room__job__zone")


def refresh(user: User) -> None:
    """Make the meanings anew of the studio's reviews that have changed since theirs were made."""
    current_reviews = Review.objects.filter(owner__in=team(user), deleted=None)
    stale = current_reviews.filter(Q(meaning=None) | ~Q(meaning__made_for=F("updated"))).values_list("pk", flat=True)
    pks = list(stale)
    for start in range(0, len(pks), AT_A_TIME):
        reviews = Review.objects.filter(pk__in=pks[start : start + AT_A_TIME]).select_related("colour__maker", "owner")
        shortlists = Prefetch("shortlist", Shortlisted.objects.select_related("colour"))
        fetched = list(
            reviews.prefetch_related("colour__earlier", "observations", "decisions", "client_answers", shortlists)
        )
        looks, readings = _looks(fetched), _readings(fetched)
        Meaning.objects.bulk_create(
            [_meaning(review, readings[review.pk], looks[review.pk]) for review in fetched],
            update_conflicts=True, unique_fields=["review"], update_fields=["made_for", "lrv", "tokens", "text"],
        )  # fmt: skip


def scheduled() -> None:
    """Make the meanings anew in every studio, so that no search waits for many; called by the queue."""
    for studio in Studio.objects.all():
        first = studio.members.select_related("user").first()
        if first is not None:
            refresh(first.user)


def _looks(reviews: Sequence[Review]) -> dict[int, list[Look]]:
    looks: dict[int, list[Look]] = defaultdict(list)
    viewings = Viewing.objects.filter(review__in=reviews, deleted=None, seen_at__isnull=False).order_by()
    for pk, *look in viewings.values_list("review_id", *LOOKED):
        looks[pk].append(tuple(look))
    return looks


def _readings(reviews: Sequence[Review]) -> dict[int, Reading]:
    """Return how each reads; those judged alike together."""
    alike: dict[tuple[object, ...], list[Review]] = defaultdict(list)
    for review in reviews:
        own = (str(review.method_table), review.neutral, str(review.neutral_white), review.neutral_a, review.neutral_b)
        alike[review.method, *own].append(review)
    readings: dict[int, Reading] = {}
    for group in alike.values():
        chosen, neutral = group[0].method_in_force, group[0].neutral_in_force
        values = [review.value.stimulus for review in group]
        read = reading.read_all(values, chosen, neutral)
        readings |= {review.pk: each for review, each in zip(group, read, strict=True)}
    return readings


def _meaning(review: Review, reading: Reading, looks: Sequence[Look]) -> Meaning:
    answers = list(review.client_answers.all())
    tokens = sorted(
        {*_is(reading), *_seen(review, looks), *_done(review, looks), *(f"client:{a.answer}" for a in answers)}
    )
    said_by_clients = (part for answer in answers for part in (answer.text, answer.name, answer.reply))
    text = " ".join([*_texts(review), *said_by_clients, *(quote for *_, quote, _ in looks)]).casefold()
    return Meaning(
        review=review, made_for=review.updated, lrv=reading.lrv, tokens=f" {' '.join(tokens)} ", text=text
    )  # fmt: skip


def _is(reading: Reading) -> Iterator[str]:
    family = reading.family
    for word in {*reading.families.words, family.word, family.base, family.hue or family.word}:
        yield f"is:{word.replace(' ', '-')}"
    for word in reading.temperature.band.words:
        yield from (f"temperature:{part}" for part in {word.replace(" ", "-"), word.split()[-1]})
    for word in reading.undertone.hues:
        yield from (f"under:{name}" for name in {word, words.readings.hue(word, reading.lrv)})
    for word in reading.undertone.strengths.words:
        yield f"strength:{word.replace(' ', '-')}"


def _seen(review: Review, looks: Sequence[Look]) -> Iterator[str]:
    for at, lamps_on, undertone, steps, text, zone in looks:
        hour = at.astimezone(clocks.zone_of(zone or ""))
        when = hour_of(hour)
        period = "evening" if lamps_on else next(n for n, (low, high) in PERIODS.items() if low <= when < high)
        hues = {undertone, "pink" if undertone == "red" else undertone} - {"", NO_UNDERTONE}
        yield from (f"seen:{part}:{way}" for way in _ways(steps or {}, text) | hues for part in (period, ANY))
        yield f"looked:{period}"
    for observed in review.observations.all():
        stems = {SEEN_STEMS.get(word) for way in observed.seen for word in str(way).split()}
        yield from (f"seen:{part}:{stem}" for stem in stems - {None} for part in (_BOARD, ANY))


def _done(review: Review, looks: Sequence[Look]) -> Iterator[str]:
    """Yield the months in which it was begun, looked at, observed, decided or answered, and whether it is decided."""
    moments = [
        review.created,
        *(look[0] for look in looks),
        *(observation.at for observation in review.observations.all()),
    ]
    moments += [decision.made for decision in review.decisions.all()] + [
        answer.at for answer in review.client_answers.all()
    ]
    yield from (f"in:{moment:%Y-%m}" for moment in moments)
    yield "decided" if any(decision.reopened is None for decision in review.decisions.all()) else "undecided"


def _ways(steps: Mapping[str, int], text: str) -> set[str]:
    """Return the directions in which something was seen, by scales and in words."""
    ends = {words.viewing.SCALE_ENDS[scale][step > 0] for scale, step in steps.items() if step and scale in SCALES}
    stems = {SEEN_STEMS.get(way, way) for way in ends}
    return stems | {SEEN_STEMS[word] for word in re.findall(r"[a-z]+", text.casefold()) if word in SEEN_STEMS}


def _texts(review: Review) -> Iterator[str]:
    """Yield the texts of a review; while its names are hidden none of them names its colour."""
    yield from (review.verdict, review.notes, review.intake_notes, name_of(review.owner))
    yield from (observation.note for observation in review.observations.all())
    yield from (decision.reason for decision in review.decisions.all())
    if review.names_shown:
        yield from _names([review.colour, *(swatch.colour for swatch in review.shortlist.all())])


def _names(colours: Iterable[object]) -> Iterator[str]:
    for colour in colours:
        yield f"{getattr(colour, 'name', '')} {getattr(colour, 'code', '')}"
        maker = getattr(colour, "maker", None)
        yield maker.name if maker else ""
