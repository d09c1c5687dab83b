"""The slides of a showing, each made from the review: one idea, one sentence, swatches as large as they go."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property

from django.utils.safestring import SafeString

from documents.content import Content
from documents.drawings import proportions
from documents.models import SLIDE, DocumentEdit
from documents.sections import RoomPicture
from prism import words
from prism.choosing.axes import comparative
from prism.comparison import PairFinding, compare
from reviews.context import ReviewContext, SwatchView
from reviews.models import Review
from steps.base import StepRequest
from steps.reading.page import ReadingPage
from steps.verdict.services import version_of
from steps.whites.page import WhitesPage

MOST_NEAR = 4
"""Near-identical colours that are shown one after another."""


@dataclass(frozen=True)
class Shown:
    """A swatch on a slide: its screen value, and what it is called, which is hidden until somebody asks."""

    screen: str
    name: str
    label: str = ""


@dataclass(frozen=True)
class Slide:
    """A slide as it is computed: its key and title, its sentence, what it shows, and notes for whoever speaks."""

    key: str
    title: str
    sentence: str
    swatches: tuple[Shown, ...] = ()
    picture: RoomPicture | None = None
    drawing: SafeString = field(default_factory=SafeString)
    notes: tuple[str, ...] = ()

    @property
    def screens(self) -> list[str]:
        return [one.screen for one in self.swatches]


@dataclass(frozen=True)
class GivenSlide:
    """A slide as it is shown: its sentence, whether somebody wrote it, and whether it is left out."""

    slide: Slide
    sentence: str
    edited: bool
    left_out: bool

    @property
    def version(self) -> str:
        return version_of(self.sentence)


class Showing:
    """The showing of a review, in its order."""

    def __init__(self, review: Review) -> None:
        review.names_shown = True  # names are hidden on the slides themselves, until somebody asks
        self.review, self.context = review, ReviewContext(review)
        self.subject = self.context.subject
        self._content = Content(self.context)

    @property
    def waits(self) -> str:
        """Why there is nothing to show yet: findings are withheld until somebody has looked; empty otherwise."""
        return self.context.wall.waits

    @cached_property
    def _own(self) -> Shown:
        return Shown(self.subject.stimulus.screen, self.subject.name, self.subject.label)

    @cached_property
    def computed(self) -> list[Slide]:
        slides = [self._alone(), *self._clean(), *self._near(), *self._light(), *self._white(), *self._palette()]
        return [*slides, self._answer()]

    def _slide(self, key: str, sentence: str, number: str = "", **shown: object) -> Slide:
        return Slide(f"{SLIDE}{key}{number}", words.showing.SLIDE_TITLES[key], sentence, **shown)  # type: ignore[arg-type]

    def _alone(self) -> Slide:
        notes = [line for line in (ReadingPage(self.context).depth,) if line]
        return self._slide(
            "colour", words.showing.alone(self.subject.reading), swatches=(self._own,), notes=tuple(notes)
        )

    def _clean(self) -> list[Slide]:
        white = next((held for held in self.context.set.whites if held.why == "clean"), None)
        if white is None:
            return []
        shown = (self._own, _board(white))
        return [
            self._slide(
                "clean", words.showing.beside_clean(self.subject.reading), swatches=shown, notes=self._note(white)
            )
        ]

    def _near(self) -> list[Slide]:
        """Return the near-identical colours that show most: its own undertone, then any hue, the nearest first; one of
        those that show the same, since a second slide would say nothing new."""
        pairs = [(held, self._finding(held)) for held in self.context.set.guide if held.kind != "white"]
        telling = [(held, found) for held, found in pairs if any(found.hue_words)] or pairs
        main = self.subject.reading.undertone.main
        own = comparative(main) if main else ""
        telling.sort(key=lambda pair: (own not in pair[1].directions, pair[1].delta_e))
        by_said: dict[str, SwatchView] = {}
        for held, found in telling:
            by_said.setdefault(words.showing.beside_near(self.subject.reading, found), held)
        return [
            self._slide("near", said, f"-{held.colour.pk}", swatches=(self._own, _board(held)), notes=self._note(held))
            for said, held in list(by_said.items())[:MOST_NEAR]
        ]

    def _finding(self, held: SwatchView) -> PairFinding:
        return compare(self.subject.reading, held.reading, self.subject.method)

    def _note(self, held: SwatchView) -> tuple[str, ...]:
        found = self._finding(held)
        return words.showing.difference_note(found.delta_e, found.lrv), *[words.text.sentence(held.reason)] * bool(
            held.reason
        )

    def _light(self) -> list[Slide]:
        look = self._content.consultation.look()
        return [
            self._slide("light", f"{picture.title}: {line}", f"-{at}", picture=picture)
            for at, (picture, line) in enumerate(zip(look.pictures, look.lines, strict=True), 1)
        ]

    def _white(self) -> list[Slide]:
        page = WhitesPage(StepRequest(self.context))
        if not page.lines:
            return []
        best = page.lines[0]
        there = [one.name for one in page.at.there]
        said = words.whites.white_chosen(words.showing.THIS_WHITE, best.white, page.at.gap, there)
        return [self._slide("white", said, swatches=(self._own, _board(best.held)), notes=tuple(page.remarks[:1]))]

    def _palette(self) -> list[Slide]:
        boards = self._content.palette_boards
        if not boards:
            return []
        shown = (self._own, *(Shown(one.screen, one.name, one.caption) for one in boards))
        drawn = proportions([(one.screen, "", 1.0 if i else 3.0) for i, one in enumerate(shown)])
        return [self._slide("palette", words.showing.GO_WITH_IT, swatches=shown, drawing=drawn)]

    def _answer(self) -> Slide:
        said = self._content.consultation.recommendation
        notes = tuple(said[1:])
        return self._slide("answer", said[0], swatches=(self._own,), notes=notes)

    # --- as it is shown ---

    @cached_property
    def every(self) -> list[GivenSlide]:
        """All slides in order, those left out too."""
        edits = {one.section: one for one in self.review.document_edits.filter(section__startswith=SLIDE)}
        usual = {slide.key: at for at, slide in enumerate(self.computed)}
        order = {key: one.position for key, one in edits.items() if one.position is not None}
        ranked = sorted(self.computed, key=lambda slide: (order.get(slide.key, usual[slide.key]), usual[slide.key]))
        return [self._given(slide, edits.get(slide.key)) for slide in ranked]

    @staticmethod
    def _given(slide: Slide, edit: DocumentEdit | None) -> GivenSlide:
        edited = bool(edit and edit.edited)
        text = edit.text if edit and edited else slide.sentence
        return GivenSlide(slide, text, edited, bool(edit and edit.left_out))

    @property
    def slides(self) -> list[GivenSlide]:
        return [one for one in self.every if not one.left_out]

    def slide(self, key: str) -> GivenSlide | None:
        return next((one for one in self.every if one.slide.key == key), None)

    @property
    def said(self) -> str:
        return words.showing.slides_said(len(self.slides), len(self.every) - len(self.slides))


def _board(held: SwatchView) -> Shown:
    return Shown(held.colour.screen, held.title or held.name, held.label)
