"""The steps of a review, in the order of the job. A new one is a folder and a line here."""

from __future__ import annotations

from steps.alternatives.step import AlternativesStep
from steps.base import Step
from steps.compare.step import CompareStep
from steps.light.step import LightStep
from steps.palette.step import PaletteStep
from steps.reading.step import ReadingStep
from steps.samples.step import SamplesStep
from steps.strength.step import StrengthStep
from steps.verdict.step import VerdictStep
from steps.whites.step import WhitesStep

ALL: list[Step] = [
    ReadingStep(),
    CompareStep(),
    AlternativesStep(),
    LightStep(),
    StrengthStep(),
    WhitesStep(),
    PaletteStep(),
    SamplesStep(),
    VerdictStep(),
]


FORMER = {"read": "reading", "place": "alternatives", "company": "palette", "view": "samples"}
"""Keys that steps had before: addresses and files that have them still lead there."""


def find(key: str) -> Step | None:
    return next((step for step in ALL if step.key == key), None)


def of(key: str) -> Step:
    """Return the step with a key, also one that it had before; the first one for a step that is no more."""
    return find(FORMER.get(key, key)) or ALL[0]
