"""Many pairs of colours at once: what the first of each shows beside the second, and with what probability."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.classify import temperature_of
from prism.difference import Difference, difference
from prism.method import Method
from prism.neutral import WorkingNeutral
from prism.sectors import Cloud, counted, hue_of, hue_shares, likelier_neighbour
from prism.spectrum import Array
from prism.surety import AXES, apart, axes_at, below, cloud, in_parts

COMPARATIVE = {
    "red": "redder", "orange": "oranger", "yellow": "yellower", "green": "greener", "blue": "bluer",
    "purple": "purpler",
}  # fmt: skip
BESIDE_WITHIN = 10.0
"""Degrees from the next hue within which a difference is said with both hues."""
COMMON = 91
"""By how many places the cloud of what two colours err in common is turned on, against that of what parts them."""


@dataclass(frozen=True)
class Colours:
    """Colours as pairs are made of them: `lab` (n, 3), undertone `u` (n, 2), and ΔE00 `doubt` and `lightness_doubt`
    (n,)."""

    lab: Array
    u: Array
    doubt: Array
    lightness_doubt: Array

    @classmethod
    def of(
        cls, lab: ArrayLike, doubt: ArrayLike, neutral: WorkingNeutral, lightness: ArrayLike | None = None
    ) -> Colours:
        """Return colours from Lab (n, 3), with their undertones from a neutral."""
        values = np.asarray(lab, dtype=np.float64).reshape(-1, 3)
        unsure = np.broadcast_to(np.asarray(doubt, dtype=np.float64), len(values))
        light = unsure if lightness is None else np.broadcast_to(np.asarray(lightness, dtype=np.float64), len(values))
        return cls(values, neutral.undertone(values), unsure, light)

    def __getitem__(self, rows: slice) -> Colours:
        return Colours(self.lab[rows], self.u[rows], self.doubt[rows], self.lightness_doubt[rows])


@dataclass(frozen=True)
class Pairs:
    """What the first colour of each pair shows beside the second; every difference is first minus second.

    `difference` ΔE00 and parts; `shift` (n, 2) between the undertones, its `hue` in degrees and `effect` ΔE00; `warmth`
    Lab units and `warm_effect` the same in ΔE00; `greyness` the change of undertone strength, negative is greyer;
    `doubt` of the difference, ΔE00. Probabilities (n,): that lightness, warmth and greyness truly differ that way by
    more than the eye just sees (`lighter`, `warmer`, `clearer`), that a shift so large lies in its word's widened
    sector (`in_hue`), in that of the hue beside it (`in_beside`), or in one of the two (`in_either`). `sector`,
    `beside` and `other` are those hues' places among the method's; `beside` −1 where the shift is far from any edge.
    """

    difference: Difference
    shift: Array
    hue: Array
    effect: Array
    warmth: Array
    warm_effect: Array
    greyness: Array
    doubt: Array
    lighter: Array
    warmer: Array
    clearer: Array
    sector: NDArray[np.intp]
    beside: NDArray[np.intp]
    other: NDArray[np.intp]
    in_hue: Array
    in_beside: Array
    in_either: Array


def side_by_side(first: Colours, second: Colours, shared: ArrayLike, method: Method) -> Pairs:
    """Return what n colours show beside n others; `shared` (n,) is the part of their errors each pair has in common."""
    in_common = np.broadcast_to(np.asarray(shared, dtype=np.float64), len(first.lab))
    parts = [_part(first[rows], second[rows], in_common[rows], method) for rows in in_parts(len(first.lab))]
    if len(parts) == 1:
        return parts[0]
    if not parts:
        return _part(first, second, in_common, method)

    def joined(values: Iterable[Any]) -> Any:
        return np.concatenate(list(values))

    whole = Difference(*(joined(getattr(p.difference, n) for p in parts) for n in Difference.__dataclass_fields__))
    names = [name for name in Pairs.__dataclass_fields__ if name != "difference"]
    return Pairs(whole, **{name: joined(getattr(part, name) for part in parts) for name in names})


def _part(first: Colours, second: Colours, shared: Array, method: Method) -> Pairs:
    parts = difference(second.lab, first.lab)
    middle = axes_at((first.lab + second.lab) / 2)
    doubt = apart(first.doubt, second.doubt, shared)
    light = apart(first.lightness_doubt, second.lightness_doubt, shared) / AXES
    spread = middle.plane * (doubt / AXES)[:, None, None]
    shift = first.u - second.u
    hue, warmth = hue_of(shift), temperature_of(shift, method)
    per_warm = middle.step(method.warm_axis())
    # the shift on the axes of CIEDE2000 is its size to the eye
    seen = np.linalg.solve(middle.plane, shift[:, :, None])[:, :, 0]
    about, least = Cloud(shift, spread), method.just_seen
    to_the_eye = seen[:, None].astype(np.float32) + cloud() * (doubt / AXES).astype(np.float32)[:, None, None]
    visible = (to_the_eye * to_the_eye).sum(axis=2) > np.float32(least * least)
    scale, count = method.undertone, len(method.undertone.words)
    rows, sector = np.arange(len(shift)), scale.index(hue)
    starts, widths = np.array(scale.edges), scale.widths()
    into = (hue - starts[sector]) % 360
    side = np.where(into <= widths[sector] - into, -1, 1)
    next_to = (sector + side) % count
    near = (np.minimum(into, widths[sector] - into) <= BESIDE_WITHIN) & (count > 1)

    def widened(place: NDArray[np.intp]) -> Array:
        more = method.claims.widened
        return counted(about.within(starts[place] - more, np.minimum(widths[place] + 2 * more, 360)) & visible)

    in_hue = widened(sector)
    in_beside = np.zeros(len(shift))
    if near.any():
        in_beside = np.where(near, widened(next_to), 0.0)
    shares = hue_shares(about, scale, visible)
    other = likelier_neighbour(shares, sector)
    return Pairs(
        difference=parts,
        shift=shift,
        hue=hue,
        effect=np.sqrt((seen * seen).sum(axis=1)),
        warmth=warmth,
        warm_effect=warmth / np.maximum(per_warm, 1e-9),
        greyness=_strength(first.u) - _strength(second.u),
        doubt=doubt,
        lighter=below((np.abs(parts.lightness) - least) / np.maximum(light, 1e-9)),
        warmer=below((np.abs(warmth) / per_warm - least) / np.maximum(doubt / AXES, 1e-9)),
        clearer=_clearer(first, second, middle.plane, doubt, least),
        sector=sector,
        beside=np.where(near, next_to, -1),
        other=other,
        in_hue=in_hue,
        in_beside=in_beside,
        in_either=shares[rows, sector] + np.where(other == sector, 0.0, shares[rows, other]),
    )


def _strength(u: Array) -> Array:
    strength: Array = np.sqrt((u * u).sum(axis=-1))
    return strength


def _clearer(first: Colours, second: Colours, plane: Array, doubt: Array, least: float) -> Array:
    """Return how surely the two strengths differ the way they seem to, by more than `least` Lab units, (n,).

    Strength is a distance, so that errors count for more near the neutral. What parts the two errors and what they have
    in common are two clouds, drawn against each other.
    """
    both = np.sqrt(np.maximum((first.doubt**2 + second.doubt**2) / 2 - doubt**2 / 4, 0.0)) / AXES
    half = plane * (doubt / AXES / 2)[:, None, None]
    common = plane * both[:, None, None]
    parting = half.reshape(-1, 2).astype(np.float32) @ cloud().T
    shared = common.reshape(-1, 2).astype(np.float32) @ np.roll(cloud(), COMMON, axis=0).T
    parting, shared = parting.reshape(len(plane), 2, -1), shared.reshape(len(plane), 2, -1)
    swapped = (_strength(first.u) < _strength(second.u))[:, None]  # so that a pair says the same either way round
    one = np.where(swapped, second.u, first.u).astype(np.float32)[:, :, None] + shared + parting
    other = np.where(swapped, first.u, second.u).astype(np.float32)[:, :, None] + shared - parting
    more = np.sqrt((one * one).sum(axis=1)) - np.sqrt((other * other).sum(axis=1))
    return counted(more > np.float32(least))
