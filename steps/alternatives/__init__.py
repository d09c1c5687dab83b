"""Alternatives: where the colour stands among its alternatives, wishes, and the shortlist."""
