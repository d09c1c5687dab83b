"""The deck that commands look in: the demo's, or one that a studio has given out as a file."""

from __future__ import annotations

from pathlib import Path

from prism import demo, messages
from prism.choosing.deck import Deck
from prism.demo import DeckColour
from prism.formats import deck_csv, deck_json
from prism.formats.deck import MAX_BYTES, DeckFileError, stimuli
from prism.method import Method
from prism.stimulus import Stimulus
from prism.tint.recipe import Recipe

_own: list[tuple[DeckColour, ...]] = []
"""The deck of a file, while a command runs on one."""


def use(path: str | None) -> None:
    """Look in a deck of a file, CSV or JSON, from now on, or in the demo's again. Raises `DeckFileError`."""
    _own.clear()
    if path is None:
        return
    try:
        with Path(path).open("rb") as handle:
            data = handle.read(MAX_BYTES + 1)
    except OSError as wrong:
        raise DeckFileError(str(wrong.strerror)) from None
    deck = (deck_json if data.lstrip()[:1] in (b"{", b"[") else deck_csv).read(data)
    if deck.problems:
        first = deck.problems[0]
        raise DeckFileError(f"line {first.line}: {first.message}")
    kept = []
    for entry, colour in zip(deck.entries, stimuli(deck.entries), strict=True):
        if not isinstance(colour, Stimulus):
            raise DeckFileError(f"line {entry.line}: {colour}")
        recipe = Recipe(entry.recipe_base, dict(entry.recipe))
        kept.append(DeckColour(entry.maker, entry.code, entry.name, entry.strip, entry.step, recipe, colour))
    if not kept:
        raise DeckFileError(messages.files.DECK_IS_EMPTY)
    _own.append(tuple(kept))


def deck() -> tuple[DeckColour, ...]:
    return _own[0] if _own else demo.deck()


def offered(chosen: Method) -> Deck:
    """Return the deck as the core chooses from it."""
    return demo.offered(chosen, deck())


def colour_of(code: str) -> Stimulus | None:
    """Return the colour that a code names; None where there is none."""
    entry = find(code)
    return entry.colour if entry else None


def find(code: str) -> DeckColour | None:
    """Return the colour with this code, upper or lower case."""
    if not _own:
        return demo.find(code)
    wanted = code.strip().casefold()
    return next((entry for entry in _own[0] if entry.code.casefold() == wanted), None)
