"""Compare: what the colour shows beside others, and what is seen there."""
