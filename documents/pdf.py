"""A document as a PDF: real text, tagged, with its fonts in it."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

import segno
from django.http import Http404, QueryDict
from django.utils.safestring import SafeString, mark_safe

from decks.models import Colour
from documents.document import Document
from people.models import PAPERS, Studio
from people.queries import membership
from prism import words
from prism.viewing.samples import MARGIN, SIZES, Sampling
from web.http import StudioRequest
from web.pdf import PAGES, typeset
from web.settled import render_to_string

PRINT = "documents/print.html"
HERE = Path(__file__).parent
_DRAWING, _BOARD = (re.compile(rf'(<svg class="{kind}[^>]*>)') for kind in ("drawing", "board-art"))
_BOARD_STYLE = "<style>.margin{fill:#f7f7f7;stroke:#cfcfcf;stroke-width:.8}</style>"


@dataclass(frozen=True)
class Sheet:
    """A sheet for one board: its colour's name, maker and code, how it is painted, where its record is, its screen
    colour, and its width and height, mm."""

    name: str
    label: str
    how: str
    address: str
    screen: str
    size: tuple[float, float]

    @classmethod
    def of(cls, colour: Colour, name: str, label: str, how: Sampling, litres: float, address: str) -> Sheet:
        """Return the sheet of a board; it is painted with a margin, which is where its name and code stand."""
        line = words.viewing.sample_line(how.size, how.ground, how.coats, litres)
        width, height = SIZES[how.size]
        return cls(name, label, line, address, colour.screen, (round(1000 * width), round(1000 * height)))

    @property
    def inside(self) -> tuple[float, float]:
        return self.size[0] - 2000 * MARGIN, self.size[1] - 2000 * MARGIN

    @property
    def page(self) -> str:
        return f"board-{self.size[0]:g}"

    @property
    def code(self) -> SafeString:
        drawn = segno.make(self.address, error="m").svg_inline(scale=1, border=2, omitsize=True)
        return mark_safe(drawn)  # a drawing of squares: the address is no text in it


def pdf(document: Document, studio: Studio, paper: str = "A4", evidence: bool = False) -> bytes:
    """Return a document as a tagged PDF on A4 or Letter, with its evidence if that is asked for. Raises `KeyError` for
    another paper."""
    return as_pdf(PRINT, printed(document, studio, evidence), paper)


def html_file(document: Document, studio: Studio) -> str:
    """Return the client's pages of a document as one HTML file: pictures and styles are in it, nothing is fetched."""
    return as_one_file(render_to_string(PRINT, printed(document, studio)))


def as_one_file(page: str) -> str:
    """Return a printed page with its styles in it, as a browser shows it alone."""
    return page.replace("</head>", f"<style>{(HERE / 'alone.css').read_text()}</style></head>", 1)


def printed(document: Document, studio: Studio, evidence: bool = False) -> dict[str, object]:
    subject = document.context.subject
    note = words.documents.document_note(subject.caution, subject.method.title)
    given = document.printed(evidence)
    return {"document": given, "review": document.review, "studio": studio, "subject": subject, "note": note}


def sheets_pdf(boards: Sequence[Sheet], printed: bool = False) -> bytes:
    """Return a sheet for every board, true to size: to be painted, or `printed` with the colour as a printer makes it,
    which the sheet says is no paint."""
    sizes = {board.page: board for board in boards}.values()
    context = {"boards": boards, "sizes": list(sizes), "margin": MARGIN * 1000, "printed": printed,
               "caution": words.viewing.PRINT_IS_NOT_PAINT}  # fmt: skip
    return _made("documents/sheets.html", context, "A4", HERE / "sheets.css")


def asked_paper(request: StudioRequest, asked: QueryDict) -> str:
    """Return the paper that is asked for, else the person's own. Raises `Http404` for one that there is not."""
    paper: str = asked.get("paper") or membership(request.user).paper
    if paper not in PAPERS:
        raise Http404
    return paper


def as_pdf(template: str, context: dict[str, object], paper: str) -> bytes:
    """Return a template as a tagged PDF. Raises `KeyError` for a paper that there is not."""
    if paper not in PAPERS:
        raise KeyError(paper)
    return _made(template, context, paper, PAGES, HERE / "print.css")


def _made(template: str, context: dict[str, object], paper: str, *styles: Path) -> bytes:
    page = render_to_string(template, context)
    # drawings bring their own styles, since those of a page do not reach into them
    drawn = _DRAWING.sub(rf"\1<style>{(HERE / 'drawings.css').read_text()}</style>", page)
    return typeset(_BOARD.sub(rf"\1{_BOARD_STYLE}", drawn), paper, *styles)
