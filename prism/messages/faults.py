"""What went wrong with something a person typed or a reflectance file held."""

from __future__ import annotations

from collections.abc import Iterable

from prism.messages.text import count, number, shortened


def out_of_range(name: str, value: float, low: float, high: float) -> str:
    shown, least, most = (number(v, 0 if v == int(v) else 2) for v in (value, low, high))
    return f"{name} is {shown}: it must lie between {least} and {most}."


def not_numbers(count: int, low: float, high: float) -> str:
    return f"must be {count or 'some'} numbers between {low:g} and {high:g}"


def not_shaped(place: str, rule: str, asked: object) -> str:
    at = f"at {shortened(place)}: " if place else ""
    return f"{at}does not keep to its form ({rule}: {shortened(str(asked))})"


def source_unknown(name: str) -> str:
    return f"'{shortened(name)}' is no source that a colour's numbers can have"


NOT_A_SCREEN_COLOUR = "must be # and six hexadecimal digits"
NOT_A_METHOD = "is no table of a method"
NOT_SCHEDULED = "is no date of the scheduler of exercises"


def not_a_number(name: str, text: str) -> str:
    return f"{name} is '{shortened(text)}': that is not a number."


def ambiguous_number(name: str, text: str, readings: tuple[str, str]) -> str:
    thousands, decimals = readings
    return f"{name} is '{shortened(text)}': write {thousands} or {decimals}, so that it is clear which is meant."


def missing(name: str) -> str:
    return f"{name} is empty: all three of L*, a* and b* are needed."


def bad_hex(text: str) -> str:
    digits = text.strip().removeprefix("#")
    if not digits:
        return "The screen value is empty: write six digits such as #C4CBC9."
    if all(c in "0123456789abcdefABCDEF" for c in digits):
        return f"'{shortened(text)}' has {count(len(digits), 'digit')}: a screen value has six, such as #C4CBC9."
    return f"'{shortened(text)}' is not a screen value: write six digits 0-9 or A-F, such as #C4CBC9."


def unknown_choice(name: str, value: str, choices: Iterable[str]) -> str:
    return f"{name} '{shortened(value)}' is not known: choose one of {', '.join(choices)}."


_GRIDS = "31 (400-700 nm by 10), 36 (380-730 by 10), 16 (400-700 by 20) or 61 (400-700 by 5)"


def wrong_band_count(found: int) -> str:
    return f"{found} bands: without wavelengths, {_GRIDS} are understood. Add the wavelengths, or the missing bands."


CSV_EMPTY = "The file is empty: a line of wavelengths and a line of reflectances are expected."


def csv_bad_cell(line: int, column: int, text: str) -> str:
    return f"Line {line}, column {column}: '{shortened(text)}' is not a number."


def csv_out_of_range(line: int, column: int, value: float, high: float) -> str:
    return f"Line {line}, column {column}: {value:g} is not a reflectance: 0 to {high:g} is."


def csv_row_length(line: int, found: int, expected: int) -> str:
    return f"Line {line} has {found} values, but there are {expected} wavelengths."


def csv_grid(reason: str) -> str:
    return f"The wavelengths cannot be used: {reason}."


def csv_not_text(position: int) -> str:
    return f"This is not a text file (byte {position + 1} cannot be read): save the readings as CSV, UTF-8."


CSV_NO_READINGS = "There are wavelengths but no reflectances: add at least one line of readings below them."


def csv_too_many(limit: int) -> str:
    return f"More than {limit} readings: give the readings of one colour only."


CSV_PERCENT_NOTE = "The values were percentages; they were divided by 100."


def csv_extended_note(low: float, high: float) -> str:
    return f"The file reaches {low:g}-{high:g} nm; the end values were held out to 400-700 nm."


def csv_resampled_note(step: float) -> str:
    return f"Bands of {step:g} nm were brought to 10 nm."


ONE_COLOUR = "A spectrum needs a few kilobytes: choose the file of one colour."
FEWER_COLOURS = "Split the deck into several files."
"""What to do with a file that is too large."""


def too_large(limit_bytes: int, actual_bytes: int | None = None, advice: str = "") -> str:
    size = f" ({actual_bytes / 1e6:.1f} MB)" if actual_bytes else ""
    return f"The file is too large{size}: up to {limit_bytes / 1e6:.0f} MB is read. {advice}".strip()


NAME_NEEDED = "Give the colour a name, so that the review can be found again."


ONE_SOURCE = "Give the reflectances: drop or choose a CSV file, or paste its text."
