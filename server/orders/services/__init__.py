"""All writes to orders: whole or not at all, the same twice as once, and the visits told with them."""

from .arriving import cancel, measured, send_back, take_in
from .base import find_orders, live_lines, orders_of, own_order, standing_of
from .baskets import change_line, put_in_basket, take_line_back
from .brought import BroughtLine, bring_sent
from .sending import chase, expect, mark_sent, send, words_to_chase

__all__ = [
    "BroughtLine",
    "bring_sent",
    "cancel",
    "change_line",
    "chase",
    "expect",
    "find_orders",
    "live_lines",
    "mark_sent",
    "measured",
    "orders_of",
    "own_order",
    "put_in_basket",
    "send",
    "send_back",
    "standing_of",
    "take_in",
    "take_line_back",
    "words_to_chase",
]
