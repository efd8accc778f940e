"""How many pages a process follows; read before Django is there, since each takes a thread."""

MOST_PAGES = 24
"""Those beyond ask now and then, as they did before."""
