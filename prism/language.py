"""The words of a language, as data: what names promise and how wishes are put, one file each in `prism/languages/`."""

from __future__ import annotations

import tomllib
from functools import cache
from pathlib import Path
from typing import Any

FOLDER = Path(__file__).parent / "languages"
DEFAULT = "en"


@cache
def table(language: str = DEFAULT) -> dict[str, Any]:
    """Return all words of a language. Raises `KeyError` for one that has none."""
    path = FOLDER / f"{language}.toml"
    if path.parent != FOLDER or not path.is_file():
        raise KeyError(language)
    return tomllib.loads(path.read_text(encoding="utf-8"))


def by_saying(meanings: dict[str, list[str]]) -> dict[str, str]:
    """Return what each way of saying something means.

    >>> by_saying({"red": ["red", "pink"]})
    {'red': 'red', 'pink': 'red'}
    """
    return {phrase: meant for meant, ways in meanings.items() for phrase in ways}
