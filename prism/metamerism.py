"""How far two colours that match in daylight part under other lamps."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from prism.difference import delta_e
from prism.spectrum import to_xyz, white_point, xyz_to_lab

LAMPS = ("A", "LED-B1", "LED-B3", "LED-V1", "LED-RGB1", "FL2", "FL11")
"""CIE illuminants that stand for the lamps people live with: incandescent, everyday LED warm and neutral, full-spectrum
LED, colour-changing LED, two fluorescents."""


@dataclass(frozen=True)
class Parting:
    """ΔE00 of two spectra in daylight (D65) and under each lamp, and the lamp under which they part most."""

    daylight: float
    lamps: dict[str, float]
    worst: str

    @property
    def farthest(self) -> float:
        """ΔE00 under the worst lamp."""
        return self.lamps[self.worst]


def parting(first: ArrayLike, second: ArrayLike) -> Parting:
    """Return how two reflectances, shape (31,) each, part under other lamps, each seen against its lamp's white.

    The two are not adjusted to match in daylight first, so that the answer is about these two paints as they are.
    Source: CIE 15:2018, section 9 (special metamerism index, change of illuminant), with CIEDE2000.
    """
    pair = np.stack([np.asarray(first, dtype=np.float64), np.asarray(second, dtype=np.float64)])

    def under(condition: str) -> float:
        lab = xyz_to_lab(to_xyz(pair, condition), white_point(condition))
        return float(delta_e(lab[0], lab[1]))

    lamps = {lamp: under(f"{lamp}/10") for lamp in LAMPS}
    return Parting(under("D65/10"), lamps, max(lamps, key=lambda lamp: lamps[lamp]))
