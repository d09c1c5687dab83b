"""The Alternatives step as its template needs it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from django.utils.safestring import SafeString

from prism import words
from prism.query import AskError, Piece, Wish
from reviews.context import SwatchView
from reviews.context.figures import Phrases
from reviews.drawings.lightness import lightness_and_chroma
from reviews.drawings.rose import undertone_rose
from steps.alternatives.drawings import bracket_lines
from steps.alternatives.reads import PlacedBracket, Placing, Wished
from steps.base import StepRequest
from web.settled import Page


@dataclass(frozen=True)
class Differing:
    """A colour with its differences from the subject, as text."""

    held: SwatchView
    lrv: str
    lrv_apart: str
    delta_e: str
    undertone: str
    sentence: str
    warmth: str
    source: str
    note: str = ""


@dataclass(frozen=True)
class AskedPiece:
    """A piece of a wish as it was understood, and the wish without it, with less and with more of it, where it can."""

    text: str
    without: str
    less: str
    more: str


class AlternativesPage(Page):
    """What the Place step of one review shows: its place, what answers a wish, or the shortlist."""

    def __init__(self, visit: StepRequest) -> None:
        self._context = visit.context
        self._subject = visit.context.subject
        self._placing = Placing(visit.context)
        self.phrases = Phrases(self._subject)
        self.notice = visit.notice
        self.ask = visit.query.get("ask", "")
        self.shows_shortlist = visit.show == "shortlist"
        if not visit.context.wall.any_withheld:
            self._hang()

    def _hang(self) -> None:
        """Hang the shortlist, or what answers a wish, on the wall instead of the comparison set."""
        wall, review = self._context.wall, self._context.review
        if self.shows_shortlist:
            if listed := self._context.shortlist:
                wall.hold_instead(words.places.SHORTLIST, listed)
                if review.beside_id not in self.on_shortlist:
                    wall.hold_beside(listed[0].colour)
        elif self.answered:
            wall.hold_instead(words.places.ANSWERS, [answer.held for answer in self.answers])

    # --- its place ---

    @property
    def brackets(self) -> list[PlacedBracket]:
        return self._placing.brackets

    @property
    def sentences(self) -> list[str]:
        return self._placing.sentences

    @property
    def twins(self) -> str:
        return self._context.decks.twins_text

    # --- wishes ---

    @cached_property
    def _asked(self) -> tuple[Wish | None, Wished, str]:
        nothing = Wished([], [])
        try:
            wish = self._placing.wish(self.ask)
            return wish, self._placing.wished(wish), ""
        except AskError as wrong:
            return None, nothing, str(wrong)

    @cached_property
    def answers(self) -> list[Differing]:
        return [self._differing(swatch, words.places.off_by(answer.off)) for swatch, answer in self._asked[1].answers]

    @cached_property
    def nearly(self) -> list[Differing]:
        """The colours that miss one piece of a wish, each with what it misses."""
        lrv = self._subject.reading.lrv
        return [
            self._differing(swatch, words.places.missed(answer.misses, lrv)) for swatch, answer in self._asked[1].near
        ]

    @property
    def pieces(self) -> list[AskedPiece]:
        """How the wish was understood, piece by piece, each with the wish without it, with less and with more of it."""
        wish = self._asked[0]
        if wish is None:
            return []

        def instead(at: int, piece: Piece | None) -> str:
            return Wish((*wish.pieces[:at], *([piece] if piece else []), *wish.pieces[at + 1 :])).text

        pieces = []
        for at, piece in enumerate(wish.pieces):
            fewer, more = piece.with_amount(-1), piece.with_amount(1)
            pieces.append(
                AskedPiece(
                    words.places.wished(piece, self._subject.reading.lrv),
                    instead(at, None),
                    instead(at, fewer) if fewer else "",
                    instead(at, more) if more else "",
                )
            )
        return pieces

    @property
    def wish_problem(self) -> str:
        return self._asked[2] if self.ask else ""

    @property
    def answered(self) -> bool:
        return bool(self.ask) and not self.wish_problem

    @property
    def wish_sentence(self) -> str:
        return words.places.wish_answer(self.ask, len(self.answers), len(self.nearly))

    @property
    def wish_examples(self) -> tuple[str, ...]:
        return words.places.WISH_EXAMPLES

    # --- shortlist ---

    @cached_property
    def shortlist(self) -> list[Differing]:
        return [self._differing(swatch) for swatch in self._context.shortlist]

    @cached_property
    def on_shortlist(self) -> set[int]:
        return {swatch.colour.pk for swatch in self._context.shortlist}

    @property
    def to_list(self) -> SwatchView | None:
        beside = self._context.wall.beside
        return beside if beside and beside.colour.pk not in self.on_shortlist else None

    @property
    def shortlist_title(self) -> str:
        return words.places.shortlist_title(self._subject.name, bool(self.shortlist))

    @property
    def empty_shortlist(self) -> str:
        return words.places.EMPTY_SHORTLIST

    def _differing(self, swatch: SwatchView, note: str = "") -> Differing:
        pair = self._placing.against(swatch)
        own = self._subject.reading.lrv
        return Differing(
            swatch,
            words.text.number(swatch.reading.lrv),
            words.text.number(swatch.reading.lrv - own, signed=True),
            words.text.number(pair.delta_e),
            words.readings.undertone_short(swatch.reading),
            words.places.shortlisted(swatch.name, pair, own),
            words.text.number(pair.warmth, signed=True),
            words.sources.provenance(swatch.colour.provenance, swatch.reading.uncertainty),
            note,
        )

    # --- drawings ---

    @property
    def lines(self) -> SafeString:
        return bracket_lines(self._subject, self.brackets)

    @property
    def rose(self) -> SafeString:
        return undertone_rose(self._subject, self._context.wall)

    @property
    def plane(self) -> SafeString:
        return lightness_and_chroma(self._subject, self._context.wall)
