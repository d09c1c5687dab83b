"""Strength: the colour made lighter and darker, its formula, and mixtures."""
