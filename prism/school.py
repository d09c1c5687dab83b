"""Schools: the thresholds and vocabularies by which practitioners differ, read from `schools/*.toml`."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.neutral import WorkingNeutral
from prism.spectrum import Array

FOLDER = Path(__file__).parent / "schools"
DEFAULT = "wall-practice"


class SchoolError(ValueError):
    """A school that does not exist, or whose file does not add up."""


@dataclass(frozen=True)
class Scale:
    """Words for a number: `words[i]` holds from `edges[i - 1]` up to, not including, `edges[i]`."""

    words: tuple[str, ...]
    edges: tuple[float, ...]

    def __post_init__(self) -> None:
        if len(self.words) != len(self.edges) + 1 or list(self.edges) != sorted(set(self.edges)):
            raise SchoolError(f"{len(self.words)} words need {len(self.words) - 1} rising edges, not {self.edges}")

    def index(self, value: ArrayLike) -> NDArray[np.intp]:
        """Return the index of the word for each value, shape (...)."""
        return np.searchsorted(np.asarray(self.edges), np.asarray(value), side="right")

    def word(self, value: float) -> str:
        """Return the word for one value."""
        return self.words[int(self.index(value))]

    def bounds(self, word: str) -> tuple[float, float]:
        """Return the lower and upper edge of a word, infinite at the ends."""
        i = self.words.index(word)
        lower = self.edges[i - 1] if i else float("-inf")
        return lower, self.edges[i] if i < len(self.edges) else float("inf")


@dataclass(frozen=True)
class HueScale:
    """Words round the hue circle: `words[i]` holds from `edges[i]` up to `edges[i + 1]`, in degrees."""

    words: tuple[str, ...]
    edges: tuple[float, ...]

    def __post_init__(self) -> None:
        turns = [(e - self.edges[0]) % 360 for e in self.edges]
        if len(self.words) != len(self.edges) or turns != sorted(set(turns)):
            raise SchoolError(f"each of {len(self.words)} hues needs one edge, going once round, not {self.edges}")

    def index(self, hue: ArrayLike) -> NDArray[np.intp]:
        """Return the index of the word for each hue in degrees, shape (...)."""
        start = self.edges[0]
        turned = (np.asarray(hue, dtype=np.float64) - start) % 360
        return np.searchsorted([(e - start) % 360 for e in self.edges], turned, side="right") - 1

    def word(self, hue: float) -> str:
        """Return the word for one hue in degrees."""
        return self.words[int(self.index(hue))]

    def span(self, word: str) -> tuple[float, float]:
        """Return start and width of a word's sector, degrees."""
        i = self.words.index(word)
        start = self.edges[i]
        return start, (self.edges[(i + 1) % len(self.edges)] - start) % 360 or 360.0

    def centre(self, word: str) -> float:
        """Return the middle of a word's sector, degrees."""
        start, width = self.span(word)
        return (start + width / 2) % 360

    def shortened(self, words: tuple[str, ...]) -> HueScale:
        """Return the scale with only some of its words; what lay between two of them is divided in the middle."""
        kept = [word for word in self.words if word in words]
        if not kept or set(words) - set(self.words):
            known, given = ", ".join(self.words), ", ".join(words) or "none"
            raise SchoolError(f"a short list needs hues among {known}, not {given}")
        edges = []
        for i, word in enumerate(kept):
            before, width = self.span(kept[i - 1])
            gap = (self.span(word)[0] - before - width) % 360 if len(kept) > 1 else 360 - width
            edges.append((before + width + gap / 2) % 360)
        return HueScale(tuple(kept), tuple(edges))

    def axes(self) -> Array:
        """Return the unit vector of each sector's middle, shape (n, 2)."""
        angle = np.radians([self.centre(word) for word in self.words])
        return np.stack([np.cos(angle), np.sin(angle)], axis=-1)

    def neighbour(self, hue: float, within: float) -> str | None:
        """Return the word across the nearest edge if that edge is no more than `within` degrees away."""
        word = self.word(hue)
        start, width = self.span(word)
        into = (hue - start) % 360
        i = self.words.index(word)
        if min(into, width - into) > within or len(self.words) == 1:
            return None
        step = -1 if into <= width - into else 1
        return self.words[(i + step) % len(self.words)]


