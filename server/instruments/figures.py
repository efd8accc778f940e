"""Devices that show one figure, from indicator to force gauge. Simulated unless others are set."""

from __future__ import annotations

from django.conf import settings

from devices.asking import DeviceError, ask
from devices.figures import FigureDevice
from devices.force.protocol import DEVICE as FORCE
from devices.indicator.protocol import DEVICE as INDICATOR
from devices.tachometer.protocol import DEVICE as TACHOMETER
from devices.thermometer.protocol import DEVICE as THERMOMETER
from gearing.errors import GearingError
from gearing.measuring.display import shown_reading

DEVICES: dict[str, FigureDevice] = {
    "indicator": INDICATOR,
    "tachometer": TACHOMETER,
    "thermometer": THERMOMETER,
    "force": FORCE,
}


def figure_of(key: str, said: str) -> float:
    """The figure of an answer, in the device's own unit.

    Raises
    ------
    DeviceError
        If it is no reading of such a device, or more than any shows.
    """
    device = DEVICES[key]
    try:
        shown = shown_reading(said)
    except GearingError:
        shown = None
    if shown is None or shown.unit != device.unit:
        raise DeviceError(f"the {device.what} sent no reading: “{said[:40]}”")
    least, most = device.beyond
    if not least <= shown.value <= most:
        raise DeviceError(f"the {device.what} shows {shown.value:g} {shown.unit}, which none does")
    return shown.value


def take(key: str, name: str) -> float:
    """What it shows now, in its own unit.

    Raises
    ------
    GearingError
        If none answers, or it says why it cannot read.
    """
    device = DEVICES[key]
    try:
        return figure_of(key, ask(settings.FIGURES[key], f"READ {name}", what=device.what))
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
