"""What every figure of a method must be: its kind, range, count and order. One list, which the editor shows too."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise
from typing import Any

from prism.method.scales import MethodError

Path = tuple[str, ...]


class Kind(StrEnum):
    """What a figure is."""

    TEXT = "text"
    TEXTS = "texts"
    FLAG = "flag"
    NUMBER = "number"
    SPAN = "span"
    WORDS = "words"
    EDGES = "edges"
    TURN = "turn"
    LINE = "line"
    VALUES = "values"
    SHARES = "shares"
    HUES = "hues"


@dataclass(frozen=True)
class Figure:
    """One figure of a method: where it stands, what it is, and within which bounds.

    `low`, `high` bound numbers; `least`, `most` how many entries a list has; `of` is the list whose words the edges
    divide, or whose length a line must have; `unit` is how the figure is counted.
    """

    path: Path
    kind: Kind
    low: float = 0.0
    high: float = 100.0
    least: int = 0
    most: int = 12
    of: Path = ()
    unit: str = ""


def _figure(path: str, kind: Kind, of: str = "", **bounds: Any) -> Figure:
    return Figure(tuple(path.split(".")), kind, of=tuple(of.split(".")) if of else (), **bounds)


CHARACTERS = ("ladder", "opposite", "balance", "fixed", "reference")
"""Characters of a scheme: one undertone at many depths; quiet with one opposite; warm and cool in balance; what stays
carried on; like a reference."""
PLACES = ("subject", "paler", "middle", "accent", "trim", "dark")
"""Places of a scheme, in the order in which a method gives their shares."""


FIGURES = (
    _figure("title", Kind.TEXT, least=1, most=60),
    _figure("summary", Kind.TEXT, least=1, most=300),
    _figure("explains", Kind.TEXTS, most=20),
    _figure("depth.words", Kind.WORDS, least=2),
    _figure("depth.edges", Kind.EDGES, of="depth.words", unit="LRV"),
    _figure("undertone.hues", Kind.WORDS, least=2),
    _figure("undertone.edges", Kind.TURN, high=360, of="undertone.hues", unit="°"),
    _figure("undertone.strength_words", Kind.WORDS, least=2, most=8),
    _figure("undertone.strength_edges", Kind.EDGES, low=0.05, high=60, of="undertone.strength_words", unit="Lab units"),
    _figure("undertone.second_within", Kind.NUMBER, high=90, unit="°"),
    _figure("undertone.grey_counts", Kind.FLAG),
    _figure("undertone.never_passive", Kind.TEXTS, most=40),
    _figure("temperature.relative", Kind.FLAG),
    _figure("temperature.axis", Kind.NUMBER, high=360, unit="°"),
    _figure("temperature.words", Kind.WORDS, least=3, most=9),
    _figure("temperature.edges", Kind.EDGES, low=-60, high=60, of="temperature.words", unit="Lab units"),
    _figure("temperature.lean_from", Kind.NUMBER, high=20, unit="Lab units"),
    _figure("neutral.lightness", Kind.LINE, least=1, unit="L*"),
    _figure("neutral.a", Kind.VALUES, low=-20, high=20, of="neutral.lightness", unit="a*"),
    _figure("neutral.b", Kind.VALUES, low=-20, high=20, of="neutral.lightness", unit="b*"),
    _figure("difference.words", Kind.WORDS, least=4, most=8),
    _figure("difference.edges", Kind.EDGES, low=0.05, of="difference.words", unit="ΔE00"),
    _figure("comparison.readable", Kind.SPAN, low=0.1, high=12, unit="ΔE00"),
    _figure("comparison.same_depth", Kind.NUMBER, low=0.1, high=20, unit="LRV points"),
    _figure("comparison.white_lrv", Kind.NUMBER, unit="LRV"),
    _figure("comparison.white_chroma", Kind.NUMBER, low=0.5, high=40, unit="C*ab"),
    _figure("hue_family.hues", Kind.WORDS, least=2, most=24),
    _figure("hue_family.edges", Kind.TURN, high=360, of="hue_family.hues", unit="°"),
    _figure("hue_family.clear_from", Kind.NUMBER, high=150, unit="C*ab"),
    _figure("trim.gap", Kind.NUMBER, high=60, unit="LRV points"),
    _figure("trim.crown", Kind.TEXT, least=1, most=60),
    _figure("estimates.from_spectrum", Kind.NUMBER, high=20, unit="ΔE00"),
    _figure("estimates.from_lab", Kind.NUMBER, high=20, unit="ΔE00"),
    _figure("claims.certain", Kind.NUMBER, low=0.5, high=1),
    _figure("claims.certain_pair", Kind.NUMBER, low=0.5, high=1),
    _figure("claims.certain_hue", Kind.NUMBER, low=0.5, high=1),
    _figure("claims.probable", Kind.NUMBER, low=0.5, high=1),
    _figure("claims.shared", Kind.NUMBER, high=0.99),
    _figure("claims.widened", Kind.NUMBER, high=90, unit="°"),
    _figure("claims.stated_lightness", Kind.NUMBER, low=0.01, high=20, unit="ΔE00"),
    _figure("whites.glare_lrv", Kind.NUMBER, low=60, unit="LRV"),
    _figure("whites.clean_within", Kind.NUMBER, high=20, unit="Lab units"),
    _figure("whites.near_miss", Kind.NUMBER, low=0.1, high=20, unit="ΔE00"),
    _figure("light.room", Kind.NUMBER, low=0.1, high=20, unit="ΔE00"),
    _figure("light.metered", Kind.NUMBER, low=0.1, high=20, unit="ΔE00"),
    _figure("light.bright", Kind.NUMBER, low=50, high=20_000, unit="lx"),
    _figure("light.dim", Kind.NUMBER, low=1, high=1_000, unit="lx"),
    _figure("light.washes_above", Kind.NUMBER, unit="LRV"),
    _figure("light.heavy_below", Kind.NUMBER, unit="LRV"),
    _figure("light.dingy_below", Kind.NUMBER, unit="LRV"),
    _figure("light.away", Kind.TEXT, least=1, most=300),
    _figure("light.toward", Kind.TEXT, least=1, most=300),
    _figure("light.east", Kind.TEXT, least=1, most=300),
    _figure("light.west", Kind.TEXT, least=1, most=300),
    *(_figure(f"company.{name}", Kind.SHARES, least=6, most=6, unit="per cent") for name in CHARACTERS),
    _figure("company.steps", Kind.EDGES, low=1, high=90, least=3, most=3, unit="LRV points"),
    _figure("company.weights", Kind.VALUES, high=1, least=3, most=3),
    _figure("company.apart", Kind.NUMBER, low=0.5, high=20, unit="ΔE00"),
    _figure("company.uneven", Kind.NUMBER, low=50, unit="per cent"),
    _figure("company.repeats", Kind.NUMBER, high=10, unit="times"),
    _figure("company.saturated", Kind.NUMBER, low=5, high=100, unit="C*ab"),
    _figure("use.whole_home", Kind.NUMBER, unit="LRV"),
    _figure("use.accent_below", Kind.NUMBER, unit="LRV"),
    _figure("use.ceiling", Kind.NUMBER, unit="LRV"),
    _figure("use.clear", Kind.NUMBER, low=1, high=100, unit="C*ab"),
    _figure("use.large_room", Kind.NUMBER, low=1, high=400, unit="m²"),
    _figure("use.floor_shows", Kind.SPAN, unit="LRV"),
    _figure("contrast.points", Kind.NUMBER, unit="LRV points"),
    _figure("contrast.large", Kind.NUMBER, high=1, unit="Michelson"),
    _figure("contrast.small", Kind.NUMBER, high=1, unit="Michelson"),
    _figure("contrast.weber", Kind.NUMBER, high=1, unit="Weber"),
    _figure("paint.coats", Kind.NUMBER, low=1, high=6, unit="coats"),
    _figure("paint.spreading", Kind.NUMBER, low=1, high=40, unit="m² a litre"),
    _figure("cautions.dark_outside", Kind.NUMBER, unit="LRV"),
)
BY_PATH = {figure.path: figure for figure in FIGURES}
LONGEST_WORD = 40
UNCERTAINTY = Figure(("uncertainty",), Kind.NUMBER, low=0.01, high=20, unit="ΔE00")
RULE = {
    "lrv": Figure(("lrv",), Kind.SPAN, high=101, unit="LRV"),
    "chroma": Figure(("chroma",), Kind.SPAN, high=200, unit="C*ab"),
    "hue": Figure(("hue",), Kind.SPAN, high=360, unit="°"),
    "strength": Figure(("strength",), Kind.SPAN, high=200, unit="Lab units"),
    "undertone": Figure(("undertone",), Kind.HUES, least=1),
    "counts_as": Figure(("counts_as",), Kind.TEXT, least=1, most=LONGEST_WORD),
}
"""What a rule of a family may hold, besides its word."""
LIST = Figure(("undertone", "lists"), Kind.HUES, least=1)
MOST_FAMILIES = 80


def figure_at(path: Path) -> Figure | None:
    """Return what a figure must be, by its path in the tables of a method; None for what is no figure."""
    if path in BY_PATH:
        return BY_PATH[path]
    if path[:1] == ("uncertainty",) and len(path) == 2:
        return UNCERTAINTY
    if path[:2] == ("undertone", "lists") and len(path) == 3:
        return LIST
    return RULE.get(path[2]) if path[:1] == ("family",) and len(path) == 3 else None


def check(table: dict[str, Any], sources: frozenset[str]) -> None:
    """Raise `MethodError`, naming the figure, unless every figure of a method can be read and does add up.

    `sources` are the kinds of source whose uncertainty must be given.
    """
    for figure in FIGURES:
        _check(figure, figure.path, _at(table, figure.path), table)
    for source in sources:
        if source not in _table(table, ("uncertainty",)):
            raise MethodError(f"the uncertainty of {source} is missing", ("uncertainty", source))
    for source, value in table["uncertainty"].items():
        _check(UNCERTAINTY, ("uncertainty", source), value, table)
    for family, hues in _table(table, ("undertone", "lists")).items():
        _check(LIST, ("undertone", "lists", family), hues, table)
    rules = table.get("family")
    if not isinstance(rules, list) or not len(rules) <= MOST_FAMILIES:
        raise MethodError(f"up to {MOST_FAMILIES} families are needed as a list", ("family",))
    for number, rule in enumerate(rules):
        if not isinstance(rule, dict) or not _is_word(rule.get("word")):
            raise MethodError("a family needs a word", ("family", str(number), "word"))
        for name, value in rule.items():
            if name != "word":
                if name not in RULE:
                    raise MethodError(f"a family has no {name}", ("family", str(number), name))
                _check(RULE[name], ("family", str(number), name), value, table)
        _check_base(rule, number, rules, table)


def _check_base(rule: dict[str, Any], number: int, rules: list[Any], table: dict[str, Any]) -> None:
    """Raise `MethodError` unless what a family counts as is another family that counts as none, or a hue family."""
    base = rule.get("counts_as")
    plain = [rule.get("word") for rule in rules if isinstance(rule, dict) and "counts_as" not in rule]
    if base is not None and base not in (*plain, *_at(table, ("hue_family", "hues"))):
        reason = f"{base} is none of the families, nor a hue: what a word counts as must be one that counts as none"
        raise MethodError(reason, ("family", str(number), "counts_as"))


def _at(table: dict[str, Any], path: Path) -> Any:
    for key in path:
        if not isinstance(table, dict) or key not in table:
            raise MethodError(f"{'.'.join(path)} is missing", path)
        table = table[key]
    return table


def _table(table: dict[str, Any], path: Path) -> dict[str, Any]:
    value = _at(table, path)
    if not isinstance(value, dict):
        raise MethodError(f"{'.'.join(path)} must be a table", path)
    return value


def _is_word(value: Any) -> bool:
    return isinstance(value, str) and bool(value.strip()) and len(value) <= LONGEST_WORD and value.isprintable()


def _is_number(value: Any) -> bool:
    return type(value) in (int, float) and abs(value) < 1e9


def _check(figure: Figure, path: Path, value: Any, table: dict[str, Any]) -> None:
    if reason := _wrong(figure, value, table):
        raise MethodError(reason, path)


def _wrong(figure: Figure, value: Any, table: dict[str, Any]) -> str:
    """Return why a value is not what its figure must be; empty where it is."""
    kind = figure.kind
    if kind is Kind.FLAG:
        return "" if isinstance(value, bool) else "yes or no is needed"
    if kind is Kind.TEXT:
        sound = isinstance(value, str) and figure.least <= len(value.strip()) and len(value) <= figure.most
        return "" if sound and value.isprintable() else f"text of up to {figure.most} characters is needed"
    if kind is Kind.NUMBER:
        within = _is_number(value) and figure.low <= value <= figure.high
        return "" if within else f"a number from {figure.low:g} to {figure.high:g} is needed"
    if not isinstance(value, list | tuple):
        return "a list is needed"
    return _wrong_list(figure, list(value), table)


def _wrong_list(figure: Figure, value: list[Any], table: dict[str, Any]) -> str:
    kind = figure.kind
    if kind in (Kind.WORDS, Kind.TEXTS, Kind.HUES):
        return "; ".join(_wrong_words(figure, value, table))
    if not all(_is_number(item) and figure.low <= item <= figure.high for item in value):
        return f"numbers from {figure.low:g} to {figure.high:g} are needed"
    wanted = _count(figure, table)
    if wanted is not None and len(value) != wanted:
        return f"{wanted} numbers are needed, not {len(value)}"
    if kind is Kind.SHARES and abs(sum(value) - 100) > 1e-6:
        return f"shares must come to 100 per cent, not {sum(value):g}"
    if kind is Kind.LINE and not figure.least <= len(value) <= figure.most:
        return f"{figure.least} to {figure.most} numbers are needed, not {len(value)}"
    rising = all(one < other for one, other in pairwise(value))
    if kind in (Kind.EDGES, Kind.SPAN, Kind.LINE) and not rising:
        return "each number must be larger than the one before it"
    turns = [(item - value[0]) % 360 for item in value]
    if kind is Kind.TURN and turns != sorted(set(turns)):
        return "the degrees must go once round, each one after the other"
    return ""


def _count(figure: Figure, table: dict[str, Any]) -> int | None:
    """Return how many numbers a list must hold; None where its length is its own."""
    if figure.kind is Kind.SPAN:
        return 2
    if not figure.of:
        return figure.least if figure.least and figure.least == figure.most else None
    return len(_at(table, figure.of)) - (1 if figure.kind is Kind.EDGES else 0)


def _wrong_words(figure: Figure, value: list[Any], table: dict[str, Any]) -> Iterator[str]:
    if not all(isinstance(item, str) and item.strip() and item.isprintable() for item in value):
        yield "words are needed, with commas between"
    elif figure.kind is not Kind.TEXTS and not all(_is_word(item) for item in value):
        yield f"no word may be longer than {LONGEST_WORD} characters"
    elif len(set(value)) != len(value):
        yield "no word may stand there twice"
    elif not figure.least <= len(value) <= figure.most:
        yield f"{figure.least} to {figure.most} words are needed, not {len(value)}"
    elif figure.kind is Kind.HUES and (
        unknown := [item for item in value if item not in _at(table, ("undertone", "hues"))]
    ):
        yield f"{', '.join(unknown)} is none of the method's hues"
