"""What the ``coupon`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model


class CouponOut(Model):
    """The coupon, and what the machine does, where it was measured."""

    file: str = Field(description="Base64; drawn true, nothing is allowed for")
    name: str
    format: str
    outside_mm: float = Field(description="Across the plate, as drawn")
    slot_mm: float = Field(description="Of its slot, as drawn")
    grows_mm: float | None = Field(description="How far walls come out, to each side")
    shrinks_percent: float | None
    says: str
