"""The boards of a whole job: to buy, to paint, to hang, and to look at."""
