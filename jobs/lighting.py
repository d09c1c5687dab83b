"""A room through a day as screens need it: what is asked for, and what the core finds of one paint in it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date
from functools import cached_property

import numpy as np
from django.utils import timezone

from jobs.asked_day import LAMP_CHOICES, SKIES, Asked, day_of, lamps_at
from prism import screen
from prism.difference import delta_e
from prism.formats.room_json import spectrum_of
from prism.light.advice import Aim, aim
from prism.light.causes import Causes, causes
from prism.light.claims import Known, doubt, readings
from prism.light.day import OVERCAST, Day, Solved, deepening, evening, outside, solved
from prism.light.findings import (
    Counsel,
    Facing,
    Mean,
    Spot,
    best_and_worst,
    by_day,
    counsels,
    facing,
    floor_warmth,
    means,
    means_of,
    of_evening,
    parting_most,
)
from prism.light.gloss import MIRRORS, mirrored
from prism.light.room import WALLS, Lamp
from prism.light.room import Room as LitRoom
from prism.light.sun import Daylight, daylight
from prism.light.together import Pairing, pairing
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.reading import Reading
from prism.spectrum import Array
from prism.stimulus import Stimulus
from web.bounded_cache import BoundedCache

_kept_room_days: BoundedCache[object, RoomDay] = BoundedCache(16)
_kept: BoundedCache[object, list[Day]] = BoundedCache(128)
_kept_solved: BoundedCache[object, list[Solved]] = BoundedCache(2)
_kept_readings: BoundedCache[object, list[Reading]] = BoundedCache(96)
_kept_evenings: BoundedCache[object, Day] = BoundedCache(96)
_kept_causes: BoundedCache[object, Causes] = BoundedCache(64)
_kept_deeper: BoundedCache[object, tuple[float, float]] = BoundedCache(256)
_kept_means: BoundedCache[object, Array] = BoundedCache(256)
_kept_floor: BoundedCache[object, float] = BoundedCache(256)


@dataclass(frozen=True)
class Board:
    """Something that hangs or stands in the same light: what it is called, its colour, and its reflectance."""

    name: str
    screen: str
    colour: Stimulus
    kind: str = ""
    href: str = ""


@dataclass(frozen=True)
class Lit:
    """What a wall (3,) and other things (k, 3) read as in one light, Lab; `lamps`: whether that is after dark."""

    lamps: bool
    own: Array
    things: Array


class RoomDay:
    """One paint in one room through a day, under the clear and the overcast sky.

    `boards` are held in the same light; `elements` stay in the room. Each part is computed when it is asked for.
    """

    def __init__(
        self,
        room: LitRoom,
        paint: Stimulus,
        method: Method,
        neutral: WorkingNeutral,
        query: Mapping[str, str],
        boards: Sequence[Board] = (),
        elements: Sequence[Board] = (),
        used: tuple[float, float] = (0.0, 24.0),
        known: Known | None = None,
    ) -> None:
        self.room, self.paint, self.method, self.neutral = room, paint, method, neutral
        self.asked = Asked.of(query, room)
        self.boards, self.elements = list(boards), list(elements)
        self.used, self.known = used, known or Known()
        self.reflectance = np.asarray(spectrum_of(paint))

    @cached_property
    def date(self) -> date:
        place = self.room.place
        return day_of(self.asked.season, place.southern, timezone.now(), place.zone)

    @cached_property
    def sun(self) -> Daylight:
        return daylight(self.room.place, self.date)

    @cached_property
    def basis(self) -> tuple[object, ...]:
        room = self.room
        return (
            room.place, room.size, room.rotation_deg, room.storey, room.furnishing, room.windows, room.lamps,
            room.fixed, room.correction, tuple(sorted(room.surfaces.items())), self.reflectance.tobytes(), self.date,
        )  # fmt: skip

    def as_kept(self) -> RoomDay:
        """Return what was asked for like this before, with all that was computed of it since; else this one."""
        key = (self.basis, self.paint, self.method, self.neutral, self.asked, self.used, self.known)
        return _kept_room_days.get((key, tuple(self.boards), tuple(self.elements)), lambda: self)

    @cached_property
    def days(self) -> list[Day]:
        """The day, clear and overcast; kept at hand, so that an unchanged room is not computed again."""
        return _kept.get(self.basis, lambda: [solution.day for solution in self.solved])

    @property
    def solved(self) -> list[Solved]:
        """The same with the light on every patch, which a picture rests on: large, so only the last few are kept, to
        seven digits."""

        def made() -> list[Solved]:
            solutions = solved(self.room, self.reflectance, self.date)
            return [replace(solution, patches=solution.patches.astype(np.float32)) for solution in solutions]

        return _kept_solved.get(self.basis, made)

    @property
    def day(self) -> Day:
        return self.days[SKIES.index(self.asked.sky)]

    @cached_property
    def seen(self) -> list[Array]:
        """What the paint reads as, (t, 4, 3), under each sky."""
        return [day.seen(self.reflectance) for day in self.days]

    def walls_by_day(self, sky: str) -> list[tuple[int, Array]]:
        """Return each half hour of daylight in which the room is used, with what the walls that are not dark read as,
        Lab (n, 3)."""
        at = SKIES.index(sky)
        lit, seen = self.days[at], self.seen[at]
        return [(int(t), seen[t][~lit.dark[t]]) for t in np.flatnonzero(by_day(lit, self.used))]

    @cached_property
    def lab(self) -> Array:
        """What it reads as under the sky that is looked at, (t, 4, 3)."""
        return self.seen[SKIES.index(self.asked.sky)]

    @property
    def wall(self) -> int:
        return WALLS.index(self.asked.wall)

    @property
    def board(self) -> Array:
        """The paint's own Lab, (3,)."""
        return self.paint.lab_array

    def doubts(self, colour: Stimulus) -> Array:
        """Return how unsure it is, at each moment, what a colour reads as, ΔE00 (t,)."""
        by_day, by_lamp = (doubt(colour, self.method, self.known, lamps) for lamps in (False, True))
        return np.where(self.day.lamps_on, by_lamp, by_day)

    @cached_property
    def readings(self) -> list[Reading]:
        basis = self.asked.sky, self.asked.wall, self.known, self.paint.provenance, self.paint.spread
        key = (self.basis, self.method, self.neutral, *basis)
        lab, unsure = self.lab[:, self.wall], self.doubts(self.paint)
        return _kept_readings.get(key, lambda: readings(lab, unsure, self.method, self.neutral))

    @property
    def reading(self) -> Reading:
        return self.readings[self.asked.moment]

    def reading_at(self, moment: int) -> Reading:
        """Return the reading of one moment, where no other is shown."""
        return readings(self.lab[moment, self.wall], self.doubts(self.paint)[moment], self.method, self.neutral)[0]

    @cached_property
    def own(self) -> Reading:
        unsure = self.method.doubt(self.paint)
        return readings(self.board, unsure, self.method, self.neutral)[0]

    @cached_property
    def clean(self) -> Reading:
        """What it reads as beside a clean white in the same light, at the moment that is looked at."""
        lab = self.day.beside_white(self.reflectance)[self.asked.moment, self.wall]
        return readings(lab, self.doubts(self.paint)[self.asked.moment], self.method, self.neutral)[0]

    @cached_property
    def causes(self) -> Causes:
        """Why the wall that is looked at looks other than its sample, at the moment that is looked at."""
        asked, cloud = self.asked, self.day.cloud
        key = self.basis, asked.hour, cloud, asked.wall
        return _kept_causes.get(
            key, lambda: causes(self.room, self.reflectance, self.date, asked.hour, cloud, asked.wall, self.board)
        )

    @cached_property
    def together(self) -> Array:
        """What the boards and then the elements read as in the light of the wall, Lab (t, k, 3)."""
        things = [*self.boards, *self.elements]
        if not things:
            return np.zeros((len(self.day.hours), 0, 3))
        return self.day.seen_many([spectrum_of(thing.colour) for thing in things], self.wall)

    @staticmethod
    def screens(lab: Array) -> list[str]:
        """Return screen values of Lab (..., 3), one after the other."""
        return screen.to_hex(screen.lab_to_screen(np.clip(lab.reshape(-1, 3), [0, -120, -120], [100, 120, 120]))[0])

    @cached_property
    def extremes(self) -> tuple[Spot, Spot] | None:
        """Where and when it comes nearest to its board and lies farthest from it, while the room is used."""
        return best_and_worst(self.days, self.seen, self.board, self.used)

    @cached_property
    def means(self) -> list[Mean]:
        return means(self.days, self.seen, self.used)

    @cached_property
    def counsels(self) -> list[Counsel]:
        by_day = counsels(self.room, self.means, self.board, self.method, self.neutral)
        late = of_evening(self.room, self.by_lamps(self.room.lamps), self.board, self.method, self.neutral)
        return [*by_day, late] if late else by_day

    def by_lamps(self, lamps: tuple[Lamp, ...]) -> Array:
        """Return what the walls read as after dark under lamps, (4, 3)."""
        seen: Array = self.after_dark((lamps,)).seen(self.reflectance)[0]
        return seen

    def after_dark(self, lamps: tuple[tuple[Lamp, ...], ...]) -> Day:
        return _kept_evenings.get((self.basis, lamps), lambda: evening(self.room, self.reflectance, lamps))

    @property
    def facing(self) -> Facing:
        return facing(self.room)

    @cached_property
    def aim(self) -> Aim | None:
        return aim(self.board, self.means, self.method, self.neutral)

    def means_of(self, reflectances: Array) -> Array:
        """Return what other paints (k, 31) read as on the walls, (k, 4, 3), at a few moments of the day taken together.

        They are tried as boards in the light that is there, which the walls' own paint tints.
        """
        key = self.basis, self.used, reflectances.tobytes()
        return _kept_means.get(key, lambda: means_of(self.days, reflectances, self.used))

    @cached_property
    def lamp_sets(self) -> list[tuple[float, tuple[Lamp, ...]]]:
        """The lamps of the room at each temperature that can be chosen; supposed ones where none are entered."""
        return [(kelvin, lamps_at(self.room, kelvin)) for kelvin in LAMP_CHOICES]

    @cached_property
    def under_lamps(self) -> list[tuple[float, Array, Reading]]:
        """What the wall that is looked at reads as under each of the lamps: kelvin, Lab (3,), reading."""
        labs = self.after_dark(tuple(lamps for _, lamps in self.lamp_sets)).seen(self.reflectance)
        unsure = doubt(self.paint, self.method, self.known, lamps=True)
        each = readings(labs[:, self.wall], unsure, self.method, self.neutral)
        kelvins = [kelvin for kelvin, _ in self.lamp_sets]
        return [(kelvin, labs[i, self.wall], each[i]) for i, kelvin in enumerate(kelvins)]

    @cached_property
    def lamp_shifts(self) -> list[float]:
        """By how much the board shifts under each of the lamps beside a clean white there, ΔE00: its metamerism."""
        shifts = self.after_dark(tuple(lamps for _, lamps in self.lamp_sets)).beside_white(self.reflectance)
        return [float(v) for v in delta_e(shifts[:, self.wall], self.board)]

    @cached_property
    def _mirrored_by_glass(self) -> dict[str, float]:
        if self.day.height[self.asked.moment] <= 0:
            return {}
        lux = self.day.lux[self.asked.moment]
        return mirrored(self.room, self.date, self.asked.hour, self.day.cloud, lux / self.room.correction)

    def mirrored(self, sheen: str) -> dict[str, float]:
        """Return by how many points of LRV walls in a sheen look lighter where they mirror a window, at the moment that
        is looked at; none after dark. Raises `KeyError` for another sheen."""
        return {wall: MIRRORS[sheen] * added for wall, added in self._mirrored_by_glass.items()}

    @cached_property
    def lights(self) -> list[Lit]:
        """The paint and the fixed elements side by side: at the brightest of an overcast day, and of an evening under
        the room's lamps where it has any."""
        spectra = np.array([spectrum_of(thing.colour) for thing in self.elements]).reshape(-1, 31)
        noon = int(np.argmax(self.days[1].lux[:, self.wall]))
        lights = [Lit(False, self.seen[1][noon, self.wall], self.days[1].at([noon]).seen_many(spectra, self.wall)[0])]
        if self.room.lamps:
            dusk = self.after_dark((self.room.lamps,))
            own = dusk.seen(self.reflectance)[0, self.wall]
            lights.append(Lit(True, own, dusk.seen_many(spectra, self.wall)[0]))
        return lights

    def pair(self, light: Lit, element: int) -> Pairing:
        both = self.paint, self.elements[element].colour
        doubts = [doubt(colour, self.method, self.known, light.lamps) for colour in both]
        return pairing(light.own, light.things[element], (doubts[0], doubts[1]), self.method, self.neutral)

    @cached_property
    def pairings(self) -> list[tuple[Board, Pairing, Pairing | None]]:
        """How the paint stands to each fixed element: by day, and of an evening under the room's lamps."""
        pairings = []
        for i, thing in enumerate(self.elements):
            by_day, *late = (self.pair(light, i) for light in self.lights)
            pairings.append((thing, by_day, late[0] if late else None))
        return pairings

    @property
    def deeper(self) -> tuple[float, float]:
        """By how much four walls of it look darker (L*) and more coloured (C*) than its board held in the room as it
        is, at noon under an overcast sky."""
        return _kept_deeper.get(self.basis, self._deeper)

    def _deeper(self) -> tuple[float, float]:
        straight = outside(self.room, self.date, (12.0,), OVERCAST)[2]
        board, walls = deepening(self.room, self.reflectance, straight, np.full(31, 0.7))
        chroma = [np.hypot(*lab[0, :, 1:].T).mean() for lab in (board, walls)]
        return float(board[0, :, 0].mean() - walls[0, :, 0].mean()), float(chroma[1] - chroma[0])

    @property
    def floor_effect(self) -> float:
        """By how much the floor makes the walls warmer (cooler, if negative) than a grey one as light would, Lab units
        of warmth, over the middle of the day."""
        return _kept_floor.get(
            (self.basis, self.method, self.neutral),
            lambda: floor_warmth(self.room, self.reflectance, self.date, self.method, self.neutral),
        )

    def parts_most(self, other: Stimulus) -> Spot | None:
        """Return where and when this paint and another candidate part most."""
        reflectance = np.asarray(spectrum_of(other))
        return parting_most(self.days, self.seen, [day.seen(reflectance) for day in self.days])
