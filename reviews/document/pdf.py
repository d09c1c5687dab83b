"""A document as a PDF: real text, tagged, with its fonts in it."""

from __future__ import annotations

import re
from pathlib import Path

from django.conf import settings
from django.template.loader import render_to_string
from weasyprint import CSS, HTML
from weasyprint.text.fonts import FontConfiguration
from weasyprint.urls import URLFetcher

from reviews.document.document import Document
from reviews.document.job import JobDocument

PAPERS = ("A4", "Letter")
HERE = Path(__file__).parent
FONTS = Path(settings.ROOT) / "studio" / "static" / "fonts"
_DRAWING, _BOARD = (re.compile(rf'(<svg class="{kind}[^>]*>)') for kind in ("drawing", "board-art"))
_BOARD_STYLE = "<style>.margin{fill:#f7f7f7;stroke:#cfcfcf;stroke-width:.8}</style>"


class OnlyFonts(URLFetcher):  # type: ignore[misc]
    """Fetches the studio's own fonts; nothing else is fetched for a document."""

    def fetch(self, url: str, headers: object = None) -> object:
        """Return one of the studio's fonts. Raises `ValueError` for anything else."""
        if url != (FONTS / url.rsplit("/", 1)[-1]).as_uri():
            raise ValueError(f"{url}: a document fetches nothing")
        return super().fetch(url, headers)


def pdf(document: Document, studio: str, paper: str = "A4") -> bytes:
    """Return a document as a tagged PDF on A4 or Letter. Raises `KeyError` for another paper."""
    context = {"document": document, "review": document.review, "studio": studio, "subject": document.bench.subject}
    return _made("reviews/document/print.html", context, paper)


def job_pdf(document: JobDocument, studio: str, paper: str = "A4") -> bytes:
    """Return the document of a job likewise."""
    return _made("reviews/document/print_job.html", {"document": document, "studio": studio}, paper)


def _made(template: str, context: dict[str, object], paper: str) -> bytes:
    if paper not in PAPERS:
        raise KeyError(paper)
    page = render_to_string(template, context)
    # drawings bring their own styles, since those of a page do not reach into them
    drawn = _DRAWING.sub(rf"\1<style>{(HERE / 'drawings.css').read_text()}</style>", page)
    drawn = _BOARD.sub(rf"\1{_BOARD_STYLE}", drawn)
    fonts = FontConfiguration()
    style = (HERE / "print.css").read_text().replace("FONTS", FONTS.as_uri()).replace("PAPER", paper)
    made: bytes = HTML(string=drawn, base_url=str(HERE), url_fetcher=OnlyFonts()).write_pdf(
        stylesheets=[CSS(string=style, font_config=fonts, url_fetcher=OnlyFonts())], font_config=fonts,
        pdf_variant="pdf/ua-1", pdf_tags=True,
    )  # fmt: skip
    return made
