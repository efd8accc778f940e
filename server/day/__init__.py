"""The bench's day: what is next, what is due, across visits and orders."""
