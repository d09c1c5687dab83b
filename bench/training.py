"""Speed of training: the next wall from a dense deck, against looking through all of it; an eye from its answers."""

from __future__ import annotations

from contextlib import suppress
from functools import partial

import numpy as np

from bench.timing import best, report

ROWS, ANSWERS = 50_000, 2_000


def main(lab: np.ndarray) -> None:
    """A wall of each kind from 50,000 colours, and an eye estimated from 2,000 answers."""
    from prism import method
    from prism.sectors import hue_of
    from prism.spectrum import lightness_to_lrv
    from prism.training import asked
    from prism.training.exercise import Kind, PoolError
    from prism.training.eye import estimate
    from prism.training.pool import Pool
    from prism.training.showing import showing
    from prism.training.walls import make

    wall = method.load()
    pool = Pool.of(lab, lightness_to_lrv(lab[:, 0]), np.full(len(lab), 0.3), np.arange(len(lab)) % 7, wall)
    _ = pool.neutrals, pool.whites, pool.named, pool.clean

    def of_kind(kind: Kind) -> None:
        with suppress(PoolError):
            showing(make(kind, pool, np.random.default_rng(3)), pool)

    some = best(lambda: of_kind(Kind.LIGHTER), 5)
    slowest = max(best(partial(of_kind, kind), 5) for kind in Kind)
    whole, asked.LOOKED_AT = asked.LOOKED_AT, len(lab)
    naive = best(lambda: of_kind(Kind.LIGHTER), 2)
    asked.LOOKED_AT = whole
    report("the next wall from 50,000 colours", f"{1000 * slowest:.0f} ms", "50 ms")
    report("  against looking through all of them", f"{naive / some:.0f} times as fast", "10")

    rng, scale = np.random.default_rng(4), wall.undertone
    u = rng.normal(0, 2.2, (ANSWERS, 2))
    named = scale.index(hue_of(u - [0.6, -0.3] + rng.normal(0, 0.9, (ANSWERS, 2))))
    report("an eye from 2,000 answers", f"{1000 * best(lambda: estimate(u, named, scale), 5):.0f} ms", "100 ms")
