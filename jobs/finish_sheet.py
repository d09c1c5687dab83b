"""The sheet of what the parts of a room are painted with."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User

from jobs.home_forms import FinishForm
from jobs.models import Finish, Room


class FinishSheet:
    """One row for each part of a room."""

    def __init__(self, user: User, room: Room, data: Any = None) -> None:
        kept = {finish.part: finish for finish in room.finishes.select_related("colour")}
        self.forms = [
            (label, FinishForm(data, prefix=part, user=user, initial=self._initial(part, kept.get(part))))
            for part, label in Finish.Part.choices
        ]

    @staticmethod
    def _initial(part: str, kept: Finish | None) -> dict[str, Any]:
        if kept is None:
            return {"part": part}
        colour = (kept.colour.code or kept.colour.name) if kept.colour else ""
        return {"part": part, "what": colour, "sheen": kept.sheen, "area": kept.area, "stays": kept.stays}

    def is_valid(self) -> bool:
        sound = [form.is_valid() for _, form in self.forms]  # every row, so that each says what is wrong with it
        return all(sound)

    def rows(self) -> list[dict[str, Any]]:
        return [row for _, form in self.forms if (row := form.row())]
