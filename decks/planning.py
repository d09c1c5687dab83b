"""What a file would do to its deck, decided before anything is written: look at it, then decide part by part."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from time import monotonic
from typing import Any

from django.contrib.auth.models import User
from django.db.models import Q

from decks.file_formats import read
from decks.models import Colour, Import
from decks.services import numbers_of, same_value
from people.queries import team
from prism import messages
from prism.formats.deck import Entry, Problem, faults, stimuli
from prism.stimulus import IntakeError, Stimulus
from web.bounded_cache import BoundedCache

CHUNK = 2_500
"""Colours that are converted or compared at a time, so that a large file never stands in memory as a whole."""
READING = 0.7
"""Part of the time of looking at a file that reading it takes; the rest goes into converting its colours."""
EVERY = 0.2
"""Seconds between two notes of how far the looking is."""
LENGTHS = {"code": 40, "name": 120, "maker": 80, "strip": 20}
_COMPARED = {
    "name": ("name",),
    "Lab": ("lab_l", "lab_a", "lab_b"),
    "spectrum": ("reflectance",),
    "stated LRV": ("lrv_stated",),
    "strip": ("strip", "step"),
    "recipe": ("recipe_base", "recipe_amounts"),
    "source": ("provenance", "specular"),
}


@dataclass(frozen=True)
class Looked:
    """A file that was read: its sound colours, none twice, what is wrong with the others, and how it was understood."""

    entries: list[Entry]
    problems: list[Problem]
    notes: tuple[str, ...]


@dataclass(frozen=True)
class Change:
    """A colour of the deck that a file would change: its values, the colour as it stands, and what differs."""

    entry: Entry
    values: dict[str, Any]
    known: Colour
    what: tuple[str, ...]


@dataclass(frozen=True)
class Decided:
    """What some entries do to a deck: colours to add, as entries with fields; to change; those that stay, and those of
    decks that everybody shares, which stay although the file has other values."""

    added: list[tuple[Entry, dict[str, Any]]]
    changed: list[Change]
    unchanged: int
    shared: list[Change]


CONTRADICTS = 3.0
"""LRV points by which a stated figure that lies off the colour's own contradicts it, whatever its source."""
FEW = 3


class Plan:
    """What bringing a file in would do: counts of it all, and the first of each kind to be shown."""

    SHOWN = 200

    def __init__(self, looked: Looked) -> None:
        self.problems, self.notes = looked.problems, looked.notes
        self.added = self.changed = self.unchanged = self.shared = self.contradicted = 0
        self.first_contradicted: list[tuple[str, float, float]] = []
        self.first_added: list[dict[str, Any]] = []
        self.first_changed: list[tuple[str, str, tuple[str, ...]]] = []
        self.first_shared: list[tuple[str, str, tuple[str, ...]]] = []

    def count(self, decided: Decided) -> None:
        """Take in what becomes of some colours that are there already."""
        self.changed += len(decided.changed)
        self.unchanged += decided.unchanged
        self.shared += len(decided.shared)
        for changes, first in ((decided.changed, self.first_changed), (decided.shared, self.first_shared)):
            some = changes[: self.SHOWN - len(first)]
            first += [(change.entry.code, change.entry.name, change.what) for change in some]

    def contradict(self, valued: Iterable[tuple[Entry, dict[str, Any]]]) -> None:
        """Take in which stated LRVs contradict the colours they stand beside."""
        for entry, values in valued:
            if entry.lrv is not None and abs(entry.lrv - values["lrv"]) > CONTRADICTS:
                self.contradicted += 1
                if len(self.first_contradicted) < FEW:
                    self.first_contradicted.append((entry.code, entry.lrv, values["lrv"]))


def key_of(waiting: Import) -> tuple[int, datetime, str, str]:
    return waiting.pk, waiting.created, str(waiting.mapping), str(waiting.mended)


_kept: BoundedCache[tuple[int, datetime, str, str], Looked] = BoundedCache(3)
"""Files as they were read, so that they need not be read again for each part. A matter of speed only."""


def look(waiting: Import) -> Looked:
    """Return a file as it is read, read anew where this process has not read it yet. Raises `DeckFileError`."""
    return _kept.get(key_of(waiting), lambda: _look(waiting, _Progress(waiting)))


def forget(waiting: Import) -> None:
    _kept.drop(lambda key: key[0] == waiting.pk)


class _Progress:
    """Notes in the database how far the looking is, where every process sees it."""

    def __init__(self, waiting: Import) -> None:
        self._mine = Import.objects.filter(pk=waiting.pk)
        self._next = monotonic() + EVERY

    def tell(self, part: float) -> None:
        """Note a part, 0-1, now and then."""
        if monotonic() >= self._next:
            self._mine.update(looked=part)
            self._next = monotonic() + EVERY

    def over(self) -> None:
        self._mine.filter(looked__isnull=False).update(looked=None)


