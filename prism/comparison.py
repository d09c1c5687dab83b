"""Two colours held side by side: what the one shows beside the other, and how that bears on its undertone."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from prism.choosing.axes import OPPOSITE, comparative
from prism.difference import delta_e, difference
from prism.reading import Reading
from prism.school import School
from prism.survey import hue_of

NOTHING_SEEN = "no difference"
"""What a person saw who saw no difference."""
SECOND_WITHIN = 10.0
"""Degrees from the next hue within which a difference is said with both hues."""


@dataclass(frozen=True)
class PairFinding:
    """What the first colour shows beside the second. Every difference is first minus second.

    `delta_e` ΔE00 and its weighted `parts` (lightness, chroma, hue); `undertone_shift` (Δa*, Δb*) between the two
    undertones, `shift_hue` its hue, and `less` the hue it is rather a loss of; `warmth` Lab units; `greyness` change
    of undertone strength, negative is greyer; `directions` the words large enough to be said; `doubt` the two
    uncertainties together, ΔE00; `visible` whether the eye can part them at all.
    """

    delta_e: float
    word: str
    parts: tuple[float, float, float]
    lightness: float
    lrv: float
    undertone_shift: tuple[float, float]
    shift_hue: float
    less: str | None
    warmth: float
    greyness: float
    directions: tuple[str, ...]
    doubt: float
    visible: bool

    @property
    def too_close(self) -> bool:
        """Whether the difference is no larger than what is unknown about the two colours."""
        return self.delta_e <= self.doubt


def compare(first: Reading, second: Reading, school: School) -> PairFinding:
    """Return what `first` shows beside `second`; both must be read under the same school and neutral."""
    lab1, lab2 = np.array(first.lab), np.array(second.lab)
    parts = difference(lab2, lab1)
    shift = np.array(first.undertone.vector) - np.array(second.undertone.vector)
    doubt = float(np.hypot(first.uncertainty, second.uncertainty))
    least = max(school.just_seen, doubt)
    # the hue shift alone, at the first colour's lightness, on the eye's scale
    shift_effect = float(delta_e(lab1, lab1 - [0.0, *shift]))
    warmth = first.temperature.value - second.temperature.value
    greyness = first.undertone.strength - second.undertone.strength
    shift_hue = float(hue_of(shift))

    said: list[str] = []
    if abs(parts.lightness) > least:
        said.append("lighter" if parts.lightness > 0 else "darker")
    hue_is_said = shift_effect > least
    if hue_is_said:
        hue = school.undertone.word(shift_hue)
        beside = school.undertone.neighbour(shift_hue, SECOND_WITHIN)
        said += [comparative(word) for word in (hue, beside) if word]
    _, cool_from, warm_from = school.temperate
    if warmth > max(least, warm_from) or -warmth > max(least, -cool_from):
        said.append("warmer" if warmth > 0 else "cooler")
    if abs(greyness) > max(least, school.passive_below):
        said.append("clearer" if greyness > 0 else "greyer")
    return PairFinding(
        delta_e=float(parts.total),
        word=school.difference.word(float(parts.total)),
        parts=(float(parts.lightness), float(parts.chroma), float(parts.hue)),
        lightness=float(lab1[0] - lab2[0]),
        lrv=first.lrv - second.lrv,
        undertone_shift=(float(shift[0]), float(shift[1])),
        shift_hue=shift_hue,
        less=_loss_of(shift_hue, school) if hue_is_said else None,
        warmth=warmth,
        greyness=greyness,
        directions=tuple(said),
        doubt=doubt,
        visible=float(parts.total) >= school.just_seen,
    )


def _loss_of(hue: float, school: School) -> str | None:
    """Return the hue that a difference takes away, where that names it better than any hue it adds."""

    def off_centre(angle: float) -> float:
        word = school.undertone.word(angle)
        return abs((angle - school.undertone.centre(word) + 180) % 360 - 180)

    back = (hue + 180) % 360
    return school.undertone.word(back) if off_centre(back) < off_centre(hue) else None


class Agreement(StrEnum):
    """How what a person saw stands to what was computed."""

    AGREE = "agree"
    PARTLY = "partly"
    DIFFER = "differ"


def agreement(seen: Iterable[str], finding: PairFinding) -> Agreement:
    """Return how what a person saw beside a board stands to the finding.

    `seen` holds directions, or that nothing was seen. It differs where a direction is the opposite of a computed one,
    where nothing was seen and something computed, or where only things were seen that were not computed.
    """
    saw, computed = set(seen) - {NOTHING_SEEN}, set(finding.directions)
    if not saw or not computed:
        return Agreement.AGREE if not saw and not computed else Agreement.DIFFER
    if {OPPOSITE[word] for word in saw} & computed - saw or not saw & computed:
        return Agreement.DIFFER
    return Agreement.AGREE if saw <= computed else Agreement.PARTLY


@dataclass(frozen=True)
class Support:
    """How the comparators bear on the undertone claimed: those that show it, and those beside which it recedes."""

    agree: tuple[int, ...]
    disagree: tuple[int, ...]
    silent: tuple[int, ...]


def shared_undertone(one: Reading, other: Reading) -> bool:
    """Return whether two colours have the same undertone, or each leans to the other's."""
    first, second = one.undertone, other.undertone
    return first.main == second.main or (first.second == second.main and second.second == first.main)


def support(subject: Reading, comparators: list[Reading], school: School) -> Support:
    """Return positions of comparators that agree or disagree with the subject's main undertone, or cannot tell.

    Beside a comparator the eye sees the difference of the two undertones. It agrees when that difference leans to
    the claimed hue by more than the uncertainty, disagrees when it leans away, and is silent in between.
    """
    u = np.asarray(subject.undertone.vector)
    unit = u / max(float(np.hypot(*u)), 1e-9)
    agree: list[int] = []
    disagree: list[int] = []
    silent: list[int] = []
    for i, other in enumerate(comparators):
        along = float((u - np.asarray(other.undertone.vector)) @ unit)
        least = max(school.just_seen, float(np.hypot(subject.uncertainty, other.uncertainty)))
        (agree if along > least else disagree if along < -least else silent).append(i)
    return Support(tuple(agree), tuple(disagree), tuple(silent))