@dataclass(frozen=True)
class FamilyRule:
    """One family: half-open ranges of LRV, chroma C*ab, hue (degrees), undertone strength, and undertone hues."""

    word: str
    lrv: tuple[float, float] = (0, 101)
    chroma: tuple[float, float] = (0, float("inf"))
    hue: tuple[float, float] = (0, 360)
    strength: tuple[float, float] = (0, float("inf"))
    undertone: tuple[str, ...] = ()


@dataclass(frozen=True)
class School:
    """Every figure and word of one school.

    `lists` short lists of undertones by family; `never_passive` families that always have one; `grey_counts` whether
    grey is itself called an undertone; `relative` whether temperature exists only beside another colour; `trim_gap`
    LRV points between wall and trim for an edge to show; `crown` the sheen of crown moulding.
    """

    key: str
    title: str
    summary: str
    depth: Scale
    neutral: WorkingNeutral
    undertone: HueScale
    strength: Scale
    second_within: float
    temperature: Scale
    temperature_axis: float
    uncertainty: dict[str, float]
    difference: Scale
    readable: tuple[float, float]
    same_depth: float
    white_lrv: float
    white_chroma: float
    families: tuple[FamilyRule, ...]
    hue_family: HueScale
    clear_from: float
    lists: dict[str, HueScale]
    never_passive: tuple[str, ...]
    grey_counts: bool
    relative: bool
    trim_gap: float
    crown: str
    explains: tuple[str, ...]

    def __hash__(self) -> int:
        return hash((self.key, self.title))

    def hues_for(self, family: str) -> HueScale:
        """Return the undertones that may be named for a family: all, or the school's short list for it."""
        return self.lists.get(family, self.undertone)

    @property
    def just_seen(self) -> float:
        """ΔE00 from which two colours are no longer the same to the eye."""
        return self.difference.edges[0]

    @property
    def plainly_seen(self) -> float:
        """ΔE00 from which a difference is plain rather than small."""
        return self.difference.edges[1]

    @property
    def passive_below(self) -> float:
        """Undertone strength under which a colour could go any way."""
        return self.strength.edges[0]

    def doubt(self, provenance: str, spread: float | None = None) -> float:
        """Return the uncertainty of a colour, ΔE00: that of its source, or of its own readings if they are worse."""
        return max(self.uncertainty[provenance], spread or 0.0)

    def warm_axis(self) -> Array:
        """Return the unit vector of warmth in the a*, b* plane, shape (2,)."""
        angle = np.radians(self.temperature_axis)
        return np.array([np.cos(angle), np.sin(angle)])


def names() -> list[str]:
    """Return the keys of the schools that ship, the default first."""
    found = sorted(path.stem for path in FOLDER.glob("*.toml"))
    return [DEFAULT, *(key for key in found if key != DEFAULT)]


def find(name: str) -> School:
    """Return the school a person means: its key, its title, or an unambiguous beginning. Raises `SchoolError`."""
    wanted = name.strip().lower().replace(" ", "-").replace("_", "-")
    matches = [key for key in names() if key == wanted] or [key for key in names() if wanted and key.startswith(wanted)]
    if len(matches) != 1:
        raise SchoolError(f"no school '{name}': choose one of {', '.join(names())}")
    return load(matches[0])


@cache
def load(key: str = DEFAULT) -> School:
    """Return a school by its key. Raises `SchoolError`."""
    return build(key, table_of(key))


