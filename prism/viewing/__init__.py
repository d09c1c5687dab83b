"""From screen to wall: how boards are painted, when they are looked at, and what was seen of them."""
