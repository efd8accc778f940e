"""Where parts come from: suppliers' lists, orders on their way, and what is said when they are wrong."""

from .money import cents, read_money
from .ordering import (
    LineStanding,
    OrderStanding,
    basket_sum,
    chase_words,
    expected_on,
    order_standing,
    return_words,
    waits_note,
)
from .price_list import ListRefusal, PriceList, PriceRow, read_price_list
from .stock_line import StockLine, described, stock_line

__all__ = [
    "LineStanding",
    "ListRefusal",
    "OrderStanding",
    "PriceList",
    "PriceRow",
    "StockLine",
    "basket_sum",
    "cents",
    "chase_words",
    "described",
    "expected_on",
    "order_standing",
    "read_money",
    "read_price_list",
    "return_words",
    "stock_line",
    "waits_note",
]
