"""A room drawn several times side by side: in several paints, at several hours, or under several lamps."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jobs import drawn
from jobs.asked_day import LAMP_CHOICES
from jobs.lighting import RoomDay
from prism import words

KINDS = ("candidates", "hours", "lamps")
MOST = 4
DARK, EVENING, NOON = 22.0, 20.0, 12.0
"""Hours at which only lamps burn, at which they do where there is dusk, and the middle of the day."""


@dataclass(frozen=True)
class Frame:
    """One of the pictures: what stands under it, its address, and what it shows; `is_name` where the title is a
    colour's name, which may be hidden."""

    title: str
    address: str
    text: str
    is_name: bool = False


@dataclass(frozen=True)
class Shot:
    """What is asked of a frame: in which paint, when, and under which lamps; the day's own where it says nothing."""

    title: str
    paint: tuple[int, str] | None = None
    hour: float | None = None
    sky: str = ""
    kelvin: float | None = None


def frames(
    kind: str, day: RoomDay, room: tuple[int, str], paint: str, review: int | None, others: Sequence[tuple[int, str]]
) -> list[Frame]:
    """Return the frames of one of the `KINDS` at the moment that is looked at; none where there is nothing to compare.

    `room` and `others`, the paints beside the day's own `paint`, are ids with names.
    """
    shots = {"candidates": _candidates(paint, others), "hours": _hours(day), "lamps": _lamps(day)}.get(kind, [])
    frames = []
    for shot in shots[:MOST] if len(shots) > 1 else []:
        hour = day.asked.hour if shot.hour is None else shot.hour
        pk, name = shot.paint or (0, paint)
        address = drawn.address(
            "room-picture-file", room[0], when=day.asked.season, review=str(review or ""), size="look",
            hour=f"{hour:g}", sky=shot.sky or day.asked.sky, paint=str(pk or ""),
            kelvin=f"{shot.kelvin:g}" if shot.kelvin else "",
        )  # fmt: skip
        frames.append(Frame(shot.title, address, words.light.picture_plain(room[1], name, hour), kind == "candidates"))
    return frames


def _candidates(paint: str, others: Sequence[tuple[int, str]]) -> list[Shot]:
    return [Shot(paint), *(Shot(name, paint=(pk, name)) for pk, name in others)]


def _hours(day: RoomDay) -> list[Shot]:
    """The hours that differ most, noon under the other sky, and an evening of a room with lamps."""
    moments = [(spot.hour, words.light.sky_of(spot.cloud)) for spot in day.extremes or ()]
    moments += [(NOON, sky) for sky in ("overcast", "clear") if (NOON, sky) not in moments]
    by_day = sorted(moments[: MOST - bool(day.room.lamps)])
    shots = [
        Shot(words.consultation.moment_title(words.light.clock(hour), sky, False), hour=hour, sky=sky)
        for hour, sky in by_day
    ]
    if day.room.lamps:
        shots.append(
            Shot(words.consultation.moment_title(words.light.clock(EVENING), "clear", True), hour=EVENING, sky="clear")
        )
    return shots


def _lamps(day: RoomDay) -> list[Shot]:
    return [Shot(words.light.lamps_of(kelvin), hour=DARK, kelvin=kelvin) for kelvin in LAMP_CHOICES]
