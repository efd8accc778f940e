"""Devices that show one figure: indicator, tachometer, thermometer. Simulated unless others are set."""

from __future__ import annotations

from django.conf import settings

from devices.asking import DeviceError, ask
from devices.figures import FigureDevice
from devices.indicator.protocol import DEVICE as INDICATOR
from devices.tachometer.protocol import DEVICE as TACHOMETER
from devices.thermometer.protocol import DEVICE as THERMOMETER
from gearing.errors import GearingError

DEVICES: dict[str, FigureDevice] = {
    "indicator": INDICATOR,
    "tachometer": TACHOMETER,
    "thermometer": THERMOMETER,
}


def take(key: str, name: str) -> float:
    """What it shows now, in its own unit.

    Raises
    ------
    GearingError
        If none answers, or it says why it cannot read.
    """
    device = DEVICES[key]
    try:
        return device.read(ask(settings.FIGURES[key], f"READ {name}", what=device.what))
    except DeviceError as error:
        text = str(error)
        raise GearingError(
            f"{text[:1].upper()}{text[1:200]}.",
            code="no_device",
            field=key,
            hint="Type the figure; it counts the same. ./dentado start brings the simulated one back.",
        ) from error


def greeting(key: str) -> str:
    """What it calls itself; empty if none is there."""
    device = DEVICES[key]
    try:
        return ask(settings.FIGURES[key], "HELLO", what=device.what)
    except DeviceError:
        return ""
