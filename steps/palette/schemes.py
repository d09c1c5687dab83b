"""Schemes round the subject of a review context, as they are asked for."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import timedelta
from functools import cached_property

import numpy as np
from django.utils import timezone

from decks import queries as deck_queries
from decks.models import Maker
from jobs import queries as job_queries
from jobs.contents import by_permanence, stimulus_of, whites_of
from jobs.models import Room
from prism import reading
from prism.choosing.deck import Pick
from prism.method.checks import CHARACTERS, PLACES
from prism.palette.pool import Pool
from prism.palette.scheme import CARRIED, Asked, Carried, Scheme, SchemeError, scheme
from prism.typed_colour import pieces
from prism.whites import home
from reviews.context import ReviewContext, SwatchView
from reviews.context.whites import ranked_whites
from reviews.models import KeptScheme
from web.bounded_cache import BoundedCache
from web.http import whole_number

LOCKABLE = PLACES[1:]
"""Places that a person may settle: all but the subject's."""
RUNNERS = 4
LATELY = timedelta(minutes=10)
_pools: BoundedCache[object, Pool] = BoundedCache(6)
_made: BoundedCache[object, Scheme | None] = BoundedCache(512)


class Schemes:
    """The schemes of a review context; each part is computed when it is asked for."""

    def __init__(self, context: ReviewContext, query: Mapping[str, str]) -> None:
        self.context, self.subject, self.query = context, context.subject, query

    @property
    def character(self) -> str:
        asked = self.query.get("character", "")
        return asked if asked in CHARACTERS else CHARACTERS[0]

    @cached_property
    def room(self) -> Room | None:
        of_light = self.query.get("show") in ("proportions", "use")
        return self.context.room if of_light else self.context.room_with_what_stays

    @cached_property
    def pool(self) -> Pool:
        catalogue, subject = self.context.decks.catalogue, self.subject
        key = (self.context.decks.state, subject.owner.pk, subject.method, subject.neutral)
        return _pools.get(
            key, lambda: Pool(catalogue.lab, catalogue.lrv, catalogue.codes, subject.method, subject.neutral)
        )

    # --- what is asked ---

    @cached_property
    def makers(self) -> list[Maker]:
        catalogue = self.context.decks.catalogue
        _, rows = np.unique(catalogue.makers, return_index=True)
        return sorted(
            (colour.maker for colour in catalogue.boards(rows.tolist()) if colour.maker), key=lambda m: m.name
        )

    @cached_property
    def chosen_makers(self) -> set[int]:
        """The decks that are chosen from; all where none is named."""
        known = {maker.pk for maker in self.makers}
        asked = {whole_number(part) for part in self.query.get("decks", "").split(",")[:200]} & known
        return asked or known

    @cached_property
    def _allowed(self) -> np.ndarray[tuple[int], np.dtype[np.bool_]]:
        catalogue = self.context.decks.catalogue
        allowed = np.isin(catalogue.makers, list(self.chosen_makers))
        allowed[self.context.decks.own_rows] = False
        return allowed

    @cached_property
    def locked(self) -> dict[str, int]:
        locked = {}
        for place in LOCKABLE:
            rows = self.context.decks.catalogue.rows_of({whole_number(self.query.get(place))})
            if rows.size:
                locked[place] = int(rows[0])
        return locked

    @property
    def without(self) -> tuple[str, ...]:
        return ("dark",) if self.query.get("without") == "dark" else ()

    @cached_property
    def stays(self) -> list[Carried]:
        """The colours of what is fixed in the room, in the order of permanence."""
        if self.room is None:
            return []
        colours = [(element.name, stimulus_of(element)) for element in by_permanence(self.room)]
        return [Carried(name, colour.lab, colour.lrv) for name, colour in colours if colour]

    @cached_property
    def reference(self) -> list[Carried]:
        return self._reference[0]

    @property
    def unknown(self) -> list[str]:
        return self._reference[1]

    @cached_property
    def _reference(self) -> tuple[list[Carried], list[str]]:
        references, unknown = [], []
        for text in pieces(self.query.get("ref", ""))[:6]:
            colours = deck_queries.named(self.subject.owner, text)
            if len(colours) == 1:
                references.append(Carried(colours[0].name, colours[0].stimulus.lab, colours[0].stimulus.lrv))
            else:
                unknown.append(text)
        return references, unknown

    def _carried(self, character: str) -> Sequence[Carried]:
        return {"fixed": self.stays, "reference": self.reference}.get(character, ())

    # --- schemes ---

    @cached_property
    def pinned(self) -> int | None:
        """The row of the white that is set for the home; None where none is, or no deck has it."""
        if self.room is None:
            return None
        pin = job_queries.pinned_white(self.room.job)
        rows = self.context.decks.catalogue.rows_of({pin} if pin else set())
        return int(rows[0]) if rows.size else None

    @cached_property
    def _trims(self) -> list[tuple[int, float]]:
        """Whites for the light trim with their scores: the one that is set for the home, then those in rank."""
        method, neutral = self.subject.method, self.subject.neutral
        whites = whites_of(self.room, method, neutral) if self.room else []
        ranked, rows = ranked_whites(
            self.context.decks, [reading.read(colour, method, neutral) for _, colour in whites]
        )
        wanted = {self.pinned, self.locked.get("trim")}
        able = [white for white in ranked if self._allowed[rows[white.index]] and rows[white.index] not in wanted]
        first = [white for white in ranked if rows[white.index] in wanted]
        first.sort(key=lambda white: rows[white.index] != self.pinned)
        warmth = self.subject.reading.temperature.value
        return [(rows[white.index], home.score(white, warmth)) for white in (*first, *able[: RUNNERS + 1])]

    def make(self, character: str, settled: bool = False) -> Scheme | None:
        """Return the scheme of a character, with what a person has `settled` of it; None where it lacks what it
        follows."""
        carried, locked = self._carried(character), self.locked if settled else {}
        asked = Asked(locked, self.without, self._allowed, self._trims, carried)
        subject = self.subject
        key = (
            self.context.decks.state, subject.owner.pk, subject.stimulus, subject.method, subject.neutral, character,
            tuple(sorted(locked.items())), self.without, tuple(sorted(self.chosen_makers)), tuple(self._trims),
            tuple(carried), tuple(self.context.decks.own_rows.tolist()),
        )  # fmt: skip

        def compute() -> Scheme | None:
            try:
                return scheme(subject.reading, character, self.pool, asked, RUNNERS)
            except SchemeError:
                return None

        return _made.get(key, compute)

    @cached_property
    def scheme(self) -> Scheme | None:
        return self.make(self.character, settled=True)

    @cached_property
    def others(self) -> list[Scheme]:
        made = [self.make(character) for character in CHARACTERS if character != self.character]
        return [scheme for scheme in made if scheme]

    @property
    def lacks(self) -> bool:
        return self.character in CARRIED and self.scheme is None

    def held(self, rows: Sequence[int]) -> list[SwatchView]:
        return self.context.decks.hold([Pick(row, "nearest", 0.0, kind="added") for row in rows])

    # --- those that were kept ---

    @cached_property
    def kept(self) -> list[KeptScheme]:
        return [scheme for scheme in self.context.schemes if scheme.deleted is None]

    @property
    def just_deleted(self) -> KeptScheme | None:
        """The scheme that was put aside in the last minutes, to be brought back."""
        since = timezone.now() - LATELY
        aside = [scheme for scheme in self.context.schemes if scheme.deleted and scheme.deleted > since]
        return max(aside, key=lambda deleted_scheme: deleted_scheme.deleted or since, default=None)
