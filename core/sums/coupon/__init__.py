"""The ``coupon`` sum: a plate to measure a machine by, and what follows from what it measures."""

from .compute import make_coupon
from .request import CouponIn
from .response import CouponOut

__all__ = ["CouponIn", "CouponOut", "make_coupon"]
