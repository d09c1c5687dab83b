"""How far flattened Lab distance may exceed ΔE00: the search behind the bounds in `prism.difference`.

Prints the largest ratio found, by chroma (rows) and hue (columns of 30°), over random pairs.
"""

import numpy as np

from prism.difference import delta_e
from prism.nearest import _flatten

CHROMA_EDGES = [10, 20, 30, 50, 80]
ROUNDS, PAIRS = 120, 200_000


def main() -> None:
    rng = np.random.default_rng(1)
    worst = np.zeros((len(CHROMA_EDGES) + 1, 12))
    for _ in range(ROUNDS):
        lightness, chroma, hue = rng.uniform([0, 0, 0], [100, 130, 360], (PAIRS, 3)).T
        first = np.stack([lightness, chroma * np.cos(np.radians(hue)), chroma * np.sin(np.radians(hue))], axis=1)
        second = first + rng.normal(size=(PAIRS, 3)) * rng.choice([0.3, 1, 3, 10, 25], (PAIRS, 1))
        real = (second[:, 0] >= 0) & (second[:, 0] <= 100) & (np.hypot(second[:, 1], second[:, 2]) < 140)
        ratio = np.linalg.norm(_flatten(first) - _flatten(second), axis=1) / delta_e(first, second)
        cell = np.digitize(chroma, CHROMA_EDGES), (hue // 30).astype(int)
        np.maximum.at(worst, (cell[0][real], cell[1][real]), ratio[real])
    print(worst.round(2))


if __name__ == "__main__":
    main()
