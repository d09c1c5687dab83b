"""Palette: what goes with the colour, how much of each, and where it goes."""
