"""Whites beside a wall: which clear its edge, which agree with it, and which stand in the way of what is there."""
