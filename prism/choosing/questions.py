"""What is still undecided about a colour, and what a comparison must settle."""

from __future__ import annotations

from prism.choosing.axes import comparative
from prism.method import HueScale, Method
from prism.reading import Reading


def in_play(subject: Reading) -> dict[str, float]:
    """Return the undertones that the uncertainty leaves open, each with its share, likeliest first.

    No undertone is the empty word; what a method has no word for is left out.
    """
    return {word: share for word, share in subject.undertone.shares if share > 0}


def worth_asking(subject: Reading, method: Method) -> dict[str, float]:
    """Return the undertones that are not ruled out: those with a share large enough to be asked about, or named."""
    return {word: share for word, share in in_play(subject).items() if share > 1 - method.claims.certain}


def questions(subject: Reading, method: Method) -> dict[str, float]:
    """Return what a comparison must still settle about a subject, as axes with their weight, heaviest first.

    How strong its undertone is; which of the neighbouring hues it leans to; and every other hue that the uncertainty
    leaves open. A colour without an undertone is asked about the hues it might have.
    """
    open_hues = {word: share for word, share in worth_asking(subject, method).items() if word}
    asked = {comparative(word): 0.5 + share / 2 for word, share in open_hues.items() if word != subject.undertone.main}
    scale = method.hues_for(subject.family.base)
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
