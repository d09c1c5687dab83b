"""The frame of a review, whatever its steps: path, basis, wall, and the life cycle."""
