"""The sound source at the bench, as the server speaks to it. Simulated unless another is set."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.conf import settings

from devices.asking import DeviceError, ask, read_json
from devices.sound.protocol import LONGEST_SOUND, WAIT, WHAT, read_sound
from gearing.errors import GearingError


@dataclass(frozen=True, slots=True)
class Unopened:
    """A unit that can be turned and heard: its train, the shaft turned, and how many turns are made."""

    line: str
    shaft: str
    turns: float


@dataclass(frozen=True, slots=True)
class HurtWheel:
    """What is wrong in it, and how often that clicks a turn of the shaft turned."""

    what: str
    teeth: int
    shaft: int
    per_turn: float


def record(name: str, train: str = "", *, mended: bool = False) -> bytes:
    """A recording as a WAV file.

    Raises
    ------
    GearingError
        If no source answers, or it says why it cannot.
    """
    how = " mended" if mended else ""
    try:
        return read_sound(_ask(f"RECORD {name}{how}{_of(train)}", LONGEST_SOUND))
    except DeviceError as error:
        raise _said(error) from error


def shown(name: str, train: str = "") -> Unopened:
    """A hidden unit, as it can be seen from outside."""
    said = _asked(f"SHOW {name}{_of(train)}")
    return Unopened(str(said["line"]), str(said["shaft"]), float(said["turns"]))


def truth(name: str, train: str = "") -> HurtWheel:
    """What is wrong in a hidden unit."""
    return HurtWheel(**_asked(f"TELL {name}{_of(train)}")["hurt"])


def greeting() -> str:
    """What the source calls itself; empty if none is there."""
    try:
        return _ask("HELLO")
    except DeviceError:
        return ""


def _of(train: str) -> str:
    return f" ; {' '.join(train.split())}" if train.strip() else ""


def _ask(line: str, longest: int = 65_536) -> str:
    return ask(settings.SOUND_SOURCE, line, what=WHAT, longest=longest, wait=WAIT)


def _asked(line: str) -> dict[str, Any]:
    try:
        return read_json(_ask(line), WHAT)
    except DeviceError as error:
        raise _said(error) from error


def _said(error: DeviceError) -> GearingError:
    text = str(error)
    return GearingError(
        f"{text[:1].upper()}{text[1:200]}.",
        code="no_sound_source",
        field="source",
        hint="Record by the microphone, or send a file. ./dentado start brings the simulated one back.",
    )
