"""A room's day as its templates and its script need it."""

from __future__ import annotations

import json
from collections.abc import Sequence
from functools import cached_property
from urllib.parse import urlencode

import numpy as np
from django.utils.safestring import SafeString

from jobs import drawings, drawn
from jobs.asked_day import SEASONS, SKIES, Asked
from jobs.frames import Frame, frames
from jobs.lighting import Board, RoomDay
from jobs.models import Room
from prism import words
from prism.difference import delta_e
from prism.light.claims import readings
from prism.light.day import HALF_HOURS
from prism.light.findings import Facing
from prism.light.room import WALLS
from prism.light.view import STANDS
from prism.reading import Reading
from web.settled import Page


class DayShown(Page):
    """A day as templates draw it: sentences, boards, strip, plan, and what the script relights the boards by."""

    seasons, skies = SEASONS, SKIES

    def __init__(
        self, day: RoomDay, room: Room, paint: str, review: int | None, others: Sequence[tuple[int, str]] = (),
        framed: str = "", explained: bool = False,
    ) -> None:  # fmt: skip
        self.day, self.room, self.paint, self.is_explained = day, room.name, paint, explained
        self._room, self._review, self._others, self._kind = room, review, others, framed
        self.other = others[0] if others else None

    # --- the room drawn ---

    def _address(self, name: str, **more: str) -> str:
        review = str(self._review or "")
        return drawn.address(name, self._room.pk, when=self.asked.season, review=review, **more)

    @property
    def picture(self) -> str:
        """The address of what the script draws, the other candidate with it."""
        return self._address("room-picture", beside=str(self.other[0]) if self.other else "")

    @property
    def picture_file(self) -> str:
        """The address of the moment as a picture."""
        return self._address("room-picture-file", sky=self.asked.sky, hour=f"{self.asked.hour:g}")

    @property
    def picture_saved(self) -> str:
        """The address of the same with a caption; the script keeps it at what is looked at."""
        return f"{self.picture_file}&caption=on"

    @cached_property
    def framed(self) -> list[Frame]:
        """The room drawn several times, as was asked for; empty for one picture."""
        room = self._room.pk, self._room.name
        return frames(self._kind, self.day, room, self.paint, self._review, self._others)

    @property
    def side_by_side(self) -> list[tuple[str, str, bool]]:
        """The ways to draw it once or several times: what each is called, its address, and whether it is shown."""
        kinds = [kind for kind in words.light.DRAWN_TIMES if kind != "candidates" or self._others]
        now = self._kind if self.framed else ""
        return [
            (words.light.DRAWN_TIMES[kind], self._here(**({"frames": kind} if kind else {})), kind == now)
            for kind in kinds
        ]

    def _here(self, **more: str) -> str:
        """Return the query of what is looked at now, with more."""
        asked = {"when": self.asked.season, "sky": self.asked.sky, "hour": f"{self.asked.hour:g}",
                 "wall": self.asked.wall, "review": str(self._review or "")}  # fmt: skip
        return f"?{urlencode(asked | more)}"

    @property
    def why_address(self) -> str:
        return self._here(why="on")

    @property
    def sky_number(self) -> int:
        return SKIES.index(self.asked.sky)

    @property
    def stands(self) -> list[tuple[str, str]]:
        return [(stand, words.light.STANDS[stand]) for stand in STANDS]

    @property
    def picture_text(self) -> str:
        return words.light.picture_text(self.room, self.paint, self.asked.hour)

    @cached_property
    def surfaces(self) -> list[str]:
        """What each of the other walls looks like at the moment that is looked at, in words."""
        day, t = self.day, self.asked.moment
        unsure = float(day.doubts(day.paint)[t])
        seen = readings(day.lab[t], unsure, day.method, day.neutral)
        return [
            words.light.wall_short(wall, None if day.day.dark[t, w] else seen[w], day.own)
            for w, wall in enumerate(WALLS)
            if wall != self.asked.wall
        ]

    @property
    def asked(self) -> Asked:
        return self.day.asked

    @cached_property
    def names(self) -> list[tuple[str, str]]:
        return list(zip(WALLS, drawings.wall_names(self.day.room), strict=True))

    @property
    def lit_screen(self) -> str:
        return self.day.screens(self.day.lab[self.asked.moment, self.day.wall])[0]

    @property
    def caption(self) -> str:
        return words.light.wall_at(self.asked.wall, self.asked.hour)

    @property
    def measured(self) -> str:
        day, t, w = self.day.day, self.asked.moment, self.day.wall
        return words.light.light_there(float(day.lux[t, w]), float(day.kelvin[t, w]))

    @cached_property
    def _seen(self) -> list[Reading | None]:
        """What the wall reads as at every half hour; None while it is dark."""
        dark = self.day.day.dark[:, self.day.wall]
        return [None if dark[t] else reading for t, reading in enumerate(self.day.readings)]

    @cached_property
    def sentences(self) -> list[str]:
        wall, own = self.asked.wall, self.day.own
        return [words.light.seen_line(wall, hour, seen, own) for hour, seen in zip(HALF_HOURS, self._seen, strict=True)]

    @property
    def sentence(self) -> str:
        return self.sentences[self.asked.moment]

    @property
    def look(self) -> str:
        """The same without the hour, for where that stands above it."""
        return words.light.seen_there(self.asked.wall, self._seen[self.asked.moment], self.day.own)

    @cached_property
    def why(self) -> str:
        """What makes the wall look other than its sample; empty where that was not asked for or it is too dark."""
        day, t = self.day, self.asked.moment
        if not self.is_explained or day.day.dark[t, day.wall]:
            return ""
        if delta_e(day.causes.seen, day.board) < day.method.just_seen:
            return words.causes.NO_CAUSE
        unsure = float(day.doubts(day.paint)[t])
        without = readings(day.causes.each[0].without, unsure, day.method, day.neutral)[0]
        return words.causes.causes_text(day.causes, self.asked.sky, self.asked.wall, without, day.own)

    @cached_property
    def why_figures(self) -> list[tuple[str, str]]:
        """Each cause with how far it goes; empty where why is not said."""
        if not self.why:
            return []
        away = delta_e(np.array([cause.without for cause in self.day.causes.each]), self.day.board)
        return words.causes.cause_figures(self.day.causes, self.asked.sky, [float(cause) for cause in away])

    @cached_property
    def beside(self) -> list[tuple[int, Board, str]]:
        """The things in the same light: their number, what they are, and the screen value they read as."""
        screens = self.day.screens(self.day.together[self.asked.moment])
        things = [*self.day.boards, *self.day.elements]
        return [(i, thing, value) for i, (thing, value) in enumerate(zip(things, screens, strict=True))]

    @property
    def hung(self) -> list[tuple[int, Board, str]]:
        return self.beside[: len(self.day.boards)]

    @property
    def stays(self) -> list[tuple[int, Board, str]]:
        return self.beside[len(self.day.boards) :]

    @property
    def strip(self) -> SafeString:
        return drawings.strip(self.day, self.paint)

    @property
    def plan(self) -> SafeString:
        day, t = self.day.day, self.asked.moment
        return drawings.plan(self.day.room, self.room, self.asked.hour, float(day.azimuth[t]), float(day.height[t]))

    @property
    def sun(self) -> str:
        return words.light.sun_text(self.day.sun.rises, self.day.sun.sets, self.day.sun.up)

    @property
    def best(self) -> str:
        extremes = self.day.extremes
        return (
            words.light.spot_text(extremes[0].hour, extremes[0].wall, words.light.sky_of(extremes[0].cloud))
            if extremes
            else words.light.NEVER_LIT
        )

    @property
    def worst(self) -> str:
        extremes = self.day.extremes
        return (
            words.light.spot_text(extremes[1].hour, extremes[1].wall, words.light.sky_of(extremes[1].cloud))
            if extremes
            else ""
        )

    @property
    def runs(self) -> list[str]:
        return [words.light.run_said(run.start, run.end, run.sentence) for run in drawings.runs(self.day)]

    @property
    def practice(self) -> str:
        """What the method's practice says of rooms that look this way."""
        if self.day.facing is Facing.NOWHERE:
            return ""
        return words.light.practice_text(self.day.facing, getattr(self.day.method.light, self.day.facing))

    @property
    def deeper(self) -> str:
        return words.lamps.deeper_text(*self.day.deeper)

    @property
    def floor(self) -> str:
        """What the floor does to the walls; empty where it does nothing to speak of."""
        return words.light.floor_text(self.day.floor_effect)

    @property
    def sheen(self) -> str:
        """Where a satin wall would mirror a window; empty where it hardly does."""
        return words.lamps.mirrored_text(self.day.mirrored("matte"), self.day.mirrored("satin"))

    @property
    def clean(self) -> str:
        """What it reads as beside a clean white in the same light."""
        return words.light.beside_clean_white(self.day.clean)

    @cached_property
    def under_lamps(self) -> list[tuple[str, str, str]]:
        """The wall under each temperature of lamp: its name, screen value and undertone."""
        return [
            (words.light.kelvin_text(kelvin), self.day.screens(lab)[0], words.readings.undertone_short(reading))
            for kelvin, lab, reading in self.day.under_lamps
        ]

    @property
    def lamps_text(self) -> str:
        readings = self.day.under_lamps
        away = [float(delta_e(lab, self.day.board)) for _, lab, _ in readings]
        sentences = words.lamps.lamps_text(
            [k for k, _, _ in readings], [words.readings.undertone_short(r) for _, _, r in readings], away
        )
        shifts = self.day.lamp_shifts
        sentences += " " + words.lamps.lamp_shift_text(
            max(shifts), readings[shifts.index(max(shifts))][0], self.day.paint.has_spectrum
        )
        return sentences if self.day.room.lamps else f"{words.light.NO_LAMPS} {sentences}"

    @property
    def data(self) -> str:
        """What the script needs to relight the boards by the hour, as JSON."""
        day = self.day.day
        wall = self.day.wall
        return json.dumps(
            {
                "hours": list(HALF_HOURS),
                "wall": "".join(v[1:] for v in self.day.screens(self.day.lab[:, wall])),
                "beside": [
                    "".join(v[1:] for v in self.day.screens(self.day.together[:, i]))
                    for i in range(self.day.together.shape[1])
                ],
                "said": self.sentences,
                "light": [
                    words.light.light_there(float(x), float(k))
                    for x, k in zip(day.lux[:, wall], day.kelvin[:, wall], strict=True)
                ],
                "caption": [words.light.wall_at(self.asked.wall, hour) for hour in HALF_HOURS],
                "sunlit": [
                    drawings.sunlit(self.day.room, float(a), float(h))
                    for a, h in zip(day.azimuth, day.height, strict=True)
                ],
                "sun": [[round(float(a), 1), round(float(h), 1)] for a, h in zip(day.azimuth, day.height, strict=True)],
            },
            ensure_ascii=False,
            separators=(",", ":"),
        )
