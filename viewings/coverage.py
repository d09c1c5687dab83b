"""What has been seen of each candidate at the key times in a room, and what is open before a decision."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import cached_property

from decks.models import Colour
from prism import words
from prism.messages.habits import hour_of
from prism.viewing.plan import Hour, Look, shows
from viewings import queries
from viewings.models import Viewing
from web.settled import Page


@dataclass(frozen=True)
class Candidate:
    """A colour that may be decided for, and what it is called for now."""

    colour: Colour
    name: str


@dataclass(frozen=True)
class Cell(Page):
    """An key time for a candidate: the look that shows it, the last one of several; else the one that is
    planned; else one that was planned for it and came at another hour."""

    hour: Hour
    look: Viewing | None = None
    planned: Viewing | None = None
    missed: Viewing | None = None

    @property
    def state(self) -> str:
        return "seen" if self.look else "planned" if self.planned else "open"

    @property
    def sentence(self) -> str:
        look = self.look
        if look is not None and look.seen_at is not None:
            other = look.sky if self.hour.sky not in ("", look.sky) else ""
            return words.viewing.hour_seen(look.answer, words.viewing.day_and_hour(seen_at(look)), look.who, other)
        if self.planned is not None:
            return words.viewing.hour_planned(words.viewing.day_and_hour(queries.local(self.planned)))
        missed = self.missed
        return words.viewing.hour_open(words.viewing.day_and_hour(seen_at(missed)) if missed else "")


def seen_at(viewing: Viewing) -> datetime:
    """Return when somebody looked, by the clocks of the room."""
    assert viewing.seen_at is not None
    return viewing.seen_at.astimezone(queries.zone_of(viewing.room))


def look_of(viewing: Viewing) -> Look:
    """Return a viewing that was seen as the core knows it."""
    planned = None if viewing.why == "own" else hour_of(queries.local(viewing))
    return Look(hour_of(seen_at(viewing)), viewing.wall, viewing.lamps_on, viewing.why, planned)


class Coverage(Page):
    """The key times against the candidates."""

    def __init__(self, hours: Sequence[Hour], candidates: Sequence[Candidate], viewings: Sequence[Viewing]) -> None:
        self.hours, self.candidates = list(hours), list(candidates)
        self._viewings = list(viewings)

    @cached_property
    def rows(self) -> list[tuple[str, list[Cell]]]:
        return [(words.viewing.slot_short(h.why, h.hour, h.wall), [self._cell(h, c.colour) for c in self.candidates])
                for h in self.hours]  # fmt: skip

    def _of(self, colour: Colour) -> list[Viewing]:
        return [viewing for viewing in self._viewings if colour.pk in (viewing.colour_id, viewing.beside_id)]

    def _cell(self, hour: Hour, colour: Colour) -> Cell:
        cell = self._of(colour)
        looks = [look for look in cell if look.is_seen and look.room_id == hour.room]
        met = [look for look in looks if shows(look_of(look), hour)]
        waits = [look for look in cell if not look.is_seen and look.why == hour.why]
        missed = [look for look in looks if look.why == hour.why]
        return Cell(hour, max(met, key=seen_at, default=None), waits[0] if waits else None,
                    max(missed, key=seen_at, default=None))  # fmt: skip

    def open_of(self, colour: Colour) -> list[str]:
        """Return which hours nobody has seen a colour at, in words, and when it is planned."""
        open_cells = []
        for hour in self.hours:
            cell = self._cell(hour, colour)
            if cell.state != "seen":
                when = words.viewing.day_and_hour(queries.local(cell.planned)) if cell.planned else ""
                open_cells.append(words.viewing.hour_not_seen(hour.why, hour.hour, hour.wall, when))
        return open_cells

    def again_of(self, colour: Colour) -> int:
        """Return how often somebody asked to look at a colour again, and nobody has since on that wall, by day or under
        its lamps."""
        last: dict[tuple[object, ...], Viewing] = {}
        for look in sorted((look for look in self._of(colour) if look.is_seen), key=seen_at):
            last[look.room_id, look.wall, look.lamps_on] = look
        return sum(look.answer == Viewing.Answer.AGAIN for look in last.values())

    def open_points(self, colour: Colour, named: bool = True) -> list[str]:
        """Return what is open before a colour is decided for; the hours named, or counted where a table shows them."""
        unseen = self.open_of(colour)
        hours = unseen if named else words.decisions.hours_counted(len(unseen), len(self.hours))
        looks = [look for look in self._of(colour) if look.is_seen]
        by_hand = [look for look in self._of(colour) if not look.is_seen and look.why == "own"]
        return words.decisions.open_points(
            hours, [words.viewing.day_and_hour(queries.local(board)) for board in by_hand],
            self.again_of(colour), hours_known=bool(self.hours), seen=bool(looks),
        )  # fmt: skip
