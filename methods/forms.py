"""Every figure and word of a method as a form, as the core lists what each must be."""

from __future__ import annotations

from collections.abc import Iterator
from copy import deepcopy
from typing import Any

from django import forms

from prism import words
from prism.method import Method, MethodError, build
from prism.method.checks import FIGURES, RULE, UNCERTAINTY, Figure, Kind, Path, figure_at
from prism.method.tables import SOURCES
from prism.stimulus import IntakeError, figure

NOT_EDITED = (("explains",),)
LISTS = ("undertone", "lists")
LAID_OUT: dict[str, Any] = {"template_name": "methods/figure.html"}
OWN = ("word", "counts_as", "lrv", "chroma", "hue")
"""What a family word of one's own is made of."""
CUT = (Kind.EDGES, Kind.TURN)
"""Kinds that divide a scale, and are shown on it."""


def _shown(value: Any) -> str:
    if isinstance(value, list | tuple):
        return ", ".join(_shown(item) for item in value)
    return f"{value:g}" if isinstance(value, int | float) and not isinstance(value, bool) else str(value)


def _at(table: Any, path: Path) -> Any:
    """Return what stands at a path; None for nothing."""
    for key in path:
        try:
            table = table[int(key)] if isinstance(table, list) else table[key]
        except (KeyError, IndexError, ValueError, TypeError):
            return None
    return table


