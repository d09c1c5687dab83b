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
from web.settled import Page

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
        return [swatch.screen for swatch in self.swatches]


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


class Showing(Page):
    """The showing of a review, in its order."""

    unsettled = ("computed", "context")

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
        white = next((swatch for swatch in self.context.set.whites if swatch.why == "clean"), None)
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
        pairs = [(swatch, self._finding(swatch)) for swatch in self.context.set.guide if swatch.kind != "white"]
        telling = [(swatch, finding) for swatch, finding in pairs if any(finding.hue_words)] or pairs
        main = self.subject.reading.undertone.main
        own = comparative(main) if main else ""
        telling.sort(key=lambda pair: (own not in pair[1].directions, pair[1].delta_e))
        by_text: dict[str, SwatchView] = {}
        for held, found in telling:
            by_text.setdefault(words.showing.beside_near(self.subject.reading, found), held)
        return [
            self._slide(
                "near", sentence, f"-{swatch.colour.pk}", swatches=(self._own, _board(swatch)), notes=self._note(swatch)
            )
            for sentence, swatch in list(by_text.items())[:MOST_NEAR]
        ]

    def _finding(self, swatch: SwatchView) -> PairFinding:
        return compare(self.subject.reading, swatch.reading, self.subject.method)

    def _note(self, swatch: SwatchView) -> tuple[str, ...]:
        finding = self._finding(swatch)
        return words.showing.difference_note(finding.delta_e, finding.lrv), *[
            words.text.sentence(swatch.reason)
        ] * bool(swatch.reason)

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
        there = [white.name for white in page.at.there]
        sentence = words.whites.white_chosen(words.showing.THIS_WHITE, best.white, page.at.gap, there)
        return [self._slide("white", sentence, swatches=(self._own, _board(best.held)), notes=tuple(page.remarks[:1]))]

    def _palette(self) -> list[Slide]:
        boards = self._content.palette_boards
        if not boards:
            return []
        shown = (self._own, *(Shown(board.screen, board.name, board.caption) for board in boards))
        drawn = proportions([(swatch.screen, "", 1.0 if i else 3.0) for i, swatch in enumerate(shown)])
        return [self._slide("palette", words.showing.GO_WITH_IT, swatches=shown, drawing=drawn)]

    def _answer(self) -> Slide:
        sentences = self._content.consultation.recommendation
        notes = tuple(sentences[1:])
        return self._slide("answer", sentences[0], swatches=(self._own,), notes=notes)

    # --- as it is shown ---

    @cached_property
    def every(self) -> list[GivenSlide]:
        """All slides in order, those left out too."""
        edits = {edit.section: edit for edit in self.review.document_edits.filter(section__startswith=SLIDE)}
        usual = {slide.key: at for at, slide in enumerate(self.computed)}
        order = {key: edit.position for key, edit in edits.items() if edit.position is not None}
        ranked = sorted(self.computed, key=lambda slide: (order.get(slide.key, usual[slide.key]), usual[slide.key]))
        return [self._given(slide, edits.get(slide.key)) for slide in ranked]

    @staticmethod
    def _given(slide: Slide, edit: DocumentEdit | None) -> GivenSlide:
        edited = bool(edit and edit.edited)
        text = edit.text if edit and edited else slide.sentence
        return GivenSlide(slide, text, edited, bool(edit and edit.left_out))

    @property
    def slides(self) -> list[GivenSlide]:
        return [slide for slide in self.every if not slide.left_out]

    def slide(self, key: str) -> GivenSlide | None:
        return next((slide for slide in self.every if slide.slide.key == key), None)

    @property
    def sentence(self) -> str:
        return words.showing.slides_text(len(self.slides), len(self.every) - len(self.slides))


def _board(swatch: SwatchView) -> Shown:
    return Shown(swatch.colour.screen, swatch.title or swatch.name, swatch.label)
