"""The showing: a review told slide by slide, for a client across the table."""
