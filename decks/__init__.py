"""Colours and who makes them."""
