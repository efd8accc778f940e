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
from .price_list import PriceList, PriceRow, read_price_list
from .stock_line import StockLine, described, stock_line
from .stock_list import StockList, StockRow, read_stock_list
from .text_table import RowRefusal, columns_of, heading_word, heads_of, written_table

__all__ = [
    "LineStanding",
    "OrderStanding",
    "PriceList",
    "PriceRow",
    "RowRefusal",
    "StockLine",
    "StockList",
    "StockRow",
    "basket_sum",
    "cents",
    "chase_words",
    "columns_of",
    "described",
    "expected_on",
    "heading_word",
    "heads_of",
    "order_standing",
    "read_money",
    "read_price_list",
    "read_stock_list",
    "return_words",
    "stock_line",
    "waits_note",
    "written_table",
]
