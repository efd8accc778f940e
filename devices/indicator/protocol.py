"""What the dial indicator is asked and answers (``docs/formats/figures.md``)."""

from __future__ import annotations

from ..figures import FigureDevice

DEVICE = FigureDevice(
    "dial indicator",
    "DENTADO-INDICATOR 1",
    "mm",
    (-100.0, 100.0),
    least=0.01,
    most=0.35,
    step=0.01,
    scatter=0.006,
)
