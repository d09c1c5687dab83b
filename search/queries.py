"""Reads: reviews and jobs by what somebody means."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from django.contrib.auth.models import User
from django.db.models import Q, QuerySet

from jobs.models import Element, Surface
from people.queries import team
from prism.light.materials import library
from prism.method import Method
from prism.search import Meant, depth_ranges
from reviews import queries
from reviews.models import Review
from search import meaning


def reviews_meant(user: User, meant: Meant, method: Method) -> QuerySet[Review]:
    """Return the studio's reviews that hold all of what is meant, the newest first."""
    meaning.refresh(user)
    reviews = queries.listed(user)
    for wanted in _wanted(user, meant, method):
        reviews = reviews.filter(wanted)
    return reviews


def _wanted(user: User, meant: Meant, method: Method) -> Iterator[Q]:
    for word in meant.words:
        yield _typed(word) | Q(room__in=_rooms_with(user, (word,)))
    if meant.families:
        yield _any(meant.families, lambda word: _token("is", word) | _token("under", word) | _typed(word))
    if meant.temperature:
        yield _token("temperature", meant.temperature) | _typed(meant.temperature)
    if meant.undertone:
        stems = {meant.undertone, meant.asked.get("undertone", meant.undertone)}
        yield _any(tuple(stems), lambda word: _token("under", word))
    if meant.strength:
        yield _token("strength", meant.strength)
    if meant.depth:
        yield Q(meaning__lrv__range=depth_ranges(method)[meant.depth]) | _typed(meant.depth)
    if meant.lrv:
        yield Q(meaning__lrv__range=meant.lrv)
    for thing in meant.things:
        yield Q(room__in=_rooms_with(user, thing)) | _typed(" ".join(thing))
    for way in meant.seen:
        yield Q(meaning__tokens__contains=f" seen:{meant.period or meaning.ANY}:{way} ")
    if meant.client:
        yield _any(meant.client, lambda word: _token("client", word))
    if meant.decided:
        yield Q(meaning__tokens__contains=f" {meant.decided} ")
    if meant.month:
        yield _token("in", meant.month)
    if meant.period and not meant.seen:
        yield Q(meaning__tokens__contains=f" looked:{meant.period} ")


def _any(words: tuple[str, ...], says: Callable[[str], Q]) -> Q:
    either = Q()
    for word in words:
        either |= says(word)
    return either


def _token(kind: str, word: str) -> Q:
    return Q(meaning__tokens__contains=f" {kind}:{word.replace(' ', '-')} ")


def _typed(word: str) -> Q:
    job = Q(room__job__title__icontains=word) | Q(room__job__client__icontains=word)
    job |= Q(room__job__address__icontains=word) | Q(room__job__town__icontains=word)
    return Q(meaning__text__contains=word.casefold()) | Q(room__name__icontains=word) | job


def _rooms_with(user: User, thing: tuple[str, ...]) -> list[int]:
    """Return ids of rooms that hold something that fits all of these words, by name, kind, side or material."""
    team_ids = team(user)
    elements = Element.objects.filter(room__job__owner__in=team_ids, room__deleted=None)
    surfaces = Surface.objects.filter(room__job__owner__in=team_ids, room__deleted=None)
    for word in thing:
        stem = word.rstrip("s") or word
        made = _made_of(stem)
        elements = elements.filter(made | Q(name__icontains=stem) | Q(kind__icontains=stem) | Q(on__icontains=stem))
        surfaces = surfaces.filter(made | Q(side__icontains=stem))
    return [*elements.values_list("room_id", flat=True), *surfaces.values_list("room_id", flat=True)]


def _made_of(stem: str) -> Q:
    keys = [key for key, material in library().items() if stem in material.title.casefold() or stem in key]
    return Q(material__in=keys) | Q(colour__name__icontains=stem)
