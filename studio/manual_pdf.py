"""The manual as a PDF, with its pictures and what the words mean."""

from __future__ import annotations

from base64 import b64encode
from functools import cache
from pathlib import Path

from django.utils.safestring import mark_safe

from studio import glossary
from web import manual
from web.pdf import PAGES, typeset
from web.settled import render_to_string

CSS = Path(__file__).parent / "manual.css"


@cache
def manual_pdf(paper: str = "A4") -> bytes:
    """Return the manual on A4 or Letter; typeset once, since it is the same for as long as the studio runs."""
    text = mark_safe(manual.html(_in_place))  # from a file of the studio's own
    page = render_to_string("studio/manual_print.html", {"text": text, "sections": glossary.sections()})
    return typeset(page, paper, PAGES, CSS)


def _in_place(name: str) -> str:
    picture = manual.picture(name)
    if picture is None:
        raise FileNotFoundError(name)
    return f"data:image/png;base64,{b64encode(picture.read_bytes()).decode()}"
