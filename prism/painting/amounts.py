"""How much paint, and which whole cans."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

CHEAPER = 0.7
"""Exponent on litres by which a can's price grows: a litre is the cheaper the larger its can."""
MOST_LITRES = 400.0
_DIGITS = 6
"""Digits of a litre that count: a millionth of one is no paint."""


class AmountError(ValueError):
    """An area, number of coats or spreading rate that no paint can be reckoned from."""


@dataclass(frozen=True)
class Bought:
    """Whole cans for an amount: how many of each size, largest first, litres in them, and litres left over."""

    cans: tuple[tuple[str, int], ...]
    litres: float
    left: float


def litres(area: float, coats: float, spreading: float) -> float:
    """Return the paint for an area, m², in coats, where a litre covers `spreading` m² once. Raises `AmountError`."""
    if area < 0 or coats <= 0 or spreading <= 0:
        raise AmountError("area, coats and spreading rate")
    return area * coats / spreading


@lru_cache(maxsize=512)
def cans(wanted: float, sizes: tuple[tuple[str, float], ...]) -> Bought:
    """Return the whole cans that hold an amount, litres, at the least cost, then with least left over and fewest cans.

    `sizes` are names with litres. Raises `AmountError` without any size, or for more than `MOST_LITRES`.
    """
    if not sizes or any(size <= 0 for _, size in sizes) or wanted > MOST_LITRES:
        raise AmountError("cans")
    wanted = round(wanted, _DIGITS)  # what only the arithmetic left over buys no can
    if wanted <= 0:
        return Bought((), 0.0, 0.0)
    ordered = sorted(sizes, key=lambda option: (-option[1], option[0]))
    largest = ordered[0][1]
    # whole large cans for all but the last two of them, then every way for the rest
    many = max(int((wanted - 2 * largest) // largest), 0)
    rest = wanted - many * largest
    best = _cheapest(rest, tuple(size for _, size in ordered))
    counts = [best[i] + (many if i == 0 else 0) for i in range(len(ordered))]
    litres = sum(n * size for n, (_, size) in zip(counts, ordered, strict=True))
    named = tuple((name, n) for n, (name, _) in zip(counts, ordered, strict=True) if n)
    return Bought(named, litres, litres - wanted)


def _cheapest(wanted: float, sizes: Sequence[float]) -> tuple[int, ...]:
    """Return how many of each size hold an amount at the least cost."""

    def ways(at: int, missing: float) -> list[tuple[int, ...]]:
        most = int(-(-max(missing, 0.0) // sizes[at]))  # rounded up
        if at == len(sizes) - 1:
            return [(most,)]
        return [(n, *rest) for n in range(most + 1) for rest in ways(at + 1, missing - n * sizes[at])]

    def cost(way: tuple[int, ...]) -> tuple[float, float, int]:
        total = sum(n * size for n, size in zip(way, sizes, strict=True))
        return round(sum(n * size**CHEAPER for n, size in zip(way, sizes, strict=True)), 6), round(total, 6), sum(way)

    return min(ways(0, wanted), key=cost)
