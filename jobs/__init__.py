"""Jobs, their rooms, and the light in them."""
