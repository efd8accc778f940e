"""What is connected, asked all at once: what answers, what it shows, what is wrong with the rest."""

from __future__ import annotations

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from functools import partial
from typing import Literal

from django.conf import settings

from devices import asking
from devices.asking import DeviceError, StalledError
from devices.caliper import protocol as caliper
from devices.camera import protocol as camera
from devices.sound import protocol as sound
from devices.supplier import protocol as supplier

from .figures import DEVICES, figure_of

WAIT = 1.0
"""Seconds each has to say who it is: the page waits no longer for one that stalls."""

SAID = 48
"""Letters shown of what makes no sense."""

Address = tuple[str, int]
Standing = Literal["there", "silent", "odd"]


@dataclass(frozen=True, slots=True)
class Connected:
    """One device and how it stands: there, silent, or answering something odd."""

    key: str
    what: str
    setting: str
    address: str
    standing: Standing
    simulated: bool
    says: str
    shows: str = ""


@dataclass(frozen=True, slots=True)
class _Known:
    """A device that may be connected: how it greets and, where it shows a figure, how that is read."""

    key: str
    what: str
    version: str
    address: Address
    shown: Callable[[str], str] | None = None


def _length(said: str) -> str:
    return f"{caliper.read_value(said):.2f} mm"


def _figure(key: str, said: str) -> str:
    return f"{figure_of(key, said):g} {DEVICES[key].unit}"


def _known() -> list[_Known]:
    return [
        _Known("caliper", caliper.WHAT, caliper.VERSION, settings.CALIPER, _length),
        *(
            _Known(key, device.what, device.version, settings.FIGURES[key], partial(_figure, key))
            for key, device in DEVICES.items()
        ),
        _Known("camera", f"gear {camera.WHAT}", camera.VERSION, settings.CAMERA),
        _Known("sound", sound.WHAT, sound.VERSION, settings.SOUND_SOURCE),
        _Known("supplier", supplier.WHAT, supplier.VERSION, settings.SUPPLIER),
    ]


def all_connected() -> list[Connected]:
    """Every device Dentado knows how to ask, each asked within :data:`WAIT` seconds."""
    known = _known()
    with ThreadPoolExecutor(len(known)) as at_once:
        return list(at_once.map(_stands, known))


def _stands(one: _Known) -> Connected:
    made = partial(
        Connected,
        one.key,
        one.what,
        f"DENTADO_{one.key.upper()}",
        f"{one.address[0]}:{one.address[1]}",
    )
    try:
        said = asking.ask(one.address, "HELLO", what=one.what, wait=WAIT)
    except DeviceError as error:
        return made("silent", False, _sentence(str(error)))
    if not said.startswith(one.version.split()[0]):
        return made("odd", False, f"What answers there is no {one.what}: “{said[:SAID]}”.")
    own = said.removeprefix(one.version).strip()
    simulated = own.startswith("simulated")
    name = "The simulated one answers." if simulated else f"“{own[:SAID]}” answers." if own else "It answers."
    if one.shown is None:
        return made("there", simulated, name)
    try:
        shows = one.shown(asking.ask(one.address, "READ bench", what=one.what, wait=WAIT))
    except DeviceError as error:
        # It said who it is and then nothing: busy, or asleep again. That is no nonsense.
        standing: Standing = "silent" if isinstance(error, StalledError) else "odd"
        return made(standing, simulated, f"{name} {_sentence(str(error))}")
    return made("there", simulated, name, shows)


def _sentence(text: str) -> str:
    return f"{text[:1].upper()}{text[1:200]}."
