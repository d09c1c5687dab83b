"""Samples: which boards to paint, when to look at them, what was seen, and what is decided."""
