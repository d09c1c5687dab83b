"""Search over reviews by what they mean."""
