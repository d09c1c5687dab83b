"""The sheet of a room: its own form, and the tables of what it holds."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.forms import BoundField

from jobs.forms import DOORWAYS, RoomForm
from jobs.models import Element, LampSort, Room, Surface, Window
from jobs.room_parts import ElementForm, LampForm, Row, SurfaceForm, WindowForm
from prism.light import checks
from web.edit_conflicts import Sent, as_sent


class RoomSheet:
    """The whole sheet of a room: its own fields, then rows of windows, lamps, surfaces and fixed elements.

    Rows that are left empty are none. `more` names a table that is to have one more empty row; nothing is kept then.
    """

    PARTS = ("windows", "lamps", "surfaces", "elements")
    MOST = 24

    def __init__(self, user: User, room: Room, data: Any = None) -> None:
        self.user, self.room, self.data = user, room, data
        self.form = RoomForm(data, room)
        self.more = data.get("more", "") if data else ""
        self.windows = self._rows(WindowForm, "windows", [self._window(w) for w in self._kept("windows")])
        self.lamps = self._rows(LampForm, "lamps", [self._lamp(x) for x in self._kept("lamps")])
        self.surfaces = self._rows(SurfaceForm, "surfaces", self._surfaces(), user=user)
        self.elements = self._rows(
            ElementForm, "elements", [self._element(e) for e in self._kept("elements")], user=user
        )

    def as_sent(self) -> Sent:
        """Return what the sheet sends where nobody touches it, with how many rows its tables have."""
        rows = {name: getattr(self, name) for name in self.PARTS}
        counts = {f"{name}-rows": [str(len(several))] for name, several in rows.items()}
        return as_sent([self.form, *(row for several in rows.values() for row in several)]) | counts

    @property
    def doorways(self) -> list[BoundField]:
        return [self.form[name] for name in DOORWAYS]

    def _kept(self, name: str) -> list[Any]:
        return list(getattr(self.room, name).all()) if self.room.pk else []

    @staticmethod
    def _window(row: Window) -> dict[str, Any]:
        fields = ("wall", "width", "height", "sill", "along", "outside", "glazing")
        hides = None if row.hides is None else round(row.hides * 100, 2)
        return {field: getattr(row, field) for field in fields} | {"hides": hides}

    @staticmethod
    def _lamp(row: LampSort) -> dict[str, Any]:
        return {f: getattr(row, f) for f in ("count", "lumens", "kelvin", "kind", "rendering", "dimmed", "hung")}

    def _surfaces(self) -> list[dict[str, Any]]:
        kept = {row.side: row for row in self._kept("surfaces")}
        fresh = not self.room.pk
        return [
            {
                "side": side,
                "what": kept[side].what if side in kept else "",
                "to_paint": kept[side].to_paint if side in kept else fresh and side not in ("floor", "ceiling"),
            }
            for side, _ in Surface.SIDES
        ]

    @staticmethod
    def _element(row: Element) -> dict[str, Any]:
        return {"kind": row.kind, "name": row.name, "area": row.area, "on": row.on, "what": row.what}

    def _rows(self, kind: type[Row], name: str, kept: list[dict[str, Any]], **more: Any) -> list[Any]:
        if self.data is not None:
            typed = self.data.get(f"{name}-rows", "")
            count = min(int(typed), self.MOST) if typed.isascii() and typed.isdecimal() else 0
            initial = [*kept, *[{}] * count][:count]
            rows = [kind(self.data, prefix=f"{name}-{i}", initial=initial[i], **more) for i in range(count)]
            if self.more == name and count < self.MOST:
                rows.append(kind(None, prefix=f"{name}-{count}", **more))
            return rows
        fresh = {} if self.room.pk else FIRST.get(name, {})
        initial = kept or ([fresh] if fresh else [])
        if name == "elements" and not initial:
            initial = [{}]
        return [kind(None, prefix=f"{name}-{i}", initial=row, **more) for i, row in enumerate(initial)]

    def filled(self, name: str) -> list[Any]:
        return [row for row in getattr(self, name) if row.is_bound and not row.is_empty]

    def is_valid(self) -> bool:
        sound = self.form.is_valid()
        size = self.form.size if hasattr(self.form, "cleaned_data") else None
        for name in self.PARTS:
            for row in self.filled(name):
                row.is_valid()
                if hasattr(row, "cleaned_data"):
                    row.check(size)
                sound = sound and not row.errors
        if sound and size:
            sound = self._walls_hold(size)
        return sound

    def _walls_hold(self, size: tuple[float, float, float]) -> bool:
        """Check that the windows of a wall are together no wider than it, and say it beside the first of them."""
        rows = self.filled("windows")
        full = dict(checks.walls_too_full([row.window for row in rows], size))
        for row in rows:
            message = full.pop(row.cleaned_data["wall"], "")
            if message:
                row.add_error("width", message)
        return not any(row.errors for row in rows)

    def parts(self) -> dict[str, list[dict[str, Any]]]:
        return {name: [row.row() for row in self.filled(name)] for name in self.PARTS}


FIRST: dict[str, dict[str, Any]] = {
    "windows": {"wall": "north", "width": 1.2, "height": 1.2, "sill": 0.9},
    "lamps": {"count": 4, "lumens": 800.0},
}
"""What a new room is given, to be changed."""
