"""What sentences state of colours, parts and rooms that figures can be held against, in one language's patterns."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any

from prism.conflicts.evidence import Thing
from prism.language import DEFAULT, by_saying, table
from prism.side_by_side import COMPARATIVE
from prism.typed import any_of, flattened

LIGHTS = ("lamps", "morning", "midday", "afternoon", "overcast", "clear", "day")
BEFORE = 40
"""Letters before a word within which a negation belongs to it."""
_MARKS = {"colour": "c", "stays": "s", "room": "r", "maker": "m", "code": "k"}
_SELF = r"it|this|that|which|colour|paint|shade|board|sample|walls?"
_FOREIGN = (
    r"floor|brick|tiles?|lights?|sun|sky|lamps?|lawn|room|client|clients|curtains?|wood|oak|larch|stone|rug|chimney|"
    r"windows?|view|ground|hour|hours|day|days|photograph|photo|neutral|rest"
)
_PREPOSITION = r"(?:beside|than|against|next to|with|from|near|to|of|in|on|under|by|at|for|into|off)"
_ARTICLES = r"(?:(?:the|a|an|its|your|this|that|these|those|all|old|new) )*"
_NOT_SUBJECT = re.compile(rf"\b{_PREPOSITION} {_ARTICLES}(?:\w+ )?$")


@dataclass(frozen=True)
class Statement:
    """One thing a sentence states.

    `kind` is a key of the language's patterns; `about` the thing it is stated of; `word` the hue, direction, part or
    the like; `other` what it is held beside; `light` a key of `LIGHTS`, empty for none; `denied` for its contrary.
    `quote` is the sentence it stands in.
    """

    kind: str
    quote: str
    about: Thing
    word: str = ""
    other: Thing | None = None
    light: str = ""
    number: float | None = None
    denied: bool = False
    changes: bool = False
    part: str = ""


@cache
def _patterns(language: str) -> dict[str, list[re.Pattern[str]]]:
    """Return the patterns of a language, by kind."""
    words = table(language)
    own = words["statement"]
    hues = any_of(_ways(own["hues"]))
    fills = {
        "is": own["words"]["is"],
        "how": own["words"]["how"],
        "number": r"(?P<number>\d+(?:[.,]\d+)?)",
        "other": rf"(?:{_ARTICLES}(?:«[cs](?P<other>\d+)»|(?P<own>sample|board|chip)))",
        "stays": rf"{_ARTICLES}«s(?P<other>\d+)»",
        "colour": r"«c(?P<colour>\d+)»",
        "maker": rf"{_ARTICLES}«m(?P<maker>\d+)»",
        "code": r"«k(?P<code>\d+)»",
        "more": rf"(?P<word>(?:less|more) (?:{hues})|{any_of(_ways(words['wish']['directions']))})",
        "family": rf"(?:{any_of(words['family'])})",
        "part": rf"{_ARTICLES}(?P<part>{any_of(_ways(own['parts']))})",
    }
    for name, table_name in (
        ("hue", "hues"), ("warmth", "temperatures"), ("depth", "depths"), ("sheen", "sheens"), ("surface", "surfaces"),
        ("compass", "compass"), ("time", "times"), ("count", "counts"),
    ):  # fmt: skip
        fills[name] = rf"(?P<word>{any_of(_ways(own[table_name]))})"
    found_patterns = {}
    for kind, patterns in own.items():
        if isinstance(patterns, list):
            filled = [re.sub(r"\{(\w+)\}", lambda m: fills.get(m[1], m[0]), pattern) for pattern in patterns]
            found_patterns[kind] = [re.compile(pattern) for pattern in filled]
    return found_patterns


def _ways(meanings: dict[str, list[str]]) -> list[str]:
    return [way for ways in meanings.values() for way in ways]


@cache
def _meanings(language: str) -> dict[str, dict[str, str]]:
    """Return what each way of saying something means, by what is said: hues, lights, parts …"""
    words = table(language)
    own = {name: by_saying(table_of) for name, table_of in words["statement"].items() if isinstance(table_of, dict)
           and name != "words"}  # fmt: skip
    return own | {"more": by_saying(words["wish"]["directions"])}


_TABLE_OF = {
    "undertone": "hues", "temperature": "temperatures", "depth": "depths", "sheen": "sheens", "suits": "surfaces",
    "suits_not": "surfaces", "facing": "compass", "sun": "times", "coats": "counts",
}  # fmt: skip


def statements(text: str, things: Sequence[Thing], language: str = DEFAULT) -> Iterator[Statement]:
    """Yield what a text states, sentence by sentence. Names of `things` are known; the first is what "it" means."""
    for quote in re.split(r"(?<=[.!?])\s+|\n+", text):
        if quote.strip() and not quote.rstrip().endswith("?"):
            yield from _Sentence(quote.strip(), things, language).statements()


class _Sentence:
    """One sentence, with the names in it put as marks."""

    def __init__(self, quote: str, things: Sequence[Thing], language: str) -> None:
        self.quote, self.things, self.language = quote, things, language
        self.own: dict[str, Any] = table(language)["statement"]
        self.masked = self._masked(flattened(quote).rstrip("."))

    def _masked(self, text: str) -> str:
        ways = [(way, i) for i, thing in enumerate(self.things) for way in thing.names if way]
        for way, i in sorted(ways, key=lambda name: -len(name[0])):
            mark = f"«{_MARKS[self.things[i].kind]}{i}»"
            text = re.sub(rf"(?<![\w«]){re.escape(way)}(?![\w»])", mark, text)
        return text

    def statements(self) -> Iterator[Statement]:
        for clause in re.split(self.own["split"], self.masked):
            if re.search(self.own["said_by_others"], clause) or re.search(self.own["supposed"], clause):
                continue
            yield from self._of_clause(clause.strip())
        yield from self._dates()

    def _of_clause(self, clause: str) -> Iterator[Statement]:
        lights = self._lights(clause) or [""]
        changes = bool(re.search(self.own["words"]["change"], clause))
        for kind, patterns in _patterns(self.language).items():
            told = set()
            for match in (match for pattern in patterns for match in pattern.finditer(clause)):
                named = match.groupdict()
                about = self._about(clause, match, kind)
                if about is None:
                    continue
                word, number, other = self._word(kind, named), self._number(kind, named), self._other(named, about)
                denied = bool(re.search(self.own["negation"], self._before(clause, match)))
                key = word, number, other, denied
                if key in told or (kind in ("comparison", "points") and not other):
                    continue
                told.add(key)
                part = self._part(clause, match)
                for light in lights:
                    yield Statement(kind, self.quote, about, word, other, light, number, denied, changes, part)

    def _before(self, clause: str, match: re.Match[str]) -> str:
        """Return the words before what is stated, as far as a negation among them belongs to it."""
        groups = match.groupdict()
        start = match.start("word") if groups.get("word") else match.start()
        return clause[max(0, start - BEFORE) : start]

    def _lights(self, clause: str) -> list[str]:
        known = _meanings(self.language)["lights"]
        without_sun = re.sub(r"\b(?:morning|midday|afternoon|evening)[- ]sun\b", "", clause)
        return list(dict.fromkeys(known[word] for word in re.findall(rf"\b(?:{any_of(known)})\b", without_sun)))

    def _word(self, kind: str, found: dict[str, str | None]) -> str:
        word = found.get("word") or ""
        meanings = _meanings(self.language)
        if kind in ("comparison", "points"):
            amount, _, hue = word.partition(" ")
            if hue and amount in ("less", "more"):
                named = meanings["hues"][hue]
                return f"less {named}" if amount == "less" else COMPARATIVE.get(named, f"more {named}")
            return meanings["more"].get(word, word)
        meanings_of = meanings.get(_TABLE_OF.get(kind, ""), {})
        if kind == "painted":
            return meanings["parts"].get(found.get("part") or "", "")
        return meanings_of.get(word, word)

    def _number(self, kind: str, named: dict[str, str | None]) -> float | None:
        if kind == "coats":
            return float(_meanings(self.language)["counts"][named["word"] or ""])
        text = named.get("number")
        return float(text.replace(",", ".")) if text else None

    def _other(self, named: dict[str, str | None], about: Thing) -> Thing | None:
        for name in ("other", "maker", "code"):
            if named.get(name):
                return self.things[int(named[name] or 0)]
        return about if named.get("own") else None

    def _part(self, clause: str, match: re.Match[str]) -> str:
        """Return the part of a room that is named last before the end of what is stated; empty for none."""
        known = _meanings(self.language)["parts"]
        named = re.findall(rf"\b(?:{any_of(known)})\b", clause[: match.end()])
        return known[named[-1]] if named else ""

    def _about(self, clause: str, match: re.Match[str], kind: str) -> Thing | None:
        """Return what something is stated of: what was named last before it, the subject where only "it" is said; None
        where it is something of which nothing is known."""
        if match.groupdict().get("colour"):
            return self.things[int(match["colour"])]
        start = match.start()
        pattern = rf"«[cs](\d+)»|\b(?:{_SELF})\b|\b(?:{_FOREIGN})\b|\b(?:{any_of(self._parts)})\b"
        for earlier in reversed(list(re.finditer(pattern, clause[:start]))):
            if _NOT_SUBJECT.search(clause[: earlier.start()]):
                continue
            if earlier[1]:
                return self.things[int(earlier[1])]
            if re.fullmatch(_SELF, earlier[0]):
                return self.things[0]
            return None if kind in _OF_A_COLOUR else self.things[0]
        return self.things[0]

    @property
    def _parts(self) -> list[str]:
        return [way for way, part in _meanings(self.language)["parts"].items() if part != "walls"]

    def _dates(self) -> Iterator[Statement]:
        meanings = _meanings(self.language)
        days, months = meanings["weekdays"], meanings["months"]
        pattern = rf"\b({any_of(days)}),? (\d{{1,2}}) ({any_of(months)})(?: (\d{{4}}))?\b"
        for day, number, month, year in re.findall(pattern, self.masked):
            written = f"{year or 0}-{int(months[month]):02}-{int(number):02}"
            yield Statement("weekday", self.quote, self.things[0], word=written, number=float(days[day]))


_OF_A_COLOUR = {"undertone", "no_undertone", "temperature", "depth", "lrv", "comparison", "points", "alike", "apart",
                "fits", "clashes", "unchanged", "turns_grey"}  # fmt: skip
