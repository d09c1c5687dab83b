"""What the words of the studio mean, read from docs/glossary.md, so that people and code are told the same."""

from __future__ import annotations

import re
from functools import cache

from django.conf import settings

PAGE = settings.ROOT / "docs" / "glossary.md"
NOT_SHOWN = "In the code only"
_ROW = re.compile(r"\| \*\*(?P<term>[^*]+)\*\*(?P<aside>[^|]*) \| (?P<meaning>.+) \|")
_CODE = re.compile(r",? ?\([^()]*`[^()]*\)")


@cache
def sections() -> list[tuple[str, list[tuple[str, str]]]]:
    """Return the tables by heading, each with its words and what they mean, without names of the code."""
    sections: list[tuple[str, list[tuple[str, str]]]] = []
    for line in PAGE.read_text(encoding="utf-8").splitlines():
        if line.startswith("## "):
            sections.append((line.removeprefix("## "), []))
        elif row := _ROW.fullmatch(line):
            sections[-1][1].append((row["term"], _plain(row["meaning"])))
    return [(title, rows) for title, rows in sections if title != NOT_SHOWN]


def _plain(meaning: str) -> str:
    """Return a meaning as one would read it aloud: no names of the code, and no marks but a star that is meant."""
    return re.sub(r"(\\\*)|[`*]", lambda mark: "*" if mark[1] else "", _CODE.sub("", meaning)).strip()
