"""What a file would do to its deck, decided before anything is written: look at it, then decide part by part."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from threading import Lock
from time import monotonic
from typing import Any

from django.contrib.auth.models import User

from decks.file_formats import read
from decks.models import Colour, Import
from decks.services import numbers_of, same_value
from prism import messages
from prism.formats.deck import Entry, Problem, stimuli
from prism.stimulus import IntakeError, Stimulus

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
    """What some entries do to a deck: colours to add, as entries with fields; to change; and those that stay."""

    added: list[tuple[Entry, dict[str, Any]]]
    changed: list[Change]
    unchanged: int


class Plan:
    """What bringing a file in would do: counts of it all, and the first of each kind to be shown."""

    SHOWN = 200

    def __init__(self, looked: Looked) -> None:
        self.problems, self.notes = looked.problems, looked.notes
        self.added = self.changed = self.unchanged = 0
        self.first_added: list[dict[str, Any]] = []
        self.first_changed: list[tuple[str, str, tuple[str, ...]]] = []

    def count(self, decided: Decided) -> None:
        """Take in what some more entries do."""
        self.added += len(decided.added)
        self.changed += len(decided.changed)
        self.unchanged += decided.unchanged
        self.first_added += [values for _, values in decided.added][: self.SHOWN - len(self.first_added)]
        some = decided.changed[: self.SHOWN - len(self.first_changed)]
        self.first_changed += [(change.entry.code, change.entry.name, change.what) for change in some]


def key_of(waiting: Import) -> tuple[int, datetime, str]:
    """Return what stands for a file as it is understood now."""
    return waiting.pk, waiting.created, str(waiting.mapping)


_kept: dict[tuple[int, datetime, str], Looked] = {}
_lock = Lock()
MOST_KEPT = 3
"""Files kept as they were read, so that they need not be read again for each part. A matter of speed only."""


def look(waiting: Import) -> Looked:
    """Return a file as it is read, read anew where this process has not read it yet. Raises `DeckFileError`."""
    key = key_of(waiting)
    with _lock:
        found = _kept.get(key)
    if found is None:
        found = _look(waiting, _Progress(waiting))
        with _lock:
            while len(_kept) >= MOST_KEPT:
                _kept.pop(next(iter(_kept)))
            _kept[key] = found
    return found


def forget(waiting: Import) -> None:
    """Let go of a file that is done with."""
    with _lock:
        for key in [key for key in _kept if key[0] == waiting.pk]:
            del _kept[key]


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
        """Note that nobody looks any more."""
        self._mine.filter(looked__isnull=False).update(looked=None)


def _look(waiting: Import, progress: _Progress) -> Looked:
    try:
        found = read(waiting, lambda part: progress.tell(READING * part))
        problems, sound = list(found.problems), []
        seen: dict[tuple[str, str], int] = {}
        for at, entry, stimulus in _converted(found.entries):
            progress.tell(READING + (1 - READING) * at / len(found.entries))
            if problem := _problem(waiting, entry, stimulus, seen):
                problems.append(problem)
            else:
                seen[entry.maker or waiting.deck_name, entry.code] = entry.line
                sound.append(entry)
        return Looked(sound, sorted(problems, key=lambda problem: problem.line), found.notes)
    finally:
        progress.over()


def _converted(entries: Sequence[Entry]) -> Iterator[tuple[int, Entry, Stimulus | IntakeError]]:
    """Yield entries with their place and their numbers, converted a chunk at a time."""
    for start in range(0, len(entries), CHUNK):
        chunk = entries[start : start + CHUNK]
        for i, (entry, stimulus) in enumerate(zip(chunk, stimuli(chunk), strict=True), start=start):
            yield i, entry, stimulus


def _problem(
    waiting: Import, entry: Entry, stimulus: Stimulus | IntakeError, seen: dict[tuple[str, str], int]
) -> Problem | None:
    """Return why a colour cannot be taken; None where it can."""
    first = seen.get((entry.maker or waiting.deck_name, entry.code))
    if first is not None:
        return Problem(entry.line, "code", messages.duplicate_code(entry.code, first))
    for name, limit in LENGTHS.items():
        if len(getattr(entry, name)) > limit:
            return Problem(entry.line, name, messages.too_long(name, limit))
        if not getattr(entry, name).isprintable():
            return Problem(entry.line, name, messages.not_printable(name))
    if isinstance(stimulus, IntakeError):
        return Problem(entry.line, stimulus.field, str(stimulus))
    return None


def plan(waiting: Import) -> Plan:
    """Return what a waiting file would do to its deck. Raises `DeckFileError` for a file that is no deck."""
    looked = look(waiting)
    found = Plan(looked)
    for start in range(0, len(looked.entries), CHUNK):
        found.count(decide(with_values(looked.entries[start : start + CHUNK]), waiting.owner, waiting.deck_name))
    return found


def with_values(entries: Sequence[Entry]) -> list[tuple[Entry, dict[str, Any]]]:
    """Return sound entries with the fields of a colour that each fills."""
    return [(entry, _values(entry, one)) for _, entry, one in _converted(entries) if isinstance(one, Stimulus)]


def decide(entries: Sequence[tuple[Entry, dict[str, Any]]], owner: User, deck_name: str) -> Decided:
    """Return what entries do to a person's decks as they stand."""
    codes = {entry.code for entry, _ in entries}
    mine = Colour.objects.filter(maker__owner=owner, code__in=codes).select_related("maker")
    known = {(colour.maker.name if colour.maker else "", colour.code): colour for colour in mine}
    decided = Decided([], [], 0)
    unchanged = 0
    for entry, values in entries:
        colour = known.get((entry.maker or deck_name, entry.code))
        if colour is None:
            decided.added.append((entry, values))
        elif what := _differences(colour, values):
            decided.changed.append(Change(entry, values, colour, what))
        else:
            unchanged += 1
    return Decided(decided.added, decided.changed, unchanged)


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
