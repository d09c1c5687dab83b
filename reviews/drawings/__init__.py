"""Drawings as SVG, each answering one question and carrying a text equivalent: what they share, then one a file."""
