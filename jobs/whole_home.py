"""The whole home on one sheet: every room with what goes on it and how much, the walk from room to room, contrasts."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

from django.contrib.auth.models import User

from decks import queries as deck_queries
from decks.models import Colour
from jobs.amounts import Paint, areas_of, paint_of, usual_sheen
from jobs.drawn import address
from jobs.home_white import HomeWhite, agreed_of, rooms_of, wall_of
from jobs.models import Finish, Job, Room
from jobs.queries import finish_of
from jobs.walk import Walk
from methods import queries as method_queries
from methods.rests_on import RestsOn, rests_on
from prism import words
from prism.messages.habits import current
from prism.numbers import is_number, typed_lrv
from prism.painting.amounts import AmountError, Bought, cans
from prism.painting.areas import Areas
from prism.palette import contrast
from prism.palette.cautions import Site, cautions
from prism.palette.contrast import RuleCheck
from prism.stimulus import Stimulus
from prism.tint.recipe import Recipe
from prism.tint.system import TintSystem
from tinting import queries as tinting_queries
from web.settled import Page

SWITCH = 85.0
"""LRV of a switch or socket as it is made, white."""


@dataclass(frozen=True)
class Part:
    """A part of a room: what goes on it, in which sheen, on how many m² (None: not known), the litres that takes,
    why: a key of `prism.words.homes.FINISH_WHY`, and the decision of a review that says so, if one does."""

    part: str
    colour: Colour | None
    screen: str
    name: str
    lrv: float | None
    sheen: str
    area: float | None
    litres: float | None
    why: str
    decision: Any = None

    @property
    def figures(self) -> str:
        """LRV, sheen, area and litres as text."""
        return words.homes.finish_figures(self.lrv, self.sheen, self.area, self.litres)

    @property
    def called(self) -> str:
        """Its name and code, as one asks for it; empty without a colour."""
        return f"{self.name} {self.colour.code}".strip() if self.colour else ""

    @property
    def finish(self) -> str:
        """Its sheen in the person's own words; empty without a colour."""
        return words.sizes.regional(self.sheen) if self.colour else ""

    @property
    def whence(self) -> str:
        return words.homes.FINISH_WHY[self.why]


@dataclass(frozen=True)
class RoomLine:
    """A room with its parts, and what is to be said of their sheens."""

    room: Room
    parts: list[Part]
    remarks: list[str]

    def at(self, part: str) -> Part:
        return next(one for one in self.parts if one.part == part)

    @property
    def picture(self) -> str:
        """The address of the room as a small picture at noon, in its walls' and trim's colours; empty where its light
        cannot be computed or its walls have no colour."""
        walls, trim = self.at("walls").colour, self.at("trim").colour
        if walls is None or not self.room.can_be_lit:
            return ""
        asked = {"size": "small", "hour": "12", "paint": str(walls.pk), "trim": str(trim.pk) if trim else ""}
        return address("room-picture-file", self.room.pk, **asked)

    @property
    def picture_text(self) -> str:
        return words.light.picture_plain(self.room.name, self.at("walls").name, 12.0)


@dataclass
class Total:
    """Paint of one colour and sheen: where it goes, litres, whole cans, base and recipe as far as known, and in which
    paint by the decision of a review; `is_decided` unless some of it is only reviewed."""

    colour: Colour
    sheen: str
    where: list[tuple[str, str]] = field(default_factory=list)
    litres: float = 0.0
    unknown: bool = False
    bought: Bought | None = None
    recipe: str = ""
    decision: Any = None
    is_decided: bool = True

    @property
    def paint(self) -> str:
        """Which paint it is made in; empty where nobody said."""
        return self.decision.paint if self.decision else ""

    @property
    def sentence(self) -> str:
        return words.homes.bought_text(self.litres, self.bought, self.unknown)

    @property
    def finish(self) -> str:
        """Its sheen in the person's own words."""
        return words.sizes.regional(self.sheen)

    @property
    def goes(self) -> str:
        return words.homes.parts_of_rooms(self.where)


