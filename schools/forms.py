"""Every figure and word of a school as a form: one field for each leaf of its table."""

from __future__ import annotations

from collections.abc import Iterator
from copy import deepcopy
from typing import Any

from django import forms

from prism import school, words
from prism.school import School, SchoolError
from prism.stimulus import IntakeError, figure

HEAD = ("title", "summary")
"""Leaves that are plain text of the whole school."""
NOT_EDITED = ("explains",)


def leaves(table: Any, path: tuple[str, ...] = ()) -> Iterator[tuple[tuple[str, ...], Any]]:
    """Yield the path and value of every leaf: a number, a word, a truth value, or a list of numbers or words."""
    if isinstance(table, dict):
        for key, value in table.items():
            yield from leaves(value, (*path, key))
    elif isinstance(table, list) and table and isinstance(table[0], dict):
        for i, value in enumerate(table):
            yield from leaves(value, (*path, str(i)))
    else:
        yield path, table


def _shown(value: Any) -> str:
    if isinstance(value, list):
        return ", ".join(_shown(one) for one in value)
    return f"{value:g}" if isinstance(value, int | float) else str(value)


class SchoolForm(forms.Form):
    """A school's figures. `table` holds them and `school` the school once the form is valid."""

    table: dict[str, Any]
    school: School

    def __init__(self, table: dict[str, Any], data: Any = None) -> None:
        super().__init__(data)
        self._before = deepcopy(table)
        lists = self._before["undertone"]["lists"]
        for rule in self._before["family"]:
            lists.setdefault(rule["word"], [])  # an empty one means every hue
        self._leaves = {".".join(path): (path, value) for path, value in leaves(self._before)}
        for name, (path, value) in self._leaves.items():
            if path[0] in NOT_EDITED or path[-1] == "word":
                continue
            if isinstance(value, bool):
                field: forms.Field = forms.BooleanField(required=False, initial=value)
            else:
                field = forms.CharField(max_length=300, required=path[0] in HEAD, initial=_shown(value))
            field.label = words.school_label(path, self._word_of(path))
            self.fields[name] = field

    def _word_of(self, path: tuple[str, ...]) -> str:
        """Return the family that a rule is about."""
        return self._before["family"][int(path[1])]["word"] if path[0] == "family" else ""

    def parts(self) -> list[tuple[str, list[forms.BoundField]]]:
        """Return the fields by what they are about."""
        found: dict[str, list[forms.BoundField]] = {title: [] for title in words.SCHOOL_PARTS.values()}
        for name in self.fields:
            part = "lists" if name.startswith("undertone.lists.") else name.split(".")[0]
            found.setdefault(words.school_part(part), []).append(self[name])
        return [(title, fields) for title, fields in found.items() if fields]

    def clean(self) -> dict[str, Any]:
        """Put the figures together; what is no figure is said beside its field, what does not add up above all."""
        data = super().clean() or {}
        table = deepcopy(self._before)
        for name in self.fields:
            path, before = self._leaves[name]
            if name not in data:
                continue
            try:
                self._put(table, path, self._read(data[name], before, str(self.fields[name].label)))
            except IntakeError as wrong:
                self.add_error(name, str(wrong))
        table["undertone"]["lists"] = {word: hues for word, hues in table["undertone"]["lists"].items() if hues}
        if not self.errors:
            try:
                self.school, self.table = school.build("preview", table), table
            except SchoolError as wrong:
                self.add_error(None, words.school_wrong(str(wrong)))
        return data

    @staticmethod
    def _read(text: Any, before: Any, label: str) -> Any:
        if isinstance(before, bool):
            return bool(text)
        parts = [part.strip() for part in str(text).replace(";", ",").split(",") if part.strip()]
        if isinstance(before, list):
            numbers = bool(before) and isinstance(before[0], int | float)
            return [figure(label, part) for part in parts] if numbers else parts
        return figure(label, str(text)) if isinstance(before, int | float) else str(text).strip()

    @staticmethod
    def _put(table: Any, path: tuple[str, ...], value: Any) -> None:
        for key in path[:-1]:
            table = table[int(key)] if isinstance(table, list) else table[key]
        table[path[-1]] = value
