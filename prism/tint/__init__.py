"""Paint as a recipe: a base and colorants, what they make together, and what the counter dispenses."""
