"""The View step as its template needs it."""

from __future__ import annotations

from datetime import date, timedelta
from functools import cached_property
from urllib.parse import urlencode

from django.utils import timezone

from decks.models import Colour
from jobs.contents import element_boards
from jobs.lighting import RoomDay
from jobs.models import Room
from people.names import name_of
from prism import words
from prism.viewing import samples
from prism.viewing.plan import Hour
from prism.viewing.scales import Leaning
from reviews.bench import Held
from reviews.models import Correction, Decision, SamplePlan, Viewing
from reviews.steps.base import Visit
from reviews.steps.view.forms import DecideForm, SampleForm
from reviews.viewing import queries
from reviews.viewing.leanings import Found, Leanings
from reviews.viewing.shown import Shown

PARTS = ("", "samples", "decide")
USUAL_DAYS = 6
"""Days until a decision, where none is named."""


class ViewPage:
    """What the View step of one review shows."""

    def __init__(self, visit: Visit) -> None:
        self._bench, self.query, self.notice = visit.bench, visit.query, visit.notice
        self.review, self._subject = visit.bench.review, visit.bench.subject
        self.part = visit.show if visit.show in PARTS else ""
        samples_sent, decide_sent = visit.forms.get("samples"), visit.forms.get("decide")
        self._samples_sent = samples_sent if isinstance(samples_sent, SampleForm) else None
        self._decide_sent = decide_sent if isinstance(decide_sent, DecideForm) else None
        if self._samples_sent and self._samples_sent.errors:
            self.part = "samples"
        if self._decide_sent and self._decide_sent.errors:
            self.part = "decide"

    @property
    def parts(self) -> list[tuple[str, str, bool]]:
        """The parts with their addresses, and which is shown."""
        return [
            (words.VIEW_PARTS[key], f"?{urlencode({'show': key} if key else {})}", key == self.part) for key in PARTS
        ]

    # --- viewings ---

    @cached_property
    def viewings(self) -> list[Shown]:
        """The viewings of the review."""
        return [Shown(one) for one in queries.of_review(self.review)]

    @property
    def seen(self) -> list[Shown]:
        """Those that somebody has looked at."""
        return [one for one in self.viewings if one.viewing.is_seen]

    @property
    def waiting(self) -> list[Shown]:
        """Those that are still to be looked at."""
        return [one for one in self.viewings if not one.viewing.is_seen]

    @property
    def tally(self) -> str:
        """The answers so far."""
        counts = {key: sum(one.viewing.answer == key for one in self.viewings) for key in Viewing.Answer.values}
        return words.answers_tally(counts["yes"], counts["again"], counts["no"])

    @property
    def sentence(self) -> str:
        """How far the viewings are."""
        if self.decision:
            return words.capital(words.view_short(0, 0, self.review.called(self.decision.colour.name)))
        return words.view_sentence(len(self.viewings), len(self.seen), self.tally)

    @cached_property
    def _leanings(self) -> Leanings:
        return Leanings(self.review)

    @property
    def leanings(self) -> list[Found]:
        """Systematic differences between what was seen and what was computed, for each who looked, and for the room."""
        return self._leanings.found if self.seen else []

    @property
    def corrections(self) -> list[tuple[Correction, str]]:
        """What was taken up of them, in sentences."""
        return [(one, correction_said(one)) for one in self._leanings.taken_up]

    # --- hours ---

    @cached_property
    def _day(self) -> tuple[Room, RoomDay] | None:
        return queries.day_of(self.review.room_id, self.review, self._subject.stimulus, {"when": "today"})

    @property
    def room(self) -> Room | None:
        """The room, where its light is known."""
        return self._day[0] if self._day else None

    @cached_property
    def hours(self) -> list[Hour]:
        """When to look, by the light of the room."""
        if self._day is None:
            return []
        room, day = self._day
        return queries.hours_that_matter(day, room.pk, self.other.stimulus if self.other else None)

    @cached_property
    def other(self) -> Colour | None:
        """The other candidate: the first of the shortlist."""
        others = [held.colour.pk for held in self._bench.shortlist if held.colour.pk != self.review.colour_id]
        return Colour.objects.select_related("maker").get(pk=others[0]) if others else None

    @property
    def pairs(self) -> list[tuple[int, str]]:
        """What a look right now may be beside: ids and names."""
        return [(held.colour.pk, held.title) for held in self._bench.shortlist]

    @property
    def hours_said(self) -> list[str]:
        """The same in sentences."""
        return [words.sentence(words.slot_said(one.why, one.hour, one.wall, one.sky)) for one in self.hours]

    @property
    def no_hours(self) -> str:
        """What would make hours known."""
        return words.NO_SLOTS

    # --- samples ---

    @cached_property
    def plan(self) -> SamplePlan:
        """How boards are made; as is usual, where nobody has said."""
        return queries.plan_of(self.review)

    @property
    def sample_form(self) -> SampleForm:
        """The form of how boards are made."""
        initial = {"decide": self.plan.decide or self.decide_by}
        return self._samples_sent or SampleForm(instance=self.plan, initial=initial)

    @property
    def decide_by(self) -> date:
        """By when it is decided."""
        usual = timezone.localdate() + timedelta(days=USUAL_DAYS)
        return self.plan.decide if self.plan.decide and self.plan.decide > timezone.localdate() else usual

    @cached_property
    def candidates(self) -> list[Held]:
        """The boards to be painted: the subject and the shortlist."""
        fetched = self._bench.decks.fetch(self._subject.colour)
        return [fetched, *self._bench.shortlist]

    @property
    def faults(self) -> list[str]:
        """What would mislead about them."""
        return [words.SAMPLE_FAULTS[key] for key in samples.faults(self.plan.sampling, len(self.candidates))]

    @property
    def boards(self) -> list[tuple[Held, str]]:
        """Each board, with how it is made and what it takes."""
        litres = samples.litres(self.plan.sampling, 1, self._subject.school.paint.spreading)
        line = words.sample_line(self.plan.size, self.plan.ground, self.plan.coats, litres)
        return [(held, line) for held in self.candidates]

    @property
    def neighbours(self) -> list[str]:
        """Which boards to keep apart, and which to butt on purpose."""
        held = self.candidates
        found = samples.neighbours([one.reading for one in held], self._subject.school)
        say = {"apart": words.keep_apart, "edge": words.butt_together}
        return [say[one.why](held[one.first].name, held[one.second].name) for one in found]

    @property
    def beside(self) -> str:
        """What to hold beside them: what the comparison engine chose first, and what stays in the room."""
        chosen = [held.name for held in self._bench.set.guide if held.why in ("clean", "foil")]
        stays = [board.name for board in element_boards(self._day[0])] if self._day else []
        return words.hold_beside([*chosen, *(words.stands_there(name) for name in stays)])

    # --- decision ---

    @cached_property
    def decisions(self) -> list[Decision]:
        """All decisions, the one in force first."""
        return list(self.review.decisions.select_related("colour", "by", "reopened_by"))

    @property
    def decision(self) -> Decision | None:
        """The decision in force."""
        return next((one for one in self.decisions if one.reopened is None), None)

    @property
    def record(self) -> list[tuple[Decision, str]]:
        """The decisions in sentences."""
        return [(one, decision_said(one, self.review.called(one.colour.name))) for one in self.decisions]

    @property
    def open_points(self) -> list[str]:
        """What is open before a decision."""
        again = sum(one.viewing.answer == "again" for one in self.seen)
        return words.open_points([one.when for one in self.waiting], again) or [words.NOTHING_OPEN]

    @property
    def decide_form(self) -> DecideForm:
        """The form of a decision."""
        return self._decide_sent or DecideForm(None, self._bench)


def decision_said(one: Decision, name: str) -> str:
    """Return a decision in a sentence, and that it was reopened."""
    amount = words.volume_said(one.litres) if one.litres else ""
    said = words.decided_said(name, one.sheen, one.reason, one.who, words.day(one.made), amount)
    return f"{said}; reopened {words.day(one.reopened)}" if one.reopened else said


def correction_said(one: Correction) -> str:
    """Return a correction in a sentence, who took it up, and that it was undone."""
    found = Found(Leaning(one.scale, one.mean, one.half, one.count), person=one.person, room=one.room)
    undone = words.day(one.undone) if one.undone else ""
    return words.taken_up(found.said, name_of(one.by), words.day(one.at), undone)
