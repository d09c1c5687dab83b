"""A colour at other strengths: what is computed of them, and keeping one as a colour of its own."""
