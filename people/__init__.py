"""The studio's people: who belongs to it, in which role, and what each may do."""
