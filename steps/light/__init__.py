"""Light: the same board in another room, hour by hour."""
