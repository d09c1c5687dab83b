"""What a step of a review is.

A step is a folder with one instance of a subclass of `Step`; `steps.ALL` names them in the order of the job. The frame
shows whatever stands there: path, digits, help and addresses follow the list.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any, ClassVar

from django.forms import BaseForm
from django.http import HttpResponse
from django.utils.safestring import SafeString

from reviews.context import ReviewContext
from reviews.models import Review
from web.http import StudioRequest


@dataclass
class StepRequest:
    """One request to a step: the review context it works on, and what must be told or shown again.

    `query` is what of the step is shown, kept from request to request: any of `Step.keeps`. `forms` holds forms as
    they were sent, by name; `refused` says that one of them was.
    """

    context: ReviewContext
    query: Mapping[str, str] = field(default_factory=dict)
    notice: str = ""
    forms: dict[str, BaseForm] = field(default_factory=dict)
    refused: bool = False

    @property
    def show(self) -> str:
        """Which part of the step is shown; empty for its first."""
        return self.query.get("show", "")


Act = Callable[[StudioRequest, Review], StepRequest | HttpResponse]
"""Something that can be done in a step, by a POST to its address. It returns the visit that shows what came of it; or
an answer of its own, where only a piece of the screen changes."""


class Step(ABC):
    """One step.

    `key` names it in addresses, `label` on the path; `template` shows its page, in `reviews/<key>/`. `keeps` are the
    parameters of its address that are kept while the wall is worked on. `gives_away` says whether its page would give
    a withheld answer away. `at_once` says that its finding costs nothing beyond the subject's reading; other findings
    are kept with the review. `needs_findings` says that its page tells the findings of all steps. `unknown` is what
    the path says while there is no finding. `wall_last` puts its page above the wall. `board_actions` and
    `set_actions` are templates of what may be done with the board held beside, and with the whole set.
    """

    key: ClassVar[str]
    label: ClassVar[str]
    template: ClassVar[str]
    keeps: ClassVar[tuple[str, ...]] = ("show",)
    gives_away: ClassVar[bool] = True
    at_once: ClassVar[bool] = False
    needs_findings: ClassVar[bool] = False
    unknown: ClassVar[str] = ""
    wall_last: ClassVar[bool] = False
    board_actions: ClassVar[str] = ""
    set_actions: ClassVar[str] = ""
    actions: ClassVar[Mapping[str, Act]] = {}

    @abstractmethod
    def finding(self, context: ReviewContext) -> str:
        """Return the finding so far in a line, for the path; empty where there is none."""

    @abstractmethod
    def page(self, visit: StepRequest) -> Any:
        """Return what the step's template shows."""

    def visit(self, request: StudioRequest, review: Review) -> StepRequest:
        """Return the visit of a GET; a step that takes parameters looks at them here."""
        return StepRequest(ReviewContext(review))

    def wall(self, page: Any) -> str:
        """Return the template of the wall that a page wants: the comparison set, unless it has one of its own."""
        return "steps/shell/wall_set.html"

    def ladder(self, page: Any) -> SafeString | None:
        """Return the ladder that stands on the wall's edge; None for that of what is on the wall."""
        return None
