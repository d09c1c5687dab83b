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
        return start, (self.edges[(i + 1) % len(self.edges)] - start) % 360

    def centre(self, word: str) -> float:
        """Return the middle of a word's sector, degrees."""
        start, width = self.span(word)
        return (start + width / 2) % 360

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
        if min(into, width - into) > within:
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
    """Every figure and word of one school."""

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
    white_lrv: float
    white_chroma: float
    families: tuple[FamilyRule, ...]
    hue_family: HueScale
    clear_from: float

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
    return _build(key, _tables(key))


def _tables(key: str) -> dict[str, Any]:
    path = FOLDER / f"{key}.toml"
    if path.parent != FOLDER or not path.is_file():
        raise SchoolError(f"no school '{key}': choose one of {', '.join(names())}")
    own = tomllib.loads(path.read_text(encoding="utf-8"))
    parent = own.pop("extends", None)
    return {**_tables(parent), **own} if parent else own


def _build(key: str, table: dict[str, Any]) -> School:
    def pair(rule: dict[str, Any], name: str) -> dict[str, Any]:
        return {name: tuple(rule[name])} if name in rule else {}

    try:
        return School(
            key=key,
            title=table["title"],
            summary=table["summary"],
            depth=Scale(tuple(table["depth"]["words"]), tuple(table["depth"]["edges"])),
            neutral=WorkingNeutral(
                "painted", *(tuple(map(float, table["neutral"][n])) for n in ("lightness", "a", "b"))
            ),
            undertone=HueScale(tuple(table["undertone"]["hues"]), tuple(table["undertone"]["edges"])),
            strength=Scale(tuple(table["undertone"]["strength_words"]), tuple(table["undertone"]["strength_edges"])),
            second_within=table["undertone"]["second_within"],
            temperature=Scale(tuple(table["temperature"]["words"]), tuple(table["temperature"]["edges"])),
            temperature_axis=table["temperature"]["axis"],
            uncertainty=dict(table["uncertainty"]),
            difference=Scale(tuple(table["difference"]["words"]), tuple(table["difference"]["edges"])),
            readable=tuple(table["comparison"]["readable"]),
            white_lrv=table["comparison"]["white_lrv"],
            white_chroma=table["comparison"]["white_chroma"],
            families=tuple(
                FamilyRule(
                    rule["word"],
                    **pair(rule, "lrv"),
                    **pair(rule, "chroma"),
                    **pair(rule, "hue"),
                    **pair(rule, "strength"),
                    **pair(rule, "undertone"),
                )
                for rule in table["family"]
            ),
            hue_family=HueScale(tuple(table["hue_family"]["hues"]), tuple(table["hue_family"]["edges"])),
            clear_from=table["hue_family"]["clear_from"],
        )
    except KeyError as missing:
        raise SchoolError(f"school '{key}' lacks {missing}") from missing
