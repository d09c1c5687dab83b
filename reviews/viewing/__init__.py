"""Viewings of all reviews: planned, looked at, logged; what the View step and the pages of viewings share."""
