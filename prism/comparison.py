"""Two colours held side by side, and which colours to hold beside one."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.difference import delta_e, difference
from prism.neutral import WorkingNeutral
from prism.reading import Reading, hue_of, temperature_of
from prism.school import School
from prism.spectrum import Array

SECOND_WITHIN = 10.0
"""Degrees from the next hue within which a difference is said with both hues."""
ON_AXIS = 0.5
"""Least share of a difference that must lie along an axis for a colour to show that axis."""
FARTHEST = 12.0
"""ΔE00 beyond which a colour shows too much at once to be held beside the subject."""

COMPARATIVE = {
    "red": "redder", "orange": "oranger", "yellow": "yellower", "green": "greener", "blue": "bluer",
    "purple": "purpler",
}  # fmt: skip

AXES = ("lighter", "darker", "greener", "pinker", "yellower", "bluer", "greyer", "clearer")
"""The eight ways a near-identical can differ, in the order they stand on the wall."""
_AXIS_HUE = {"greener": "green", "pinker": "red", "yellower": "yellow", "bluer": "blue"}
OPPOSITES = (("lighter", "darker"), ("greener", "pinker"), ("yellower", "bluer"), ("greyer", "clearer"))


@dataclass(frozen=True)
class PairFinding:
    """What the first colour shows beside the second. Every difference is first minus second.

    `delta_e` ΔE00 and its weighted `parts` (lightness, chroma, hue); `undertone_shift` (Δa*, Δb*) between the two
    undertones, `shift_hue` its hue, and `less` the hue it is rather a loss of; `warmth` Lab units; `greyness` change
    of undertone strength, negative is greyer; `directions` the words large enough to be said; `doubt` the two
    uncertainties together, ΔE00.
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
        said += [COMPARATIVE[word] for word in (hue, beside) if word]
    if abs(warmth) > max(least, school.temperature.edges[-2]):
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
    )


def _loss_of(hue: float, school: School) -> str | None:
    """Return the hue that a difference takes away, where that names it better than any hue it adds."""

    def off_centre(angle: float) -> float:
        word = school.undertone.word(angle)
        return abs((angle - school.undertone.centre(word) + 180) % 360 - 180)

    back = (hue + 180) % 360
    return school.undertone.word(back) if off_centre(back) < off_centre(hue) else None


@dataclass(frozen=True)
class Pick:
    """A colour chosen from a deck: its index, why it was picked, ΔE00 from the subject, and for a near-identical the
    share of the difference that lies along its axis (0-1)."""

    index: int
    why: str
    delta_e: float
    share: float | None = None


def reference_whites(
    lab: ArrayLike,
    lrv: ArrayLike,
    school: School,
    neutral: WorkingNeutral,
    exclude: NDArray[np.intp] | None = None,
) -> dict[str, int]:
    """Return indices of the clean, the warmest and the coolest white of a deck: `lab` (n, 3), `lrv` (n,).

    Clean is the lightest for its chroma. Fewer entries where the deck has fewer whites; `exclude` is never chosen.
    """
    values, y = np.asarray(lab, dtype=np.float64).reshape(-1, 3), np.asarray(lrv)
    chroma = np.hypot(values[:, 1], values[:, 2])
    fits = (y >= school.white_lrv) & (chroma < school.white_chroma)
    if exclude is not None:
        fits[exclude] = False
    whites = np.flatnonzero(fits)
    warmth = temperature_of(neutral.undertone(values[whites]), school)
    found: dict[str, int] = {}
    for name, score in (("clean", values[whites, 0] - chroma[whites]), ("warmest", warmth), ("coolest", -warmth)):
        ranked = [int(whites[i]) for i in np.argsort(-score, kind="stable")]
        free = next((index for index in ranked if index not in found.values()), None)
        if free is not None:
            found[name] = free
    return found


def axis_vectors(subject_undertone: ArrayLike, school: School) -> dict[str, Array]:
    """Return the unit vector (ΔL*, Δu_a, Δu_b) of each axis that exists for an undertone (2,).

    A colour without an undertone can become clearer in no one direction and greyer in none.
    """
    u = np.asarray(subject_undertone, dtype=np.float64)
    vectors: dict[str, Array] = {"lighter": np.array([1.0, 0, 0]), "darker": np.array([-1.0, 0, 0])}
    for axis, hue in _AXIS_HUE.items():
        angle = np.radians(school.undertone.centre(hue))
        vectors[axis] = np.array([0, np.cos(angle), np.sin(angle)])
    strength = float(np.hypot(*u))
    if strength >= school.passive_below:
        vectors["clearer"] = np.array([0, *(u / strength)])
        vectors["greyer"] = -vectors["clearer"]
    return {axis: vectors[axis] for axis in AXES if axis in vectors}


