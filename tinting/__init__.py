"""The studio's tinting system, and the machine that makes cans with it."""
