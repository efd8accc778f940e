"""What the tachometer is asked and answers (``docs/formats/figures.md``)."""

from __future__ import annotations

from ..figures import FigureDevice

DEVICE = FigureDevice(
    "tachometer",
    "DENTADO-TACHOMETER 1",
    "rpm",
    (0.0, 200_000.0),
    least=200.0,
    most=24000.0,
    step=10.0,
    scatter=25.0,
)
