"""Pages as PDF: real text, tagged, with the studio's fonts in it; nothing is fetched from elsewhere."""

from __future__ import annotations

from pathlib import Path

from django.conf import settings
from weasyprint import CSS, HTML
from weasyprint.text.fonts import FontConfiguration
from weasyprint.urls import URLFetcher

FONTS = Path(settings.ROOT) / "studio" / "static" / "fonts"


class OnlyFonts(URLFetcher):  # type: ignore[misc]
    """Fetches the studio's own fonts and what an address holds itself; nothing else is fetched for a document."""

    def fetch(self, url: str, headers: object = None) -> object:
        """Return one of the studio's fonts, or a picture in place. Raises `ValueError` for anything else."""
        if not url.startswith("data:image/") and url != (FONTS / url.rsplit("/", 1)[-1]).as_uri():
            raise ValueError(f"{url}: a document fetches nothing")
        return super().fetch(url, headers)


def typeset(page: str, css: Path, paper: str) -> bytes:
    """Return a page of HTML as a tagged PDF, styled by a file in which FONTS and PAPER stand for theirs."""
    fonts = FontConfiguration()
    style = css.read_text().replace("FONTS", FONTS.as_uri()).replace("PAPER", paper)
    made: bytes = HTML(string=page, base_url=str(css.parent), url_fetcher=OnlyFonts()).write_pdf(
        stylesheets=[CSS(string=style, font_config=fonts, url_fetcher=OnlyFonts())], font_config=fonts,
        pdf_variant="pdf/ua-1", pdf_tags=True,
    )  # fmt: skip
    return made
