"""What the ``coupon`` sum is asked."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ..base import Length, Model


class CouponIn(Model):
    """The file that is wanted, and what the coupon measured once it was made."""

    format: Literal["svg", "dxf", "stl", "3mf"] = "stl"
    outside_mm: Length | None = Field(default=None, description="Across the plate, as made")
    slot_mm: Length | None = Field(default=None, description="Within its slot, as made")
