"""The colours a person may use, held in memory as arrays, so that thousands can be filtered while one types."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from functools import cached_property, lru_cache
from sys import intern
from typing import Any

import numpy as np
from django.contrib.auth.models import User
from django.db.models import Count, Max, Q, QuerySet
from numpy.typing import ArrayLike, NDArray

from decks.models import Colour, Maker
from people.queries import team
from prism import method
from prism.choosing.deck import Deck, number_strips
from prism.classify import Classification, classify_many
from prism.conversion import by_kind
from prism.match import family_codes
from prism.nearest import Nearest
from prism.neutral import WorkingNeutral
from prism.reading import Reading, read_many
from prism.spectrum import Array
from prism.stimulus import source_of
from web.bounded_cache import BoundedCache
from web.query_cache import QueryCache

MOST_SURVEYS = 3
"""Methods under which each catalogue is kept classified."""
MOST_READ = 4_096
"""Readings kept at hand for each catalogue."""
MOST_WORDS = 6
"""Words of a search that are looked at."""

SORTS = {
    "name": "name",
    "code": "maker and code",
    "lrv": "LRV, light first",
    "-lrv": "LRV, dark first",
    "warmth": "warm first",
    "-warmth": "cool first",
    "strength": "undertone, strong first",
    "-strength": "undertone, passive first",
    "hue": "hue of the undertone",
    "family": "family",
    "strip": "maker and strip",
    "doubt": "source, surest first",
}


@dataclass(frozen=True)
class Wanted:
    """What a person asked to see; anything left out does not narrow the list."""

    text: str = ""
    lrv_low: float | None = None
    lrv_high: float | None = None
    family: str = ""
    undertone: str = ""
    strength: str = ""
    temperature: str = ""
    maker: int | None = None
    strip: str = ""
    recipe: bool = False
    spectrum: bool = False
    ids: frozenset[int] | None = None
    sort: str = "code"


@dataclass(frozen=True)
class Catalogue:
    """Colours row for row: `ids`, `makers` (n,), `lab` (n, 3), `lrv` (n,), flags, `screens` as `#RRGGBB`, text to
    search in, and the fields by which a colour is `shown` on a board."""

    ids: NDArray[np.int64]
    makers: NDArray[np.int64]
    strips: NDArray[np.int64]
    lab: Array
    lrv: Array
    provenance: tuple[str, ...]
    has_recipe: NDArray[np.bool_]
    has_spectrum: NDArray[np.bool_]
    screens: NDArray[np.bytes_]
    strip_names: tuple[str, ...] = field(repr=False)
    texts: tuple[str, ...] = field(repr=False)
    names: tuple[str, ...] = field(repr=False)
    codes: tuple[str, ...] = field(repr=False)
    shown: tuple[tuple[Any, ...], ...] = field(default=(), repr=False)

    def shared(self) -> Catalogue:
        """Return the catalogue with arrays that nobody can write to, since many threads read them."""
        for array in (self.ids, self.makers, self.strips, self.lab, self.lrv, self.has_recipe, self.has_spectrum):
            array.flags.writeable = False
        return self

    @cached_property
    def index(self) -> Nearest:
        return Nearest(self.lab)

    def classified(self, chosen: method.Method) -> Classification:
        """Return every colour classified under a method and its painted neutral."""
        doubts = self._doubt(chosen), self._lightness_doubt(chosen)
        return self._surveys.get(
            chosen, lambda: classify_many(self.lab, self.lrv, doubts[0], chosen, lightness=doubts[1])
        )

    @cached_property
    def _surveys(self) -> BoundedCache[method.Method, Classification]:
        return BoundedCache(MOST_SURVEYS)

    @cached_property
    def _kinds(self) -> tuple[list[str], NDArray[np.intp]]:
        kinds = sorted(set(self.provenance))
        return kinds, np.array([kinds.index(key) for key in self.provenance], dtype=np.intp)

    def _doubt(self, chosen: method.Method) -> NDArray[np.float64]:
        """Return what a method holds each row to be unsure by, ΔE00, (n,)."""
        return by_kind(chosen.doubts, *self._kinds, self.lab)

    def _lightness_doubt(self, chosen: method.Method) -> NDArray[np.float64]:
        """Return what a method holds the lightness of each row to be unsure by, ΔE00, (n,)."""
        return by_kind(chosen.lightness_doubts, *self._kinds, self.lab)

    @cached_property
    def _sources(self) -> tuple[tuple[str, ...], NDArray[np.intp]]:
        """What values share errors with, each maker's of each kind, and which each row has."""
        kinds, of_kind = self._kinds
        both, rows = np.unique(self.makers * len(kinds) + of_kind, return_inverse=True)
        pairs = (divmod(int(code), len(kinds)) for code in both)
        return tuple(source_of(str(maker), kinds[kind]) for maker, kind in pairs), rows

    @cached_property
    def _strips_called(self) -> dict[str, list[int]]:
        """The numbers of the strips that have a name, which those of several makers may."""
        called: dict[str, list[int]] = {}
        for name, number in set(zip(self.strip_names, self.strips.tolist(), strict=True)):
            called.setdefault(name.casefold(), []).append(number)
        return called

    @cached_property
    def _read(self) -> BoundedCache[tuple[int, method.Method, WorkingNeutral], Reading]:
        return BoundedCache(MOST_READ)

    @cached_property
    def _decks(self) -> BoundedCache[tuple[tuple[str, float], ...], Deck]:
        return BoundedCache(MOST_SURVEYS)

    def deck(self, chosen: method.Method) -> Deck:
        """Return the colours as the core chooses from them, with the uncertainties of a method."""
        key = tuple(sorted(chosen.uncertainty.items()))
        sources, rows = self._sources
        return self._decks.get(key, lambda: Deck(self.lab, self.lrv, self._doubt(chosen), self.strips, rows, sources))

    def readings(
        self, rows: Sequence[int] | NDArray[np.intp], chosen: method.Method, neutral: WorkingNeutral | None = None
    ) -> list[Reading]:
        """Return the readings of some rows under a method; `neutral` defaults to the method's painted neutral."""
        basis = chosen, neutral or chosen.neutral
        keys = [(int(row), *basis) for row in rows]
        known = self._read.some(keys)
        new = [row for row, *_ in dict.fromkeys(key for key in keys if key not in known)]
        if new:
            names, sources = self._sources
            read = read_many(
                self.lab[new],
                self.lrv[new],
                self._doubt(chosen)[new],
                *basis,
                self._lightness_doubt(chosen)[new],
                [names[sources[row]] for row in new],
            )
            made = {(row, *basis): reading for row, reading in zip(new, read, strict=True)}
            self._read.keep(made)
            known |= made
        return [known[key] for key in keys]

    def boards(self, rows: Iterable[int]) -> list[Colour]:
        """Return the colours of some rows as boards show them, without asking the database; what else is asked of one
        is fetched when it is."""
        return [_board(self.shown[row]) for row in rows]

    @cached_property
    def _name_order(self) -> NDArray[np.intp]:
        return np.array(sorted(range(len(self.names)), key=self.names.__getitem__), dtype=np.intp)

    def nearest(self, lab: ArrayLike, count: int) -> tuple[NDArray[np.intp], Array]:
        """Return rows and ΔE00 of the nearest colours to one Lab (3,), nearest first."""
        return self.index.query(lab, count)

    def strip_of(self, rows: NDArray[np.intp]) -> int:
        """Return the number of the strip of a colour, by its rows; 0 for none."""
        return int(self.strips[rows[0]]) if rows.size else 0

    def rows_of(self, ids: set[int]) -> NDArray[np.intp]:
        """Return the rows at which these colours stand, in order; ids that are not here have none."""
        if not ids or not self.ids.size:
            return np.empty(0, dtype=np.intp)
        wanted = np.fromiter(ids, dtype=np.int64, count=len(ids))
        at = np.searchsorted(self.ids, wanted, sorter=self._by_id).clip(max=self.ids.size - 1)
        rows = self._by_id[at]
        return np.sort(rows[self.ids[rows] == wanted])

    @cached_property
    def _by_id(self) -> NDArray[np.intp]:
        return np.argsort(self.ids, kind="stable")

    def select(self, wanted: Wanted, chosen: method.Method | None = None) -> NDArray[np.intp]:
        """Return the rows that fit, as a method or else the default one reads them, in the order asked for."""
        chosen = chosen or method.load()
        classes = self.classified(chosen)
        keep = np.ones(len(self.ids), dtype=bool)
        if wanted.lrv_low is not None:
            keep &= self.lrv >= wanted.lrv_low
        if wanted.lrv_high is not None:
            keep &= self.lrv <= wanted.lrv_high
        if wanted.maker is not None:
            keep &= self.makers == wanted.maker
        if wanted.strip:
            keep &= np.isin(self.strips, self._strips_called.get(wanted.strip.casefold(), []))
        if wanted.ids is not None:
            keep &= np.isin(self.ids, list(wanted.ids))
        if wanted.recipe:
            keep &= self.has_recipe
        if wanted.spectrum:
            keep &= self.has_spectrum
        if wanted.family:
            keep &= np.isin(classes.family, family_codes(wanted.family, chosen))
        if wanted.undertone == "none":
            keep &= ~classes.claimed
        elif wanted.undertone:
            keep &= classes.says(wanted.undertone)
        if wanted.strength:
            keep &= classes.strengths.says(chosen.undertone_strength.words.index(wanted.strength))
        if wanted.temperature:
            keep &= classes.temperatures.says(chosen.temperature.words.index(wanted.temperature))
        rows = np.flatnonzero(keep)
        for word in wanted.text.casefold().split()[:MOST_WORDS]:
            rows = np.array([row for row in rows.tolist() if word in self.texts[row]], dtype=np.intp)
        return self._sorted(rows, wanted.sort, classes)

    def _sorted(self, rows: NDArray[np.intp], sort: str, classes: Classification) -> NDArray[np.intp]:
        if sort == "name":
            return self._name_order[np.isin(self._name_order, rows)]
        value = {
            "lrv": -self.lrv,
            "-lrv": self.lrv,
            "warmth": -classes.warmth,
            "-warmth": classes.warmth,
            "strength": -classes.strength,
            "-strength": classes.strength,
            "hue": classes.hue,
            "family": classes.family,
            "strip": self.strips,
            "doubt": classes.doubt,
        }.get(sort)
        return rows if value is None else rows[np.argsort(value[rows], kind="stable")]


