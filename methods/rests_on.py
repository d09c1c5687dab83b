"""The figures of a method that sentences rest on, to be opened beside them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from prism import words
from prism.method import DEFAULT, Method, table_of
from prism.method.checks import figure_at


@dataclass(frozen=True)
class RestsOn:
    """One figure: what it is, its value with its unit, and what it does."""

    label: str
    value: str
    effect: str


def rests_on(method: Method, own: dict[str, Any] | None, paths: Sequence[str]) -> list[RestsOn]:
    """Return figures of a method by their paths; `own` are its tables where it is no ready one."""
    tables = [own, table_of(DEFAULT)] if own else [table_of(method.key)]
    rests = []
    for path in paths:
        parts = tuple(path.split("."))
        figure = figure_at(parts)
        value = next((values[parts[1]] for table in tables if parts[1] in (values := table.get(parts[0], {}))), None)
        if figure is not None and value is not None:
            label = f"{words.methods.method_part(parts[0])}: {words.methods.method_label(parts, '').lower()}"
            rests.append(
                RestsOn(label, words.methods.figure_text(value, figure.unit), words.methods.method_effect(parts))
            )
    return rests
