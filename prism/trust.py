"""How far stated figures can be believed."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum

from prism.method import Method
from prism.reading import Reading, read
from prism.spectrum import lightness_to_lrv, lrv_to_lightness
from prism.stimulus import Stimulus, from_lab
from prism.surety import AXES, Level, axes_at, below

ROUNDING = 0.5
"""LRV points that a stated figure may be off by rounding alone."""
VAGUE = 4.0
"""LRV points of uncertainty beyond which nothing can be told."""
DEVIATIONS = 2.24
"""Standard deviations within which 97.5 % of the errors lie, either way."""


class LrvAgreement(StrEnum):
    """Whether a stated LRV agrees with the computed one."""

    AGREE = "agree"
    DIFFER = "differ"
    CANNOT_TELL = "cannot tell"


@dataclass(frozen=True)
class LrvCheck:
    """A stated LRV against the computed one: stated minus computed, how much the source `allowed`, LRV points, before
    they differ for certain, and the verdict with how surely."""

    stated: float
    computed: float
    allowed: float
    verdict: LrvAgreement
    level: Level

    @property
    def difference(self) -> float:
        """Stated minus computed, LRV points."""
        return self.stated - self.computed


def with_stated_lrv(colour: Stimulus, stated: float, method: Method) -> Stimulus:
    """Return a screen value with the lightness of its stated LRV, and so surer, unless the two plainly differ."""
    if check_lrv(stated, read(colour, method), method).verdict == LrvAgreement.DIFFER:
        return colour
    lightness = float(lrv_to_lightness(stated))
    better = from_lab((lightness, *colour.lab[1:]), provenance="screen-lrv")
    return replace(better, given=colour.given, maker=colour.maker)


def check_lrv(stated: float, reading: Reading, method: Method) -> LrvCheck:
    """Return whether a stated LRV, 0-100, agrees with the computed one as far as its uncertainty can tell.

    They differ where the true LRV is unlikely to round to the stated one; a source that leaves more than `VAGUE` points
    open cannot tell.
    """
    claims, lightness = method.claims, reading.lab[0]
    deviation = reading.uncertainty / AXES * float(axes_at([reading.lab]).lightness[0])
    reach = deviation * DEVIATIONS
    up, down = lightness_to_lrv(min(lightness + reach, 100.0)), lightness_to_lrv(max(lightness - reach, 0.0))
    per_deviation = max(float(up - down) / 2 / DEVIATIONS, 1e-9)
    apart = abs(stated - reading.lrv)
    level = claims.level(2 * float(below(max(apart - ROUNDING, 0.0) / per_deviation)) - 1)
    allowed = DEVIATIONS * per_deviation + ROUNDING
    if level is not Level.NONE:
        return LrvCheck(stated, reading.lrv, allowed, LrvAgreement.DIFFER, level)
    told = DEVIATIONS * per_deviation <= VAGUE
    return LrvCheck(stated, reading.lrv, allowed, LrvAgreement.AGREE if told else LrvAgreement.CANNOT_TELL, level)
