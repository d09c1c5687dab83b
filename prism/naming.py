"""Whether a colour keeps what its name promises."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache

from prism.language import DEFAULT, table
from prism.reading import Reading


@dataclass(frozen=True)
class Vocabulary:
    """Words of one language that promise a family or a hue, with the families or hues that keep the promise."""

    family: dict[str, frozenset[str]]
    hue: dict[str, frozenset[str]]


@dataclass(frozen=True)
class NameCheck:
    """One promise of a name: the `word`, whether the reading `keeps` it, and whether it does so `partly`.

    A hue is kept partly when it is the undertone of a neutral: a grey called blue that leans to blue.
    """

    word: str
    keeps: bool
    partly: bool


@cache
def vocabulary(language: str = DEFAULT) -> Vocabulary:
    """Return the words of a language. Raises `KeyError` for one that has none."""
    words = table(language)
    return Vocabulary(
        {word: frozenset(kept) for word, kept in words["family"].items()},
        {word: frozenset(kept) for word, kept in words["hue"].items()},
    )


def check(name: str, reading: Reading, language: str = DEFAULT) -> list[NameCheck]:
    """Return every promise the name makes, in the order of the words; none for a name without such a word.

    Of two words side by side the last is the noun ("blue grey" is a grey), and the one before it is kept when the
    undertone shows it.
    """
    known = vocabulary(language)
    names = re.findall(r"off-white|[^\W\d_]+", name.casefold())
    promises = [word for word in names if word in known.family or word in known.hue]
    checks = []
    for word in promises:
        if word in known.family:
            checks.append(NameCheck(word, bool({reading.family.word, reading.family.base} & known.family[word]), False))
            continue
        hues = known.hue[word]
        is_hue = reading.family.hue in hues
        leans = reading.undertone.main in hues or reading.undertone.second in hues
        qualifies = len(promises) > 1 and word != promises[-1]
        checks.append(NameCheck(word, is_hue or (qualifies and leans), leans and not is_hue and not qualifies))
    return checks
