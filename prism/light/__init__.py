"""Light in rooms: sun, sky and lamps, what a room makes of them, and what a painted wall reads as in it."""
