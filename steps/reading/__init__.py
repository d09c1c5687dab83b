"""Reading: what the colour is, on its own."""
