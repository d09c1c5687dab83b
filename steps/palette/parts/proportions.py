"""Proportions: how much of each colour there is in the room."""

from __future__ import annotations

from functools import cached_property

from django.utils.safestring import SafeString

from prism import words
from steps.palette import drawings
from steps.palette.parts.schemes import SchemesPart
from steps.palette.proportions import SURFACES, Proportions

SPLITS = ("70/30", "80/20", "60/30/10")


class ProportionsPart(SchemesPart):
    """The areas of a room's real surfaces by what is on them; the scheme hangs above."""

    key = "proportions"
    reading, beside = "steps/palette/proportions.html", "steps/palette/areas.html"

    @property
    def paths(self) -> tuple[str, ...]:
        """Uneven splits, repetition, and what waits for the fabrics."""
        return ("company.uneven", "company.repeats", "company.saturated")

    @cached_property
    def proportions(self) -> Proportions:
        return Proportions(self._context, self.at, self.query)

    @property
    def area_map(self) -> SafeString:
        shares = self.proportions.shares
        screens = {area.name: area.screen for area in self.proportions.covered}
        items = [(screens[name], share, words.palette.share_text(name, share)) for name, share in shares]
        return drawings.areas(items, words.palette.AREAS_LABEL, "; ".join(title for _, _, title in items))

    @property
    def surfaces(self) -> list[tuple[str, str, str, str]]:
        """The surfaces that are painted: key, name, area, and which place is on each."""
        at = self.proportions
        return [
            (key, words.palette.surface_name(key), words.sizes.area_text(at.areas[key]), at.on[key])
            for key in SURFACES
            if at.areas.get(key, 0) > 0
        ]

    @property
    def unpainted(self) -> list[str]:
        areas = self.proportions.areas
        return [
            words.palette.no_surface(words.palette.surface_name(key))
            for key in SURFACES
            if areas and not areas.get(key, 0)
        ]

    @property
    def place_choices(self) -> list[tuple[str, str]]:
        return [(key, words.palette.PLACES_SHORT[key]) for key in self.proportions.places]

    @property
    def splits(self) -> list[tuple[str, str]]:
        fresh = {f"on-{surface}": "" for surface in SURFACES}
        return [(split, self.link(split=split, **fresh)) for split in SPLITS]

    @property
    def kept_query(self) -> list[tuple[str, str]]:
        """What the forms of this part carry along: all that is asked but what they ask themselves."""
        own = {"split", *(f"on-{surface}" for surface in SURFACES)}
        return [("show", "proportions"), *((k, v) for k, v in self.query.items() if k not in own and k != "show")]

    @property
    def key_lines(self) -> list[tuple[str, str]]:
        return [(name, f"{words.text.number(100 * share, 0)} %") for name, share in self.proportions.shares]

    @property
    def split_problem(self) -> str:
        wrong = self.proportions.split_problem
        if wrong is None:
            return ""
        return words.palette.SPLIT_FORM if wrong.total is None else words.palette.split_wrong(wrong.total)

    @property
    def proportion_lines(self) -> list[str]:
        """Shares, the split they are nearest to, warm against cool, and repetition."""
        at, method = self.proportions, self._subject.method
        if not at.shares:
            return [words.palette.NO_SURFACES if self.at.room else words.palette.NO_COMPANIONS]
        from_real = [] if at.areas else [words.palette.NO_SURFACES if self.at.room else words.palette.NO_ROOM_SURFACES]
        lines = [words.palette.shares_text([(name, 100 * share) for name, share in at.shares[:4]], *at.nearest)]
        if at.fit:
            lines.append(words.palette.fit_text(at.fit))
        lines.append(words.palette.sides_text(at.sides, method.palette.uneven))
        if at.areas:
            lines.append(words.palette.repeats_text(self._subject.name, at.repeats, method.palette.repeats))
        return [*lines, *([self.waits] if self.waits else []), *from_real]
