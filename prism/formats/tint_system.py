"""A tinting system as JSON: bases and colorants with K and S in the 31 bands, shots, and cans.

`{"format": "gentle-prism tinting system", "version": 1, "name": …, "shots": {"ounce_ml", "in_ounce", "smallest"},
"cans": [{"key", "label", "litres", "metric"}], "bases": [{"code", "name", "capacity_ml_per_l", "density", "k", "s"}],
"colorants": [{"code", "name", "kind", "density", "k", "s"}]}`. K and S are per litre of base, or per mL of colorant in
a litre of base; `kind` is white, black, earth or organic. `"film": {"coats", "micrometres", "scattering"}` may say by
which dry film hiding is judged: `scattering` is S·X of that film for an S of 1.
"""

from __future__ import annotations

import json
from typing import Any

import numpy as np

from prism import messages
from prism.formats.text import TextError, json_of
from prism.spectrum import BANDS, Array
from prism.tint.counter import Can, Shots
from prism.tint.system import Film, Ingredient, Kind, TintSystem

FORMAT, VERSION = "gentle-prism tinting system", 1
MAX_BYTES = 1_000_000
MOST_PARTS = 60
"""Bases, colorants or cans of a system."""


class TintSystemError(ValueError):
    """A file that is no tinting system; the message names the field that is wrong."""


def read(data: bytes) -> TintSystem:
    """Return the tinting system in a file. Raises `TintSystemError`."""
    try:
        return from_table(json_of(data, MAX_BYTES))
    except TextError as wrong:
        raise TintSystemError(str(wrong)) from None


def from_table(whole: Any) -> TintSystem:
    """Return the tinting system of a file that has been parsed. Raises `TintSystemError`."""
    if not isinstance(whole, dict) or whole.get("format") != FORMAT or whole.get("version") != VERSION:
        raise TintSystemError(messages.files.tinting_other(FORMAT, VERSION))
    shots = whole.get("shots", {})
    if not isinstance(shots, dict):
        raise TintSystemError(messages.files.tinting_wrong("shots", "an object"))
    plain = Shots()
    dosed = Shots(
        _number(shots, "shots", "ounce_ml", 1, 1000, plain.ounce),
        int(_number(shots, "shots", "in_ounce", 1, 10_000, plain.in_ounce)),
        _number(shots, "shots", "smallest", 0.001, 1000, plain.smallest),
    )
    bases = [_ingredient(part, f"bases {i}", base=True) for i, part in _listed(whole, "bases")]
    colorants = [_ingredient(part, f"colorants {i}", base=False) for i, part in _listed(whole, "colorants")]
    cans = [
        Can(
            _text(part, f"cans {i}", "key", 20),
            _text(part, f"cans {i}", "label", 60),
            _number(part, f"cans {i}", "litres", 0.01, 2000),
            bool(part.get("metric", True)),
        )
        for i, part in _listed(whole, "cans")
    ]
    for name, codes in (
        ("bases", [part.code for part in bases]),
        ("colorants", [part.code for part in colorants]),
        ("cans", [can.key for can in cans]),
    ):
        if twice := next((code for code in codes if codes.count(code) > 1), None):
            raise TintSystemError(messages.files.tinting_twice(name, twice))
    return TintSystem(
        {part.code: part for part in bases},
        {part.code: part for part in colorants},
        _text(whole, "the system", "name", 80),
        dosed,
        tuple(cans),
        _film(whole["film"]) if whole.get("film") is not None else None,
    )


def _film(part: Any) -> Film:
    if not isinstance(part, dict):
        raise TintSystemError(messages.files.tinting_wrong("film", "an object"))
    return Film(
        int(_number(part, "film", "coats", 1, 10)),
        _number(part, "film", "micrometres", 1, 2000),
        _number(part, "film", "scattering", 0.01, 10_000),
    )


def _listed(whole: dict[str, Any], field: str) -> list[tuple[int, dict[str, Any]]]:
    value = whole.get(field)
    if not isinstance(value, list) or not 1 <= len(value) <= MOST_PARTS or not all(isinstance(v, dict) for v in value):
        raise TintSystemError(messages.files.tinting_wrong(field, f"a list of 1 to {MOST_PARTS} objects"))
    return list(enumerate(value, start=1))


def _text(part: dict[str, Any], where: str, field: str, limit: int) -> str:
    value = part.get(field)
    if not isinstance(value, str) or not value.strip() or len(value) > limit or not value.isprintable():
        raise TintSystemError(messages.files.tinting_wrong(f"{where}, {field}", f"text of up to {limit} characters"))
    return value.strip()


def _number(
    part: dict[str, Any], where: str, field: str, low: float, high: float, default: float | None = None
) -> float:
    value = part.get(field, default)
    if isinstance(value, bool) or not isinstance(value, int | float) or not low <= value <= high:
        raise TintSystemError(messages.files.tinting_wrong(f"{where}, {field}", f"a number from {low:g} to {high:g}"))
    return float(value)


def _ingredient(part: dict[str, Any], where: str, base: bool) -> Ingredient:
    kind = None if base else part.get("kind")
    if not base and kind not in [kind.value for kind in Kind]:
        raise TintSystemError(messages.files.tinting_wrong(f"{where}, kind", f"one of {', '.join(Kind)}"))
    k, s = (_bands(part, where, quantity) for quantity in ("k", "s"))
    if base and not (s > 0).all():
        raise TintSystemError(messages.files.tinting_wrong(f"{where}, s", "above 0 in every band"))
    return Ingredient(
        _text(part, where, "code", 12),
        _text(part, where, "name", 60),
        k,
        s,
        _number(part, where, "capacity_ml_per_l", 0.1, 400) if base else 0.0,
        _number(part, where, "density", 0.3, 10, 1.0),
        Kind(str(kind)) if kind else None,
    )


def _bands(part: dict[str, Any], where: str, quantity: str) -> Array:
    values = part.get(quantity)
    sound = isinstance(values, list) and len(values) == BANDS.size
    if not sound or not all(type(v) in (int, float) and 0 <= v < 1e6 for v in values or ()):
        raise TintSystemError(messages.files.tinting_wrong(f"{where}, {quantity}", f"{BANDS.size} numbers from 0"))
    return np.array(values, dtype=np.float64)


def write(system: TintSystem) -> str:
    """Return JSON that `read` takes back whole, K and S to six digits."""

    def part(ingredient: Ingredient) -> dict[str, Any]:
        own: dict[str, Any] = {"code": ingredient.code, "name": ingredient.name, "density": ingredient.density}
        own |= {"kind": ingredient.kind.value} if ingredient.kind else {"capacity_ml_per_l": ingredient.capacity}
        return own | {"k": _rounded(ingredient.k), "s": _rounded(ingredient.s)}

    whole = {
        "format": FORMAT,
        "version": VERSION,
        "name": system.name,
        "shots": {"ounce_ml": system.shots.ounce, "in_ounce": system.shots.in_ounce, "smallest": system.shots.smallest},
        "cans": [
            {"key": can.key, "label": can.label, "litres": can.litres, "metric": can.metric} for can in system.cans
        ],
        "bases": [part(base) for base in system.bases.values()],
        "colorants": [part(colorant) for colorant in system.colorants.values()],
    }
    if system.film:
        film = system.film
        whole["film"] = {"coats": film.coats, "micrometres": film.micrometres, "scattering": film.scattering}
    return json.dumps(whole, ensure_ascii=False, indent=1) + "\n"


def _rounded(values: Array) -> list[float]:
    return [float(f"{v:.6g}") for v in values]
