"""The steps of a review, in the order of the job. A new one is a folder and a line here."""

from __future__ import annotations

from reviews.steps.base import Step
from reviews.steps.company.step import Company
from reviews.steps.compare.step import Compare
from reviews.steps.light.step import LightStep
from reviews.steps.place.step import Place
from reviews.steps.read.step import Read
from reviews.steps.strength.step import StrengthStep
from reviews.steps.verdict.step import Verdict
from reviews.steps.view.step import ViewStep
from reviews.steps.whites.step import WhitesStep

ALL: list[Step] = [
    Read(),
    Compare(),
    Place(),
    LightStep(),
    StrengthStep(),
    WhitesStep(),
    Company(),
    ViewStep(),
    Verdict(),
]


def find(key: str) -> Step | None:
    """Return the step with a key."""
    return next((step for step in ALL if step.key == key), None)


def of(key: str) -> Step:
    """Return the step with a key; the first one for a step that is no more."""
    return find(key) or ALL[0]
