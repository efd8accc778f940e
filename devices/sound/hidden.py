"""Recordings of trains with one damaged wheel, turned by an uneven hand in a noisy room."""

from __future__ import annotations

import io
import wave
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..asking import DeviceError
from .train import Wheel, wheels_of

Array = NDArray[np.float64]
RATE = 16_000
TRAINS = (
    "12:60 | p12/18/48",
    "15:54 | 18:40",
    "12:47 | 14:39 | 13:42",
    "10:62 | 12:50",
    "17:43 | 16:37",
    "w1:40",
    "13:57 | 11:46 | 12:40",
    "20:61",
)


NEVER_LESS, NEVER_MORE = 0.4, 9.0
"""Clicks a turn that a hand can make heard, one from the next."""

DECIBEL = (4.0, 20.0)
"""Of a click against the room, where none is asked for."""


@dataclass(frozen=True, slots=True)
class HiddenUnit:
    """A unit nobody has opened: its train, the shaft to turn, and the wheel that is hurt."""

    line: str
    shaft: str
    hurt: Wheel
    decibel: float
    turns: int


def hidden(name: str, line: str = "") -> HiddenUnit:
    """The unit of that name, of that train if one is given: the same each time it is asked for.

    Raises
    ------
    DeviceError
        If the train is none it knows.
    """
    random = np.random.default_rng(list(f"hidden sound {name}".encode()))
    line = line or TRAINS[int(random.integers(len(TRAINS)))]
    by_shaft = {
        shaft: [wheel for wheel in wheels if NEVER_LESS <= wheel.per_turn <= NEVER_MORE]
        for shaft, wheels in wheels_of(line).items()
    }
    # The shaft by which most can be told; the first of them is the one a hand reaches.
    shaft = max(by_shaft, key=lambda each: len({round(wheel.per_turn, 6) for wheel in by_shaft[each]}))
    if not by_shaft[shaft]:
        raise DeviceError("nothing of this train can be heard by hand")
    hurt = by_shaft[shaft][int(random.integers(len(by_shaft[shaft])))]
    return HiddenUnit(line, shaft, hurt, float(random.uniform(*DECIBEL)), int(random.integers(8, 13)))


def heard(unit: HiddenUnit, name: str, *, mended: bool = False) -> bytes:
    """The unit turned by an uneven hand, as a WAV file; once `mended` only the room is heard."""
    random = np.random.default_rng(list(f"recording {name} {mended}".encode()))
    turned = HandTurned(seconds=2.0 * unit.turns, turns=float(unit.turns))
    return wav(recording(unit.hurt.per_turn, unit.decibel, random, turned, silent=mended))


@dataclass(frozen=True, slots=True)
class HandTurned:
    """How a hidden unit was turned: seconds, turns, and how uneven the hand."""

    seconds: float = 20.0
    turns: float = 10.0
    uneven: float = 0.3


def angle(turned: HandTurned, random: np.random.Generator) -> Array:
    """Turns made by each sample of an uneven hand, shape (n,), from 0 to all of them."""
    time = np.arange(int(turned.seconds * RATE)) / RATE
    speed = np.ones_like(time)
    for share in (0.6, 0.4):
        period = random.uniform(2.5, 9.0)
        speed += turned.uneven * share * np.sin(2 * np.pi * (time / period + random.random()))
    made = np.cumsum(speed)
    return np.asarray(made / made[-1] * turned.turns)


def recording(
    per_turn: float,
    decibel: float,
    random: np.random.Generator,
    turned: HandTurned | None = None,
    *,
    silent: bool = False,
) -> Array:
    """A unit that clicks `per_turn` times a turn, shape (n,), in shares of full scale.

    `decibel` is the power of a click over its first ten milliseconds against
    that of the room over as long. Where it is `silent` the clicks are left out.
    """
    turned = turned or HandTurned()
    turns = angle(turned, random)
    count = turns * per_turn + random.random()
    at = np.flatnonzero(np.diff(np.floor(count)) > 0)
    click = _click(random)
    heard = np.zeros(len(turns) + len(click))
    for n in at:
        heard[n : n + len(click)] += click * random.uniform(0.75, 1.25)
    heard = heard[: len(turns)]
    room = _room(len(turns), random)
    loud = np.sqrt(np.mean(click[: RATE // 100] ** 2) / np.mean(room**2)) * 10 ** (-decibel / 20)
    whole = heard + room * loud
    loudest = np.abs(whole).max()
    return np.asarray(0.7 * (room * loud if silent else whole) / loudest)


def wav(samples: Array, rate: int = RATE) -> bytes:
    """The samples as a WAV file of 16 bit."""
    file = io.BytesIO()
    with wave.open(file, "wb") as out:
        out.setnchannels(1)
        out.setsampwidth(2)
        out.setframerate(rate)
        out.writeframes((np.clip(samples, -1, 1) * 32767).astype("<i2").tobytes())
    return file.getvalue()


def _click(random: np.random.Generator) -> Array:
    """A case that rings: two notes that die away."""
    time = np.arange(int(0.03 * RATE)) / RATE
    notes = [
        share
        * np.exp(-time / random.uniform(0.002, 0.006))
        * np.sin(2 * np.pi * random.uniform(900, 5500) * time)
        for share in (1.0, 0.6)
    ]
    return np.asarray(sum(notes))


def _room(many: int, random: np.random.Generator) -> Array:
    """Noise that falls with frequency, and a mains hum."""
    spectrum = np.fft.rfft(random.standard_normal(many))
    hertz = np.maximum(np.fft.rfftfreq(many, 1 / RATE), 20)
    noise = np.fft.irfft(spectrum / np.sqrt(hertz / 20), many)
    hum = np.sin(2 * np.pi * 100 * np.arange(many) / RATE)
    return np.asarray(noise / noise.std() + 0.3 * hum)
