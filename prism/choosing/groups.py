"""The groups of boards beside a subject: near-identicals, mates of its strip and depth, a contrast colour."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from prism.choosing.along_axes import AxisView
from prism.choosing.deck import Deck, Pick, pick_of
from prism.difference import length
from prism.method import Method
from prism.reading import Reading
from prism.sectors import hue_of
from prism.spectrum import Array

MOST_OF_RANGE = 5
"""Near-identicals on the wall: a handful."""
CONTRAST_DEPTH = 8.0
"""L* within which a contrast colour shows undertone rather than depth."""
FOIL_STRENGTH, OPPOSED, LEAST_FOIL = 2.5, 0.7, 0.2
"""What a contrast colour must be: this strong, Lab units; this opposed (cosine); and this good in all, 0-1."""
SAME_WAY, STRENGTH_WITHIN, MATE_DEPTH = 0.97, 1.5, (3.0, 20.0)
"""How alike two undertones point (cosine), how near their strengths lie and how far the colours stand apart in L*, for
one to be the other's mate where there is no strip."""


def range_of(
    view: AxisView, asked: Mapping[str, float], taken: Sequence[int] = (), most: int = MOST_OF_RANGE
) -> dict[str, Pick]:
    """Return, for each question, the colour in view that settles it best, heaviest questions first; no colour twice."""
    offers = sorted(
        (-weight * pick.power, number, pick.index, pick)
        for number, (axis, weight) in enumerate(asked.items())
        for pick in view.best(axis, len(asked), taken)
        if pick.power
    )
    chosen: dict[str, Pick] = {}
    for _, _, index, pick in offers:
        if len(chosen) < most and pick.why not in chosen and all(other.index != index for other in chosen.values()):
            chosen[pick.why] = pick
    return chosen


def end_to_end(picks: Sequence[Pick], u: Array, subject: Reading) -> list[Pick]:
    """Return near-identicals from one end of the undertone to the other, as they are held up one after another.

    By the hue of their undertones `u` (n, 2), seen from the subject's own; round the whole circle where it has none.
    """
    if not picks:
        return []
    if subject.undertone.main is None:
        turned = (hue_of(u - np.asarray(subject.undertone.vector)) - 15) % 360
    else:
        turned = (hue_of(u) - subject.undertone.hue + 180) % 360
    return [picks[i] for i in np.argsort(-turned, kind="stable")]


def strip_mates(subject: Reading, deck: Deck, u: Array, strip: int, taken: Sequence[int]) -> list[Pick]:
    """Return the next lighter and the next darker colour with the subject's undertone.

    Of its own strip; without one, of the whole deck within `MATE_DEPTH`, those whose undertone `u` (n, 2) is alike.
    """
    lightness = deck.lab[:, 0] - subject.lab[0]
    if strip:
        fits = deck.strip == strip
    else:
        along, strength = u @ np.asarray(subject.undertone.vector), length(u[:, 0], u[:, 1])
        fits = along > SAME_WAY * np.maximum(strength * subject.undertone.strength, 1e-9)
        fits &= np.abs(strength - subject.undertone.strength) < STRENGTH_WITHIN
        fits &= (np.abs(lightness) > MATE_DEPTH[0]) & (np.abs(lightness) < MATE_DEPTH[1])
    fits[list(taken)] = False
    mates = []
    for why, side in (("lighter", lightness > 0.5), ("darker", lightness < -0.5)):
        rows = np.flatnonzero(fits & side)
        if rows.size:
            row = int(rows[np.argmin(np.abs(lightness[rows]))])
            mates.append(pick_of(subject, deck, row, why, "strip"))
    return mates


def same_depth(
    subject: Reading, view: AxisView, deck: Deck, u: Array, method: Method, taken: Sequence[int]
) -> Pick | None:
    """Return the nearest colour of the same LRV with another undertone, at a readable size."""
    rows = view.rows
    level = (np.abs(deck.lrv[rows] - subject.lrv) <= method.same_depth) & (view.distance >= method.readable[0])
    able = np.flatnonzero(level & ~np.isin(rows, list(taken)))
    other = method.undertone.index(hue_of(u[rows[able]])) != method.undertone.index(subject.undertone.hue)
    able = able[other]
    if not able.size:
        return None
    at = int(able[np.argmin(view.distance[able])])
    return Pick(int(rows[at]), "same depth", float(view.distance[at]), kind="strip")


def contrast_colour(subject: Reading, deck: Deck, u: Array, taken: Sequence[int]) -> Pick | None:
    """Return the colour beside which the subject's undertone jumps out: opposite to it, as strong or stronger, and no
    lighter or darker. None for a subject without an undertone."""
    if subject.undertone.main is None:
        return None
    row = contrast_row(np.asarray(subject.undertone.vector), float(subject.lab[0]), deck.lab, u, taken)
    return None if row is None else pick_of(subject, deck, row, "foil", "foil")


def contrast_row(vector: Array, lightness: float, lab: Array, u: Array, taken: Sequence[int]) -> int | None:
    """Return the row of colours, Lab (n, 3) and undertones (n, 2), that contrasts with an undertone (2,) at an L*."""
    against = -(u @ vector)
    rows = np.flatnonzero((against > 0) & (np.abs(lab[:, 0] - lightness) <= CONTRAST_DEPTH))
    rows = rows[~np.isin(rows, list(taken))]
    if not rows.size:
        return None
    strength, own = max(float(np.hypot(*vector)), 1e-9), np.maximum(length(u[rows, 0], u[rows, 1]), 1e-9)
    opposed = against[rows] / (own * strength)
    wanted = max(strength, FOIL_STRENGTH)
    strong = np.minimum(own / wanted, 1.0) * np.exp(-np.maximum(own - 2 * wanted, 0) / 4)
    level = np.exp(-np.abs(lab[rows, 0] - lightness) / CONTRAST_DEPTH)
    score = np.where(opposed > OPPOSED, opposed**2 * strong * level, 0.0)
    at = int(np.argmax(score))
    return int(rows[at]) if score[at] >= LEAST_FOIL else None
