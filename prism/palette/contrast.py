"""Contrast for people who see little: light against dark by points of LRV and by two contrasts.

The figures wanted are the method's. None of them is a rule of law: the local code and a licensed professional decide.
"""

from __future__ import annotations

from dataclasses import dataclass

from prism.method import Method

THINGS = {
    "doors": "large",
    "frames": "large",
    "handrail": "small",
    "steps": "small",
    "switches": "small",
    "signs": "sign",
}
"""What must be found against its surroundings, and of which kind it is."""


@dataclass(frozen=True)
class Contrast:
    """How one LRV stands against another: `points` between them, the Michelson contrast (difference over sum, 0-1) and
    the Weber contrast (difference over the lighter, 0-1)."""

    points: float
    michelson: float
    weber: float


@dataclass(frozen=True)
class RuleCheck:
    """A contrast held against one rule: its key, what was found and what is wanted, and whether it is met."""

    rule: str
    found: float
    wanted: float
    met: bool


def contrast(one: float, other: float) -> Contrast:
    """Return the contrast of two LRV, 0-100. Sources: Michelson (1927), Weber (1834).

    >>> contrast(70.0, 30.0)
    Contrast(points=40.0, michelson=0.4, weber=0.5714285714285714)
    """
    light, dark = max(one, other), min(one, other)
    if light <= 0:
        return Contrast(0.0, 0.0, 0.0)
    return Contrast(light - dark, (light - dark) / (light + dark), (light - dark) / light)


def held(thing: str, one: float, other: float, method: Method) -> list[RuleCheck]:
    """Return what each rule says of a thing of `THINGS` with an LRV before another. Raises `KeyError`."""
    kind, points, rules = THINGS[thing], contrast(one, other), method.contrast
    small = rules.small if kind != "large" else rules.large
    lines = [("points", points.points, rules.points), ("michelson", points.michelson, small)]
    if kind == "sign":
        lines.append(("weber", points.weber, rules.weber))
    return [RuleCheck(rule, value, wanted, value >= wanted - 1e-9) for rule, value, wanted in lines]
