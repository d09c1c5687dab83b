"""How far stated figures can be believed."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum

from prism.difference import delta_e
from prism.reading import Reading, read
from prism.school import School
from prism.spectrum import lightness_to_lrv, lrv_to_lightness
from prism.stimulus import Stimulus, from_lab

ROUNDING = 0.5
"""LRV points that a stated figure may be off by rounding alone."""
VAGUE = 4.0
"""LRV points of uncertainty beyond which nothing can be told."""


class LrvAgreement(StrEnum):
    """Whether a stated LRV agrees with the computed one."""

    AGREE = "agree"
    DIFFER = "differ"
    CANNOT_TELL = "cannot tell"


@dataclass(frozen=True)
class LrvCheck:
    """A stated LRV against the computed one: stated minus computed, and how much the source allows."""

    stated: float
    computed: float
    allowed: float
    verdict: LrvAgreement

    @property
    def difference(self) -> float:
        """Stated minus computed, LRV points."""
        return self.stated - self.computed


def with_stated_lrv(colour: Stimulus, stated: float, school: School) -> Stimulus:
    """Return a screen value with the lightness of its stated LRV, and so surer, unless the two plainly differ."""
    if check_lrv(stated, read(colour, school)).verdict == LrvAgreement.DIFFER:
        return colour
    lightness = float(lrv_to_lightness(stated))
    better = from_lab((lightness, *colour.lab[1:]), provenance="screen-lrv")
    return replace(better, given=colour.given)


def check_lrv(stated: float, reading: Reading) -> LrvCheck:
    """Return whether a stated LRV, 0-100, agrees with the computed one as far as its uncertainty can tell.

    The uncertainty in ΔE00 is carried to LRV along lightness alone, where it is largest.
    """
    lightness = reading.lab[0]
    # how much lightness makes one ΔE00 here, by the difference formula's own weighting
    per_unit = 1.0 / max(float(delta_e([lightness, 0, 0], [lightness + 0.1, 0, 0])) / 0.1, 1e-6)
    reach = reading.uncertainty * per_unit
    spread = float(lightness_to_lrv(min(lightness + reach, 100.0)) - lightness_to_lrv(max(lightness - reach, 0.0))) / 2
    allowed = spread + ROUNDING
    apart = abs(stated - reading.lrv)
    if apart > allowed:
        return LrvCheck(stated, reading.lrv, allowed, LrvAgreement.DIFFER)
    verdict = LrvAgreement.AGREE if spread <= VAGUE else LrvAgreement.CANNOT_TELL
    return LrvCheck(stated, reading.lrv, allowed, verdict)
