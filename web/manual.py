"""The manual, read from docs/manual.md: as a page, as a PDF, and the part that an empty studio leads through."""

from __future__ import annotations

import re
from collections.abc import Callable
from functools import cache
from pathlib import Path

from django.conf import settings
from markdown_it import MarkdownIt
from markdown_it.token import Token

PAGE: Path = settings.ROOT / "docs" / "manual.md"
PICTURES: Path = settings.ROOT / "docs" / "screenshots"
FIRST_HOUR = "The first hour"
_PICTURE = re.compile(r"[a-z][a-z-]*\.png")


def _tokens() -> list[Token]:
    return _reader().parse(PAGE.read_text(encoding="utf-8"))


@cache
def _reader() -> MarkdownIt:
    return MarkdownIt("commonmark", {"html": False})


@cache
def sections() -> list[tuple[str, list[tuple[str, str]]]]:
    """Return the chapters, each with its sections: headings with their text as HTML, without pictures."""
    sections: list[tuple[str, list[tuple[str, str]]]] = []
    tokens = _tokens()
    for i, token in enumerate(tokens):
        if token.type == "heading_open":
            title = tokens[i + 1].content
            if token.tag == "h2":
                sections.append((title, []))
            elif token.tag == "h3":
                sections[-1][1].append((title, ""))
        elif token.type == "inline" and tokens[i - 1].type == "paragraph_open" and sections and sections[-1][1]:
            title, text = sections[-1][1][-1]
            if not any(child.type == "image" for child in token.children or ()):
                html = _reader().renderer.render([token], _reader().options, {})
                sections[-1][1][-1] = title, f"{text}<p>{html}</p>"
    return sections


def contents() -> list[tuple[str, str, list[tuple[str, str]]]]:
    return [(title, anchor(title), [(part, anchor(part)) for part, _ in parts]) for title, parts in sections()]


def first_hour() -> list[tuple[str, str]]:
    """Return the acts of the first hour: what each is called, and what it is for, as HTML."""
    return next(parts for title, parts in sections() if title == FIRST_HOUR)


def picture(name: str) -> Path | None:
    """Return where a picture of the manual lies; None for what is none."""
    path = PICTURES / name
    return path if _PICTURE.fullmatch(name) and path.is_file() else None


def html(address: Callable[[str], str]) -> str:
    """Return the whole manual as HTML, its pictures at the addresses that their file names have, headings with ids."""
    tokens = _tokens()
    for i, token in enumerate(tokens):
        if token.type == "heading_open":
            token.attrSet("id", anchor(tokens[i + 1].content))
        for child in token.children or ():
            if child.type == "image":
                child.attrSet("src", address(str(child.attrGet("src")).rpartition("/")[2]))
    made: str = _reader().renderer.render(tokens, _reader().options, {})
    return made


def anchor(title: str) -> str:
    return re.sub(r"[^a-z]+", "-", title.casefold()).strip("-")
