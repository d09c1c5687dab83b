"""Reads from decks."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from django.contrib.auth.models import User
from django.core.exceptions import PermissionDenied
from django.db.models import Count, OuterRef, Q, QuerySet, Subquery
from django.db.models.functions import Coalesce
from numpy.typing import NDArray

from decks.catalogue import MOST_WORDS, Catalogue, Wanted, catalogue, makers_for
from decks.models import Colour, ColourSet, Maker, numbers_of
from people.queries import team
from prism import method, typed_colour, words
from prism.metamerism import Parting, parting
from prism.method import Method
from prism.search import Meant, depth_ranges, temperatures_meant, understand
from prism.stimulus import Stimulus

PAGE = 24
LONGEST_NAME = 200
"""Characters of a code or name that are looked for: the database looks for no more than some thousand."""


def visible_to(user: User) -> QuerySet[Colour]:
    """Return the makers' colours a person may use, and the own ones of the studio."""
    own = team(user)
    colours = Colour.objects.filter(Colour.SHARED | Q(maker__owner__in=own) | Q(owner__in=own, deleted=None))
    return colours.select_related("maker", "parent")


def own_colours(user: User, deleted: bool = False) -> QuerySet[Colour]:
    """Return the colours that somebody of the studio brought in or kept, the newest first; those put aside if asked."""
    colours = Colour.objects.filter(owner__in=team(user), deleted__isnull=not deleted)
    return colours.select_related("owner", "parent__maker").order_by("-created", "-pk")


def search(user: User, text: str) -> list[int]:
    """Return ids of colours whose name, code or maker holds every word typed: the person's own, then best matches."""
    typed = text.casefold().split()[:MOST_WORDS]
    own = own_colours(user)
    for word in typed:
        own = own.filter(Q(name__icontains=word) | Q(code__icontains=word) | Q(made_by__icontains=word))
    decks = catalogue(user)
    rows = decks.select(Wanted(text=text, sort="name" if typed else "code")).tolist()
    whole = " ".join(typed)

    def rank(row: int) -> int:
        if decks.codes[row] == whole:
            return 0
        return 1 if decks.names[row].startswith(whole) else 2 if decks.codes[row].startswith(whole) else 3

    ranked = sorted(rows, key=rank) if typed else rows
    return [*own.order_by("name", "id").values_list("id", flat=True), *decks.ids[ranked].tolist()]


def in_order(ids: Sequence[int]) -> list[Colour]:
    colours = by_ids(list(ids))
    return [colours[pk] for pk in ids if pk in colours]


@dataclass(frozen=True)
class Browsed:
    """A colour in the list of the decks, with its reading in words."""

    colour: Colour
    family: str
    undertone: str
    temperature: str
    source: str


def browsed(catalogue: Catalogue, rows: NDArray[np.intp], chosen: method.Method) -> list[Browsed]:
    """Return rows of the catalogue as they are listed, read under a method."""
    readings = catalogue.readings(rows, chosen)
    return [
        Browsed(
            colour,
            words.readings.family_text(reading),
            words.readings.undertone_short(reading),
            words.readings.temperature_short(reading),
            words.sources.provenance(colour.provenance, reading.uncertainty),
        )
        for colour, reading in zip(catalogue.boards(rows.tolist()), readings, strict=True)
    ]


@dataclass(frozen=True)
class Twin:
    """A colour of the decks that is the same to the eye or nearly, and how the two part under other lamps.

    `parting` is None where one of the spectra is not known.
    """

    colour: Colour
    delta_e: float
    parting: Parting | None


def twins(
    catalogue: Catalogue, stimulus: Stimulus, chosen: method.Method, not_this: int | None = None, most: int = 3
) -> list[Twin]:
    """Return the nearest of a catalogue that are no more than near-identical, nearest first; `not_this` is left out."""
    rows, distance = catalogue.nearest(stimulus.lab, most + 1)
    near = {int(row): float(d) for row, d in zip(rows, distance, strict=True) if d < chosen.plainly_seen}
    kept = [row for row in near if catalogue.ids[row] != not_this][:most]
    measured = [int(catalogue.ids[row]) for row in kept if catalogue.has_spectrum[row]] if stimulus.reflectance else []
    spectra = {pk: colour.reflectance for pk, colour in by_ids(measured).items()}

    def parted(other: Colour) -> Parting | None:
        spectrum = spectra.get(other.pk)
        return parting(stimulus.reflectance, spectrum) if stimulus.reflectance and spectrum else None

    return [Twin(colour, near[row], parted(colour)) for row, colour in zip(kept, catalogue.boards(kept), strict=True)]


def with_code(user: User, text: str) -> list[Colour]:
    """Return the colours with a code, the makers' first, in any case; a maker's name may stand before it."""
    typed = " ".join(text.split()).casefold()
    decks = catalogue(user)
    rows = [row for row, code in enumerate(decks.codes) if code and (typed == code or typed.endswith(f" {code}"))]
    with_it = Q(code__iexact=typed) | Q(code__iexact=typed.rpartition(" ")[2])
    own = own_colours(user).exclude(code="").filter(with_it)
    colours = [*in_order(decks.ids[rows].tolist()), *own]
    return [colour for colour in colours if typed in (colour.code.casefold(), colour.maker_and_code.casefold())]


