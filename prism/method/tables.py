"""Methods as nested tables: the ready ones in `methods/*.toml`, and building one from its figures."""

from __future__ import annotations

import tomllib
from collections.abc import Iterable
from copy import deepcopy
from dataclasses import fields
from functools import cache
from pathlib import Path
from typing import Any

from prism.method.checks import CHARACTERS, check
from prism.method.figures import (
    ContrastRules,
    FamilyRule,
    LightRules,
    Method,
    PaintRules,
    PaletteRules,
    UseRules,
    WhiteRules,
)
from prism.method.scales import HueScale, MethodError, Scale
from prism.neutral import WorkingNeutral
from prism.surety import Thresholds

FOLDER = Path(__file__).parent.parent / "methods"
DEFAULT = "wall-practice"
SOURCES = frozenset(
    "reading-average reading-single maker-lab converted-lab computed screen-lrv screen estimated".split()
)
"""The kinds of source a colour's numbers may come from."""


@cache
def names() -> tuple[str, ...]:
    """Return the keys of the methods that ship, the default first."""
    keys = sorted(path.stem for path in FOLDER.glob("*.toml"))
    return DEFAULT, *(key for key in keys if key != DEFAULT)


def find(name: str) -> Method:
    """Return the method a person means: its key, its title, or an unambiguous beginning. Raises `MethodError`."""
    wanted = name.strip().lower().replace(" ", "-").replace("_", "-")
    matches = [key for key in names() if key == wanted] or [key for key in names() if wanted and key.startswith(wanted)]
    if len(matches) != 1:
        raise MethodError(f"no method '{name}': choose one of {', '.join(names())}")
    return load(matches[0])


@cache
def load(key: str = DEFAULT) -> Method:
    """Return a method by its key. Raises `MethodError`."""
    return build(key, _shipped(key))


def in_force(key: str, table: dict[str, Any] | None) -> Method:
    """Return an own method by the table it was kept with, else the ready one of a key. Raises `MethodError`."""
    return build(key, table) if table else load(key)


def besides(chosen: Method) -> list[Method]:
    """Return the ready methods but for the one that was chosen."""
    return [load(key) for key in names() if key != chosen.key]


def table_of(key: str) -> dict[str, Any]:
    """Return every figure of a method that ships, as nested tables of the caller's own. Raises `MethodError`."""
    return deepcopy(_shipped(key))


@cache
def _shipped(key: str) -> dict[str, Any]:
    """Return the tables of a method that ships, read once; they are nobody's to change. Raises `MethodError`."""
    path = FOLDER / f"{key}.toml"
    if key not in names():
        raise MethodError(f"no method '{key}': choose one of {', '.join(names())}")
    own = tomllib.loads(path.read_text(encoding="utf-8"))
    parent = own.pop("extends", None)
    return _over(_shipped(parent), own) if parent else own


def nearest_ready(table: Any) -> Method:
    """Return the ready method that shares most figures with a table, also one that cannot be read."""

    def shared(one: Any, other: Any) -> int:
        if isinstance(one, dict) and isinstance(other, dict):
            return sum(shared(one[key], other[key]) for key in one.keys() & other.keys())
        return int(one == other)

    return load(max(names(), key=lambda key: shared(_shipped(key), table)))


def _over(table: dict[str, Any], own: dict[str, Any]) -> dict[str, Any]:
    """Return a table with another laid over it, tables within tables too."""
    laid = {
        key: _over(table[key], value) if isinstance(value, dict) and isinstance(table.get(key), dict) else value
        for key, value in own.items()
    }
    return table | laid


def build(key: str, table: dict[str, Any]) -> Method:
    """Return the method that nested tables describe. Raises `MethodError`, naming the figure that is wrong.

    What a table of an earlier day does not hold yet, it has from the default method.
    """
    if key not in names():
        table = _over(_shipped(DEFAULT), table) if isinstance(table, dict) else {}
    check(table, SOURCES)

    def scale(words: tuple[str, str], edges: tuple[str, str]) -> Scale:
        return Scale(tuple(table[words[0]][words[1]]), _floats(table[edges[0]][edges[1]]))

    undertone = HueScale(tuple(table["undertone"]["hues"]), _floats(table["undertone"]["edges"]))
    return Method(
        key=key,
        title=table["title"],
        summary=table["summary"],
        depth=scale(("depth", "words"), ("depth", "edges")),
        neutral=WorkingNeutral("painted", *(_floats(table["neutral"][name]) for name in ("lightness", "a", "b"))),
        undertone=undertone,
        undertone_strength=scale(("undertone", "strength_words"), ("undertone", "strength_edges")),
        second_within=table["undertone"]["second_within"],
        temperature=scale(("temperature", "words"), ("temperature", "edges")),
        temperature_axis=table["temperature"]["axis"],
        lean_from=table["temperature"]["lean_from"],
        uncertainty=dict(table["uncertainty"]),
        difference=scale(("difference", "words"), ("difference", "edges")),
        same_depth=table["comparison"]["same_depth"],
        readable=(table["comparison"]["readable"][0], table["comparison"]["readable"][1]),
        white_lrv=table["comparison"]["white_lrv"],
        white_chroma=table["comparison"]["white_chroma"],
        families=tuple(_family(rule) for rule in table["family"]),
        hue_family=HueScale(tuple(table["hue_family"]["hues"]), _floats(table["hue_family"]["edges"])),
        clear_from=table["hue_family"]["clear_from"],
        lists={word: undertone.shortened(tuple(hues)) for word, hues in table["undertone"]["lists"].items()},
        never_passive=tuple(table["undertone"]["never_passive"]),
        grey_counts=table["undertone"]["grey_counts"],
        relative=table["temperature"]["relative"],
        trim_gap=table["trim"]["gap"],
        crown=table["trim"]["crown"],
        estimate_doubt=(table["estimates"]["from_lab"], table["estimates"]["from_spectrum"]),
        dark_outside=table["cautions"]["dark_outside"],
        whites=WhiteRules(**_known(WhiteRules, table["whites"])),
        light=LightRules(**_known(LightRules, table["light"])),
        palette=_palette(table["company"]),
        use=UseRules(**_known(UseRules, table["use"])),
        contrast=ContrastRules(**_known(ContrastRules, table["contrast"])),
        paint=PaintRules(**_known(PaintRules, table["paint"])),
        claims=Thresholds(**_known(Thresholds, table["claims"])),
        explains=tuple(table["explains"]),
    )


def _floats(values: Iterable[float]) -> tuple[float, ...]:
    return tuple(map(float, values))


def _plain(value: Any) -> Any:
    return _floats(value) if isinstance(value, list | tuple) else value


def _known(rules: type, table: dict[str, Any]) -> dict[str, Any]:
    """Return the figures of a table that are a method's; what another version of it holds beside them is left aside."""
    names = {each.name for each in fields(rules)}
    return {name: _plain(value) for name, value in table.items() if name in names}


def _palette(table: dict[str, Any]) -> PaletteRules:
    rules = {name: value for name, value in _known(PaletteRules, table).items() if name != "shares"}
    return PaletteRules(shares={name: _floats(table[name]) for name in CHARACTERS}, **rules)


def _family(rule: dict[str, Any]) -> FamilyRule:
    spans = {name: (rule[name][0], rule[name][1]) for name in ("lrv", "chroma", "hue", "strength") if name in rule}
    return FamilyRule(
        rule["word"], **spans, undertone=tuple(rule.get("undertone", ())), counts_as=rule.get("counts_as", "")
    )
