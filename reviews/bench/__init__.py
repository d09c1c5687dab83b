"""The bench: one colour of a review with what is held beside it. It serves every step, and computes what is asked."""

from reviews.bench.bench import Bench
from reviews.bench.holding import SwatchView

__all__ = ["Bench", "SwatchView"]
