"""Forms that two people, or one in two tabs, have open at once: what each began from, and what was changed since.

A form sends along a short mark of each field as it stood when it was shown. A field that its writer left alone follows
what stands now; one that only its writer changed is kept; one that both changed is a clash, of which nothing is kept
before its writer has seen both.
"""

from __future__ import annotations

import json
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from hashlib import blake2s

from django.forms import BaseForm, BoundField, CheckboxInput, Select, SelectMultiple
from django.forms.widgets import CheckboxSelectMultiple
from django.http import HttpRequest, QueryDict

from prism import words

FIELD = "begun"
"""The hidden field that holds the marks."""
Sent = dict[str, list[str]]
"""What a form sends: by field, its values."""


def as_sent(forms: Iterable[BaseForm]) -> Sent:
    return {bound.html_name: _untouched(bound) for form in forms for bound in form}


def _untouched(bound: BoundField) -> list[str]:
    value, widget = bound.field.prepare_value(bound.initial), bound.field.widget
    if isinstance(widget, CheckboxInput):
        return ["on"] if value else []
    if isinstance(widget, SelectMultiple | CheckboxSelectMultiple):
        return sorted(str(item) for item in value or ())
    if isinstance(widget, Select):
        shown = [str(key) for key, _ in widget.choices if not isinstance(key, list | tuple)]
        return [str(value)] if value is not None and str(value) in shown else shown[:1]
    return [str(value) if value is not None else ""]


def _plain(values: Iterable[str]) -> list[str]:
    """Return values with line ends and blanks at the ends as the studio keeps them."""
    return sorted(value.replace("\r\n", "\n").strip() for value in values)


def _by_unit(sent: Mapping[str, list[str]], groups: Iterable[str]) -> dict[str, Sent]:
    """Return what is sent by what stands or falls together: a group of rows as a whole, each other field alone."""
    units: dict[str, Sent] = {group: {} for group in groups}
    for name, values in sent.items():
        group = next((unit for unit in units if name.startswith(f"{unit}-")), name)
        units.setdefault(group, {})[name] = _plain(values)
    return units


def _mark(unit: Mapping[str, list[str]]) -> str:
    filled = {name: values for name, values in sorted(unit.items()) if any(values)}
    return blake2s(json.dumps(filled).encode(), digest_size=4).hexdigest()


def marks(now: Sent, groups: Iterable[str] = ()) -> str:
    return json.dumps({name: _mark(unit) for name, unit in _by_unit(now, groups).items()}, separators=(",", ":"))


@dataclass(frozen=True)
class Settled:
    """What was sent, with what was changed elsewhere taken in; and the fields and groups that both changed."""

    data: QueryDict
    clashes: tuple[str, ...]


def settled(data: QueryDict, now: Sent, groups: Iterable[str] = ()) -> Settled:
    """Return what is to be kept of what was sent, given what stands `now`. Without marks everything sent counts."""
    seen, groups = _seen(data.get(FIELD, "")), tuple(groups)
    merged, clashes = data.copy(), []
    mine = _by_unit({name: data.getlist(name) for name in {*now, *data} if name != FIELD}, groups)
    for name, theirs in _by_unit(now, groups).items():
        own = mine.get(name, {})
        was, here, there = seen.get(name), _mark(own), _mark(theirs)
        if not seen or there in (was, here) or (was is None and own):
            continue
        if was is not None and here != was:
            clashes.append(name)
            continue
        for field in own:
            merged.setlist(field, [])
        for field in theirs:
            merged.setlist(field, now[field])
    return Settled(merged, tuple(clashes))


def _seen(text: str) -> dict[str, str]:
    try:
        seen = json.loads(text or "{}")
    except ValueError:
        return {}
    return {str(name): str(mark) for name, mark in seen.items()} if isinstance(seen, dict) else {}


class EditConflicts:
    """What a request makes of a form that may be open elsewhere too: what is to be kept, and what clashes.

    `now` is what the form would send of what stands now, empty for something new.
    """

    def __init__(self, request: HttpRequest, now: Sent, groups: Iterable[str] = ()) -> None:
        self._now, self._groups = now, tuple(groups)
        posted = request.method == "POST"
        self._settled = settled(request.POST, now, self._groups) if posted else None
        self._kept = request.POST.get(FIELD, "")

    @property
    def data(self) -> QueryDict | None:
        """What the form is bound to; None where nothing was sent."""
        return self._settled.data if self._settled else None

    @property
    def marks(self) -> str:
        """The marks that the form sends along: those it began with, until its writer has seen what clashes."""
        clashes = self._settled.clashes if self._settled else ()
        return self._kept if self._kept and not clashes else marks(self._now, self._groups)

    def say(self, form: BaseForm, by: object, groups: Mapping[str, str] | None = None) -> None:
        for name in self._settled.clashes if self._settled else ():
            theirs = {field: values for field, values in self._now.items() if field.startswith(f"{name}-")}
            if groups and name in groups:
                form.errors  # noqa: B018  errors are added to those that are there
                form.add_error(None, words.walks.changed_meanwhile(groups[name], by, _in_rows(theirs)))
            elif name in form.fields:
                form.errors  # noqa: B018
                sentence = words.walks.changed_meanwhile(
                    str(form.fields[name].label or name), by, "\n".join(self._now[name])
                )
                form.add_error(name, sentence)


def _in_rows(theirs: Sent) -> str:
    rows: dict[str, list[str]] = {}
    for field, values in theirs.items():
        row, _, _ = field.rpartition("-")
        if not field.endswith("-rows"):
            rows.setdefault(row, []).extend(value for value in values if value)
    return "; ".join(", ".join(values) for values in rows.values() if values)
