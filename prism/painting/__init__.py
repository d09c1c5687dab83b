"""Paint by the litre: areas of a room's surfaces, and how many cans they take."""
