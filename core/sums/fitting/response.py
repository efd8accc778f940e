"""What the ``fitting`` sum answers: what to do, and the figures behind it."""

from __future__ import annotations

from pydantic import Field

from ..base import Model


class FitRow(Model):
    label: str
    value: float
    unit: str
    how: str = ""


class ShimSet(Model):
    left_mm: list[float]
    right_mm: list[float]
    play_mm: float
    side_off_mm: float = Field(description="By how much the left misses what is wanted there")


class FittingOut(Model):
    """What to do, in a line that can be pinned to a step, and the figures behind it."""

    says: str
    mind: str = Field(description="The caution that belongs to it; empty for none")
    rows: list[FitRow]
    shims: list[ShimSet]
    packets: list[int] = Field(description="Discs facing one way, packet by packet")
    curve: list[list[float]] = Field(description="Travel mm and force N of the stack")
    at: list[float] = Field(description="Where on the curve it stands")
    ends: str = Field(description="What the stack does at the end of the curve")
    order: list[int] = Field(description="Turn of each screw, counted round")


def fitting_out(
    says: str,
    mind: str,
    rows: list[FitRow],
    *,
    shims: list[ShimSet] | None = None,
    packets: tuple[int, ...] = (),
    curve: list[list[float]] | None = None,
    at: list[float] | None = None,
    ends: str = "",
    order: list[int] | None = None,
) -> FittingOut:
    """An answer with only the drawing its job has."""
    return FittingOut(
        says=says,
        mind=mind,
        rows=rows,
        shims=shims or [],
        packets=list(packets),
        curve=curve or [],
        at=at or [],
        ends=ends,
        order=order or [],
    )
