"""A document as it is given: its sections in order, each as computed or as the specialist has written it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from decks import carried
from documents.content import Content
from documents.evidence import Known
from documents.models import DocumentEdit
from documents.sections import FIRST, Pair, RoomPicture, Section
from jobs.whole_home import WholeHome
from prism import words
from prism.conflicts import Evidence, conflicts
from reviews.context import ReviewContext
from reviews.context.subject import Subject
from reviews.models import Review
from steps.verdict.services import version_of

FORMAT, VERSION = "gentle-prism-document", 2
MADE_BY = {
    "school": "method", "school_table": "method_table", "neutral": "neutral", "neutral_a": "neutral_a",
    "neutral_b": "neutral_b", "neutral_white": "neutral_white", "surround": "surround", "verdict": "verdict",
}  # fmt: skip
"""What a review is made by: keys of the file, which keep their first names, and fields of the review."""
EDITS = ("section", "text", "computed", "edited", "left_out", "position")


@dataclass(frozen=True)
class Given:
    """A section as it is given: its sentences, whether they were edited or the section left out, and what of the
    computed ones has changed since it was edited."""

    section: Section
    lines: list[str]
    edited: bool
    left_out: bool
    changed: list[str]

    @property
    def text(self) -> str:
        return "\n".join(self.lines)

    @property
    def version(self) -> str:
        return version_of(self.text)

    @property
    def pictured(self) -> list[tuple[RoomPicture, str]]:
        """Rooms as they are drawn, each with its sentence."""
        return [(picture, _line(self.lines, at)) for at, picture in enumerate(self.section.pictures)]

    @property
    def paired(self) -> list[tuple[Pair, str]]:
        """Pairs edge to edge, each with its sentence."""
        return [(pair, _line(self.lines, at)) for at, pair in enumerate(self.section.pairs)]

    @property
    def rest(self) -> list[str]:
        """The sentences that no picture and no pair stands above."""
        return self.lines[max(len(self.section.pictures), len(self.section.pairs)) :]


def _line(lines: list[str], at: int) -> str:
    return lines[at] if at < len(lines) else ""


def _against(text: str, evidence: Evidence) -> list[tuple[str, str]]:
    return [(conflict.statement.quote, words.conflicts.conflict(conflict)) for conflict in conflicts(text, evidence)]


@dataclass(frozen=True)
class Printed:
    """What is given of a document: its title, review and colour, the client's sections, and the evidence if wanted."""

    title: str
    review: Review
    subject: Subject
    first: list[Given]
    evidence: list[Given]


