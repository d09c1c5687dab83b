"""What is still undecided about a colour, and what a comparison must settle."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from prism.choosing.axes import comparative
from prism.reading import Reading
from prism.school import HueScale, School
from prism.survey import hue_of

WORTH_ASKING = 0.05
"""Least share of the uncertainty for an undertone to be held open."""


def in_play(subject: Reading, school: School) -> dict[str, float]:
    """Return the undertones that the uncertainty leaves open, each with its share, likeliest first; shares sum to 1.

    Counts, over the uncertainty and what the eye itself cannot tell, where the undertone may really lie. No undertone
    is the empty word.
    """
    spread = float(np.hypot(subject.uncertainty, school.just_seen))
    angle = np.radians(np.arange(0, 360, 15))
    # rings of equal mass of a round normal distribution
    radius = spread * np.sqrt(-2 * np.log(1 - np.array([0.125, 0.375, 0.625, 0.875])))
    points = np.asarray(subject.undertone.vector) + np.concatenate(
        [r * np.stack([np.cos(angle), np.sin(angle)], axis=-1) for r in radius]
    )
    scale = school.hues_for(subject.family.word)
    words = np.array(scale.words)[scale.index(hue_of(points))]
    if subject.family.word not in school.never_passive:
        words = np.where(np.hypot(points[:, 0], points[:, 1]) < school.passive_below, "", words)
    found, count = np.unique(words, return_counts=True)
    shares = {str(word): float(n) / len(points) for word, n in zip(found, count, strict=True)}
    return dict(sorted(shares.items(), key=lambda item: -item[1]))


def worth_asking(shares: Mapping[str, float]) -> dict[str, float]:
    """Return the undertones with a share that is large enough to be asked about, or named."""
    return {word: share for word, share in shares.items() if share >= WORTH_ASKING}


def questions(subject: Reading, school: School) -> dict[str, float]:
    """Return what a comparison must still settle about a subject, as axes with their weight, heaviest first.

    How strong its undertone is; which of the neighbouring hues it leans to; and every other hue that the uncertainty
    leaves open. A colour without an undertone is asked about the hues it might have.
    """
    open_hues = {word: share for word, share in worth_asking(in_play(subject, school)).items() if word}
    asked = {comparative(word): 0.5 + share / 2 for word, share in open_hues.items() if word != subject.undertone.main}
    scale = school.hues_for(subject.family.word)
    if subject.undertone.main is None:
        rest = [word for word in scale.words if word not in open_hues]
        asked |= {comparative(word): 0.3 for word in rest}
    else:
        asked |= {"greyer": 1.0, "clearer": 0.6}
        for word in _beside(scale, subject.undertone.main):
            asked[comparative(word)] = max(asked.get(comparative(word), 0.0), 0.7)
    return dict(sorted(asked.items(), key=lambda item: -item[1]))


def _beside(scale: HueScale, word: str) -> tuple[str, ...]:
    """Return the hues on either side of one, as far as there are any."""
    at = scale.words.index(word)
    around = (scale.words[at - 1], scale.words[(at + 1) % len(scale.words)])
    return tuple(dict.fromkeys(other for other in around if other != word))
