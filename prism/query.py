"""Wishes in the trade's words: "like this but a bit warmer", "a white, clean but not cold", "LRV 50 to 60"."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from functools import cache

from prism import messages, numbers
from prism.choosing.axes import OPPOSITE, less
from prism.language import DEFAULT, by_saying, table
from prism.side_by_side import COMPARATIVE
from prism.typed import any_of, flattened

AMOUNTS = {"a touch": 1.5, "a bit": 2.5, "": 3.5, "plainly": 5.0, "much": 7.0}
"""How much may be asked for, in rising order, and the Lab units of undertone that each stands for."""
PER_DEPTH = 1.7
"""Lightness takes this many units of L* for one of undertone, for the change to be as plain."""
NEAR_LRV = 3.0
"""LRV points by which what was asked for about an LRV may lie beside it."""


class AskError(ValueError):
    """A wish that cannot be understood or granted; the message says which word and what can be said."""


class Kind(StrEnum):
    """What a piece of a wish asks for."""

    MORE = "more"
    THAN = "than"
    KEEP = "keep"
    WITHOUT = "without"
    NOT_TOO = "not too"
    LRV = "lrv"
    BY = "by"
    FAMILY = "family"
    MAKER = "maker"
    BETWEEN = "between"


@dataclass(frozen=True)
class Piece:
    """One thing that a wish asks for.

    `what` is an axis, a hue, what is kept, a family, a maker, or the colours named, a slash between; `amount` a key of
    `AMOUNTS`; `low`, `high` LRV from and to, or for `BY` the points lighter, darker below 0.
    """

    kind: Kind
    what: str = ""
    amount: str = ""
    low: float = 0.0
    high: float = 0.0

    @property
    def units(self) -> float:
        """Lab units that the amount stands for along its axis."""
        return AMOUNTS[self.amount] * (PER_DEPTH if self.what in ("lighter", "darker") else 1.0)

    @property
    def text(self) -> str:
        if self.kind in (Kind.MORE, Kind.THAN):
            axis, _, other = self.what.partition("/")
            phrase = f"{self.amount} {axis}".strip()
            return f"{phrase} than {other}" if other else phrase
        if self.kind is Kind.LRV:
            middle = (self.low + self.high) / 2
            about = abs(self.high - self.low - 2 * NEAR_LRV) < 1e-9
            return f"LRV about {middle:g}" if about else f"LRV {self.low:g} to {self.high:g}"
        if self.kind is Kind.BY:
            return f"{abs(self.low):g} points {'lighter' if self.low > 0 else 'darker'}"
        if self.kind is Kind.BETWEEN:
            one, other = self.what.split("/")
            return "between these two" if (one, other) == ("this", "that") else f"between {one} and {other}"
        prefix = {Kind.KEEP: "same", Kind.WITHOUT: "no", Kind.NOT_TOO: "not", Kind.MAKER: "from"}
        article = "an" if self.what[:1] in "aeiou" else "a"
        return f"{prefix.get(self.kind, article)} {self.what}"

    def with_amount(self, step: int) -> Piece | None:
        """Return the piece with a larger or smaller amount; None where there is none, or none is asked."""
        ladder = list(AMOUNTS)
        at = ladder.index(self.amount) + step
        if self.kind is not Kind.MORE or not 0 <= at < len(ladder):
            return None
        return Piece(self.kind, self.what, ladder[at])


@dataclass(frozen=True)
class Wish:
    """What to find, piece by piece, in the order in which it was said."""

    pieces: tuple[Piece, ...]

    def of_kind(self, kind: Kind) -> list[Piece]:
        return [piece for piece in self.pieces if piece.kind is kind]

    @property
    def text(self) -> str:
        """The whole wish in words that `parse` takes back as the same."""
        return ", ".join(piece.text for piece in self.pieces)

    @property
    def names(self) -> tuple[str, ...]:
        between = [name for piece in self.of_kind(Kind.BETWEEN) for name in piece.what.split("/")]
        return (*between, *(piece.what.split("/")[1] for piece in self.of_kind(Kind.THAN)))


_NUMBER = r"(\d+(?:[.,]\d+)?)"
_TABLES = ("amounts", "directions", "hues", "more", "less", "not_too", "kept")
_CHANGED = ("less", "more", "direction")


class _Words:
    """How wishes are put in one language: what each way of saying something means, and the phrases they stand in."""

    def __init__(self, language: str) -> None:
        wish = table(language)["wish"]
        self.means = {name: by_saying(wish[name]) for name in _TABLES}
        self.filler = frozenset(wish["filler"].split())
        depths = [*wish["directions"]["lighter"], *wish["directions"]["darker"]]
        self._parts = {name: any_of(words) for name, words in self.means.items()} | {"depths": any_of(depths)}
        self._parts |= {"number": _NUMBER, "signed": f"(-?{_NUMBER[1:]}", "end": wish["end"]}
        self._phrases: list[tuple[str, str]] = [(kind, phrase) for kind, phrase in wish["phrases"]]

    def patterns(self, families: Sequence[str], makers: Sequence[str]) -> list[tuple[str, re.Pattern[str]]]:
        """Return what is looked for at each place of a wish, in this order; whatever is left is a word."""
        parts = self._parts | {"families": any_of(families), "makers": any_of(makers)}
        none = {kind for kind, named in (("family", families), ("maker", makers)) if not named}
        filled = [(kind, _PLACE.sub(lambda place: parts[place[1]], p)) for kind, p in self._phrases if kind not in none]
        return [(kind, re.compile(pattern)) for kind, pattern in (*filled, ("word", r"[^\s,;.]+"))]


_PLACE = re.compile(r"\{([a-z_]+)\}")


@cache
def _words(language: str) -> _Words:
    return _Words(language)


def parse(text: str, families: Sequence[str] = (), makers: Sequence[str] = (), language: str = DEFAULT) -> Wish:
    """Return the wish that a sentence of a language holds. Raises `AskError` naming the word that is not understood, or
    the two that exclude each other. `families` and `makers` are the words and names that may be asked for.

    >>> [piece.text for piece in parse("a tad warmer, no green, LRV 50 to 60").pieces]
    ['a touch warmer', 'no green', 'LRV 50 to 60']
    """
    clean = flattened(text)
    known = {name.casefold(): name for name in (*families, *makers)}
    spoken = _words(language)
    patterns = spoken.patterns([maker.casefold() for maker in families], [family.casefold() for family in makers])
    pieces: list[Piece] = []
    amount, at = "", 0
    while at < len(clean):
        if clean[at] in " ,;.":
            at += 1
            continue
        kind, match = next((kind, match) for kind, pattern in patterns if (match := pattern.match(clean, at)))
        at = match.end()
        if kind == "amount":
            amount = spoken.means["amounts"][match[1]]
        elif kind == "word":
            if match[0] not in spoken.filler:
                raise AskError(messages.wishes.not_understood(match[0]))
        else:
            pieces.append(_piece(kind, match, amount, spoken.means | {"named": known}))
            amount = ""
    pieces = list(dict.fromkeys(pieces))
    if not pieces:
        raise AskError(messages.wishes.nothing_asked())
    _check_together(pieces)
    return Wish(tuple(pieces))


def likeness(text: str, language: str = DEFAULT) -> tuple[str, str] | None:
    """Return the colour that a search starts from, as it was typed, and what is wished for beside it; None where the
    words start from no colour.

    >>> likeness("like H16.3 but a bit warmer"), likeness("close to Fog Bell"), likeness("grey walls")
    (('H16.3', 'a bit warmer'), ('Fog Bell', ''), None)
    """
    spoken = table(language)["wish"]
    plain = " ".join(text.split())
    started = re.match(spoken["like"], plain, re.IGNORECASE)
    rest = plain[started.end() :] if started else plain
    parted = re.search(spoken["but"], rest, re.IGNORECASE)
    if not started and not parted:
        return None
    return (rest[: parted.start()], rest[parted.end() :]) if parted else (rest, "")


def twins_of(text: str, language: str = DEFAULT) -> str:
    """Return the colour whose twins are asked for, as it was typed; empty where none are.

    >>> twins_of("twins of Fog Bell"), twins_of("like Fog Bell")
    ('Fog Bell', '')
    """
    plain = " ".join(text.split())
    started = re.match(table(language)["wish"]["twins"], plain, re.IGNORECASE)
    return plain[started.end() :] if started else ""


def _number(text: str) -> float:
    try:
        return numbers.parse(text)
    except ValueError:
        raise AskError(messages.wishes.not_understood(text)) from None


def _piece(kind: str, match: re.Match[str], amount: str, means: Mapping[str, Mapping[str, str]]) -> Piece:
    if kind in ("lrv", "range"):
        low, high = (_number(part) for part in (match[1], match[2] if kind == "range" else match[1]))
        for value in (low, high):
            if not 0 <= value <= 100:
                raise AskError(messages.faults.out_of_range("LRV", value, 0, 100))
        if kind == "lrv":
            low, high = low - NEAR_LRV, high + NEAR_LRV
        return Piece(Kind.LRV, low=min(low, high), high=max(low, high))
    if kind == "points":
        points = _number(match[1])
        return Piece(Kind.BY, low=points if means["directions"][match[2]] == "lighter" else -points)
    if kind == "than":
        way = means["directions"][match[2]]
        return Piece(Kind.THAN, f"{way}/{match[3].strip()}", means["amounts"].get(match[1] or "", ""))
    if kind == "between":
        return Piece(Kind.BETWEEN, f"{match[1].strip()}/{match[2].strip()}")
    if kind in _CHANGED:
        return Piece(Kind.MORE, means[{"direction": "directions"}.get(kind, kind)][match[1]], amount)
    if kind == "these":
        return Piece(Kind.BETWEEN, "this/that")
    table = {"keep": "kept", "without": "hues", "not too": "not_too"}.get(kind, "named")
    return Piece(Kind(kind), means[table][match[1]])


def _check_together(pieces: Sequence[Piece]) -> None:
    """Raise `AskError` where two pieces exclude each other."""
    ways = {piece.what: piece for piece in pieces if piece.kind is Kind.MORE}
    ways |= {("lighter" if p.low > 0 else "darker"): p for p in pieces if p.kind is Kind.BY}
    kept = {piece.what for piece in pieces if piece.kind is Kind.KEEP}
    opposite = OPPOSITE | {less(hue): more for hue, more in COMPARATIVE.items()} | {"creamier": "crisper"}
    for way, piece in ways.items():
        other = ways.get(opposite.get(way, ""))
        if other is not None:
            raise AskError(messages.wishes.exclude_each_other(piece.text, other.text))
        if way in ("lighter", "darker") and "depth" in kept:
            raise AskError(messages.wishes.exclude_each_other(piece.text, "the same depth"))
        if (way in COMPARATIVE.values() or way.startswith("less ")) and "undertone" in kept:
            raise AskError(messages.wishes.exclude_each_other(piece.text, "the same undertone"))
    named = {piece.what for piece in pieces if piece.kind is Kind.WITHOUT}
    for hue in sorted(named & {hue for hue, more in COMPARATIVE.items() if more in ways}):
        raise AskError(messages.wishes.exclude_each_other(COMPARATIVE[hue], f"no {hue}"))
    for kind in (Kind.LRV, Kind.FAMILY, Kind.MAKER, Kind.BETWEEN):
        of_kind = [piece for piece in pieces if piece.kind is kind]
        if len(of_kind) > 1:
            raise AskError(messages.wishes.exclude_each_other(of_kind[0].text, of_kind[1].text))
