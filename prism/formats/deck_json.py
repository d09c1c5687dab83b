"""A deck as JSON: `{"format": "gentle-prism deck", "version": 1, "colours": [...]}`; see `deck.schema.json`."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator, Sequence
from typing import Any

from prism import messages
from prism.formats.deck import (
    MAX_BYTES,
    MAX_CELLS,
    Budget,
    DeckFile,
    DeckFileError,
    Entry,
    EntryError,
    Problem,
    Tell,
    as_deck,
    recipe_is_sound,
    specular,
)
from prism.formats.text import json_of

FORMAT, VERSION = "gentle-prism deck", 1


def read(data: bytes, tell: Tell | None = None) -> DeckFile:
    """Return the deck in a JSON file; entries count as lines."""
    if data.count(b",") + data.count(b"[") + data.count(b"{") > MAX_CELLS:
        raise DeckFileError(messages.files.too_many_cells(MAX_CELLS))
    with as_deck():
        whole = json_of(data, MAX_BYTES, messages.faults.FEWER_COLOURS)
    if not isinstance(whole, dict) or whole.get("format") != FORMAT or not isinstance(whole.get("colours"), list):
        raise DeckFileError(messages.files.json_other(FORMAT))
    if whole.get("version") != VERSION:
        raise DeckFileError(messages.files.json_version(whole.get("version"), VERSION))
    entries, problems = [], []
    for number, item in enumerate(Budget(len(whole["colours"]), tell).over(whole["colours"]), start=1):
        try:
            entries.append(_entry(number, item))
        except EntryError as bad:
            problems.append(Problem(number, bad.column, str(bad)))
    return DeckFile(entries, problems)


def _plain(value: Any) -> bool:
    """Return whether a value is a number that can be computed with."""
    return type(value) in (int, float) and abs(value) < 1e300


def _numbers(item: dict[str, Any], field: str, count: int | None = None) -> tuple[float, ...] | None:
    value = item.get(field)
    if value is None:
        return None
    plain = isinstance(value, list) and all(_plain(v) for v in value)
    if not plain or (count is not None and len(value) != count):
        raise EntryError(field, messages.files.json_numbers(field, count))
    return tuple(float(v) for v in value)


def _text(item: dict[str, Any], field: str) -> str:
    value = item.get(field, "")
    if not isinstance(value, str):
        raise EntryError(field, messages.files.json_text(field))
    return value.strip()


def _whole(item: dict[str, Any], field: str) -> int | None:
    value = item.get(field)
    if value is None or (isinstance(value, int) and not isinstance(value, bool) and 0 < value < 32_768):
        return value
    raise EntryError(field, messages.files.cell_not_whole(str(value)))


def _strip(item: dict[str, Any]) -> str:
    """Return what a strip is called; many makers only number theirs."""
    value = item.get("strip")
    return str(value) if isinstance(value, int) and not isinstance(value, bool) else _text(item, "strip")


def _entry(number: int, item: Any) -> Entry:
    if not isinstance(item, dict):
        raise EntryError("", messages.files.JSON_NOT_A_COLOUR)
    code, name = _text(item, "code"), _text(item, "name")
    if not code and not name:
        raise EntryError("code", messages.files.ENTRY_NAMELESS)
    lab, spectrum, grid = _numbers(item, "lab", 3), _numbers(item, "reflectance"), _numbers(item, "wavelengths")
    if spectrum and (grid is None or len(grid) != len(spectrum)):
        raise EntryError("wavelengths", messages.files.json_numbers("wavelengths", len(spectrum)))
    lrv = item.get("lrv")
    if lrv is not None and not _plain(lrv):
        raise EntryError("lrv", messages.files.cell_not_a_number(str(lrv)[:60]))
    recipe = item.get("recipe") or {}
    colorants = recipe.get("colorants", {}) if isinstance(recipe, dict) else None
    if not isinstance(colorants, dict) or not all(_plain(v) and v >= 0 for v in colorants.values()):
        raise EntryError("recipe", messages.files.bad_recipe_part(str(recipe)))
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


def pieces(entries: Iterable[Entry]) -> Iterator[str]:
    """Yield JSON in pieces, colour by colour; absent values are left out."""
    yield f'{{\n "format": "{FORMAT}",\n "version": {VERSION},\n "colours": ['
    between = "\n"
    for entry in entries:
        item = json.dumps(_item(entry), ensure_ascii=False, indent=1)
        yield between + "\n".join(f"  {line}" for line in item.split("\n"))
        between = ",\n"
    yield ("" if between == "\n" else "\n ") + "]\n}\n"


def write(entries: Sequence[Entry]) -> str:
    """Return JSON that `read` takes back whole."""
    return "".join(pieces(entries))


def _item(entry: Entry) -> dict[str, Any]:
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
    return item | {key: value for key, value in optional.items() if value is not None}
