"""What editing a method would change, over the colours of the decks."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from django.contrib.auth.models import User

from decks.catalogue import catalogue
from decks.models import Colour
from prism import words
from prism.method import Method
from prism.rereading import changed

SHOWN = 12
"""Colours named; the sentence above says how many there are."""


@dataclass(frozen=True)
class Before:
    """A colour that changes its answer: what it was and what it would be."""

    colour: Colour
    was: str
    becomes: str


class MethodPreview:
    """The decks read under a method as it stands, and as it would be."""

    def __init__(self, user: User, before: Method, after: Method) -> None:
        self._held = catalogue(user)
        self._before, self._after = before, after
        self._changed = changed(self._held.lab, self._held.lrv, self._held.provenance, before, after)

    @property
    def summary(self) -> str:
        total, moved = len(self._held.ids), int(self._changed.any.sum())
        return words.methods.method_changes(moved, total, self._changed.counts())

    @cached_property
    def colours(self) -> list[Before]:
        rows = np.flatnonzero(self._changed.any)
        rows = rows[np.unique(np.linspace(0, len(rows) - 1, min(SHOWN, len(rows))).astype(int))] if rows.size else rows
        readings = self._held.readings(rows, self._before), self._held.readings(rows, self._after)
        return [
            Before(colour, words.methods.in_short(was), words.methods.in_short(becomes))
            for colour, was, becomes in zip(self._held.boards(rows.tolist()), *readings, strict=True)
        ]
