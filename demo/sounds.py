"""Recordings for the scenario, made here: a unit turned by hand that clicks, or run and rough."""

from __future__ import annotations

import io
import wave
from dataclasses import dataclass

import numpy as np

RATE = 16_000


@dataclass(frozen=True, slots=True)
class Turning:
    """How a unit of the scenario sounds.

    `clicks` in `turns` by hand of `shaft`; or run at `rpm`, its teeth meeting at
    `teeth_hz` and growling by `rough`, a share.
    """

    train: str
    shaft: str
    so: str
    turns: int = 0
    clicks: int = 0
    rpm: int = 0
    teeth_hz: float = 0.0
    rough: float = 0.0


def draw_sound(turning: Turning, seed: int) -> bytes:
    """The recording as a WAV file of 16 bit."""
    dice = np.random.default_rng(seed)
    seconds = 1.8 * turning.turns if turning.turns else 8.0
    time = np.arange(int(seconds * RATE)) / RATE
    samples = 0.004 * dice.standard_normal(len(time))
    if turning.clicks:
        # The hand speeds up and slows down.
        turned = time + 0.25 * np.sin(2 * np.pi * time / 6.5)
        at = np.flatnonzero(np.diff(np.floor(turned / turned[-1] * turning.clicks + 0.5)) > 0)
        note = np.arange(int(0.03 * RATE)) / RATE
        for n in at:
            click = 0.5 * dice.uniform(0.7, 1) * np.exp(-note / 0.004) * np.sin(2 * np.pi * 2100 * note)
            samples[n : n + len(click)] += click[: len(samples) - n]
    if turning.rpm:
        swell = 1 + turning.rough * np.sin(2 * np.pi * turning.rpm / 60 * time)
        teeth = np.sin(2 * np.pi * turning.teeth_hz * time) + 0.4 * np.sin(
            4 * np.pi * turning.teeth_hz * time
        )
        samples += 0.03 * swell * teeth + 0.02 * turning.rough * np.abs(teeth) * dice.standard_normal(
            len(time)
        )
    file = io.BytesIO()
    with wave.open(file, "wb") as out:
        out.setnchannels(1)
        out.setsampwidth(2)
        out.setframerate(RATE)
        out.writeframes((np.clip(samples, -1, 1) * 32767).astype("<i2").tobytes())
    return file.getvalue()