@dataclass(frozen=True)
class AxisView:
    """The part of a deck within reach of a subject, seen along the subject's axes.

    `rows` (n,) of the deck; `axes` names; `share` (n, axes) of each difference along each axis, 0 when it lies the
    other way; ΔE00 `distance` (n,).
    """

    rows: NDArray[np.intp]
    axes: tuple[str, ...]
    share: Array
    distance: Array

    def without(self, rows: list[int]) -> AxisView:
        """Return the view with some rows of the deck left out."""
        keep = ~np.isin(self.rows, rows)
        return AxisView(self.rows[keep], self.axes, self.share[keep], self.distance[keep])


def view_along_axes(
    subject: Reading,
    lab: ArrayLike,
    school: School,
    neutral: WorkingNeutral,
    exclude: NDArray[np.intp] | None = None,
) -> AxisView:
    """Return how a deck (n, 3) lies along the subject's axes; rows of `exclude` are not looked at."""
    deck = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
    # ΔE00 is never less than ΔL'/S_L, and S_L stays under 1.75
    near = np.abs(deck[:, 0] - subject.lab[0]) <= 1.75 * FARTHEST
    if exclude is not None:
        near[exclude] = False
    rows = np.flatnonzero(near)
    values = deck[rows]
    own = np.asarray(subject.undertone.vector)
    vectors = axis_vectors(own, school)
    offset = np.concatenate([values[:, :1] - subject.lab[0], neutral.undertone(values) - own], axis=1)
    along = offset @ np.array(list(vectors.values())).T
    length = np.maximum((offset**2).sum(axis=1, keepdims=True), 1e-12)
    share = np.where(along > 0, along**2 / length, 0.0)
    if "greyer" in vectors:
        # what overshoots the neutral shows the opposite undertone, and is no greyer
        u = offset[:, 1:] + own
        share[np.hypot(u[:, 0], u[:, 1]) >= np.hypot(*own), list(vectors).index("greyer")] = 0
    distance = delta_e(np.asarray(subject.lab), values)
    within = (distance > max(school.just_seen, subject.uncertainty)) & (distance <= FARTHEST)
    return AxisView(rows[within], tuple(vectors), share[within], distance[within])


def near_identicals(view: AxisView, school: School) -> dict[str, Pick]:
    """Return, for each axis, the colour in view that differs most purely along it at a readable size.

    No colour is picked twice; an axis with nothing on it is absent.
    """
    low, high = school.readable
    # 1 where the difference is easy to see, falling away where it is faint or where it shows too much at once
    readable = np.minimum(1.0, view.distance / low) ** 2 * np.exp(-np.maximum(view.distance - high, 0) / 3)
    score = np.where(view.share > ON_AXIS, view.share * readable[:, None], 0.0)
    # no axis needs more candidates than there are axes to be beaten by
    best = np.argsort(-score, axis=0, kind="stable")[: len(view.axes)] if len(score) else np.empty((0, 0), dtype=int)
    ranked = sorted(
        (-float(score[row, column]), int(row), column)
        for column in range(best.shape[1])
        for row in best[:, column]
        if score[row, column] > 0
    )
    picks: dict[str, Pick] = {}
    for _, row, column in ranked:
        axis, index = view.axes[column], int(view.rows[row])
        if axis not in picks and all(pick.index != index for pick in picks.values()):
            picks[axis] = Pick(index, axis, float(view.distance[row]), float(view.share[row, column]))
    return {axis: picks[axis] for axis in AXES if axis in picks}


@dataclass(frozen=True)
class Bracket:
    """The nearest colour on either side along one pair of axes; None where the deck has nothing there."""

    axes: tuple[str, str]
    before: Pick | None
    after: Pick | None


def brackets(view: AxisView) -> list[Bracket]:
    """Return the bracket on each pair of axes: the nearest colour in view mainly along it, each side."""

    def nearest_on(axis: str) -> Pick | None:
        if axis not in view.axes:
            return None
        share = view.share[:, view.axes.index(axis)]
        candidates = np.flatnonzero(share > ON_AXIS)
        if not candidates.size:
            return None
        row = int(candidates[np.argmin(view.distance[candidates])])
        return Pick(int(view.rows[row]), axis, float(view.distance[row]), float(share[row]))

    return [Bracket(pair, nearest_on(pair[0]), nearest_on(pair[1])) for pair in OPPOSITES]


@dataclass(frozen=True)
class Support:
    """How the comparators bear on the undertone claimed: those that show it, and those beside which it recedes."""

    agree: tuple[int, ...]
    disagree: tuple[int, ...]
    silent: tuple[int, ...]


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
