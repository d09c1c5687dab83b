"""Pages as PDF: real text, tagged, with the studio's fonts in it; nothing is fetched from elsewhere."""

from __future__ import annotations

from pathlib import Path

PAGES = Path(__file__).parent / "printed" / "pages.css"


def typeset(page: str, paper: str, *styles: Path) -> bytes:
    """Return a page of HTML as a tagged PDF, styled by the studio's fonts and then by files, in which PAPER stands for
    the paper's size; `PAGES` is the look of pages that are read."""
    from web import typesetting

    return typesetting.typeset(page, paper, *styles)
