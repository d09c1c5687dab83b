"""Why a wall looks other than its sample: each thing that tints or dims its light, taken away and looked at again."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

import numpy as np
from numpy.typing import ArrayLike

from prism.light.box import box
from prism.light.day import DUSK, Day, looked_at, outdoors_of
from prism.light.room import SIDES, WALLS, Room
from prism.light.seen import USUAL_LUX, Eye, coming_from_daylight
from prism.light.solve import burning, coats, falling, veils
from prism.light.spectra import column, lux
from prism.spectrum import Array, to_lrv

SOURCES = ("sky", "ground", "sun", "lamps")
"""What sends light; without it here means: the same light in the colour of daylight."""
SURFACES = {"floor": ("floor",), "walls": WALLS}
"""What sends light on; without it here means: as light as it is, and grey."""
LEVEL = "level"
"""How much light there is; without it here means: the light in which one is used to judging samples."""


LARGE, SECOND = 0.3, 0.25
"""Parts of the way back to the sample from which a cause is named, and named beside a larger one."""


@dataclass(frozen=True)
class Cause:
    """One of `SOURCES`, of `SURFACES` or `LEVEL`: what the wall would look like without it, Lab (3,), and the part of
    the way back to the sample that this is, 1 for all of it; negative where it hides what another does."""

    kind: str
    without: Array
    part: float


@dataclass(frozen=True)
class Causes:
    """A wall at a moment: what it looks like, Lab (3,), lux on it, and its causes, the largest first."""

    seen: Array
    lux: float
    each: tuple[Cause, ...]

    @property
    def named(self) -> tuple[Cause, ...]:
        """The one or two that do most of it; none where none is large."""
        first, second = self.each[:2]
        if first.part < LARGE:
            return ()
        return (first, second) if second.part >= SECOND else (first,)

    @property
    def is_dim(self) -> bool:
        """Whether there is less light than one is used to, rather than more."""
        return self.lux < USUAL_LUX


def causes(
    room: Room, tried: ArrayLike, day: date, hour: float, cloud: float, wall: str, sample: ArrayLike
) -> Causes:  # fmt: skip
    """Return why a wall in a paint (31,) looks other than its `sample`, Lab (3,), at an hour under a sky.

    Each cause is measured: the room is lit again without it, by an eye that is used to that room. What causes do
    together is not the sum of what each does.
    """
    paint, own = np.asarray(tried, dtype=np.float64), np.asarray(sample, dtype=np.float64)
    shape, light = box(room.size, room.windows), outdoors_of(room, day, (hour,), cloud)
    on = bool(light.height[0] < DUSK)
    sources = dict(falling(room, light, shape)) | {"lamps": burning(room)[..., None] * on}
    sources = {kind: each * room.correction for kind, each in sources.items()}
    whole: Array = np.sum(list(sources.values()), axis=0)
    tried_light = [whole, *(whole - sources[kind] + _in_daylight(sources[kind]) for kind in SOURCES)]
    veil, reflectance = veils(room, light) * room.correction, coats(room, paint)
    place = WALLS.index(wall)

    def look(straight: Array, surfaces: Array) -> tuple[Day, Array]:
        seen = looked_at(shape, surfaces, straight, veil)
        return seen, seen.seen(paint)[:, place]

    real, seen = look(np.concatenate(tried_light, axis=2), reflectance)
    without = dict(zip(SOURCES, seen[1:], strict=True))
    without |= {kind: look(whole, _in_grey(reflectance, sides))[1][0] for kind, sides in SURFACES.items()}
    without[LEVEL] = _in_usual_light(real, paint, place)
    causes = [Cause(kind, lab, _part(seen[0] - own, seen[0] - lab)) for kind, lab in without.items()]
    return Causes(seen[0], float(real.lux[0, place]), tuple(sorted(causes, key=lambda cause: -cause.part)))


def _in_daylight(light: Array) -> Array:
    """Return light (31, n, t) in the colour of D65, as bright as it is."""
    light_of_day: Array = column("D65")[:, None, None] * lux(np.moveaxis(light, 0, -1))
    return light_of_day


def _in_grey(reflectance: Array, sides: tuple[str, ...]) -> Array:
    """Return the reflectance of the `SIDES`, (6, 31), of which some are as light as they are and grey."""
    greyed, rows = reflectance.copy(), [SIDES.index(side) for side in sides]
    greyed[rows] = to_lrv(reflectance[rows])[:, None] / 100
    return greyed


def _in_usual_light(day: Day, paint: Array, place: int) -> Array:
    """Return what the first moment's wall would look like with as much light on it as one is used to, Lab (3,)."""
    light, on = day.light[:1, place, None], max(float(day.lux[0, place]), 1e-9)
    eye = Eye(np.full(1, USUAL_LUX), day.eye.white[:1])
    seen: Array = coming_from_daylight(light * USUAL_LUX / on, paint, eye)[0, 0]
    return seen


def _part(shift: Array, moved: Array) -> float:
    """Return how much of a shift from the sample goes where the colour moves back by `moved`, along the shift."""
    return float(moved @ shift / max(float(shift @ shift), 1e-9))
