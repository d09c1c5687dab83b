"""What a document says: sections of sentences that are computed, drawings and boards; private notes are none of it."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import replace
from functools import cached_property

from django.utils.safestring import SafeString

from documents.consultation import Consultation
from documents.sections import EVIDENCE, BoardShown, Section
from jobs.lighting import RoomDay
from jobs.whole_home import WholeHome
from prism import words
from prism.light.together import Terms
from reviews.context import ReviewContext
from reviews.context.figures import Phrases
from reviews.drawings.ladder import depth_ladder
from reviews.drawings.rose import undertone_rose
from reviews.strengths.reads import Strengths
from steps.alternatives.reads import Placing
from steps.base import StepRequest
from steps.compare.reads import Together, pair_text
from steps.light.page import LightPage
from steps.palette.parts.schemes import SchemesPart
from steps.palette.parts.use import UsePart
from steps.palette.schemes import Schemes
from steps.reading.page import ReadingPage
from steps.samples.page import SamplesPage
from steps.samples.parts.decide import Recorded
from steps.whites.page import WhitesPage

MOST_PAIRS, MOST_OUTSIDE = 8, 4


def _said(sections: Iterable[Section]) -> list[Section]:
    """Return the sections that have something to say or to show."""
    return [section for section in sections if section.lines or section.has_more]


class Content:
    """The sections of one review's document, each computed when it is asked for."""

    def __init__(self, context: ReviewContext, home: WholeHome | None = None) -> None:
        self.context, self.subject, self._home = context, context.subject, home
        self._visit = StepRequest(context)

    @property
    def headline(self) -> str:
        subject = self.subject
        promised = [check for check in subject.name_checks if not check.keeps]
        return words.documents.document_headline(subject.name, subject.reading, [check.word for check in promised])

    @cached_property
    def consultation(self) -> Consultation:
        return Consultation(self.context, bool(self._clashes), self._home)

    @cached_property
    def given(self) -> list[Section]:
        """The client's sections in their usual order; those that have nothing to say are left out."""
        return _said(self.consultation.sections(self._reservations(), self._before()))

    @cached_property
    def evidence(self) -> list[Section]:
        """The sections of the evidence in their usual order, without what the client's say already."""
        makers: list[Callable[[], Section]] = [
            self._is, self._works, self._care, self._with,
            self._comparisons, self._shortlist, self._figures, self._place, self._light, self._strengths, self._whites,
            self._scheme, self._use, self._viewings, self._cautions, self._judged,
        ]  # fmt: skip
        told = {line for section in self.given for line in section.lines}
        evidence = []
        for one in (make() for make in makers):
            evidence.append(replace(one, lines=[line for line in one.lines if line not in told]))
            told.update(one.lines)
        return _said(evidence)

    def _is(self) -> Section:
        phrases = Phrases(self.subject)
        read = ReadingPage(self.context)
        lines = [read.depth, phrases.undertone, phrases.temperature, *read.trust]
        return Section("is", words.documents.DOCUMENT_TITLES["is"], EVIDENCE, [line for line in lines if line])

    @cached_property
    def uses(self) -> UsePart:
        return UsePart(self._visit, Schemes(self.context, {}))

    @property
    def good_use(self) -> list[str]:
        """What it suits best and why; none where it suits nothing well."""
        return words.use.use_good(self.uses.uses.uses)

    @property
    def bad_use(self) -> list[str]:
        """What it suits least and why; none where it suits everything."""
        return words.use.use_bad(self.uses.uses.uses)

    def _works(self) -> Section:
        lines = self.good_use
        lines += self._beside(Terms.AGREE)
        return Section("works", words.documents.DOCUMENT_TITLES["works"], EVIDENCE, lines)

    @property
    def day(self) -> RoomDay | None:
        """The colour in its room through the day at the equinox; None where its light is not known."""
        return self._lit.at.day if self._lit else None

    @cached_property
    def _lit(self) -> LightPage | None:
        page = LightPage(StepRequest(self.context, {"when": "equinox"}))
        return page if page.at.day is not None else None

    def _beside(self, terms: Terms) -> list[str]:
        """Return what is said of the things that stay with which the colour is on some terms, by day or, of a clash, of
        an evening."""
        if self.day is None:
            return []
        by_light: dict[bool, list[tuple[str, str]]] = {False: [], True: []}
        for thing, by_day, late in self.day.pairings:
            evening = by_day.terms is not terms
            pair = late if evening and terms is Terms.CLASH else by_day
            if pair is not None and pair.terms is terms:
                by_light[evening].append((thing.name, pair.level))
        sentences = [words.lamps.pairings_plain(things, terms, evening) for evening, things in by_light.items()]
        return [sentence for sentence in sentences if sentence]

    @cached_property
    def _clashes(self) -> list[str]:
        return self._beside(Terms.CLASH)

    def _care(self) -> Section:
        day = self.day
        lines = (
            words.warnings.counsels_plain([(counsel.kind, counsel.walls) for counsel in day.counsels]) if day else []
        )
        lines += self._clashes
        lines += self.bad_use
        return Section("care", words.documents.DOCUMENT_TITLES["care"], EVIDENCE, lines)

    @cached_property
    def _palette(self) -> SchemesPart:
        kept = [scheme for scheme in self.context.schemes if scheme.deleted is None]
        asked: dict[str, str] = {}
        if kept:
            asked = {"character": kept[0].character}
            asked |= {place.place: str(place.colour_id) for place in kept[0].places.all() if place.place != "subject"}
        return SchemesPart(StepRequest(self.context, asked), Schemes(self.context, asked))

    @property
    def palette_boards(self) -> list[BoardShown]:
        """The colours of the palette that was kept, else of the first one."""
        lines = [(line.held, line.title) for line in self._palette.lines]
        return [BoardShown(swatch.colour.screen, swatch.name, title) for swatch, title in lines if swatch]

    def _with(self) -> Section:
        return Section("with", words.documents.DOCUMENT_TITLES["with"], EVIDENCE, [], boards=self.palette_boards)

    @cached_property
    def view(self) -> SamplesPage:
        return SamplesPage(self._visit)

    def _reservations(self) -> list[str]:
        """Return why it was decided, and what the client is told to expect: clashes with what stays, and what the light
        does first of all."""
        day = self.day
        light = (
            words.warnings.counsels_plain([(counsel.kind, counsel.walls) for counsel in day.counsels[:2]])
            if day
            else []
        )
        return [*self.reasons, *self._clashes, *light]

    @property
    def reasons(self) -> list[str]:
        """Why it was decided, and why not for the others, as somebody wrote."""
        standing = [record for record in self.view.decide.record if not record.decision.reopened]
        why = [words.text.sentence(reason.decision.reason) for reason in standing]
        return why + [line for reason in standing for line in reason.against]

    def _before(self) -> list[str]:
        """Return what is to be done before ordering: once it is decided, nothing but to order."""
        page = self.view
        if page.decide.decision:
            return [words.consultation.ORDER_NOW]
        lines = [words.documents.paint_boards(len(page.samples.candidates), page.samples.how)]
        lines += words.documents.look_at_hours(page.hours_text) if page.hours_text else []
        return lines + (page.decide.open_points if page.viewings else [])

    # --- evidence ---

    def _comparisons(self) -> Section:
        lines = [self.context.set.support_text]
        for swatch in self.context.set.guide[:MOST_PAIRS]:
            lines.append(pair_text(self.context, swatch))
            for seen in self.context.looking.seen_beside(swatch):
                lines.append(words.walks.saw_beside(swatch.name, f"{seen.sentence} {seen.standing}"))
        rose = undertone_rose(self.subject, self.context.wall)
        return Section("comparisons", words.documents.DOCUMENT_TITLES["comparisons"], EVIDENCE, lines, rose)

    def _shortlist(self) -> Section:
        shortlist = self.context.shortlist
        boards = [BoardShown(swatch.colour.screen, swatch.name, swatch.label) for swatch in shortlist]
        lines = [pair_text(self.context, swatch) for swatch in shortlist]
        return Section("shortlist", words.documents.DOCUMENT_TITLES["shortlist"], EVIDENCE, lines, boards=boards)

    def _figures(self) -> Section:
        lines = [words.documents.figure_line(figure.label, figure.this) for figure in ReadingPage(self.context).figures]
        return Section(
            "figures",
            words.documents.DOCUMENT_TITLES["figures"],
            EVIDENCE,
            lines,
            depth_ladder(self.subject, self.context.wall),
        )

    def _place(self) -> Section:
        return Section(
            "place", words.documents.DOCUMENT_TITLES["place"], EVIDENCE, list(Placing(self.context).sentences)
        )

    def _light(self) -> Section:
        lines: list[str] = []
        drawing = SafeString("")
        if self._lit and self._lit.shown:
            shown = self._lit.shown
            spots = words.documents.light_spots(shown.best, shown.worst)
            told = (
                words.documents.AT_THE_EQUINOX,
                *spots,
                *words.warnings.counsels_plain([(counsel.kind, counsel.walls) for counsel in shown.day.counsels]),
                shown.lamps_text,
                shown.clean,
                shown.deeper,
                *self._lit.pairings,
            )
            lines = [line for line in told if line]
            drawing = shown.strip
        return Section("light", words.documents.DOCUMENT_TITLES["light"], EVIDENCE, lines, drawing)

    def _strengths(self) -> Section:
        return Section(
            "strengths", words.documents.DOCUMENT_TITLES["strengths"], EVIDENCE,
            [
                words.documents.strength_text(step.strength.percent, step.sentence)
                for step in Strengths(self.context).run
                if step.strength.percent
            ],
        )  # fmt: skip

    def _whites(self) -> Section:
        page = WhitesPage(StepRequest(self.context))
        lines = [page.sentence, *page.remarks] if page.lines else []
        return Section(
            "whites", words.documents.DOCUMENT_TITLES["whites"], EVIDENCE, [*lines, *(page.sheens if lines else [])]
        )

    def _scheme(self) -> Section:
        lines = [
            words.documents.scheme_place(line.title, line.held.name, line.reasons)
            for line in self._palette.lines
            if line.held
        ]
        return Section("scheme", words.documents.DOCUMENT_TITLES["scheme"], EVIDENCE, lines)

    def _use(self) -> Section:
        lines = [words.use.use_text(use.surface, int(use.suits), use.reasons) for use in self.uses.uses.uses]
        return Section("use", words.documents.DOCUMENT_TITLES["use"], EVIDENCE, lines)

    def _viewings(self) -> Section:
        page = self.view
        lines = [words.documents.viewing_line(look.when, look.sentence, look.compared) for look in page.seen]
        lines += [leaning.sentence for leaning in page.leanings]
        lines += [self._decided(record) for record in page.decide.record]
        return Section("viewings", words.documents.DOCUMENT_TITLES["viewings"], EVIDENCE, lines)

    @staticmethod
    def _decided(recorded: Recorded) -> str:
        """A decision of the record; the reason of the one in force heads the document already."""
        return recorded.sentence if recorded.decision.reopened else recorded.brief

    def _cautions(self) -> Section:
        return Section("cautions", words.documents.DOCUMENT_TITLES["cautions"], EVIDENCE, self.uses.cautions)

    def _judged(self) -> Section:
        subject = self.subject
        lines = [
            words.documents.judged_by(subject.method.title),
            words.text.sentence(words.walks.basis_neutral(subject.neutral.kind)),
            words.text.sentence(words.sources.provenance(subject.stimulus.provenance, subject.reading.uncertainty)),
            words.readings.neutral_note(subject.neutral, subject.reading.lab[0]),
        ]
        others = Together(self.context).other_bases
        lines += [line for line in [words.walks.bases(others)] if line]
        lines += [words.walks.judged_otherwise(other) for other in others if not other.same]
        return Section("judged", words.documents.DOCUMENT_TITLES["judged"], EVIDENCE, lines)
