"""What somebody who looks for something means: words of readings, figures, a colour typed in, what stays in a room,
what was seen there; and the rest, which is looked for as it is typed."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass, field
from datetime import date
from functools import cache

from prism import numbers, typed_colour
from prism.language import by_saying, table
from prism.light.materials import library
from prism.method import Method
from prism.stimulus import Stimulus
from prism.typed import any_of, flattened

NEAR_LRV = 1.0
"""LRV points round one that is typed alone."""
MOST_WORDS = 12
_SEARCH = table()["search"]
HUE_STEMS = by_saying(_SEARCH["hues"])
"""Words for a hue that something has or takes on, and the hue each stands for."""
SEEN_STEMS = HUE_STEMS | by_saying(_SEARCH["seen"])
"""Words for what was seen, and the direction each stands for."""
PERIODS = {"morning": (0.0, 11.0), "midday": (11.0, 16.0), "evening": (16.0, 24.0)}
"""Parts of a day by the hours they begin and end at."""


@dataclass
class Meant:
    """What was understood of words typed: any of the families, depths (ranges of LRV), hues of an undertone and its
    strength, temperatures, a range of LRV, a colour, things of a room (groups of words), what was seen and in which
    part of a day, what clients answered, whether it is decided, and in which month; or a colour that others are `like`,
    what is wished for beside that, and why nothing is all of it; `words` are the rest."""

    families: tuple[str, ...] = ()
    depth: str = ""
    lrv: tuple[float, float] | None = None
    undertone: str = ""
    strength: str = ""
    temperature: str = ""
    colour: Stimulus | None = None
    things: tuple[tuple[str, ...], ...] = ()
    seen: tuple[str, ...] = ()
    period: str = ""
    client: tuple[str, ...] = ()
    decided: str = ""
    month: str = ""
    like: str = ""
    wish: str = ""
    unmet: str = ""
    words: tuple[str, ...] = ()
    asked: dict[str, str] = field(default_factory=dict)

    @property
    def is_of_readings(self) -> bool:
        return bool(self.families or self.depth or self.lrv or self.undertone or self.temperature or self.strength)

    @property
    def is_of_reviews(self) -> bool:
        """Whether something was asked for that only a review has."""
        return bool(self.things or self.seen or self.period or self.client or self.decided or self.month)


class _Text:
    """Text from which what is understood is taken away, piece by piece."""

    def __init__(self, text: str) -> None:
        self.left = f" {flattened(text)} "

    def take(self, phrase: str, **named: Iterable[str]) -> re.Match[str] | None:
        """Return the first place where a phrase of the language stands, taken away; None for none. `named` are words
        that the phrase leaves to what is known here."""
        return self.cut(_SEARCH[phrase], **named)

    def cut(self, pattern: str, **named: Iterable[str]) -> re.Match[str] | None:
        """Return the first match of a pattern between the ends of words, taken away; None for none."""
        for name, words in named.items():
            pattern = pattern.replace(f"{{{name}}}", any_of(list(words)))
        pattern = pattern.replace("{whose}", _SEARCH["whose"]).replace("{number}", r"(\d{1,3}(?:[.,]\d+)?)")
        match = re.search(rf"(?<!\w)(?:{pattern})(?!\w)", self.left)
        if match:
            self.left = f"{self.left[: match.start()]} {self.left[match.end() :]}"
        return match


def understand(text: str, method: Method, today: date | None = None) -> Meant:
    """Return what words typed mean under a method.

    >>> from prism.method import load
    >>> meant = understand("warm off-white with slate floor", load())
    >>> meant.families, meant.temperature, meant.things, meant.words
    (('off-white',), 'warm', (('slate', 'floor'),), ())
    """
    rest, meant = _Text(text[:400]), Meant()
    _colour(rest, meant)
    _client(rest, meant)
    _month(rest, meant, today or date.today())
    _lightness(rest, meant)
    _looked(rest, meant)
    _undertone(rest, meant, method)
    _things(rest, meant)
    _words(rest, meant, method)
    return meant


def _colour(text: _Text, meant: Meant) -> None:
    whole = typed_colour.typed(text.left.strip())
    colour = (whole, text.left.strip()) if whole else typed_colour.found_in(text.left)
    if colour:
        meant.colour, meant.asked["colour"] = colour
        text.left = text.left.replace(colour[1], " ", 1)


def _client(text: _Text, meant: Meant) -> None:
    """Take what clients said, and whether something is decided."""
    answers = by_saying(_SEARCH["answers"])
    if match := text.take("client_said", answers=answers):
        meant.client = (answers[match[1]],)
    elif text.take("client_asked"):
        meant.client = ("ask",)
    elif text.take("client_spoke"):
        meant.client = ("yes", "no", "ask")
    meant.decided = next((word for word in ("undecided", "decided") if text.take(word)), "")


def _month(text: _Text, meant: Meant, today: date) -> None:
    """Take a month that is named, or is this or the last one; one named alone is its latest that has begun."""
    names, unclear = by_saying(table()["statement"]["months"]), _SEARCH["unclear_months"]
    if match := text.take("this_month"):
        meant.month, meant.asked["month"] = f"{today:%Y-%m}", match[1]
    elif match := text.take("last_month"):
        last = date(today.year - (today.month == 1), (today.month - 2) % 12 + 1, 1)
        meant.month, meant.asked["month"] = f"{last:%Y-%m}", match[1]
    elif match := text.take("month", months=[name for name in names if name not in unclear], unclear_months=unclear):
        name = match[1] or match[2]
        year = int(match[3]) if match[3] else today.year - (int(names[name]) > today.month)
        meant.month, meant.asked["month"] = f"{year}-{int(names[name]):02}", f"{name.capitalize()} {year}"


def _lightness(text: _Text, meant: Meant) -> None:
    if match := text.take("lrv_range"):
        low, high = sorted(numbers.parse(match[i]) for i in (1, 2))
    elif match := text.take("lrv_over"):
        low, high = numbers.parse(match[1]), 100.0
    elif match := text.take("lrv_under"):
        low, high = 0.0, numbers.parse(match[1])
    elif match := text.take("lrv"):
        value = numbers.parse(match[1])
        low, high = value - NEAR_LRV, value + NEAR_LRV
    else:
        return
    meant.lrv = (low, high)


def _looked(text: _Text, meant: Meant) -> None:
    while match := text.take("went", seen=SEEN_STEMS):
        meant.seen += (SEEN_STEMS[match[1]],)
    periods = by_saying(_SEARCH["periods"])
    if match := text.take("period", periods=periods):
        meant.period = periods[match[1]]
    elif text.take("late"):
        meant.period = "evening"


def _undertone(text: _Text, meant: Meant, method: Method) -> None:
    known = method.undertone_strength.words
    strengths = dict.fromkeys(_SEARCH["weakest"], known[1]) | dict.fromkeys(_SEARCH["strongest"], known[-1])
    strengths |= {word.removeprefix("a "): word for word in known}
    if match := text.take("strength", strengths=strengths, hues=HUE_STEMS):
        meant.strength = strengths[match[1]]
        hue = match[2]
    elif match := text.take("undertone", hues=HUE_STEMS):
        hue = match[1] or match[2]
    elif match := text.take("tinged"):
        hue = match[1]
    else:
        return
    meant.undertone = _hue(HUE_STEMS[hue], method)
    meant.asked["undertone"] = HUE_STEMS[hue]


def _hue(stem: str, method: Method) -> str:
    return "red" if stem == "pink" and "pink" not in method.undertone.words else stem


@cache
def _thing_words() -> set[str]:
    words = {word for material in library().values() for word in re.findall(r"[a-z-]+", material.title.casefold())}
    return (words - set(_SEARCH["no_things"])) | set(_SEARCH["things"])


def _things(text: _Text, meant: Meant) -> None:
    while match := text.take("beside"):
        meant.things += (tuple(match[1].split()),)
    known, group = _thing_words(), []
    rest = []
    for word in text.left.split():
        if word in known and not word.isdigit():
            group.append(word)
            continue
        if group:
            meant.things += (tuple(group),)
            group = []
        rest.append(word)
    meant.things += (tuple(group),) if group else ()
    text.left = f" {' '.join(rest)} "


def depth_ranges(method: Method) -> dict[str, tuple[float, float]]:
    """Return the words for depth with the LRV they reach over: the method's own, and the plain ones of the trade."""
    edges = (0.0, *method.depth.edges, 100.0)
    ranges = {word: (edges[i], edges[i + 1]) for i, word in enumerate(method.depth.words)}
    light = next((low for word, (low, _) in ranges.items() if "light" in word), 55.0)
    dark = next((low for word, (low, _) in ranges.items() if "mid" in word and "dark" not in word), 40.0)
    plain = {"pale": (light, 100.0), "dark": (0.0, dark), "middle": (dark, light)}
    return ranges | {word: reach for name, reach in plain.items() for word in _SEARCH[name]}


