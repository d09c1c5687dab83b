"""The nine steps of a review, and the screens around them."""
