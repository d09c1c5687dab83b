"""Which colours to hold beside one: what is undecided about it, and how much each candidate would show."""
