"""Two colours held side by side: what the one shows beside the other, and how that bears on its undertone."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from prism.choosing.axes import OPPOSITE, comparative, is_hue, less
from prism.method import Method
from prism.reading import Reading
from prism.sectors import hue_of
from prism.side_by_side import Colours, Pairs, side_by_side
from prism.surety import AXES, LEVELS, Level, apart, axes_at, below

NOTHING_SEEN = "no difference"
"""What a person saw who saw no difference."""


@dataclass(frozen=True)
class PairFinding:
    """What the first colour shows beside the second. Every difference is first minus second.

    `delta_e` ΔE00 and its weighted `parts` (lightness, chroma, hue); `undertone_shift` (Δa*, Δb*) between the two
    undertones, `shift_hue` its hue, and `less` the hue it is rather a loss of; `warmth` Lab units; `greyness` change
    of undertone strength, negative is greyer. `directions` are the words that are certain and large enough to be said,
    `probably` those that are probable; `either` two hues of which one is certain, where neither is. `doubt` is what is
    unsure of the difference, ΔE00; `visible` whether the eye can part the two at all.
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
    probably: tuple[str, ...]
    either: tuple[str, ...]
    doubt: float
    visible: bool

    @property
    def spoken(self) -> tuple[str, ...]:
        """The certain directions as they are spoken: `less green` where that says it better than `redder` would."""
        return self._as_spoken(self.directions)

    @property
    def spoken_probably(self) -> tuple[str, ...]:
        return tuple(word for word in self._as_spoken(self.probably) if word not in self.spoken)

    @property
    def hue_words(self) -> tuple[tuple[str, ...], tuple[str, ...]]:
        """Of what is spoken, that which says how the undertone differs: certain, and probable."""
        certain, probably = ([w for w in words if is_hue(w)] for words in (self.spoken, self.spoken_probably))
        return tuple(certain), tuple(probably)

    def _as_spoken(self, words: tuple[str, ...]) -> tuple[str, ...]:
        spoken = (less(self.less) if self.less and is_hue(word) else word for word in words)
        return tuple(dict.fromkeys(spoken))

    @property
    def phrases(self) -> tuple[str, ...]:
        """Every direction that is said, certain ones first."""
        return self.directions + self.probably

    @property
    def too_close(self) -> bool:
        """Whether the eye may part the two, but nothing can be said of how."""
        return self.visible and not (self.phrases or self.either)


def shared_error(first: Reading, second: Reading, method: Method) -> float:
    """Return the part of their errors that two colours share: some where one maker gave both, in the same way."""
    return method.claims.shared if first.source and first.source == second.source else 0.0


def compare(first: Reading, second: Reading, method: Method) -> PairFinding:
    """Return what `first` shows beside `second`; both must be read under the same method and neutral."""
    return compare_many([first], [second], method)[0]


def compare_many(first: Sequence[Reading], second: Sequence[Reading], method: Method) -> list[PairFinding]:
    """Return what each colour shows beside the one at its place in `second`; as `compare` does for one pair."""
    if not first:
        return []
    shared = [shared_error(one, other, method) for one, other in zip(first, second, strict=True)]
    pairs = side_by_side(_colours(first), _colours(second), shared, method)
    phrases = PairPhrases(pairs, method)
    total, lightness = pairs.difference.total, pairs.difference.lightness
    return [
        PairFinding(
            delta_e=float(total[i]),
            word=method.difference.word(float(total[i])),
            parts=(float(lightness[i]), float(pairs.difference.chroma[i]), float(pairs.difference.hue[i])),
            lightness=one.lab[0] - other.lab[0],
            lrv=one.lrv - other.lrv,
            undertone_shift=(float(pairs.shift[i, 0]), float(pairs.shift[i, 1])),
            shift_hue=float(pairs.hue[i]),
            less=_loss(float(pairs.hue[i]), one, other, method) if phrases.says_hue(i) else None,
            warmth=float(pairs.warmth[i]),
            greyness=float(pairs.greyness[i]),
            directions=phrases.words(i, Level.CERTAIN),
            probably=phrases.words(i, Level.PROBABLY),
            either=phrases.either(i),
            doubt=float(pairs.doubt[i]),
            visible=float(total[i]) >= method.just_seen,
        )
        for i, (one, other) in enumerate(zip(first, second, strict=True))
    ]


def _colours(readings: Sequence[Reading]) -> Colours:
    return Colours(
        np.array([reading.lab for reading in readings]),
        np.array([reading.undertone.vector for reading in readings]),
        np.array([reading.uncertainty for reading in readings]),
        np.array([reading.lightness_uncertainty for reading in readings]),
    )


