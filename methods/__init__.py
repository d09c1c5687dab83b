"""Methods: the ready ones and a person's own."""
