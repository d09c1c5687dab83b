"""What a client is given of a room: the recommendation, the colours with what to buy, how it will look, why not the
others, and what the painter does. Figures, odds and formulas are no part of it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property, partial

from django.urls import reverse
from django.utils.safestring import SafeString

from documents.drawings import proportions
from documents.sections import FIRST, Pair, RoomPicture, Row, Section, SitePhoto
from jobs.asked_day import SKIES
from jobs.drawings import openings
from jobs.drawn import Drawn, address, trim_of
from jobs.home_white import DECIDED
from jobs.lighting import RoomDay
from jobs.models import Room
from jobs.whole_home import Part, RoomLine, WholeHome
from prism import words
from prism.difference import delta_e
from prism.light.day import HALF_HOURS
from reviews.context import ReviewContext, SwatchView
from steps.base import StepRequest
from steps.compare.reads import pair_text
from steps.light.page import LightPage
from web.pictures import smaller

MOST_OTHERS = 4
MOST_PHOTOS, LARGEST = 6, 1_000
"""Photographs of the room that are given, and pixels along the longer side of each."""
NEAR = 8.0
"""LRV points within which a colour counts as another choice."""
EVENING = 20.0
"""The hour at which the lamps are shown."""
APART = 1.0
"""Hours between two pictures by day, at least."""


@dataclass(frozen=True)
class Moment:
    """A moment that is drawn: hour, sky, and whether the lamps are on."""

    hour: float
    sky: str
    evening: bool = False


def _most_unlike(day: RoomDay, moment: Moment) -> Moment | None:
    """Return the moment by day when the walls look least like at `moment`; None where they are always near."""
    looks = {(sky, HALF_HOURS[t]): labs.mean(axis=0) for sky in SKIES for t, labs in day.walls_by_day(sky) if labs.size}
    own = looks.get((moment.sky, moment.hour))
    far = {key: float(delta_e(lab, own)) for key, lab in looks.items() if own is not None
           and (key[0] != moment.sky or abs(key[1] - moment.hour) >= APART)}  # fmt: skip
    if not far:
        return None
    sky, hour = max(far, key=lambda key: far[key])
    return Moment(hour, sky)


class Consultation:
    """The client's pages of one review."""

    def __init__(self, context: ReviewContext, clashes: bool = False, home: WholeHome | None = None) -> None:
        self.context, self.subject, self.clashes = context, context.subject, clashes
        self._home = home

    def sections(self, care: list[str], before: list[str]) -> list[Section]:
        """Return the client's sections in their usual order; `care` is what to watch out for, `before` what is to be
        done before ordering."""
        title = words.documents.DOCUMENT_TITLES
        return [
            Section("verdict", title["verdict"], FIRST, [*self.recommendation, *care]),
            Section("colours", title["colours"], FIRST, [], drawing=self.field, rows=self.bought),
            Section("next", title["next"], FIRST, before),
            self.look(),
            self._others(),
            self.site(),
            Section(
                "painter",
                title["painter"],
                FIRST,
                self.cautions,
                heads=words.consultation.PAINTER_HEADS,
                rows=self.painted,
            ),
        ]

    # --- what goes on the room ---

    @cached_property
    def room(self) -> Room | None:
        """The room of the review, whole; as the review has it where it was put aside."""
        return self.context.room or self.context.review.room

    @cached_property
    def home(self) -> WholeHome | None:
        return self._home or (WholeHome(self.subject.owner, self.room.job) if self.room else None)

    @cached_property
    def line(self) -> RoomLine | None:
        """The room with what goes on each part of it; None without a room."""
        if self.home is None or self.room is None:
            return None
        return next((line for line in self.home.lines if line.room.pk == self.room.pk), None)

    @cached_property
    def parts(self) -> list[Part]:
        """The parts that have a colour, the walls in the colour of this review."""
        if self.line is None:
            return []
        return [self._in_own_colour(part) for part in self.line.parts if part.colour is not None]

    def _in_own_colour(self, part: Part) -> Part:
        """Return a part as this review would have it: walls that are another colour now, in the review's."""
        review, subject = self.context.review, self.subject
        if part.part != "walls" or part.colour == review.colour:
            return part
        return replace(
            part, colour=review.colour, screen=subject.stimulus.screen, name=subject.name, lrv=subject.reading.lrv,
            why="reviewed", decision=None,
        )  # fmt: skip

    @property
    def walls(self) -> Part | None:
        return next((part for part in self.parts if part.part == "walls"), None)

    @property
    def is_decided(self) -> bool:
        return self.walls is not None and self.walls.why in DECIDED

    @property
    def chosen_instead(self) -> str:
        """The name of another colour that the walls are decided in; empty for none."""
        walls = self.line.at("walls") if self.line else None
        if walls is None or walls.why not in DECIDED or walls.colour == self.context.review.colour:
            return ""
        return walls.name

    # --- sections ---

    @property
    def recommendation(self) -> list[str]:
        """What is recommended and why, each sentence from one figure or decision, and the specialist's own words. What
        clashes with what stays is not suggested, unless it is decided."""
        room, walls = self.room.name if self.room else "", self.walls
        name, instead = self.subject.name, self.chosen_instead
        sheen = walls.sheen if walls else ""
        sentences = [
            words.consultation.considered_too(name, room, instead)
            if instead
            else words.consultation.recommends(name, room, sheen, self.is_decided, self.clashes),
            words.consultation.described(self.subject.name, self.subject.reading),
        ]
        sentences += [line.strip() for line in self.context.review.verdict.splitlines() if line.strip()]
        trim, ceiling = (next((part for part in self.parts if part.part == key), None) for key in ("trim", "ceiling"))
        if trim:
            same = bool(ceiling and ceiling.colour == trim.colour)
            sentences.append(words.consultation.with_woodwork(trim.name, trim.why, same))
        return sentences

    @property
    def field(self) -> SafeString:
        """The colours as one large field in the proportions of their areas."""
        if not self.parts:
            return proportions([(self.subject.stimulus.screen, self.subject.name, 1.0)])
        joined: dict[str, tuple[str, float]] = {}
        for part in self.parts:
            label, area = joined.get(part.screen, ("", 0.0))
            names = (
                f"{label}, {words.consultation.PAINTED[part.part]}"
                if label
                else words.text.capital(words.consultation.PAINTED[part.part])
            )
            joined[part.screen] = names, area + (part.area or 1.0)
        return proportions([(screen, label, area) for screen, (label, area) in joined.items()])

    @property
    def bought(self) -> list[Row]:
        rows = []
        for part in self.parts:
            assert part.colour is not None
            cells = (
                words.text.capital(words.consultation.PAINTED[part.part]),
                part.called,
                part.finish,
                self._cans(part),
            )
            rows.append(Row(part.screen, cells, part.colour.maker_name))
        return rows

    def _cans(self, part: Part) -> str:
        assert self.home is not None
        if part.why == "stays":
            return words.homes.FINISH_WHY["stays"]
        return words.homes.bought_plain(self.home.bought(part.litres) if part.litres else None)

    @property
    def painted(self) -> list[Row]:
        """What the painter does on each part that is painted."""
        if self.home is None:
            return []
        coats = words.text.number(self.home.paint.coats, 0)
        return [
            Row(
                part.screen,
                (
                    words.text.capital(words.consultation.PAINTED[part.part]),
                    words.consultation.PREPARE[part.part],
                    part.finish + (f", {part.decision.paint}" if part.decision and part.decision.paint else ""),
                    coats,
                    words.sizes.area_text(part.area) if part.area else "",
                    part.name,
                ),
            )
            for part in self.parts
            if part.why != "stays"
        ]

    @property
    def cautions(self) -> list[str]:
        if self.home is None or not self.painted:
            return []
        return [*self.home.cautions, words.consultation.DATA_SHEET]

    # --- how it will look ---

    @cached_property
    def moments(self) -> list[Moment]:
        """When the walls differ most: closest to the sample, furthest from it by day, and under the lamps."""
        day = self._noon
        if day is None or day.extremes is None:
            return []
        moments: list[Moment] = []
        for spot in day.extremes:
            moment = Moment(spot.hour, words.light.sky_of(spot.cloud))
            by_day = not day.day.dark[spot.moment].all()
            if by_day and all(abs(moment.hour - other.hour) >= APART or moment.sky != other.sky for other in moments):
                moments.append(moment)
        if len(moments) == 1 and (other := _most_unlike(day, moments[0])):
            moments.append(other)
        lamps = [Moment(EVENING, "clear", evening=True)] if day.room.lamps else []
        return [*sorted(moments, key=lambda one: one.hour), *lamps]

    @cached_property
    def _noon(self) -> RoomDay | None:
        return self._at(Moment(12.0, "clear")).at.day

    def _at(self, moment: Moment) -> LightPage:
        asked = {"when": "equinox", "hour": f"{moment.hour:g}", "sky": moment.sky}
        return LightPage(StepRequest(self.context, asked))

    def look(self) -> Section:
        """Return the rooms as they are drawn, each told by a sentence."""
        pictures: list[RoomPicture] = []
        lines: list[str] = []
        for moment in self.moments:
            page = self._at(moment)
            if page.shown is None or page.at.day is None or self.room is None:
                continue
            trim = self.line.at("trim").colour if self.line else None
            drawn = Drawn(page.at.day, trim.stimulus if trim else trim_of(self.room))
            hour = words.light.clock(moment.hour)
            asked = {"hour": f"{moment.hour:g}", "paint": str(self.context.review.colour_id)}
            asked |= {"when": "equinox", "sky": moment.sky, "size": "look", "trim": str(trim.pk) if trim else ""}
            pictures.append(
                RoomPicture(
                    words.consultation.moment_title(hour, moment.sky, moment.evening),
                    address("room-picture-file", self.room.pk, **asked),
                    partial(drawn.png, "look"),
                    partial(drawn.jpeg, "look"),
                )
            )
            at = lines.index(page.shown.look) if page.shown.look in lines else None
            lines.append(page.shown.look if at is None else words.consultation.looks_as_at(pictures[at].title))
        day, room = self._noon, self.room
        plan = (
            openings(day.room, words.light.openings_text(room.name, room.windows_text))
            if day and room
            else SafeString("")
        )
        return Section("look", words.documents.DOCUMENT_TITLES["look"], FIRST, lines, plan, pictures=pictures)

    def site(self) -> Section:
        """Return the photographs of the room that the client is to be given."""
        kept = self.room.photos.filter(deleted=None, in_document=True)[:MOST_PHOTOS] if self.room else []
        photos = [
            SitePhoto(
                reverse("room-photo-file", args=[photo.pk]), partial(smaller, bytes(photo.content), LARGEST), photo.of
            )
            for photo in kept
        ]
        return Section("site", words.documents.DOCUMENT_TITLES["site"], FIRST, [], photos=photos)

    # --- why not the others ---

    @property
    def others(self) -> list[SwatchView]:
        """What was considered: the shortlist, else the near-identical colours that show most."""
        listed = [swatch for swatch in self.context.shortlist if swatch.colour.pk != self.context.review.colour_id]
        own = self.subject.reading.lrv
        near = [swatch for swatch in self.context.set.guide if abs(swatch.reading.lrv - own) <= NEAR]
        return (listed or near)[:MOST_OTHERS]

    def _others(self) -> Section:
        own = self.subject.stimulus.screen
        pairs, lines = [], []
        for swatch in self.others:
            seen = [
                words.walks.saw_beside(swatch.name, f"{look.sentence}")
                for look in self.context.looking.seen_beside(swatch)
            ]
            pairs.append(Pair(own, swatch.colour.screen, swatch.title or swatch.name, swatch.label))
            lines.append(" ".join([pair_text(self.context, swatch), *seen[:1]]))
        return Section("others", words.documents.DOCUMENT_TITLES["others"], FIRST, lines, pairs=pairs)