class PairPhrases:
    """What may be said of pairs: each direction that is large enough to be seen, with how surely."""

    def __init__(self, pairs: Pairs, method: Method) -> None:
        self._found, self._method = pairs, method
        claims, least = method.claims, method.just_seen
        _, cool_from, warm_from = method.temperate
        lightness, warmth, greyness = pairs.difference.lightness, pairs.warmth, pairs.greyness
        visible = pairs.effect > least
        hue = np.where(visible, claims.levels(pairs.in_hue, claims.certain_hue), 0)
        near = visible & (pairs.beside >= 0)
        # what stands on the edge of two hues has both, where each is as sure as a word must be
        beside = np.where(near, claims.levels(pairs.in_beside, claims.certain_hue), 0)
        warm = (warmth > warm_from) | (warmth < cool_from)
        self.lightness = np.where(np.abs(lightness) > least, claims.levels(pairs.lighter, claims.certain_pair), 0)
        self.hue, self.beside = hue, beside
        self.warmth = np.where(warm, claims.levels(pairs.warmer, claims.certain_pair), 0)
        clear = np.abs(greyness) >= method.passive_below
        self.greyness = np.where(clear, claims.levels(pairs.clearer, claims.certain_pair), 0)
        self.two = np.where(visible & (hue < 2), claims.levels(pairs.in_either, claims.certain_hue), 0)

    def words(self, row: int, level: Level) -> tuple[str, ...]:
        """Return the directions of one pair that are said at a level."""
        finding, hues, wanted = self._found, self._method.undertone.words, LEVELS.index(level)
        phrases = []
        if self.lightness[row] == wanted:
            phrases.append("lighter" if finding.difference.lightness[row] > 0 else "darker")
        if self.hue[row] == wanted:
            phrases.append(comparative(hues[finding.sector[row]]))
        if self.beside[row] == wanted:
            phrases.append(comparative(hues[finding.beside[row]]))
        if self.warmth[row] == wanted:
            phrases.append("warmer" if finding.warmth[row] > 0 else "cooler")
        if self.greyness[row] == wanted:
            phrases.append("clearer" if finding.greyness[row] > 0 else "greyer")
        return tuple(phrases)

    def says_hue(self, row: int) -> bool:
        return bool(self.hue[row] > 0)

    def either(self, row: int) -> tuple[str, ...]:
        """Return two hues of which one is certain, where neither may be said alone."""
        if self.hue[row] or self.beside[row] or self.two[row] != LEVELS.index(Level.CERTAIN):
            return ()
        hues, finding = self._method.undertone.words, self._found
        return tuple(dict.fromkeys(comparative(hues[place]) for place in (finding.sector[row], finding.other[row])))


def _loss(hue: float, subject: Reading, other: Reading, method: Method) -> str | None:
    """Return the hue that the subject has less of than the other, where that names their difference better than a hue
    it has more of: a hue that one of them has comes first."""
    gained, lost = method.undertone.word(hue), method.undertone.word((hue + 180) % 360)
    subject_gains, other_had = gained in subject.undertone.hues, lost in other.undertone.hues
    if subject_gains != other_had:
        return lost if other_had else None
    return _loss_of(hue, method)


def _loss_of(hue: float, method: Method) -> str | None:
    """Return the hue that a difference takes away, where its centre lies nearer than that of the hue it adds."""

    def off_centre(angle: float) -> float:
        word = method.undertone.word(angle)
        return abs((angle - method.undertone.centre(word) + 180) % 360 - 180)

    back = (hue + 180) % 360
    return method.undertone.word(back) if off_centre(back) < off_centre(hue) else None


def as_paired(axis: str, subject: Reading, reading: Reading, method: Method) -> str:
    """Return the way a board differs in the words in which its pair is spoken: where the subject is said to be yellower
    beside it, it is less yellow rather than bluer. Other ways than of hue, and of other hues, stay as they are."""
    if not is_hue(axis):
        return axis
    hue = float(hue_of(np.subtract(subject.undertone.vector, reading.undertone.vector)))
    if _loss(hue, subject, reading, method):
        return axis
    gained = method.undertone.word(hue)
    return less(gained) if axis == OPPOSITE.get(comparative(gained)) else axis


class Agreement(StrEnum):
    """How what a person saw stands to what was computed."""

    AGREE = "agree"
    PARTLY = "partly"
    DIFFER = "differ"


def agreement(seen: Iterable[str], finding: PairFinding) -> Agreement:
    """Return how what a person saw beside a board stands to the finding.

    `seen` holds directions, or that nothing was seen. It differs where a direction is the opposite of a certain one,
    where nothing was seen and something is certain, or where only things were seen that are not even probable; what
    was only probable, and was not seen, leaves a part open.
    """
    saw, certain, phrases = set(seen) - {NOTHING_SEEN}, set(finding.directions), set(finding.phrases)
    if not saw:
        return Agreement.DIFFER if certain else Agreement.PARTLY if phrases else Agreement.AGREE
    if {OPPOSITE[word] for word in saw} & certain - saw or not saw & phrases:
        return Agreement.DIFFER
    return Agreement.AGREE if saw <= phrases else Agreement.PARTLY


@dataclass(frozen=True)
class Support:
    """How the comparators bear on the undertone claimed: those that show it, and those beside which it recedes."""

    agree: tuple[int, ...]
    disagree: tuple[int, ...]
    silent: tuple[int, ...]


def shared_undertone(reading: Reading, other: Reading) -> bool:
    """Return whether two colours have the same undertone, or each leans to the other's."""
    first, second = reading.undertone, other.undertone
    return first.main == second.main or (first.second == second.main and second.second == first.main)


def support(subject: Reading, comparison_colours: list[Reading], method: Method) -> Support:
    """Return positions of comparators that agree or disagree with the subject's main undertone, or cannot tell.

    Beside a comparator the eye sees the difference of the two undertones. It agrees when that difference probably
    leans to the claimed hue and can be seen, disagrees when it leans away, and is silent in between.
    """
    if not comparison_colours:
        return Support((), (), ())
    u = np.asarray(subject.undertone.vector)
    unit = u / max(float(np.hypot(*u)), 1e-9)
    others = _colours(comparison_colours)
    shared = [shared_error(subject, other, method) for other in comparison_colours]
    along = (u - others.u) @ unit
    per_step = axes_at((others.lab + subject.lab) / 2).step(unit)
    deviation = per_step * apart(subject.uncertainty, others.doubt, shared) / AXES
    tells = (below(np.abs(along) / np.maximum(deviation, 1e-9)) >= method.claims.probable) & (
        np.abs(along) > method.just_seen * per_step
    )
    return Support(
        tuple(np.flatnonzero(tells & (along > 0)).tolist()),
        tuple(np.flatnonzero(tells & (along < 0)).tolist()),
        tuple(np.flatnonzero(~tells).tolist()),
    )
