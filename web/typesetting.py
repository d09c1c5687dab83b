"""Pages are typeset: loaded late, by `web.pdf`, since what it takes is 30 MB that most processes never need."""

from __future__ import annotations

from pathlib import Path
from threading import local

from weasyprint import CSS, HTML
from weasyprint.document import Document
from weasyprint.formatting_structure.boxes import LineBox
from weasyprint.text.fonts import FontConfiguration
from weasyprint.urls import URLFetcher

from web.fonts import FONTS

ROOM = "room-"
"""What the `id` of pages begins with that belong together: a room's, or the palette. Where one is left with fewer
than `FEWEST` lines, they are marked for their style, in which less begins a page of its own, and laid out again."""
FEWEST = 6
_TAGGED = {"pdf_variant": "pdf/ua-1", "pdf_tags": True}
_HERE = Path(__file__).parent / "printed"
_FACES = _HERE / "fonts.css"


class OnlyFonts(URLFetcher):  # type: ignore[misc]
    """Fetches the studio's own fonts and what an address holds itself; nothing else is fetched for a document."""

    def fetch(self, url: str, headers: object = None) -> object:
        """Return one of the studio's fonts, or a picture in place. Raises `ValueError` for anything else."""
        if not url.startswith("data:image/") and url != (FONTS / url.rsplit("/", 1)[-1]).as_uri():
            raise ValueError(f"{url}: a document fetches nothing")
        return super().fetch(url, headers)


class _Styles(local):
    """Styles as they are read, with their fonts unpacked, by paper and files: for each thread its own, since fonts are
    looked up by one at a time."""

    def __init__(self) -> None:
        self._kept: dict[tuple[str, tuple[Path, ...]], tuple[CSS, FontConfiguration]] = {}

    def of(self, paper: str, files: tuple[Path, ...]) -> tuple[CSS, FontConfiguration]:
        if (paper, files) not in self._kept:
            fonts = FontConfiguration()
            text = "".join(file.read_text() for file in (_FACES, *files)).replace("FONTS", FONTS.as_uri())
            style = CSS(string=text.replace("PAPER", paper), font_config=fonts, url_fetcher=OnlyFonts())
            self._kept[paper, files] = style, fonts
        return self._kept[paper, files]


_styles = _Styles()


def typeset(page: str, paper: str, *styles: Path) -> bytes:
    """Return a page of HTML as a tagged PDF: see `web.pdf.typeset`."""
    laid_out = _laid_out(page, paper, styles)
    rooms = {_room_at(laid_out, number) for number in _nearly_empty(laid_out)} - {""}
    for name in rooms:
        page = page.replace(f'id="{name}"', f'id="{name}" data-flows')
    if rooms:
        laid_out = _laid_out(page, paper, styles)
    made: bytes = laid_out.write_pdf(**_TAGGED)
    return made


def _laid_out(page: str, paper: str, styles: tuple[Path, ...]) -> Document:
    style, fonts = _styles.of(paper, styles)
    return HTML(string=page, base_url=str(_HERE), url_fetcher=OnlyFonts()).render(
        stylesheets=[style], font_config=fonts, **_TAGGED
    )


def _nearly_empty(laid_out: Document) -> list[int]:
    """Return the pages but the last, from 0, on which fewer than `FEWEST` lines stand."""
    return [
        number
        for number, page in enumerate(laid_out.pages[:-1])
        if sum(isinstance(box, LineBox) for box in page._page_box.children[0].descendants()) < FEWEST
    ]


def _room_at(laid_out: Document, number: int) -> str:
    """Return the name of the room whose pages a page is among; empty before the first."""
    rooms = [name for page in laid_out.pages[: number + 1] for name in page.anchors if name.startswith(ROOM)]
    return rooms[-1] if rooms else ""