def named(user: User, text: str) -> list[Colour]:
    """Return the colours that a person means by a code or a whole name, their own ones too; else the one whose screen
    value, RGB or Lab they typed, which is not kept yet."""
    colours = with_code(user, text) or list(visible_to(user).filter(name__iexact=text.strip())[:9])
    typed = None if colours else typed_colour.typed(text)
    return [unkept(user, typed)] if typed else colours


def unkept(user: User, stimulus: Stimulus) -> Colour:
    """Return a colour that was typed, named by its value and not kept yet."""
    return Colour(owner=user, name=typed_colour.named(stimulus), **numbers_of(stimulus))


class NotOneColourError(ValueError):
    """A code or name that is no colour's, or several colours'; the message says which and what to do."""


def one_named(user: User, text: str) -> Colour:
    """Return the one colour that a person means by a code or a whole name. Raises `NotOneColourError`."""
    colours = named(user, text) if len(text) <= LONGEST_NAME else []
    if len(colours) != 1:
        raise NotOneColourError(words.places.not_one_colour(words.text.shortened(text, 60), len(colours)))
    return colours[0]


class SharedError(PermissionDenied):
    """Somebody would change a colour that all studios share."""


def refuse_shared(colours: Iterable[int]) -> None:
    """Raise `SharedError` if one of these colours, by id, is of a maker that is nobody's own."""
    if Colour.objects.filter(Colour.SHARED, pk__in=list(colours)).exists():
        raise SharedError(words.sources.SHARED_DECK)


def sets_of(user: User) -> QuerySet[ColourSet]:
    """Return the studio's sets, first the whites that the person judges by; those of others are theirs."""
    return ColourSet.objects.filter(Q(owner=user) | Q(owner__in=team(user), is_whites=False))


def my_whites(user: User) -> QuerySet[Colour]:
    return Colour.objects.filter(sets__owner=user, sets__is_whites=True).order_by("id")


def mean_white(user: User) -> list[float] | None:
    """Return the mean L*, a*, b* of the whites a person judges by; None while there are none."""
    whites = list(my_whites(user).values_list("lab_l", "lab_a", "lab_b"))
    if not whites:
        return None
    mean = np.mean(whites, axis=0)
    return [round(float(v), 4) for v in mean]


def by_ids(ids: list[int]) -> dict[int, Colour]:
    return Colour.objects.select_related("maker").in_bulk(ids)


def search_meant(user: User, text: str, chosen: Method) -> tuple[list[int], Meant]:
    """Return ids of colours by what somebody means: those that a colour typed in is nearest to, else those whose name,
    code or maker holds all that was typed, then those that read so under a method; and how it was understood."""
    meant, decks = understand(text, chosen), catalogue(user)
    if meant.colour is not None:
        if not len(decks.ids):
            return [], meant
        rows, _ = decks.index.query(meant.colour.lab_array, min(NEAREST, len(decks.ids)))
        return decks.ids[rows].tolist(), meant
    ids = search(user, text)
    if meant.is_of_readings and not meant.is_of_reviews:
        rows = _that_read_so(decks, meant, chosen)
        already = set(ids)
        ids += [pk for pk in decks.ids[rows].tolist() if pk not in already]
    return ids, meant


def _that_read_so(catalogue: Catalogue, meant: Meant, chosen: Method) -> NDArray[np.intp]:
    low, high = meant.lrv or (0.0, 100.0)
    if meant.depth:
        reach = depth_ranges(chosen)[meant.depth]
        low, high = max(low, reach[0]), min(high, reach[1])
    plain = Wanted(text=" ".join(meant.words), lrv_low=low, lrv_high=high, undertone=meant.undertone,
                   strength=meant.strength, sort="name")  # fmt: skip
    rows = catalogue.select(plain, chosen)
    families = [Wanted(family=word) for word in meant.families]
    temperatures = [Wanted(temperature=word) for word in temperatures_meant(meant.temperature, chosen)]
    for either in (families, temperatures):
        if either:
            rows = rows[np.isin(rows, np.concatenate([catalogue.select(colour, chosen) for colour in either]))]
    return rows


def makers(user: User) -> QuerySet[Maker]:
    counts = Colour.objects.filter(maker=OuterRef("pk")).order_by().values("maker").annotate(count=Count("pk"))
    return makers_for(user).annotate(colour_count=Coalesce(Subquery(counts.values("count")), 0)).order_by("name")


NEAREST = 24
"""Colours that are shown as nearest to one that is typed in."""
AT_A_TIME = 400


def one_after_another(ids: Sequence[int]) -> Iterator[Colour]:
    """Yield colours in the order of their ids, fetched some at a time, so that any number can be given out."""
    for start in range(0, len(ids), AT_A_TIME):
        yield from in_order(ids[start : start + AT_A_TIME])
