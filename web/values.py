"""What the values of records may be, wherever they come from: forms, files of jobs and archives."""

from __future__ import annotations

import re
from typing import Any

import jsonschema
from django.core.exceptions import ValidationError
from django.utils.deconstruct import deconstructible

from prism import messages, method

WHOLE = {"type": "integer", "minimum": 0, "maximum": 2**53}
"""A number that counts, or that is a key of a record."""
AMOUNT = {"type": "number", "minimum": 0, "maximum": 100_000}
"""Of a colorant, mL."""
WORD = {"type": "string", "maxLength": 200}
COLOUR = re.compile(r"#[0-9a-fA-F]{6}\Z")


@deconstructible(path="jobs.validators.Within")
class Within:
    """Refuses a number outside its limits; what is no number at all lies outside any."""

    def __init__(self, low: float, high: float) -> None:
        self.low, self.high = low, high

    def __call__(self, value: float) -> None:
        if not self.low <= value <= self.high:
            raise ValidationError(messages.rooms.outside_range("value", value, self.low, self.high, "", ""))

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Within) and (self.low, self.high) == (other.low, other.high)

    def __hash__(self) -> int:
        return hash((self.low, self.high))


@deconstructible
class Numbers:
    """Refuses anything but a list of `count` numbers within limits; of any count where that is 0."""

    def __init__(self, low: float, high: float, count: int = 0) -> None:
        self.low, self.high, self.count = low, high, count

    def __call__(self, value: Any) -> None:
        listed = isinstance(value, list) and (not self.count or len(value) == self.count)
        if not listed or not all(type(item) in (int, float) and self.low <= item <= self.high for item in value):
            raise ValidationError(messages.faults.not_numbers(self.count, self.low, self.high))

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Numbers) and vars(self) == vars(other)

    def __hash__(self) -> int:
        return hash((self.low, self.high, self.count))


@deconstructible
class Shaped:
    """Refuses a value that a JSON schema (draft 2020-12) does not take, naming the place in it."""

    def __init__(self, schema: dict[str, Any]) -> None:
        self.schema = schema
        self._checks = jsonschema.Draft202012Validator(schema)

    def __call__(self, value: Any) -> None:
        for wrong in self._checks.iter_errors(value):
            place = ", ".join(str(part) for part in wrong.absolute_path)
            raise ValidationError(messages.faults.not_shaped(place, wrong.validator, wrong.validator_value))

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Shaped) and self.schema == other.schema

    def __hash__(self) -> int:
        return hash(repr(self.schema))


def listed(items: dict[str, Any], most: int = 1_000) -> Shaped:
    return Shaped({"type": "array", "items": items, "maxItems": most})


def named(values: dict[str, Any], names: str = "") -> Shaped:
    """Return what refuses all but an object of such values, its keys by a pattern where one is given."""
    keys = {"propertyNames": {"pattern": names}} if names else {}
    return Shaped({"type": "object", "additionalProperties": values} | keys)


def known_source(name: str) -> None:
    if name not in method.load().uncertainty:
        raise ValidationError(messages.faults.source_unknown(name))


def screen_colour(text: str) -> None:
    if not COLOUR.match(text):
        raise ValidationError(messages.faults.NOT_A_SCREEN_COLOUR)
