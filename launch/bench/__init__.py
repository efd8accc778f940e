"""``./dentado bench``: the budgets, as ratios within one run, on the demo's data.

It says what it timed and how often; the machine's own speed cancels out of
the ratios but not out of the milliseconds.
"""

from __future__ import annotations

from ..paths import say
from ..stack import Stack
from .core import core_sums, lines_said, searches
from .desk import ROUNDS, Desk
from .diagnosis import what_clicks, what_is_wrong
from .orders import orders_and_days
from .screen import drag, first_screen, long_row
from .server import drawer, routes, step
from .starting import second_start


def bench() -> None:
    """Print each budget with what was measured beside it."""
    with Stack(durable=True) as stack:
        desk = Desk(stack.port)
        say(f"Medians of {ROUNDS} calls over one kept connection; 2 workers; demo data.\n")
        core_sums()
        searches()
        lines_said()
        what_is_wrong()
        what_clicks()
        empty = routes(desk)
        step(desk, stack, empty)
        drawer(desk, stack)
        orders_and_days(desk, stack)
        first_screen(desk, stack)
        long_row(desk, stack)
        drag(desk, stack)
    second_start()
