"""What a person does with the boards of a comparison set: pin, swap, take away, bring in, ask for another."""

from __future__ import annotations

from dataclasses import dataclass

from decks.models import Colour
from prism import words
from prism.choosing.axes import less
from reviews.context import ReviewContext, SwatchView
from reviews.context.holding import place_of
from reviews.models import Board, Review
from reviews.services import hold_beside
from steps.compare import services


@dataclass(frozen=True)
class Done:
    """What must be said of an act, empty where it simply happened; and the context after it, where it is known."""

    notice: str = ""
    context: ReviewContext | None = None


def act(review: Review, what: str, colour: int, hue: str = "") -> Done:
    if what == "back":
        services.bring_back(review)
        return Done()
    context = ReviewContext(review)
    if what == "another":
        return _another(review, context, hue)
    swatch = next((board for board in context.wall.boards if board.colour.pk == colour), None)
    if swatch is None:
        return Done()
    if what == "pin":
        services.set_board(review, swatch.colour, Board.State.PINNED, swatch.kind, swatch.why)
    elif what == "add":
        services.set_board(review, swatch.colour, Board.State.ADDED)
    elif what == "unpin":
        services.set_board(review, swatch.colour, "")
    elif what in ("out", "swap"):
        return _away(review, swatch, context, swap=what == "swap")
    return Done()


def _another(review: Review, context: ReviewContext, hue: str) -> Done:
    if hue not in context.subject.method.undertone.words:
        return Done()
    pick = context.set.another_that_shows(hue, context.wall.boards)
    if pick is None:
        return Done(words.walks.no_other(words.readings.hue(hue, context.subject.reading.lrv)))
    colour = context.decks.colour_of(pick)
    services.set_board(review, colour, Board.State.ADDED, "range", pick.why)
    hold_beside(review, colour)
    return Done()


def _away(review: Review, held: SwatchView, context: ReviewContext, swap: bool) -> Done:
    """Take a board away; the next best for the same question comes in its place where the decks have one."""
    next_along = _next_along(context, held)
    # a board that was brought in is simply gone; a chosen one must not be chosen again
    state = "" if held.kind == "added" or held.why.startswith(less("")) else Board.State.OUT
    services.set_board(review, held.colour, state, held.kind, held.why)
    after = context.after_boards_changed()
    instead = next(
        (swatch for swatch in after.set.comparison_colours if (swatch.kind, swatch.why) == (held.kind, held.why)), None
    )
    if swap and instead is None:
        services.set_board(review, held.colour, held.state, held.kind, held.why)
        return Done(words.walks.no_other(held.caption))
    beside = instead.colour if swap and instead else next_along
    hold_beside(review, beside)
    after.wall.hold_beside(beside)
    return Done(context=after)


def _next_along(context: ReviewContext, swatch: SwatchView) -> Colour | None:
    others = context.set.guide
    at = place_of(swatch, others)
    if at is None or len(others) < 2:
        return None
    return others[at + 1 if at + 1 < len(others) else at - 1].colour
