"""A review published as an article, without anything of a client."""