class Document:
    """The document of a review."""

    def __init__(self, review: Review, home: WholeHome | None = None) -> None:
        review.names_shown = True  # for this document alone: who reads it was not asked to look blind
        self.review = review
        self.context = ReviewContext(review, home.room(review.room_id) if home else None)
        self.content = Content(self.context, home)

    @property
    def waits(self) -> str:
        """Why there is nothing to give yet: findings are withheld until somebody has looked; empty otherwise."""
        return self.context.wall.waits

    @property
    def title(self) -> str:
        """What it is headed by; nothing of the colour while findings are withheld."""
        return words.walks.WITHHELD if self.waits else self.content.headline

    @cached_property
    def _edits(self) -> dict[str, DocumentEdit]:
        return {edit.section: edit for edit in self.review.document_edits.all()}

    @cached_property
    def _client(self) -> list[Given]:
        return self._in_order(self.content.given, 0)

    @cached_property
    def _evidence(self) -> list[Given]:
        return self._in_order(self.content.evidence, len(self.content.given))

    @property
    def every(self) -> list[Given]:
        """All sections in order, those left out too: the client's, then the evidence."""
        return [*self._client, *self._evidence]

    def _in_order(self, sections: list[Section], first: int) -> list[Given]:
        """Return sections as they were moved; the place of the first is counted through the whole document."""
        order = {key: edit.position for key, edit in self._edits.items() if edit.position is not None}
        places = {section.key: i for i, section in enumerate(sections, first)}
        ranked = sorted(sections, key=lambda one: (order.get(one.key, places[one.key]), places[one.key]))
        return [self._given(section) for section in ranked]

    def _given(self, section: Section) -> Given:
        edit = self._edits.get(section.key)
        edited = edit is not None and edit.edited
        lines = edit.text.splitlines() if edit and edited else section.lines
        before = edit.computed.splitlines() if edit and edited else section.lines
        changed = [words.documents.changed_line(line) for line in section.lines if line not in before]
        changed += [words.documents.gone_line(line) for line in before if line not in section.lines]
        return Given(section, [line for line in lines if line.strip()], edited, bool(edit and edit.left_out), changed)

    @property
    def first(self) -> list[Given]:
        return [given for given in self._client if not given.left_out]

    def printed(self, evidence: bool = False) -> Printed:
        """Return what is given of it."""
        wanted = self.evidence if evidence else []
        return Printed(self.title, self.review, self.context.subject, self.first, wanted)

    @property
    def evidence(self) -> list[Given]:
        return [given for given in self._evidence if not given.left_out]

    @cached_property
    def checked(self) -> list[tuple[Given, list[tuple[str, str]]]]:
        """Every section with its sentences that the figures speak against, and what is known instead.

        The client's sections are checked, and those of the evidence that somebody edited, as far as they are given.
        """
        checked = [
            given for given in self.every if not given.left_out and (given.section.page == FIRST or given.edited)
        ]
        evidence = Known(self.content, [given.text for given in checked]).evidence()
        conflicts_by_section = {given.section.key: _against(given.text, evidence) for given in checked}
        return [(given, conflicts_by_section.get(given.section.key, [])) for given in self.every]

    @property
    def conflicts(self) -> list[tuple[Given, str, str]]:
        """Each sentence that the figures speak against, with its section."""
        return [(given, quote, sentence) for given, conflicts in self.checked for quote, sentence in conflicts]

    @property
    def own_words(self) -> list[str]:
        """What the specialist wrote of what is given: the rest is composed of the figures and cannot speak against
        them."""
        edits = {key: edit for key, edit in self._edits.items() if not edit.is_of_slide}
        kept = [edit.text for edit in edits.values() if edit.edited and not edit.left_out]
        own = edits.get("verdict")
        if own is None or not (own.edited or own.left_out):
            kept.append(self.review.verdict)
            if self.review.decisions.filter(reopened=None).exists():
                kept += self.content.reasons
        return [text for text in kept if text.strip()]

    def against(self, text: str) -> list[tuple[str, str]]:
        """Each sentence of a text still being written that the figures speak against, and what is known instead."""
        return _against(text, Known(self.content, [text]).evidence())

    def section(self, key: str) -> Given | None:
        given = next((given for given in self._client if given.section.key == key), None)
        return given or next((given for given in self._evidence if given.section.key == key), None)

    def table(self) -> dict[str, object]:
        subject = self.context.subject
        return {
            "format": FORMAT,
            "version": VERSION,
            "title": self.title,
            "colour": {"name": subject.name, "label": subject.label, "lab": list(subject.stimulus.lab),
                       "lrv": round(subject.stimulus.lrv, 4), "provenance": subject.stimulus.provenance},
            "school": subject.method.title,
            "room": self.review.room.name if self.review.room else None,
            "job": self.review.room.job.title if self.review.room else None,
            "sections": [
                {"key": given.section.key, "title": given.section.title, "page": given.section.page,
                 "lines": given.lines, "edited": given.edited,
                 "boards": [{"name": b.name, "caption": b.caption, "screen": b.screen} for b in given.section.boards]}
                for given in (*self.first, *self.evidence)
            ],
            "review": self._made_by,
        }  # fmt: skip

    @property
    def _made_by(self) -> dict[str, object]:
        """What the review was made by, so that it can be brought back; private notes are no part of it."""
        edits = self.review.document_edits.order_by("section")
        return {
            "colour": carried.carry(self.review.colour),
            **{key: getattr(self.review, field) for key, field in MADE_BY.items()},
            "shortlist": [
                carried.carry(entry.colour) for entry in self.review.shortlist.select_related("colour__maker")
            ],
            "edits": [{name: getattr(edit, name) for name in EDITS} for edit in edits],
        }
