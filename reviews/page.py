"""One review as its templates need it: the path, sentences, figures and drawings of a bench."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cached_property

from django.utils.safestring import SafeString

from prism import words
from prism.asking import AskError
from prism.choosing import worth_asking
from prism.comparison import Agreement, compare
from reviews import drawings
from reviews.forms import AdjustForm, BasisForm, SeenForm
from reviews.models import Review
from reviews.page_strength import Mixing, StrengthPage
from reviews.queries import Bench, Held, finding, place_of
from reviews.strengths import Strengths
from schools import queries as schools


@dataclass(frozen=True)
class PathStep:
    """One step on the path, with its finding so far."""

    number: int
    key: str
    label: str
    finding: str
    done: bool
    current: bool


@dataclass(frozen=True)
class Figure:
    """A line of figures: label, the subject's value, and in comparison the neighbour's and the difference."""

    label: str
    this: str
    beside: str = ""
    difference: str = ""


@dataclass(frozen=True)
class Listed:
    """A review in a list, with its finding."""

    review: Review
    finding: str
    verdict: str


@dataclass(frozen=True)
class Walk:
    """Where one is on the walk through the boards."""

    said: str
    before: Held | None
    after: Held | None


@dataclass(frozen=True)
class Differing:
    """A colour with its differences from the subject, as text."""

    held: Held
    lrv: str
    lrv_apart: str
    delta_e: str
    undertone: str
    said: str
    warmth: str


@dataclass(frozen=True)
class Asked:
    """What is asked of a page: what of the step to show, a wish, what must be told, and forms as they were sent."""

    show: str = ""
    wish: str = ""
    notice: str = ""
    basis: BasisForm | None = None
    seen: SeenForm | None = None
    adjust: AdjustForm | None = None
    mixing: Mixing | None = None


def listing(reviews: Iterable[Review]) -> list[Listed]:
    """Return reviews with their findings."""
    return [Listed(review, finding(review), words.shortened(review.verdict, 110)) for review in reviews]


class Page:
    """What the screens of one review show."""

    def __init__(self, review: Review, asked: Asked, bench: Bench | None = None) -> None:
        self.review = review
        self.notice, self.show, self.ask = asked.notice, asked.show, asked.wish
        self.basis = asked.basis or BasisForm(instance=review)
        self.seen = asked.seen or SeenForm()
        self.bench = bench or Bench(review, review.beside)
        self.strength = StrengthPage(Strengths(self.bench), asked.adjust, asked.mixing)
        if review.step == Review.Step.PLACE and not self.bench.any_withheld:
            if self.show == "shortlist":
                if listed := self.bench.shortlist:
                    self.bench.hold_instead(words.SHORTLIST, listed)
                    if review.beside_id not in self.on_shortlist:
                        self.bench.holding(listed[0].colour)
            elif self.ask and not self.wished[1]:
                self.bench.hold_instead(words.ANSWERS, [one.held for one in self.wished[0]])

    # --- the path ---

    @cached_property
    def path(self) -> list[PathStep]:
        """The steps with their findings, in the order of the job."""
        bench = self.bench
        run = [step.strength for step in self.strength.at.run]
        findings = {
            Review.Step.READ: f"{words.headline(bench.reading)}, LRV {words.number(bench.reading.lrv)}",
            Review.Step.COMPARE: words.capital(words.undertone_short(bench.reading)),
            Review.Step.PLACE: words.place_short(*bench.tightest),
            Review.Step.STRENGTH: words.strength_short(run) if run else "",
            Review.Step.VERDICT: words.shortened(self.review.verdict, 70),
        }
        if bench.any_withheld:
            findings |= dict.fromkeys((step for step in Review.Step if step != Review.Step.VERDICT), words.WITHHELD)
        return [
            PathStep(
                number,
                step.value,
                step.label,
                findings[step] or words.UNKNOWN_STEP[step.value],
                bool(findings[step]),
                step == self.review.step,
            )
            for number, step in enumerate(Review.Step, start=1)
        ]

    @property
    def provenance(self) -> str:
        """Where the subject's numbers came from."""
        return words.provenance(self.bench.paint.provenance, self.bench.reading.uncertainty)

    @cached_property
    def made_with(self) -> str:
        """That the review was made with an earlier value of its colour, where that is so."""
        bench = self.bench
        if not bench.newer:
            return ""
        now = bench.newer
        return words.made_with_earlier(f"{now.since:%d %b %Y}", now.reason, now.lrv, now.delta_e)

    @property
    def school_title(self) -> str:
        """The school in force."""
        return self.bench.school.title

    @property
    def schools(self) -> list[tuple[str, str]]:
        """The schools with what each holds; the one in force as the review has it, where it is gone."""
        notes = {one.key: words.school_note(one) for one in self.bench.schools}
        return list((notes if self.review.school in notes else {self.review.school: self.school_note} | notes).items())

    @property
    def school_note(self) -> str:
        """What the school in force holds."""
        return words.school_note(self.bench.school)

    @cached_property
    def school_since(self) -> str:
        """That an own school was changed or deleted since the review took it up."""
        if not self.review.school_table:
            return ""
        now = schools.table_of(self.review.owner, self.review.school)
        if now is None:
            return words.SCHOOL_GONE
        return "" if now == self.review.school_table else words.SCHOOL_CHANGED

    @property
    def neutral_title(self) -> str:
        """The working neutral in force, in a word or two."""
        return words.neutral_title(self.bench.neutral, (self.review.neutral_a, self.review.neutral_b))

    @property
    def neutral_note(self) -> str:
        """Where the working neutral lies at the subject's depth."""
        return words.neutral_note(self.bench.neutral, self.bench.reading.lab[0])

    @property
    def caution(self) -> str:
        """The caution beside every colour on a screen."""
        return words.screen_caution(self.bench.paint.in_gamut)

    @property
    def intake_notes(self) -> list[str]:
        """How a file was understood when the colour was taken in."""
        return self.review.intake_notes.splitlines()

    # --- read ---

    @property
    def undertone(self) -> str:
        """The undertone in full."""
        return words.undertone(self.bench.reading, self.bench.paint.provenance)

    @property
    def headline(self) -> str:
        """Depth and family."""
        return words.headline(self.bench.reading)

    @property
    def depth(self) -> str:
        """LRV and its band."""
        return words.depth(self.bench.reading)

    @property
    def temperature(self) -> str:
        """Warm or cool."""
        return words.temperature(self.bench.reading)

    @property
    def support(self) -> str:
        """How many comparators agree."""
        names = [held.name for held in self.bench.comparators]
        return words.supporting(self.bench.support, names, self.bench.reading)

    @property
    def rule(self) -> str:
        """The rule behind the undertone."""
        return words.undertone_rule(self.bench.reading, self.bench.school)

    @property
    def twins(self) -> str:
        """Colours of the decks that are the same to the eye."""
        return words.twins(self.bench.twins, self.bench.school)

    @property
    def trust(self) -> list[str]:
        """What must be said of the name and of a stated LRV; a name that holds needs no word."""
        bench = self.bench
        said = []
        if any(not check.keeps for check in bench.name_checks):
            said.append(words.name_check(bench.colour.name, bench.name_checks, bench.reading))
        if bench.lrv_check:
            said.append(words.lrv_check(bench.lrv_check))
        return said

    @cached_property
    def own_figures(self) -> list[Figure]:
        """The subject's figures."""
        found = self.bench.reading
        lightness, a, b = found.lab
        return [
            Figure("LRV", words.number(found.lrv)),
            Figure("L*, a*, b*", words.lab_text((lightness, a, b))),
            Figure("Undertone strength", words.number(found.undertone.strength)),
            Figure("Undertone hue", f"{words.number(found.undertone.hue, 0)}°"),
            Figure("Temperature", words.number(found.temperature.value, signed=True)),
            Figure("ΔE00 from the neutral", words.number(found.undertone.effect)),
        ]

    # --- compare ---

    @property
    def pair(self) -> str:
        """What the subject shows beside the colour held there."""
        bench = self.bench
        if bench.beside is None or bench.pair is None:
            return words.EMPTY_DECK
        return words.capital(words.pair(bench.name, bench.beside.name, bench.pair, bench.reading.lrv))

    @property
    def pair_reason(self) -> str:
        """How large the difference is, and why that board is on the wall."""
        bench = self.bench
        if bench.beside is None or bench.pair is None:
            return ""
        return f"{words.difference(bench.pair)} {bench.beside.reason}"

    @cached_property
    def pair_figures(self) -> list[Figure]:
        """The figures of subject and neighbour."""
        bench = self.bench
        if bench.beside is None or bench.pair is None:
            return []
        this, that, pair = bench.reading, bench.beside.reading, bench.pair
        number = words.number

        def line(label: str, one: float, other: float, difference: float) -> Figure:
            return Figure(label, number(one), number(other), number(difference, signed=True))

        shift = words.shift(pair, bench.school, this.lrv)
        return [
            line("LRV", this.lrv, that.lrv, pair.lrv),
            line("Undertone strength", this.undertone.strength, that.undertone.strength, pair.greyness),
            Figure("Undertone hue", f"{number(this.undertone.hue, 0)}°", f"{number(that.undertone.hue, 0)}°", shift),
            line("Temperature", this.temperature.value, that.temperature.value, pair.warmth),
            Figure("ΔE00", "", "", number(pair.delta_e)),
            Figure("its parts L′, C′, H′", "", "", words.parts(pair.parts)),
        ]

    # --- the walk through the boards ---

    @property
    def withheld(self) -> bool:
        """Whether the finding beside this board waits for the person."""
        return self.bench.withheld

    @cached_property
    def walk(self) -> Walk | None:
        """Where one is on the walk through the boards, and the boards before and after."""
        boards = self.bench.guide
        at = place_of(self.bench.beside, boards)
        if at is None:
            return None
        before, after = boards[at - 1] if at else None, boards[at + 1] if at + 1 < len(boards) else None
        return Walk(words.step_of_walk(at + 1, len(boards)), before, after)

    @property
    def waits(self) -> str:
        """What is said instead of a step whose findings would give the withheld ones away; empty where it need not."""
        gives_away = self.review.step not in (Review.Step.COMPARE, Review.Step.VERDICT)
        return words.WITHHELD_STEP if gives_away and self.bench.any_withheld else ""

    @property
    def question(self) -> str:
        """What the person is asked."""
        beside = self.bench.beside
        return words.what_is_seen(self.bench.name, beside.name) if beside else words.EMPTY_DECK

    @property
    def seen_choices(self) -> list[tuple[str, str]]:
        """What can be seen, as the trade says it at this depth."""
        lrv = self.bench.reading.lrv
        return [(word, words.direction(word, lrv)) for word in (*words.SEEN_CHOICES, words.NOTHING_SEEN)]

    @property
    def computed_directions(self) -> list[str]:
        """What a person sees who agrees with the figures."""
        return list(self.bench.pair.directions if self.bench.pair else ()) or [words.NOTHING_SEEN]

    @property
    def last_light(self) -> str:
        """The light written down last, since most boards are looked at in one light."""
        return next((one.light for one in self.bench.observations if one.light), "")

    @property
    def hues(self) -> list[tuple[str, str]]:
        """The hues another board may be asked to show."""
        return [(word, words.hue(word, self.bench.reading.lrv)) for word in self.bench.school.undertone.words]

    # --- the verdict on the undertone ---

    @property
    def confidence(self) -> str:
        """How sure the undertone is."""
        return words.confidence(self.bench.confidence, worth_asking(self.bench.shares), self.bench.reading)

    @property
    def relative_warmth(self) -> str:
        """Beside which boards it is warm, and beside which cool."""
        bench = self.bench
        boards = bench.comparators
        pairs = [compare(bench.reading, held.reading, bench.school) for held in boards]
        return words.relative_warmth([held.name for held in boards], pairs, bench.school.temperature.edges[-2])

    @property
    def bases(self) -> list[tuple[str, str, bool]]:
        """What the colour is on other bases: the basis, the undertone there, and whether it is the same."""
        return [(under.basis, words.on_basis(under), under.same) for under in self.bench.other_bases]

    @property
    def bases_sentence(self) -> str:
        """Whether the undertone depends on what it is judged by."""
        return words.bases(self.bench.other_bases)

    @property
    def disagreements(self) -> list[str]:
        """What was seen otherwise than computed, over the whole review."""
        return [
            words.saw_beside(
                one.colour.name if self.review.names_shown else words.hidden_name("other"), self.bench.said_of(one)
            )
            for one in self.bench.observations
            if one.agreement == Agreement.DIFFER
        ]

    # --- place ---

    @cached_property
    def wished(self) -> tuple[list[Differing], str]:
        """The colours that answer a wish, and what is wrong with the wish."""
        try:
            return [self._differing(held) for held in self.bench.wished(self.ask)], ""
        except AskError as wrong:
            return [], str(wrong)

    @property
    def wish_sentence(self) -> str:
        """How many colours answer the wish."""
        return words.wish_answer(self.ask, len(self.wished[0]))

    @property
    def wish_examples(self) -> tuple[str, ...]:
        """Wishes to begin with."""
        return words.WISH_EXAMPLES

    @cached_property
    def shortlist(self) -> list[Differing]:
        """The shortlist with its differences from the subject."""
        return [self._differing(held) for held in self.bench.shortlist]

    @cached_property
    def on_shortlist(self) -> set[int]:
        """Ids of the colours on the shortlist."""
        return {held.colour.pk for held in self.bench.shortlist}

    def _differing(self, held: Held) -> Differing:
        pair = self.bench.against(held)
        signed = words.number(held.reading.lrv - self.bench.reading.lrv, signed=True)
        return Differing(
            held,
            words.number(held.reading.lrv),
            signed,
            words.number(pair.delta_e),
            words.undertone_short(held.reading),
            words.shortlisted(held.name, pair, self.bench.reading.lrv),
            words.number(pair.warmth, signed=True),
        )

    # --- drawings ---

    @property
    def ladder(self) -> SafeString:
        """The depth ladder."""
        if self.review.step == Review.Step.STRENGTH and self.strength.at.run and not self.waits:
            return drawings.strength_ladder(self.strength.at)
        return drawings.depth_ladder(self.bench)

    @property
    def plane(self) -> SafeString:
        """Lightness against chroma."""
        return drawings.lightness_and_chroma(self.bench)

    @property
    def rose(self) -> SafeString:
        """The undertone rose."""
        return drawings.undertone_rose(self.bench)

    @property
    def wall_edge(self) -> SafeString:
        """The boards held together, butted with no line between them: two, three or all."""
        bench = self.bench
        beside = [bench.beside] if bench.beside else []
        third = [bench.third] if bench.third and self.review.wall_view == Review.View.THREE else []
        held = bench.arranged if self.review.wall_view == Review.View.ALL else [*beside, *third]
        return drawings.wall_edge(bench, held)

    @property
    def empty_shortlist(self) -> str:
        """What the shortlist is for."""
        return words.EMPTY_SHORTLIST

    @property
    def lines(self) -> SafeString:
        """The brackets."""
        return drawings.bracket_lines(self.bench)
