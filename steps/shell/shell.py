"""What stands around every step: path, basis, wall, ladder and edge."""

from __future__ import annotations

from typing import Any

from django.utils.safestring import SafeString

from reviews.drawings.edges import wall_edge
from reviews.drawings.ladder import depth_ladder
from steps.base import Step, StepRequest
from steps.shell.basis import Basis
from steps.shell.forms import SHIFT, BasisForm
from steps.shell.path import Path
from web.settled import Page


class Shell(Page):
    """The frame around one visit to a step, and the step's own page in it."""

    shift = SHIFT

    def __init__(self, visit: StepRequest, step: Step) -> None:
        context = visit.context
        basis = visit.forms.get("basis")
        self.step = step
        self.query = visit.query
        self.subject, self.wall = context.subject, context.wall
        self.basis = Basis(context.subject, basis if isinstance(basis, BasisForm) else None)
        self.waits = context.wall.waits if step.gives_away else ""
        self.page: Any = step.page(visit)
        self.path = Path(context, step).steps()
        self.digits = min(len(self.path), 9)  # keys lead to as many steps: `app/keys.js` binds 1 to 9

    @property
    def pending(self) -> bool:
        return any(step.pending for step in self.path)

    @property
    def wall_template(self) -> str:
        return Step.wall(self.step, self.page) if self.waits else self.step.wall(self.page)

    @property
    def ladder(self) -> SafeString:
        """The ladder on the wall's edge; none while findings are withheld, for where the colour stands on it tells."""
        if self.waits:
            return SafeString()
        own = self.step.ladder(self.page)
        return depth_ladder(self.subject, self.wall) if own is None else own

    @property
    def edge(self) -> SafeString:
        """The boards held together, butted with no line between them: two, three or all."""
        return wall_edge(self.subject, self.wall)
