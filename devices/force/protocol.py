"""What the scale or force gauge is asked and answers (``docs/formats/figures.md``)."""

from __future__ import annotations

from ..figures import FigureDevice

DEVICE = FigureDevice(
    "force gauge",
    "DENTADO-FORCE 1",
    "N",
    (-5_000.0, 5_000.0),
    least=1.0,
    most=45.0,
    step=0.1,
    scatter=0.15,
)
