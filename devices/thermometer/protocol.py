"""What the thermometer is asked and answers (``docs/formats/figures.md``)."""

from __future__ import annotations

from ..figures import FigureDevice

DEVICE = FigureDevice(
    "thermometer",
    "DENTADO-THERMOMETER 1",
    "°C",
    (-60.0, 600.0),
    least=24.0,
    most=78.0,
    step=0.5,
    scatter=0.6,
)