def _look(waiting: Import, progress: _Progress) -> Looked:
    try:
        rows = read(waiting, lambda part: progress.tell(READING * part))
        problems, sound = list(rows.problems), []
        seen: dict[tuple[str, str], int] = {}
        for start in range(0, len(rows.entries), CHUNK):
            chunk = rows.entries[start : start + CHUNK]
            for entry, fault in zip(chunk, faults(chunk), strict=True):
                key = entry.maker or waiting.deck_name, entry.code
                if problem := _problem(entry, fault, seen.get(key)):
                    problems.append(problem)
                else:
                    seen[key] = entry.line
                    sound.append(entry)
            progress.tell(READING + (1 - READING) * (start + len(chunk)) / len(rows.entries))
        return Looked(sound, sorted(problems, key=lambda problem: problem.line), rows.notes)
    finally:
        progress.over()


def _problem(entry: Entry, fault: IntakeError | None, first: int | None) -> Problem | None:
    """Return why a colour cannot be taken, where `first` is the line its code stands in already; None where it can."""
    if first is not None:
        return Problem(entry.line, "code", messages.files.duplicate_code(entry.code, first))
    for name, text in (("code", entry.code), ("name", entry.name), ("maker", entry.maker), ("strip", entry.strip)):
        if len(text) > LENGTHS[name]:
            return Problem(entry.line, name, messages.files.too_long(name, LENGTHS[name]))
        if not text.isprintable():
            return Problem(entry.line, name, messages.files.not_printable(name))
    return Problem(entry.line, fault.field, str(fault)) if fault else None


def plan(waiting: Import) -> Plan:
    """Return what a waiting file would do to its deck. Raises `DeckFileError` for a file that is no deck."""
    looked = look(waiting)
    planned = Plan(looked)
    for start in range(0, len(looked.entries), CHUNK):
        chunk = looked.entries[start : start + CHUNK]
        known = known_of(chunk, waiting.owner, waiting.deck_name)
        fresh = [entry for entry in chunk if key_in(entry, waiting.deck_name) not in known]
        planned.added += len(fresh)
        room = Plan.SHOWN - len(planned.first_added)
        # colours to add that are neither shown nor state an LRV need no values yet
        later = {key_in(entry, waiting.deck_name) for entry in fresh[room:] if entry.lrv is None}
        valued = with_values([entry for entry in chunk if key_in(entry, waiting.deck_name) not in later])
        decided = decide(valued, known, waiting.deck_name)
        planned.first_added += [values for _, values in decided.added[:room]]
        planned.contradict(valued)
        planned.count(decided)
    return planned


def key_in(entry: Entry, deck_name: str) -> tuple[str, str]:
    return entry.maker or deck_name, entry.code


def with_values(entries: Sequence[Entry]) -> list[tuple[Entry, dict[str, Any]]]:
    return [
        (entry, _values(entry, colour))
        for entry, colour in zip(entries, stimuli(entries), strict=True)
        if isinstance(colour, Stimulus)
    ]


def known_of(entries: Sequence[Entry], owner: User, deck_name: str) -> dict[tuple[str, str], Colour]:
    """Return the colours that entries stand for, by maker and code: of the studio's decks, else of shared ones."""
    codes = {entry.code for entry in entries}
    colours = Colour.objects.filter(Colour.SHARED | Q(maker__owner__in=team(owner)), code__in=codes).select_related(
        "maker"
    )
    ranked = sorted(colours, key=lambda colour: not colour.is_shared)
    return {(colour.maker.name if colour.maker else "", colour.code): colour for colour in ranked}


def decide(
    entries: Sequence[tuple[Entry, dict[str, Any]]], known: dict[tuple[str, str], Colour], deck_name: str
) -> Decided:
    added: list[tuple[Entry, dict[str, Any]]] = []
    changed: list[Change] = []
    shared: list[Change] = []
    unchanged = 0
    for entry, values in entries:
        colour = known.get(key_in(entry, deck_name))
        if colour is None:
            added.append((entry, values))
            continue
        what = _differences(colour, values)
        if colour.is_shared:  # a file does not know how a shared deck was measured
            what = tuple(choice for choice in what if choice != "source")
        if what:
            (shared if colour.is_shared else changed).append(Change(entry, values, colour, what))
        else:
            unchanged += 1
    return Decided(added, changed, unchanged, shared)


def _values(entry: Entry, stimulus: Stimulus) -> dict[str, Any]:
    return {
        "code": entry.code,
        "name": entry.name,
        "strip": entry.strip,
        "step": entry.step,
        "lrv_stated": entry.lrv,
        "recipe_base": entry.recipe_base[:12],
        "recipe_amounts": dict(entry.recipe) or None,
    } | numbers_of(stimulus)


def _differences(known: Colour, values: dict[str, Any]) -> tuple[str, ...]:
    return tuple(
        what
        for what, fields in _COMPARED.items()
        if not all(same_value(getattr(known, field), values[field]) for field in fields)
    )