def table_of(key: str) -> dict[str, Any]:
    """Return every figure of a school that ships, as nested tables of the caller's own. Raises `SchoolError`."""
    path = FOLDER / f"{key}.toml"
    if path.parent != FOLDER or not path.is_file():
        raise SchoolError(f"no school '{key}': choose one of {', '.join(names())}")
    own = tomllib.loads(path.read_text(encoding="utf-8"))
    parent = own.pop("extends", None)
    return _over(table_of(parent), own) if parent else own


def _over(table: dict[str, Any], own: dict[str, Any]) -> dict[str, Any]:
    """Return a table with another laid over it, tables within tables too."""
    laid = {
        key: _over(table[key], value) if isinstance(value, dict) and isinstance(table.get(key), dict) else value
        for key, value in own.items()
    }
    return table | laid


def build(key: str, table: dict[str, Any]) -> School:
    """Return the school that nested tables describe. Raises `SchoolError` where they do not add up.

    What a table of an earlier day does not hold yet, it has from the default school.
    """
    if key not in names():
        table = _over(table_of(DEFAULT), table)

    def pair(rule: dict[str, Any], name: str) -> dict[str, Any]:
        return {name: tuple(rule[name])} if name in rule else {}

    def families(hues: HueScale) -> tuple[FamilyRule, ...]:
        unknown = {word for rule in table["family"] for word in rule.get("undertone", ())} - set(hues.words)
        if unknown:
            raise SchoolError(f"a family asks for {', '.join(sorted(unknown))}, which is none of the school's hues")
        return tuple(
            FamilyRule(
                rule["word"],
                **pair(rule, "lrv"),
                **pair(rule, "chroma"),
                **pair(rule, "hue"),
                **pair(rule, "strength"),
                **pair(rule, "undertone"),
            )
            for rule in table["family"]
        )

    def doubts(figures: dict[str, float]) -> dict[str, float]:
        below = [source for source, figure in figures.items() if figure <= 0]
        if below:
            raise SchoolError(f"an uncertainty must be above 0, and that of {', '.join(below)} is not")
        return dict(figures)

    try:
        undertone = HueScale(tuple(table["undertone"]["hues"]), tuple(table["undertone"]["edges"]))
        return School(
            key=key,
            title=table["title"],
            summary=table["summary"],
            depth=Scale(tuple(table["depth"]["words"]), tuple(table["depth"]["edges"])),
            neutral=WorkingNeutral(
                "painted", *(tuple(map(float, table["neutral"][n])) for n in ("lightness", "a", "b"))
            ),
            undertone=undertone,
            strength=Scale(tuple(table["undertone"]["strength_words"]), tuple(table["undertone"]["strength_edges"])),
            second_within=table["undertone"]["second_within"],
            temperature=Scale(tuple(table["temperature"]["words"]), tuple(table["temperature"]["edges"])),
            temperature_axis=table["temperature"]["axis"],
            uncertainty=doubts(table["uncertainty"]),
            difference=Scale(tuple(table["difference"]["words"]), tuple(table["difference"]["edges"])),
            same_depth=table["comparison"]["same_depth"],
            readable=tuple(table["comparison"]["readable"]),
            white_lrv=table["comparison"]["white_lrv"],
            white_chroma=table["comparison"]["white_chroma"],
            families=families(undertone),
            hue_family=HueScale(tuple(table["hue_family"]["hues"]), tuple(table["hue_family"]["edges"])),
            clear_from=table["hue_family"]["clear_from"],
            lists={word: undertone.shortened(tuple(hues)) for word, hues in table["undertone"]["lists"].items()},
            never_passive=tuple(table["undertone"]["never_passive"]),
            grey_counts=table["undertone"]["grey_counts"],
            relative=table["temperature"]["relative"],
            trim_gap=table["trim"]["gap"],
            crown=table["trim"]["crown"],
            explains=tuple(table["explains"]),
        )
    except KeyError as missing:
        raise SchoolError(f"school '{key}' lacks {missing}") from missing
    except SchoolError:
        raise
    except ValueError as wrong:
        raise SchoolError(str(wrong)) from wrong
