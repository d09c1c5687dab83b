"""Training the eye: walls of boards without names, what the right answer is and why, how hard it is, and what an eye's
answers say of it."""
