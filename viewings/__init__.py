"""Samples on site: when to look at them, what was seen, and what was decided."""
