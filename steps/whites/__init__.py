"""Whites: which white beside the colour, with the whites that are there already."""
