"""An article as a folder that any website takes: HTML, Markdown, pictures, and what a machine reads."""

from __future__ import annotations

import io
import json
import zipfile
from collections.abc import Iterator, Sequence
from pathlib import Path

from django.utils.text import slugify

from documents.article.article import Article, RoundUp
from prism import words
from web.settled import render_to_string

STYLE = Path(__file__).parent / "article.css"
MARKUP = {"\\": "\\\\", "*": "\\*", "_": "\\_", "`": "\\`", "<": "&lt;", "[": "\\[", "#": "\\#"}


def files_of(article: Article) -> Iterator[tuple[str, bytes]]:
    """Yield the files of an article: name and content."""
    context = {"article": article, "caution": words.articles.SCREENS_ARE_NOT_PAINT, "facts": as_json(article.facts)}
    yield "index.html", render_to_string("documents/article/file.html", context).encode()
    yield "article.md", markdown(article).encode()
    yield "article.json", as_json(article.facts).encode()
    yield "article.css", STYLE.read_bytes()
    for picture in article.pictures:
        yield picture.name, picture.png()


def files_of_round_up(round_up: RoundUp) -> Iterator[tuple[str, bytes]]:
    context = {"found": round_up, "caution": words.articles.SCREENS_ARE_NOT_PAINT}
    yield "index.html", render_to_string("documents/article/round_up.html", context).encode()
    yield "article.md", _round_up_markdown(round_up).encode()
    yield "article.json", as_json([entry.facts for entry in round_up.entries]).encode()
    yield "article.css", STYLE.read_bytes()
    for entry in round_up.entries:
        yield entry.picture.name, entry.picture.png()


def files_of_series(articles: Sequence[Article]) -> Iterator[tuple[str, bytes]]:
    """Yield the files of several articles, each in a folder of its own, and of their index."""
    series = [(f"{slugify(article.name) or 'colour'}-{article.number}", article) for article in articles]
    yield from _index_of(series)
    for folder, member in series:
        for name, content in files_of(member):
            yield f"{folder}/{name}", content


def _index_of(series: list[tuple[str, Article]]) -> Iterator[tuple[str, bytes]]:
    """Yield the index of a series: each article by its folder and title."""
    context = {"series": series, "caution": words.articles.SCREENS_ARE_NOT_PAINT}
    yield "index.html", render_to_string("documents/article/series.html", context).encode()
    yield "article.css", STYLE.read_bytes()


def write(directory: Path, files: Iterator[tuple[str, bytes]]) -> int:
    """Write files into a directory, which is made; return how many there are."""
    directory.mkdir(parents=True, exist_ok=True)
    written = 0
    for name, content in files:
        (directory / name).parent.mkdir(exist_ok=True)
        (directory / name).write_bytes(content)
        written += 1
    return written


def zipped(files: Iterator[tuple[str, bytes]]) -> bytes:
    """Return files as one ZIP file."""
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as out:
        for name, content in files:
            out.writestr(name, content)
    return packed.getvalue()


def as_json(facts: object) -> str:
    """Return facts as JSON that may stand within a page."""
    return json.dumps(facts, ensure_ascii=False, indent=2).replace("<", "\\u003c")


def markdown(article: Article) -> str:
    lines = [f"# {_plain(article.title)}", "", _plain(article.byline), ""]
    for part in article.parts:
        lines += [f"## {_plain(part.title)}", ""]
        lines += [piece for paragraph in part.paragraphs for piece in (_plain(paragraph), "")]
        lines += [f"- {_plain(item)}" for item in part.items] + ([""] if part.items else [])
        for picture in part.pictures:
            lines += [_picture(picture.text, picture.name), ""]
            lines += [_plain(picture.caption), ""] if picture.caption else []
    return "\n".join(lines).rstrip() + "\n"


def _round_up_markdown(round_up: RoundUp) -> str:
    lines = [f"# {_plain(round_up.title)}", "", _plain(round_up.intro), ""]
    for entry in round_up.entries:
        lines += [f"## {_plain(entry.name)}", "", _plain(" ".join(entry.sentences)), ""]
        lines += [_picture(entry.picture.text, entry.picture.name), ""]
    return "\n".join([*lines, _plain(words.articles.SCREENS_ARE_NOT_PAINT), ""])


def _picture(text: str, name: str) -> str:
    return f"![{_plain(text)}]({name})"


def _plain(text: str) -> str:
    """Return a text in which nothing is a mark of Markdown."""
    return "".join(MARKUP.get(c, c) for c in text)