class MethodForm(forms.Form):
    """A method's figures. `table` holds them and `method` the method once the form is valid.

    `before` is the method it was copied from: where a figure differs, the field says what stands there.
    """

    table: dict[str, Any]
    method: Method

    def __init__(self, table: dict[str, Any], data: Any = None, before: dict[str, Any] | None = None) -> None:
        super().__init__(data)
        self._table, self._copied = deepcopy(table), before
        self._figures = {".".join(path): (path, wanted) for path, wanted in self._all()}
        for name, (path, item) in self._figures.items():
            self.fields[name] = self._field(path, item)
        self._add_own_words()

    def _add_own_words(self) -> None:
        """Add what a family word of one's own needs, and a way to leave out each that counts as another."""
        for name in OWN:
            self.fields[f"own.{name}"] = forms.CharField(
                max_length=60, required=False, initial="", label=words.methods.OWN_WORD[name], **LAID_OUT
            )
        for number, rule in enumerate(self._table.get("family") or []):
            if isinstance(rule, dict) and rule.get("counts_as"):
                label = words.methods.leave_word_out(str(rule.get("word")), str(rule["counts_as"]))
                self.fields[f"own.out.{number}"] = forms.BooleanField(
                    required=False, initial=False, label=label, **LAID_OUT
                )

    def _own_words(self, table: dict[str, Any], data: dict[str, Any]) -> None:
        """Put a new word of one's own before all other families, and leave out those that were ticked."""
        table["family"] = [rule for number, rule in enumerate(table["family"]) if not data.get(f"own.out.{number}")]
        if not data.get("own.word"):
            return
        rule: dict[str, Any] = {"word": data["own.word"].strip()}
        if data.get("own.counts_as"):
            rule["counts_as"] = data["own.counts_as"].strip()
        for name in OWN[2:]:
            if data.get(f"own.{name}"):
                try:
                    rule[name] = _read(data[f"own.{name}"], RULE[name], words.methods.OWN_WORD[name])
                except IntakeError as wrong:
                    self.add_error(f"own.{name}", str(wrong))
        table["family"].insert(0, rule)

    def _all(self) -> Iterator[tuple[Path, Figure]]:
        for known in FIGURES:
            if known.path not in NOT_EDITED:
                yield known.path, known
        for source in sorted(SOURCES | set(_at(self._table, ("uncertainty",)) or ())):
            yield ("uncertainty", source), UNCERTAINTY
        rules = [rule for rule in self._table.get("family") or [] if isinstance(rule, dict)]
        families = dict.fromkeys(str(rule.get("word")) for rule in rules)
        for word in dict.fromkeys([*(_at(self._table, LISTS) or ()), *families]):
            field = figure_at((*LISTS, word))
            assert field is not None
            yield (*LISTS, word), field
        for number, rule in enumerate(rules):
            for name in (name for name in RULE if name in rule):
                yield ("family", str(number), name), RULE[name]

    def _field(self, path: Path, figure: Figure) -> forms.Field:
        value = _at(self._table, path)
        if figure.kind is Kind.FLAG:
            field: forms.Field = forms.BooleanField(required=False, initial=bool(value), **LAID_OUT)
        else:
            must = path[:2] != LISTS and figure.least > 0
            field = forms.CharField(
                max_length=400, required=must, initial=_shown([] if value is None else value), **LAID_OUT
            )
        family = str(_at(self._table, (*path[:2], "word"))) if path[0] == "family" else ""
        field.label = words.methods.method_label(path, family)
        field.help_text = " ".join(
            filter(None, [words.methods.method_effect(path), words.methods.method_range(figure)])
        )
        was = _at(self._copied, path) if self._copied is not None else value
        if was is not None and _shown(was) != _shown([] if value is None else value):
            field.widget.attrs["data-was"] = words.methods.method_was(_shown(was))
        if figure.kind in CUT:
            field.widget.attrs |= self._scale(figure, value)
        return field

    def _scale(self, figure: Figure, value: Any) -> dict[str, Any]:
        """Return the scale that edges cut, for the boundaries that are moved by keys or dragged: its ends, its step,
        and the field whose words stand between them."""
        numbers = [edge for edge in value or [] if type(edge) in (int, float)]
        high = (
            figure.high
            if (figure.high <= 100 and figure.unit == "LRV") or figure.kind is Kind.TURN
            else max(numbers, default=1) * 1.15
        )
        low = min(figure.low, 0.0) if figure.low >= 0 else min(numbers, default=-1) * 1.15
        step = 1 if high - low > 50 else 0.1
        return {
            "data-cut": "turn" if figure.kind is Kind.TURN else "line",
            "data-low": f"{low:g}",
            "data-high": f"{high:g}",
            "data-step": f"{step:g}",
            "data-words": f"id_{'.'.join(figure.of)}",
            "data-unit": figure.unit,
        }

    def parts(self) -> list[tuple[str, list[forms.BoundField]]]:
        parts: dict[str, list[forms.BoundField]] = {title: [] for title in words.methods.METHOD_PARTS.values()}
        for name in self.fields:
            part = "lists" if name.startswith("undertone.lists.") else name.split(".")[0]
            parts.setdefault(words.methods.method_part(part), []).append(self[name])
        return [(title, fields) for title, fields in parts.items() if fields]

    def clean(self) -> dict[str, Any]:
        """Put the figures together; what is wrong with one is said beside its field."""
        data = super().clean() or {}
        table = deepcopy(self._table)
        for name, (path, wanted) in self._figures.items():
            if name not in data:
                continue
            try:
                _put(table, path, _read(data[name], wanted, str(self.fields[name].label)))
            except IntakeError as wrong:
                self.add_error(name, str(wrong))
        self._own_words(table, data)
        lists = table["undertone"]["lists"]
        table["undertone"]["lists"] = {word: hues for word, hues in lists.items() if hues}
        if not self.errors:
            try:
                self.method, self.table = build("preview", table), table
            except MethodError as wrong:
                name = ".".join(wrong.path)
                if data.get("own.word") and wrong.path[:2] == ("family", "0"):
                    name = f"own.{wrong.path[2]}"
                self.add_error(name if name in self.fields else None, words.methods.method_wrong(str(wrong)))
        return data


def _read(text: Any, one: Figure, label: str) -> Any:
    """Return the value of a figure as it was typed. Raises `IntakeError`."""
    if one.kind is Kind.FLAG:
        return bool(text)
    if one.kind is Kind.TEXT:
        return str(text).strip()
    if one.kind is Kind.NUMBER:
        return figure(label, str(text))
    parts = [part.strip() for part in str(text).replace(";", ",").split(",") if part.strip()]
    if one.kind in (Kind.WORDS, Kind.TEXTS, Kind.HUES):
        return parts
    return [figure(label, part) for part in parts]


def _put(table: Any, path: Path, value: Any) -> None:
    for key in path[:-1]:
        table = table[int(key)] if isinstance(table, list) else table.setdefault(key, {})
    table[path[-1]] = value