def family_words(chosen: method.Method) -> list[str]:
    """Return every family a colour can belong to, neutrals first, words that count as a hue last."""
    rules = chosen.families
    hues = chosen.hue_family.words
    plain, coined = [r.word for r in rules if r.base not in hues], [r.word for r in rules if r.base in hues]
    return list(dict.fromkeys([*plain, *hues, *coined]))


def makers_for(user: User) -> QuerySet[Maker]:
    """Return the makers whose colours a person may use: everybody's and those of the person's studio."""
    return Maker.objects.filter(Maker.SHARED | Q(owner__in=team(user)))


def state_for(user: User) -> str:
    """Return what changes whenever a deck a person may use has changed; the database keeps it, for all processes."""
    return _states.get(team(user), lambda: _state(makers_for(user)))


_states: QueryCache[tuple[int, ...], str] = QueryCache(256)


def _state(makers: QuerySet[Maker]) -> str:
    state = makers.aggregate(Count("id"), Max("changed"))
    return f"{state['id__count']} {state['changed__max']}"


def catalogue(user: User) -> Catalogue:
    """Return the makers' colours that a person may use, read again only when a deck has changed."""
    return catalogue_as_of(user, state_for(user))


def catalogue_as_of(user: User, state: str) -> Catalogue:
    """Return the makers' colours that a person may use in a state that was just asked for."""
    return _catalogue(team(user), state)


