"""Colours held beside the subject: picks of the core, and colours fetched by hand, as boards with names and reasons."""

from __future__ import annotations

from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import ArrayLike

from decks import queries as deck_queries
from decks.catalogue import catalogue_as_of, state_for
from decks.models import Colour
from prism import reading, words
from prism.choosing.deck import Deck, Pick
from prism.comparison import as_paired
from prism.difference import delta_e
from prism.reading import Reading
from reviews.context.subject import Subject
from web.bounded_cache import BoundedCache


@dataclass(frozen=True)
class SwatchView:
    """A colour held beside the subject: what it reads as, what it is called for now, and why it is there.

    `kind` is the group it belongs to and `why` what it shows, keys of the core's picks; `caption` says it in a word;
    `state` what the person did with it, empty where it was chosen; `label` its maker and code and `title` its name,
    unless names are hidden.
    """

    colour: Colour
    reading: Reading
    name: str
    kind: str
    why: str
    caption: str
    reason: str
    state: str = ""
    delta_e: float = 0.0
    label: str = ""
    title: str = ""


_twins: BoundedCache[Hashable, list[deck_queries.Twin]] = BoundedCache(256)
"""The twins found last, by all that they rest on: several steps of a review name the same ones."""


def place_of(one: SwatchView | None, boards: Sequence[SwatchView]) -> int | None:
    """Return where a board stands among others, from 0; None where it is not there."""
    return next((i for i, swatch in enumerate(boards) if one and swatch.colour.pk == one.colour.pk), None)


class Decks:
    """The decks as a subject sees them. `_at_hand` keeps the colour and reading of each row that was held up."""

    def __init__(self, subject: Subject) -> None:
        self.subject = subject
        self.state = state_for(subject.owner)
        self.catalogue = catalogue_as_of(subject.owner, self.state)
        self.own_rows = self.catalogue.rows_of({subject.colour.pk})
        self._at_hand: dict[int, tuple[Colour, Reading]] = {}

    @cached_property
    def deck(self) -> Deck:
        return self.catalogue.deck(self.subject.method)

    @cached_property
    def strip(self) -> int:
        """The number of the subject's strip; 0 for none."""
        return self.catalogue.strip_of(self.own_rows)

    def apart(self, lab: ArrayLike) -> float:
        """Return ΔE00 of a Lab (3,) from the subject."""
        return float(delta_e(self.subject.stimulus.lab_array, np.asarray(lab)))

    def id_of(self, row: int) -> int:
        return int(self.catalogue.ids[row])

    def colour_of(self, pick: Pick) -> Colour:
        return self.catalogue.boards([pick.index])[0]

    def hold(self, picks: Sequence[Pick], states: Mapping[int, str] | None = None) -> list[SwatchView]:
        """Return picked rows as held colours; `states` says by row what the person did with some."""
        rows = sorted({pick.index for pick in picks} - set(self._at_hand))
        if rows:
            readings = self.catalogue.readings(rows, self.subject.method, self.subject.neutral)
            self._at_hand |= dict(zip(rows, zip(self.catalogue.boards(rows), readings, strict=True), strict=True))
        return [self._holding(*self._at_hand[pick.index], pick, (states or {}).get(pick.index, "")) for pick in picks]

    def fetch(self, colour: Colour, state: str = "") -> SwatchView:
        colour_reading = reading.read(colour.stimulus, self.subject.method, self.subject.neutral)
        pick = Pick(-1, "fetched", self.apart(colour.stimulus.lab_array), kind="added")
        return self._holding(colour, colour_reading, pick, state)

    def fetch_all(self, ids: Sequence[int], state: str = "") -> list[SwatchView]:
        """Return colours by id as held colours, those of the decks without asking the database."""
        rows = {self.id_of(row): int(row) for row in self.catalogue.rows_of(set(ids))}
        picks = [Pick(row, "fetched", self.apart(self.catalogue.lab[row]), kind="added") for row in rows.values()]
        swatches = dict(zip(rows, self.hold(picks, dict.fromkeys(rows.values(), state)), strict=True))
        others = deck_queries.by_ids([pk for pk in ids if pk not in rows]) if len(rows) < len(set(ids)) else {}
        swatches |= {pk: self.fetch(colour, state) for pk, colour in others.items()}
        return [swatches[pk] for pk in ids]

    def _holding(self, colour: Colour, reading: Reading, pick: Pick, state: str) -> SwatchView:
        shown = self.subject.review.names_shown
        caption = words.pairs.board_caption(pick, self.subject.reading.lrv)
        name = colour.name if shown else words.pairs.hidden_name(caption)
        way = words.pairs.direction(
            as_paired(pick.why, self.subject.reading, reading, self.subject.method), reading.lrv
        )
        near = self.subject.method.readable[1]
        reason = words.pairs.why_picked(pick, self.subject.reading, bool(self.strip), way, near)
        shown_as = (colour.label, colour.name) if shown else ("", "")
        return SwatchView(colour, reading, name, pick.kind, pick.why, caption, reason, state, pick.delta_e, *shown_as)

    def nearest_to(self, lab: ArrayLike, count: int, without_own: bool = False) -> list[SwatchView]:
        """Return the colours of the decks nearest to a Lab (3,), nearest first."""
        rows, distance = self.catalogue.nearest(lab, count + 1)
        own = set(self.own_rows.tolist()) if without_own else set()
        near = [(int(row), float(d)) for row, d in zip(rows, distance, strict=True) if int(row) not in own][:count]
        return self.hold([Pick(row, "nearest", d, kind="added") for row, d in near])

    def twins(self) -> list[deck_queries.Twin]:
        """Return the colours that are the same to the eye or nearly, and how they part under lamps."""
        subject = self.subject
        basis = subject.stimulus, subject.method, subject.colour.pk
        return _twins.get((subject.owner.pk, self.state, *basis), lambda: deck_queries.twins(self.catalogue, *basis))

    @property
    def twins_text(self) -> str:
        """Which colours are the same to the eye or nearly, in words."""
        shown = self.subject.review.names_shown
        named = [
            (twin.colour.name if shown else words.pairs.hidden_name("twin"), twin.delta_e, twin.parting)
            for twin in self.twins()
        ]
        return words.places.twins(named, self.subject.method)