class WholeHome(Page):
    """A job as one sheet."""

    unsettled = ("rooms", "system", "user")

    def __init__(self, user: User, job: Job, query: Mapping[str, str] | None = None) -> None:
        self.user, self.job, self.query = user, job, query or {}
        self.method = method_queries.usual(user)

    @cached_property
    def rooms(self) -> list[Room]:
        return rooms_of(self.job)

    def room(self, pk: int | None) -> Room | None:
        """Return a room of the job by its id; None where it is none, or was put aside."""
        return next((room for room in self.rooms if room.pk == pk), None)

    @cached_property
    def white(self) -> HomeWhite:
        return HomeWhite(self.user, self.job, self.rooms)

    @cached_property
    def paint(self) -> Paint:
        return paint_of(self.job, self.method)

    @property
    def reckoned(self) -> str:
        return words.homes.reckoned(self.paint.coats, self.paint.spreading, self.paint.own)

    @property
    def rests_on(self) -> list[RestsOn]:
        own = method_queries.table_of(self.user, self.method.key)
        paths = (
            "trim.gap", "whites.glare_lrv", "whites.near_miss", "contrast.points", "contrast.large", "contrast.small",
            "contrast.weber", "paint.coats", "paint.spreading",
        )  # fmt: skip
        return rests_on(self.method, own, paths)

    # --- rooms ---

    @cached_property
    def lines(self) -> list[RoomLine]:
        return [self._line(room) for room in self.rooms]

    def _line(self, room: Room) -> RoomLine:
        size = areas_of(room)
        parts = [self._part(room, part, size) for part in Finish.Part.values]
        remarks = []
        stays = {finish.part: finish.sheen for finish in room.finishes.all() if finish.stays and finish.sheen}
        for part in parts:
            for other, own in stays.items():
                if {part.part, other} == {"trim", "doors"} and part.part != other and part.sheen != own:
                    remarks.append(words.homes.sheens_differ(part.part, part.sheen, other, own))
        agreed = agreed_of(room)
        by_hand = finish_of(room, Finish.Part.WALLS)
        if agreed and by_hand and by_hand.colour and by_hand.colour_id != agreed[1].colour_id:
            remarks.append(words.homes.decided_otherwise(agreed[1].colour.name, by_hand.colour.name))
        walls, trim, doors = (next(part for part in parts if part.part == name) for name in ("walls", "trim", "doors"))
        if walls.lrv is not None and trim.lrv is not None and abs(trim.lrv - walls.lrv) < self.method.trim_gap:
            remarks.append(words.homes.edge_lost(trim.name, abs(trim.lrv - walls.lrv), self.method.trim_gap))
        if doors.lrv is not None and doors.lrv >= self.method.whites.glare_lrv:
            remarks.append(words.homes.doors_glare(doors.name, doors.lrv))
        return RoomLine(room, parts, remarks)

    def _part(self, room: Room, part: str, size: Areas | None) -> Part:
        decided, usual = finish_of(room, part), usual_sheen(room, part, self.method)
        sheen_of = (decided.sheen if decided else "") or usual
        area = decided.area if decided and decided.area is not None else getattr(size, part) if size else None
        if decided and decided.colour:
            colour, why = decided.colour, "stays" if decided.stays else "decided"
            return self._filled(part, colour, colour.stimulus, sheen_of, area, why)
        if part == Finish.Part.WALLS:
            wall = wall_of(room)
            if wall and wall.review:
                agreed = wall.decision
                sheen_of = (decided.sheen if decided else "") or (agreed.sheen if agreed else "") or usual
                return self._filled(part, wall.colour, wall.value, sheen_of, area, wall.why, agreed)
        elif self.white.chosen:
            why = "home" if part == Finish.Part.TRIM else "as trim"
            trim = finish_of(room, Finish.Part.TRIM)
            white = trim.colour if trim and trim.colour and part != Finish.Part.TRIM else self.white.chosen
            return self._filled(part, white, white.stimulus, sheen_of, area, why)
        return Part(part, None, "", "", None, sheen_of, area, None, "nothing")

    def _filled(
        self, part: str, colour: Colour, value: Stimulus, sheen_of: str, area: float | None, why: str,
        decision: Any = None,
    ) -> Part:  # fmt: skip
        paint = None if area is None or why == "stays" else self.paint.litres(area)
        if decision is not None and decision.litres is not None:
            paint = decision.litres
        return Part(part, colour, value.screen, colour.name, value.lrv, sheen_of, area, paint, why, decision)

    @property
    def unmeasured(self) -> list[Room]:
        return [room for room in self.rooms if not room.is_measured]

    @property
    def unmeasured_text(self) -> str:
        return words.homes.not_measured([room.name for room in self.unmeasured])

    # --- paint ---

    @cached_property
    def system(self) -> TintSystem | None:
        return tinting_queries.system_for(self.user)

    @cached_property
    def totals(self) -> list[Total]:
        """Paint to be bought, by colour and sheen, most first."""
        totals: dict[tuple[int, str], Total] = {}
        for line in self.lines:
            for part in line.parts:
                if part.colour is None or part.why == "stays":
                    continue
                total = totals.setdefault((part.colour.pk, part.sheen), Total(part.colour, part.sheen))
                total.where.append((line.room.name, part.part))
                total.litres += part.litres or 0.0
                total.decision = part.decision or total.decision
                total.unknown |= part.litres is None
                total.is_decided &= part.why != "reviewed"
        for total in totals.values():
            total.bought, total.recipe = self.bought(total.litres), self._recipe(total)
        return sorted(totals.values(), key=lambda total: (-total.litres, total.colour.name, total.sheen))

    def bought(self, wanted: float) -> Bought | None:
        """Return the whole cans that hold so many litres; None where no cans are known that do."""
        can_sizes = self.system.cans if self.system else ()
        sizes = [can for can in can_sizes if can.metric != current().is_us] or list(can_sizes)
        try:
            return cans(round(wanted, 3), tuple((can.label, can.litres) for can in sizes))
        except AmountError:
            return None

    def _recipe(self, total: Total) -> str:
        agreed = total.decision.recipe if total.decision else None
        if agreed is not None:
            return words.recipes.formula_said(agreed, self._named(agreed), total.decision.is_estimated)
        recipe = total.colour.recipe
        return words.recipes.recipe(recipe, self._named(recipe)) if recipe else words.homes.NO_FORMULA

    def _named(self, recipe: Recipe) -> dict[str, str]:
        return tinting_queries.colorant_names(self.system, recipe)

    # --- the walk ---

    @cached_property
    def walk(self) -> Walk:
        return Walk(self.rooms, self.method)

    # --- contrast and cautions ---

    @cached_property
    def _checked(self) -> list[tuple[str, list[tuple[str, list[RuleCheck]]]]]:
        """Doors, frames and switches against the walls of each room whose walls have a colour."""
        checked = []
        for line in self.lines:
            walls = line.at("walls").lrv
            if walls is None:
                continue
            things = {"doors": line.at("doors").lrv, "frames": line.at("trim").lrv, "switches": SWITCH}
            contrasts = [
                (thing, contrast.held(thing, lrv, walls, self.method))
                for thing, lrv in things.items()
                if lrv is not None
            ]
            checked.append((line.room.name, contrasts))
        return checked

    @cached_property
    def contrasts(self) -> list[tuple[str, list[str]]]:
        """How doors, frames and switches stand out, by the rooms in which they do so alike."""
        alike: dict[tuple[str, ...], list[str]] = {}
        for room, figures in self._checked:
            alike.setdefault(tuple(words.use.contrast_line(thing, rules) for thing, rules in figures), []).append(room)
        return [(words.text.listed(rooms), list(figures)) for figures, rooms in alike.items()]

    @property
    def contrast_figures(self) -> list[tuple[str, str]]:
        """The figures under every rule, room by room."""
        return [
            (words.use.thing_in(thing, room), words.use.contrast_figures(rules))
            for room, contrast in self._checked
            for thing, rules in contrast
        ]

    @cached_property
    def other_contrast(self) -> tuple[str, str]:
        """Another thing held against its surroundings, as asked for: what is said, or what is wrong."""
        thing, is_of, before = (self.query.get(name, "").strip()[:160] for name in ("thing", "is", "before"))
        if thing not in contrast.THINGS or not (is_of or before):
            return "", ""
        lrvs = [self._lrv(text) for text in (is_of, before)]
        if lrvs[0] is None or lrvs[1] is None:
            wrong = [text for text, lrv in zip((is_of, before), lrvs, strict=True) if lrv is None]
            return "", words.homes.contrast_unknown(wrong)
        result = contrast.held(thing, lrvs[0], lrvs[1], self.method)
        return words.use.contrast_line(thing, result), ""

    def _lrv(self, text: str) -> float | None:
        if is_number(text):
            return typed_lrv(text)
        try:
            return deck_queries.one_named(self.user, text).stimulus.lrv if text else None
        except deck_queries.NotOneColourError:
            return None

    @property
    def cautions(self) -> list[str]:
        storeys = {room.pk: room.storey for room in self.rooms}
        pairs = [(room, other.pk) for room in self.rooms for other in [*room.open_to.all(), *room.leads_to.all()]]
        stairs = any(storeys.get(other, one.storey) != one.storey for one, other in pairs)
        height = max((room.height for room in self.rooms if room.height), default=None)
        return [words.use.CAUTIONS[key] for key in cautions(Site(height=height, way_out=stairs), self.method)]