_BOARD_FIELDS = (
    "id", "maker_id", "strip", "lab_l", "lab_a", "lab_b", "lrv", "provenance", "screen", "name", "code", "spread",
)  # fmt: skip
_SHOWN = tuple(f.attname for f in Colour._meta.concrete_fields if f.attname in _BOARD_FIELDS)
"""The fields of a colour that its board shows, in the order in which a record takes them."""


def _board(fields: tuple[Any, ...]) -> Colour:
    colour = Colour.from_db(None, _SHOWN, fields[:-1])
    colour.maker = Maker.from_db(None, ("id", "name"), (colour.maker_id, fields[-1]))
    return colour


@lru_cache(maxsize=4)
def _catalogue(owners: tuple[int, ...], state: str) -> Catalogue:
    fields = ("id", "maker_id", "strip", "lab_l", "lab_a", "lab_b", "lrv", "provenance")
    more = ("recipe_base", "has_spectrum", "screen", "name", "code", "maker__name", "spread")
    rows = list(
        Colour.objects.filter(Colour.SHARED | Q(maker__owner__in=owners))
        .order_by("maker_id", "id")
        .values_list(*fields, *more)
    )
    asked = (*fields, *more)
    places, maker_name = [asked.index(name) for name in _SHOWN], asked.index("maker__name")
    columns = list(zip(*rows, strict=True)) or [()] * (len(fields) + len(more))
    return Catalogue(
        ids=np.array(columns[0], dtype=np.int64),
        makers=np.array(columns[1], dtype=np.int64),
        strips=number_strips(columns[1], columns[2]),
        strip_names=tuple(map(intern, columns[2])),
        lab=np.array(columns[3:6], dtype=np.float64).T.reshape(-1, 3),
        lrv=np.array(columns[6], dtype=np.float64),
        provenance=tuple(columns[7]),
        has_recipe=np.array([bool(base) for base in columns[8]], dtype=bool),
        has_spectrum=np.array(columns[9], dtype=bool),
        screens=np.array(columns[10], dtype="S7"),
        texts=tuple(
            f"{name} {code} {maker}".casefold()
            for name, code, maker in zip(columns[11], columns[12], columns[13], strict=True)
        ),
        names=tuple(name.casefold() for name in columns[11]),
        codes=tuple(code.casefold() for code in columns[12]),
        shown=tuple((*(row[at] for at in places), row[maker_name]) for row in rows),
    ).shared()
