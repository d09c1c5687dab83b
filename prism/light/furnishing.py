"""What curtains and furniture take from the light of a room: three plain choices."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from prism.light import materials
from prism.spectrum import BANDS, Array


@dataclass(frozen=True)
class Furnishing:
    """`passes` the part of a window's light that curtains and blinds let in, `warms` how much less of it passes at
    400 nm than at 700; `floor` and `walls` the parts of them that furniture stands before."""

    passes: float
    warms: float
    floor: float
    walls: float


FURNISHINGS: dict[str, Furnishing] = {
    # Estimated from common practice: daylight design takes 10 to 15 % off for curtains drawn aside and blinds drawn up,
    # and a net or voile passes half (openness class 2 to 3, EN 14501). Furniture covers a quarter of a sitting room's
    # floor, near half of a full one's; linen and wool are yellower than white.
    "bare": Furnishing(1.0, 0.0, 0.0, 0.0),
    "furnished": Furnishing(0.88, 0.06, 0.25, 0.10),
    "heavy": Furnishing(0.50, 0.25, 0.45, 0.25),
}
_STANDS = "wood-brown"
"""The measured material that furniture is taken for."""


def past_curtains(kind: str) -> Array:
    """Return the part of a window's light that is let in, (31,)."""
    furnishing = FURNISHINGS[kind]
    along = (BANDS - BANDS[0]) / (BANDS[-1] - BANDS[0])
    passed: Array = furnishing.passes * (1 - furnishing.warms * (1 - along))
    return passed


def behind_furniture(kind: str, side: str, reflectance: Array) -> Array:
    """Return the reflectance, (31,), of one of the `SIDES` with what stands before it counted in."""
    furnishing = FURNISHINGS[kind]
    part = {"floor": furnishing.floor, "ceiling": 0.0}.get(side, furnishing.walls)
    covered: Array = (1 - part) * np.asarray(reflectance) + part * materials.reflectance(_STANDS)
    return covered
