"""What is wrong with a file of a deck, and how it was understood."""

from __future__ import annotations

from collections.abc import Sequence

from prism.messages.faults import FEWER_COLOURS
from prism.messages.text import listed, shortened


def not_printable(field: str) -> str:
    return f"The {field} holds a character that cannot be printed, such as a tab or a line end inside it."


def too_many_rows(limit: int) -> str:
    return f"The file has more than {limit:,} lines, so none of them was read. {FEWER_COLOURS}"


def too_many_columns(most: int, there: int) -> str:
    return f"The table has {there} columns; at most {most} are read. Leave out those that hold no colours."


def too_many_cells(limit: int) -> str:
    return f"The file has more than {limit:,} values, so none of them was read. {FEWER_COLOURS}"


def too_slow(seconds: float) -> str:
    return f"The file could not be read within {seconds:.0f} seconds. {FEWER_COLOURS}"


def tinting_other(expected: str, version: int) -> str:
    return f'This JSON is no tinting system: "format" must be "{expected}" and "version" {version}.'


def tinting_wrong(field: str, wanted: str) -> str:
    return f"In {shortened(field)}: {wanted} is needed."


def tinting_twice(field: str, code: str) -> str:
    return f"In {field}: the code '{shortened(code)}' is there twice."


JSON_NOT_PLAIN = "A number in this JSON is too large, infinite or none: only plain numbers are read."


DECK_EMPTY = "The file is empty: a line of headings and a line for each colour are expected."


def deck_no_numbers(headers: Sequence[str]) -> str:
    return (
        f"No column holds a colour; the headings are: {shortened(', '.join(headers), 120)}. Name three columns "
        "L*, a* and b*, or one hex, or reflectances by their wavelength (400, 410 …)."
    )


def deck_no_names(headers: Sequence[str]) -> str:
    return (
        f"No column names the colours; the headings are: {shortened(', '.join(headers), 120)}. "
        "Name one column code or name."
    )


def column_number(number: int) -> str:
    return f"Column {number}"


def columns_aside(names: Sequence[str]) -> str:
    return f"Left aside, not understood: {shortened(listed(names), 160)}."


def csv_broken(reason: str) -> str:
    return f"The table cannot be read: {reason}. A quotation mark may be left open."


def cell_not_a_number(text: str) -> str:
    return f"'{shortened(text)}' is not a number."


def cell_not_whole(text: str) -> str:
    return f"'{shortened(text)}' is not a whole number from 1 to 32,767."


def band_missing(nm: float) -> str:
    return f"The reflectance at {nm:g} nm is missing."


def bad_reflectance(nm: float, value: float, high: float) -> str:
    return f"{value:g} at {nm:g} nm is not a reflectance: 0 to {high:g} is."


def bad_specular(text: str) -> str:
    return f"'{shortened(text)}' says nothing about specular light: write included (SCI) or excluded (SCE)."


NO_NUMBERS = "There are no numbers for this colour: Lab, a screen value or reflectances are needed."


ENTRY_NAMELESS = "This colour has neither a code nor a name."


def bad_recipe_part(text: str) -> str:
    return f"'{shortened(text)}' is not a part of a recipe: write CODE=mL for each colorant, with spaces between."


def recipe_too_much(total: float, most: float) -> str:
    return (
        f"The colorants come to {total:,.0f} mL in a litre, and up to {most:g} is plausible: the amounts must be mL of "
        "colorant per litre of base."
    )


def json_broken(line: int, column: int, reason: str) -> str:
    return f"This is not JSON: line {line}, column {column}: {reason}."


JSON_TOO_DEEP = "The JSON is nested too deeply to be a deck."


def json_other(expected: str) -> str:
    return f'This JSON is no deck: "format" must be "{expected}" and "colours" a list.'


def json_version(found: object, expected: int) -> str:
    return f"Version {shortened(str(found))} of the format is not known: this studio reads version {expected}."


def json_numbers(field: str, count: int | None) -> str:
    return f"{field} must be a list of {f'{count} ' if count else ''}numbers."


def json_text(field: str) -> str:
    return f"{field} must be text."


JSON_NOT_A_COLOUR = "This entry is not an object with a code and a name."


def cgats_no_format(line: int) -> str:
    return f"Line {line}: BEGIN_DATA comes before any BEGIN_DATA_FORMAT, so the columns are unknown."


CGATS_NO_DATA = "There is no BEGIN_DATA: this is not a CGATS table, or it was cut short."


CGATS_UNSAID = "The file does not say which light its values are for. They are read as D50 and 2°."


CGATS_CUT_SHORT = "The table has no END_DATA: the file may be cut short."


def cgats_length(found: int, expected: int) -> str:
    return f"{found} values, but the format names {expected}."


GPL_OTHER = 'This is no GIMP palette: the first line must be "GIMP Palette".'


def gpl_numbers(line: str) -> str:
    return f"'{shortened(line)}' does not begin with three numbers from 0 to 255."


def xml_broken(reason: str) -> str:
    return f"This is not XML: {reason}."


XML_UNSAFE = "The XML holds a document type, an entity or an external reference. Export it again without any."


def cxf_value(reason: str) -> str:
    return f"A value of this colour cannot be read: {shortened(reason, 80)}."


def cxf_other(reason: str) -> str:
    return f"This XML is no CxF3 file with colours in it ({shortened(reason)})."


XLSX_BOMB = "The workbook unpacks to far more than a deck needs, so it was not opened. Save it again, or export CSV."


def xlsx_broken(kind: str) -> str:
    return f"This workbook cannot be opened ({kind}): save it again as XLSX, or export CSV."


def ending_differs(ending: str) -> str:
    return f"The file ends in {shortened(ending, 12)}, but does not hold that. Rename it, or export it again."


def duplicate_code(code: str, line: int) -> str:
    return f"'{shortened(code)}' is in line {line} already; the first one is taken."


def too_long(field: str, limit: int) -> str:
    return f"The {field} is longer than {limit} characters."


DECK_FILE_NEEDED = "Choose a file."


def cells_beyond(cells: int, columns: int) -> str:
    return (
        f"{cells} cells for {columns} columns. If decimals are written with commas, put semicolons between the cells "
        "or points into the numbers."
    )


DECK_IS_EMPTY = "it holds no colour."
