"""A deck as JSON: `{"format": "gentle-prism deck", "version": 1, "colours": [...]}`; see `deck.schema.json`."""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import Any

from prism import words
from prism.formats.deck import (
    DeckFile,
    DeckFileError,
    Entry,
    EntryError,
    Problem,
    Tell,
    decode,
    recipe_is_sound,
    specular,
    told,
)  # fmt: skip

FORMAT, VERSION = "gentle-prism deck", 1


def read(data: bytes, tell: Tell | None = None) -> DeckFile:
    """Return the deck in a JSON file; entries count as lines."""
    try:
        whole = json.loads(decode(data))
    except RecursionError:
        raise DeckFileError(words.json_too_deep()) from None
    except json.JSONDecodeError as wrong:
        raise DeckFileError(words.json_broken(wrong.lineno, wrong.colno, wrong.msg)) from None
    if not isinstance(whole, dict) or whole.get("format") != FORMAT or not isinstance(whole.get("colours"), list):
        raise DeckFileError(words.json_other(FORMAT))
    if whole.get("version") != VERSION:
        raise DeckFileError(words.json_version(whole.get("version"), VERSION))
    entries, problems = [], []
    for number, item in enumerate(told(whole["colours"], tell), start=1):
        try:
            entries.append(_entry(number, item))
        except EntryError as bad:
            problems.append(Problem(number, bad.column, str(bad)))
    return DeckFile(entries, problems)


def _numbers(item: dict[str, Any], field: str, count: int | None = None) -> tuple[float, ...] | None:
    value = item.get(field)
    if value is None:
        return None
    plain = isinstance(value, list) and all(isinstance(v, int | float) and not isinstance(v, bool) for v in value)
    if not plain or (count is not None and len(value) != count):
        raise EntryError(field, words.json_numbers(field, count))
    return tuple(float(v) for v in value)


def _text(item: dict[str, Any], field: str) -> str:
    value = item.get(field, "")
    if not isinstance(value, str):
        raise EntryError(field, words.json_text(field))
    return value.strip()


def _whole(item: dict[str, Any], field: str) -> int | None:
    value = item.get(field)
    if value is None or (isinstance(value, int) and not isinstance(value, bool) and 0 < value < 32_768):
        return value
    raise EntryError(field, words.cell_not_whole(str(value)))


def _strip(item: dict[str, Any]) -> str:
    """Return what a strip is called; many makers only number theirs."""
    value = item.get("strip")
    return str(value) if isinstance(value, int) and not isinstance(value, bool) else _text(item, "strip")


def _entry(number: int, item: Any) -> Entry:
    if not isinstance(item, dict):
        raise EntryError("", words.json_not_a_colour())
    code, name = _text(item, "code"), _text(item, "name")
    if not code and not name:
        raise EntryError("code", words.entry_nameless())
    lab, spectrum, grid = _numbers(item, "lab", 3), _numbers(item, "reflectance"), _numbers(item, "wavelengths")
    if spectrum and (grid is None or len(grid) != len(spectrum)):
        raise EntryError("wavelengths", words.json_numbers("wavelengths", len(spectrum)))
    lrv = item.get("lrv")
    if lrv is not None and (isinstance(lrv, bool) or not isinstance(lrv, int | float)):
        raise EntryError("lrv", words.cell_not_a_number(str(lrv)))
    recipe = item.get("recipe") or {}
    colorants = recipe.get("colorants", {}) if isinstance(recipe, dict) else None
    if not isinstance(colorants, dict) or not all(isinstance(v, int | float) and v >= 0 for v in colorants.values()):
        raise EntryError("recipe", words.bad_recipe_part(str(recipe)))
    recipe_is_sound([(code, float(amount)) for code, amount in colorants.items()])
    return Entry(
        line=number,
        code=code or name,
        name=name or code,
        maker=_text(item, "maker"),
        strip=_strip(item),
        step=_whole(item, "step"),
        lab=(lab[0], lab[1], lab[2]) if lab else None,
        convention=_text(item, "convention") or "lab",
        reflectance=spectrum,
        wavelengths=grid,
        specular=specular(_text(item, "specular"), "specular"),
        hex=_text(item, "hex"),
        lrv=None if lrv is None else float(lrv),
        recipe_base=str(recipe.get("base", "")) if isinstance(recipe, dict) else "",
        recipe=tuple((str(code), float(amount)) for code, amount in colorants.items()),
    )


def write(entries: Sequence[Entry]) -> str:
    """Return JSON that `read` takes back whole; absent values are left out."""
    colours = []
    for entry in entries:
        item: dict[str, Any] = {"maker": entry.maker, "code": entry.code, "name": entry.name}
        optional = {
            "strip": entry.strip or None,
            "step": entry.step,
            "lab": list(entry.lab) if entry.lab else None,
            "convention": entry.convention if entry.lab else None,
            "wavelengths": list(entry.wavelengths) if entry.wavelengths else None,
            "reflectance": list(entry.reflectance) if entry.reflectance else None,
            "specular": entry.specular,
            "hex": entry.hex or None,
            "lrv": entry.lrv,
            "recipe": {"base": entry.recipe_base, "colorants": dict(entry.recipe)} if entry.recipe_base else None,
        }
        colours.append(item | {key: value for key, value in optional.items() if value is not None})
    return json.dumps({"format": FORMAT, "version": VERSION, "colours": colours}, ensure_ascii=False, indent=1) + "\n"
