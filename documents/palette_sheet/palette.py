"""The colours of a job as a palette: each once, with where it goes and how much of it there is."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property
from pathlib import Path

from django import forms
from django.contrib.auth.models import User
from django.utils.safestring import SafeString

from decks.models import Colour
from documents.drawings import proportions
from documents.swatch_picture import LEAST, MOST, MOST_SWATCHES, Captioned, swatches_png
from jobs.models import Job
from jobs.whole_home import WholeHome
from people.models import Studio
from prism import words
from web.forms import NumberField, plain
from web.pdf import typeset
from web.settled import Page, render_to_string

HERE = Path(__file__).parent
UNKNOWN_AREA = 1.0
"""m² that a part counts for whose area nobody knows."""


@dataclass
class PaletteColour:
    """A colour of a home: its screen value, its sheens, where it goes, and on how many m²."""

    colour: Colour
    screen: str
    sheens: list[str] = field(default_factory=list)
    where: list[tuple[str, str]] = field(default_factory=list)
    area: float = 0.0

    @property
    def screens(self) -> list[str]:
        return [self.screen]

    @property
    def name(self) -> str:
        return self.colour.name

    @property
    def label(self) -> str:
        return self.colour.maker_and_code

    @property
    def goes(self) -> str:
        return words.text.capital(words.homes.parts_in_short(self.where))

    @property
    def finishes(self) -> str:
        return words.text.listed([words.sizes.regional(sheen) for sheen in self.sheens])


class JobPalette(Page):
    """The palette of one job."""

    def __init__(self, user: User, job: Job, home: WholeHome | None = None) -> None:
        self.job, self._home = job, home or WholeHome(user, job)

    note = words.articles.SCREEN_OR_PRINT

    @cached_property
    def colours(self) -> list[PaletteColour]:
        """Its colours, those of most area first; what stays is among them."""
        colours: dict[int, PaletteColour] = {}
        for line in self._home.lines:
            for part in line.parts:
                if part.colour is None:
                    continue
                one = colours.setdefault(part.colour.pk, PaletteColour(part.colour, part.screen))
                one.where.append((line.room.name, part.part))
                one.area += part.area or UNKNOWN_AREA
                if part.sheen and part.sheen not in one.sheens:
                    one.sheens.append(part.sheen)
        return sorted(colours.values(), key=lambda colour: (-colour.area, colour.name))

    @property
    def field(self) -> SafeString:
        """The colours as one field in the proportions of their areas."""
        return proportions([(colour.screen, colour.name, colour.area) for colour in self.colours])

    def png(self, size: tuple[int, int]) -> bytes:
        """Return its swatches as a PNG file, the first `MOST_SWATCHES` of them. Raises `ValueError` for no colour."""
        shown = [Captioned(colour.screen, colour.name, colour.label) for colour in self.colours[:MOST_SWATCHES]]
        return swatches_png(shown, size, self.job.title, self.note)

    def pdf(self, studio: Studio, paper: str) -> bytes:
        return _typeset(
            "documents/palette_sheet/sheet_print.html", {"palette": self, "studio": studio}, paper, "sheet.css"
        )

    def cards(self, studio: Studio, paper: str) -> bytes:
        """Return a card for each colour, four to a sheet, with marks to cut by."""
        sheets = [self.colours[i : i + 4] for i in range(0, len(self.colours), 4)]
        context = {"palette": self, "studio": studio, "sheets": sheets, "paper": paper}
        return _typeset("documents/palette_sheet/cards_print.html", context, paper, "cards.css")


def _typeset(template: str, context: dict[str, object], paper: str, style: str) -> bytes:
    return typeset(render_to_string(template, context), paper, HERE / style)


class PictureForm(forms.Form):
    """The size of a picture, pixels."""

    width = NumberField(low=LEAST, high=MOST, called="width", label="Width", widget=plain(size="5"), initial=1_080)
    height = NumberField(low=LEAST, high=MOST, called="height", label="Height", widget=plain(size="5"), initial=1_350)

    @property
    def size(self) -> tuple[int, int]:
        return round(self.cleaned_data["width"]), round(self.cleaned_data["height"])
