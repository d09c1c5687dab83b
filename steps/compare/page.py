"""The Compare step as its template needs it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from django.utils.safestring import SafeString

from prism import words
from prism.choosing.questions import worth_asking
from prism.comparison import NOTHING_SEEN, Agreement, PairFinding, compare_many
from reviews.context.figures import FigureLine, Phrases
from reviews.context.holding import SwatchView, place_of
from reviews.context.looking import Seen
from reviews.drawings.rose import undertone_rose
from steps.base import StepRequest
from steps.compare.forms import SeenForm
from steps.compare.reads import Together, pair_of, pair_text
from web.settled import Page

SEEN_KEYS = {
    "lighter": "a", "darker": "A", "warmer": "s", "cooler": "S", "redder": "d", "oranger": "f", "yellower": "g",
    "greener": "h", "bluer": "j", "purpler": "k", "clearer": "l", "greyer": "L", NOTHING_SEEN: ";",
}  # fmt: skip
"""The keys by which directions are answered, all on the home row; capitals are the opposite way."""


@dataclass(frozen=True)
class Walk:
    """Where one is on the walk through the boards."""

    sentence: str
    before: SwatchView | None
    after: SwatchView | None


class ComparePage(Page):
    """What the Compare step of one review shows."""

    def __init__(self, visit: StepRequest) -> None:
        self._context = visit.context
        self._subject = visit.context.subject
        self._wall = visit.context.wall
        self.notice = visit.notice
        self.seen_form = visit.forms.get("seen") or SeenForm()
        self.phrases = Phrases(self._subject)
        self.shows_all = visit.show == "together" and not self._wall.any_withheld
        self._together = Together(visit.context)

    # --- the pair that is held up ---

    @cached_property
    def _pair(self) -> PairFinding | None:
        return pair_of(self._context)

    @property
    def pair(self) -> str:
        beside = self._wall.beside
        if beside is None or self._pair is None:
            return words.places.EMPTY_DECK
        return pair_text(self._context, beside, self._pair)

    @property
    def pair_reason(self) -> str:
        """How large the difference is, and why that board is on the wall."""
        beside = self._wall.beside
        return f"{words.pairs.difference(self._pair)} {beside.reason}" if beside and self._pair else ""

    @cached_property
    def figures(self) -> list[FigureLine]:
        beside, pair = self._wall.beside, self._pair
        if beside is None or pair is None:
            return []
        this, that, number = self._subject.reading, beside.reading, words.text.number

        def line(label: str, one: float, other: float, difference: float) -> FigureLine:
            return FigureLine(label, number(one), number(other), number(difference, signed=True))

        hues = f"{number(this.undertone.hue, 0)}°", f"{number(that.undertone.hue, 0)}°"
        return [
            line("LRV", this.lrv, that.lrv, pair.lrv),
            line("Undertone strength", this.undertone.strength, that.undertone.strength, pair.greyness),
            FigureLine("Undertone hue", *hues, words.pairs.shift(pair, this.lrv)),
            line("Temperature", this.temperature.value, that.temperature.value, pair.warmth),
            FigureLine("ΔE00", "", "", number(pair.delta_e)),
            FigureLine("its parts L′, C′, H′", "", "", words.pairs.parts(pair.parts)),
        ]

    # --- the walk through the boards, and what is seen on it ---

    @property
    def withheld(self) -> bool:
        return self._wall.withheld

    @cached_property
    def walk(self) -> Walk | None:
        """Where one is on the walk through the boards, and the boards before and after."""
        boards = self._context.set.guide
        at = place_of(self._wall.beside, boards)
        if at is None:
            return None
        before, after = boards[at - 1] if at else None, boards[at + 1] if at + 1 < len(boards) else None
        return Walk(words.walks.step_of_walk(at + 1, len(boards)), before, after)

    @property
    def question(self) -> str:
        beside = self._wall.beside
        return words.walks.what_is_seen(self._subject.name, beside.name) if beside else words.places.EMPTY_DECK

    @property
    def hues(self) -> list[tuple[str, str]]:
        return [
            (word, words.readings.hue(word, self._subject.reading.lrv)) for word in self._subject.method.undertone.words
        ]

    @property
    def main_hue(self) -> str | None:
        return self._subject.reading.undertone.main

    @property
    def seen_choices(self) -> list[tuple[str, str, str]]:
        lrv = self._subject.reading.lrv
        return [
            (word, words.pairs.direction(word, lrv), SEEN_KEYS[word])
            for word in (*words.walks.SEEN_CHOICES, NOTHING_SEEN)
        ]

    @property
    def seen(self) -> list[Seen]:
        return self._context.looking.seen_beside(self._wall.beside)

    @property
    def computed_directions(self) -> list[str]:
        pair = self._pair
        return list(pair.directions or pair.probably if pair else ()) or [NOTHING_SEEN]

    @property
    def last_light(self) -> str:
        return self._context.looking.last_light

    # --- what all of them show ---

    @property
    def confidence(self) -> str:
        subject = self._subject
        return words.walks.confidence(subject.reading, worth_asking(subject.reading, subject.method))

    @property
    def support(self) -> str:
        return self._context.set.support_text

    @property
    def relative_warmth(self) -> str:
        """Beside which boards it is warm, and beside which cool."""
        swatches = self._context.set.comparison_colours
        subject = self._subject.reading
        pairs = compare_many([subject] * len(swatches), [swatch.reading for swatch in swatches], self._subject.method)
        return words.walks.relative_warmth([swatch.name for swatch in swatches], pairs)

    @property
    def bases(self) -> list[tuple[str, str, bool]]:
        """What the colour is on other bases: the basis, the undertone there, and whether it is the same."""
        return [(under.basis, words.walks.on_basis(under), under.same) for under in self._together.other_bases]

    @property
    def bases_sentence(self) -> str:
        return words.walks.bases(self._together.other_bases)

    @property
    def disagreements(self) -> list[str]:
        """What was seen otherwise than computed, over the whole review."""
        shown = self._subject.review.names_shown
        return [
            words.walks.saw_beside(
                observation.colour.name if shown else words.pairs.hidden_name("other"),
                self._context.looking.said_of(observation),
            )
            for observation in self._context.looking.observations
            if observation.agreement == Agreement.DIFFER
        ]

    @property
    def rose(self) -> SafeString:
        return undertone_rose(self._subject, self._wall)
