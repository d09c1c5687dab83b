"""One colour of a review with what is held beside it."""

from reviews.context.holding import SwatchView
from reviews.context.review_context import ReviewContext

__all__ = ["ReviewContext", "SwatchView"]
