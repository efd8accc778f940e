"""The caliper at the bench, as the server speaks to it. Simulated unless another is set."""

from __future__ import annotations

from typing import Any

from django.conf import settings

from devices.asking import DeviceError, ask, read_json
from devices.caliper.protocol import WHAT, JawSetting, read_value
from gearing.errors import GearingError
from gearing.measuring.methods import METHODS, Probe
from sums.base import Model
from sums.gear import Point

BENCH = "bench"
"""Name sent where no hidden gear is meant: a real caliper takes no notice of it."""


class HiddenGear(Model):
    """A hidden gear as the eye sees it: outline and bore in tip radii, so that no size can be read off."""

    teeth: int
    tooth: list[Point]
    root: float
    bore: float


def hold_of(probe: Probe) -> JawSetting:
    """How the jaws are set for a probe.

    Raises
    ------
    GearingError
        If a caliper cannot measure it alone.
    """
    match probe.kind:
        case "tips":
            return JawSetting("tips", probe.how)
        case "narrow":
            return JawSetting("tips", "largest")
        case "span" | "chord":
            return JawSetting(probe.kind, number=probe.k)
        case "pins":
            return JawSetting("pins", number=probe.size)
        case "root":
            return JawSetting("root")
    raise GearingError(
        "The simulated gear cannot be measured so.",
        code="cannot_be_held",
        field="probe",
        hint="Take the tips, a span, the root, pins or a chord.",
    )


def plain_probes() -> list[Probe]:
    """What the jaws alone take of a gear of which only the teeth are counted, each way of holding it once."""
    by_hold: dict[JawSetting, Probe] = {}
    for key, method in METHODS.items():
        if not (method.pins or method.bore or method.internal or method.mate):
            for how in method.hows or ("settled",):
                by_hold.setdefault(hold_of(Probe(key, how)), Probe(key, how))
    return list(by_hold.values())


def take(hold: JawSetting, gear: str = BENCH) -> float:
    """One reading, mm.

    Raises
    ------
    GearingError
        If no caliper answers, or it says why it cannot read.
    """
    try:
        return read_value(ask(settings.CALIPER, f"READ {gear} {hold}", what=WHAT))
    except DeviceError as error:
        raise _said(error) from error


def shown(gear: str) -> HiddenGear:
    """A hidden gear, to look at and count."""
    return HiddenGear(**_asked(f"SHOW {gear}"))


def truth(gear: str) -> dict[str, Any]:
    """What a hidden gear is."""
    return _asked(f"TELL {gear}")


def greeting() -> str:
    """What the caliper calls itself; empty if none is there."""
    try:
        return ask(settings.CALIPER, "HELLO", what=WHAT)
    except DeviceError:
        return ""


def _asked(line: str) -> dict[str, Any]:
    try:
        return read_json(ask(settings.CALIPER, line, what=WHAT), WHAT)
    except DeviceError as error:
        raise _said(error) from error


def _said(error: DeviceError) -> GearingError:
    hint = "Type the reading; it counts the same. ./dentado start brings the simulated one back."
    text = str(error)
    return GearingError(f"{text[:1].upper()}{text[1:200]}.", code="no_caliper", field="caliper", hint=hint)
