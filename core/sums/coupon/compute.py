"""The ``coupon`` sum: a plate to measure a machine by, and what follows from what it measures."""

from __future__ import annotations

import base64

from gearing.making import OUTSIDE, SLOT, allowance, drawn_coupon, written

from .request import CouponIn
from .response import CouponOut


def make_coupon(request: CouponIn) -> CouponOut:
    """Write it, and work out what it shows."""
    grows = shrinks = None
    says = f"Make it as it is. Measure across the plate ({OUTSIDE:g} mm) and within the slot ({SLOT:g} mm)."
    if request.outside_mm and request.slot_mm:
        grows, shrinks = allowance(request.outside_mm, request.slot_mm)
        outwards = "come out" if grows >= 0 else "stay back"
        says = f"Walls {outwards} by {abs(grows):.3f} mm to each side; all is {100 * shrinks:.2f} % smaller."
    return CouponOut(
        file=base64.b64encode(written(drawn_coupon(), request.format)).decode(),
        name=f"coupon.{request.format}",
        format=request.format,
        outside_mm=OUTSIDE,
        slot_mm=SLOT,
        grows_mm=grows,
        shrinks_percent=None if shrinks is None else 100 * shrinks,
        says=says,
    )
