"""Colour reviews."""