def _words(text: _Text, meant: Meant, method: Method) -> None:
    from_families = {rule.word: rule.word for rule in method.families} | {w: w for w in method.hue_family.words}
    from_families |= by_saying(_SEARCH["families"])
    if "pink" not in from_families:
        from_families["pink"] = "red"
    depths = {word: word for word in depth_ranges(method)}
    temperatures = {word: word for word in method.temperature.words} | by_saying(_SEARCH["temperatures"])
    for name, vocabulary in (("families", from_families), ("temperature", temperatures), ("depth", depths)):
        for word in sorted(vocabulary, key=len, reverse=True):
            if name != "families" and getattr(meant, name):
                break
            if " " in word or "-" in word:
                _taken(text, meant, name, word, vocabulary)
    rest, filler = [], set(_SEARCH["filler"].split())
    for word in text.left.split()[:MOST_WORDS]:
        plain = word if word in from_families or not word.endswith("s") else word[:-1]
        if plain in temperatures and not meant.temperature:
            meant.temperature = temperatures[plain]
        elif plain in from_families:
            meant.families += (from_families[plain],)
        elif plain in depths and not meant.depth:
            meant.depth = depths[plain]
        elif word not in filler:
            rest.append(word)
    meant.families = tuple(dict.fromkeys(meant.families))
    hues = [word for word in meant.families if word in HUE_STEMS]
    if len(hues) == 1 and len(meant.families) == 2 and not meant.undertone:  # a blue grey is a grey
        meant.families = tuple(word for word in meant.families if word not in hues)
        meant.undertone, meant.asked["undertone"] = _hue(HUE_STEMS[hues[0]], method), HUE_STEMS[hues[0]]
    meant.words = tuple(rest)


def _taken(text: _Text, meant: Meant, name: str, word: str, vocabulary: dict[str, str]) -> None:
    if text.cut(f"{re.escape(word).replace(chr(92) + '-', '[- ]')}s?"):
        value = vocabulary[word]
        setattr(meant, name, (*meant.families, value) if name == "families" else value)


def temperatures_meant(word: str, method: Method) -> list[str]:
    """Return the words of a method for temperature that somebody means who says one: warm means slightly warm too."""
    return [
        scale_word
        for scale_word in method.temperature.words
        if word and (scale_word == word or scale_word.endswith(f" {word}"))
    ]
