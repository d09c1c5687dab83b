"""Training the eye with the studio's own decks: sittings of walls without names, and what they show of an eye."""
