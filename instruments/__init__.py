"""Reading physical things with a hand-held reader."""
