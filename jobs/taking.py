"""A white taken from where it stands: for the woodwork of one room, or for the home; and what that changes."""

from __future__ import annotations

from functools import cached_property

from django.contrib.auth.models import User

from decks.models import Colour
from jobs import services
from jobs.home_white import HomeWhite
from jobs.models import Finish, Room
from jobs.queries import finish_of
from jobs.whole_home import WholeHome
from prism import words


class Taking:
    """What it would change to take a white in a room, or for its home."""

    def __init__(self, user: User, room: Room, white: Colour) -> None:
        self.room, self.white, self._home = room, white, WholeHome(user, room.job)

    @cached_property
    def _trims(self) -> list[tuple[Room, str, str, bool]]:
        """Every room with the name of its trim, why it is that, and whether it is the white already."""
        trims = []
        for line in self._home.lines:
            trim = line.at("trim")
            same = trim.colour is not None and trim.colour.pk == self.white.pk
            trims.append((line.room, trim.name, trim.why, same))
        return trims

    @property
    def here(self) -> str:
        """What taking it for the room would change."""
        _, name, why, same = next(trim for trim in self._trims if trim[0].pk == self.room.pk)
        return words.homes.taken_here(self.room.name, self.white.name, name, why == "stays", same)

    @property
    def stays(self) -> bool:
        """Whether the woodwork of the room stays as it is, so that nothing can be taken for it."""
        return any(room.pk == self.room.pk and why == "stays" for room, _, why, _ in self._trims)

    @property
    def elsewhere(self) -> str:
        """What taking it for the home would change, room by room."""
        changed = [
            (room.name, name) for room, name, why, same in self._trims if why in ("home", "nothing") and not same
        ]
        kept = [(room.name, name) for room, name, why, same in self._trims if why in ("decided", "stays") and not same]
        return words.homes.taken_for_home(self.white.name, changed, kept)

    @property
    def is_the_homes(self) -> bool:
        pin = HomeWhite(self._home.user, self.room.job).pin
        return pin is not None and pin.colour_id == self.white.pk


def take_for_room(by: User, room: Room, white: Colour | None) -> int | None:
    """Put a white on the woodwork of a room, or what the home has where there is none; return what was decided for it
    before."""
    before = finish_of(room, Finish.Part.TRIM)
    services.set_part(by, room, Finish.Part.TRIM, white)
    return before.colour_id if before and before.colour_id and not before.stays else None


def take_for_home(by: User, room: Room, white: Colour | None) -> int | None:
    """Set a white for the home of a room, or lift the one that is set; return what was set before."""
    pin = HomeWhite(by, room.job).pin
    if white is not None:
        services.rule_white(by, room.job, white, "pin", words.homes.taken_because(room.name))
    elif pin is not None:
        services.lift_rule(by, pin)
    return pin.colour_id if pin else None
