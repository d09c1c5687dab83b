"""Words for numbers and for hues, as a method divides them."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.spectrum import Array


class MethodError(ValueError):
    """A method that does not exist, or whose figures do not add up; `path` is where in its tables it is wrong."""

    def __init__(self, message: str, path: tuple[str, ...] = ()) -> None:
        super().__init__(message)
        self.path = path


@dataclass(frozen=True)
class Scale:
    """Words for a number: `words[i]` holds from `edges[i - 1]` up to, not including, `edges[i]`."""

    words: tuple[str, ...]
    edges: tuple[float, ...]

    def __post_init__(self) -> None:
        if len(self.words) != len(self.edges) + 1 or list(self.edges) != sorted(set(self.edges)):
            raise MethodError(f"{len(self.words)} words need {len(self.words) - 1} rising edges, not {self.edges}")

    def index(self, value: ArrayLike) -> NDArray[np.intp]:
        """Return the index of the word for each value, shape (...)."""
        return np.searchsorted(np.asarray(self.edges), np.asarray(value), side="right")

    def word(self, value: float) -> str:
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
            raise MethodError(f"each of {len(self.words)} hues needs one edge, going once round, not {self.edges}")

    def index(self, hue: ArrayLike) -> NDArray[np.intp]:
        """Return the index of the word for each hue in degrees, shape (...)."""
        start = self.edges[0]
        turned = (np.asarray(hue, dtype=np.float64) - start) % 360
        return np.searchsorted([(e - start) % 360 for e in self.edges], turned, side="right") - 1

    def word(self, hue: float) -> str:
        return self.words[int(self.index(hue))]

    def span(self, word: str) -> tuple[float, float]:
        """Return start and width of a word's sector, degrees."""
        i = self.words.index(word)
        start = self.edges[i]
        return start, (self.edges[(i + 1) % len(self.edges)] - start) % 360 or 360.0

    def widths(self) -> Array:
        """Return how wide each word's sector is, degrees, (n,)."""
        return np.array([self.span(word)[1] for word in self.words])

    def centre(self, word: str) -> float:
        """Return the middle of a word's sector, degrees."""
        start, width = self.span(word)
        return (start + width / 2) % 360

    def shortened(self, words: tuple[str, ...]) -> HueScale:
        """Return the scale with only some of its words; what lay between two of them is divided in the middle."""
        kept = [word for word in self.words if word in words]
        if not kept or set(words) - set(self.words):
            known, given = ", ".join(self.words), ", ".join(words) or "none"
            raise MethodError(f"a short list needs hues among {known}, not {given}")
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
        """Return the word across the nearest edge if that edge is no more than `within` degrees away.

        >>> HueScale(("red", "green", "blue"), (0, 120, 240)).neighbour(110, within=20)
        'green'
        """
        word = self.word(hue)
        start, width = self.span(word)
        into = (hue - start) % 360
        i = self.words.index(word)
        if min(into, width - into) > within or len(self.words) == 1:
            return None
        step = -1 if into <= width - into else 1
        return self.words[(i + step) % len(self.words)]
