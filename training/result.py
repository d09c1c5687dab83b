"""What a round of exercises showed: how many were right, what was confused most, the worst misses, and what is next."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from functools import cached_property

from django.utils import timezone

from prism import words
from prism.training.exercise import Kind
from training.models import Returning, Sitting, Wall
from training.page import colours_of

ROUND = 10
"""Exercises after which a result is told."""
WORST = 2


@dataclass(frozen=True)
class Missed:
    """An exercise that was missed: what it asked, the screen values of its swatches, and where it is explained."""

    asked: str
    screens: list[str]
    wall: Wall


class Result:
    """The result of a sitting so far."""

    def __init__(self, sitting: Sitting) -> None:
        self.sitting = sitting

    @cached_property
    def answered(self) -> list[Wall]:
        return list(self.sitting.walls.exclude(right=None))

    @property
    def is_round(self) -> bool:
        """Whether a whole round is answered, and nothing waits."""
        count = len(self.answered)
        return count > 0 and count % ROUND == 0 and not self.sitting.walls.filter(right=None).exists()

    @cached_property
    def _missed(self) -> list[Wall]:
        """The exercises that were missed, the easiest first."""
        return sorted((wall for wall in self.answered if not wall.right), key=lambda wall: -wall.apart)

    @property
    def right(self) -> int:
        return len(self.answered) - len(self._missed)

    @property
    def score(self) -> str:
        return words.training.training_score(len(self.answered), self.right)

    @property
    def weak(self) -> str:
        """What was missed most, in words; empty where nothing was."""
        counted = Counter(_confused(wall) for wall in self._missed)
        if not counted:
            return words.training.NOTHING_MISSED if self.answered else ""
        spot, _ = max(counted.items(), key=lambda kind: (kind[1], kind[0]))
        return words.training.weak_spot(*spot)

    @property
    def worst(self) -> list[Missed]:
        return [
            Missed(words.training.TRAINED[wall.kind], [colour.screen for colour in colours_of(wall)][:4], wall)
            for wall in self._missed[:WORST]
        ]

    @property
    def next(self) -> str:
        due = Returning.objects.filter(owner=self.sitting.owner, due__gt=timezone.now()).order_by("due").first()
        soon = due is not None and (due.due - timezone.now()).days < 1
        return words.training.training_next(bool(self._missed), soon)


def _confused(wall: Wall) -> tuple[str, str, str]:
    """Return what was confused in a missed exercise: its kind, and of undertones the one seen and the right one."""
    if wall.kind == Kind.UNDERTONE and wall.picked and wall.accepted:
        return wall.kind, str(wall.picked[0]), str(wall.accepted[0][0])
    return wall.kind, "", ""
