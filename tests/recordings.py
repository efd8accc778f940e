"""Recordings to test with, made here."""

from __future__ import annotations

import io
import wave

import numpy as np


def wav(samples: np.ndarray, rate: int = 16_000, channels: int = 1) -> bytes:
    """Samples, shape (n,), in shares of full scale, as a WAV file of 16 bit, the same on every channel."""
    file = io.BytesIO()
    with wave.open(file, "wb") as out:
        out.setnchannels(channels)
        out.setsampwidth(2)
        out.setframerate(rate)
        whole = np.repeat((np.clip(samples, -1, 1) * 32767).astype("<i2"), channels)
        out.writeframes(whole.tobytes())
    return file.getvalue()


def tone(seconds: float = 1.0, hertz: float = 440.0, rate: int = 16_000, loud: float = 0.3) -> bytes:
    """One note."""
    return wav(loud * np.sin(2 * np.pi * hertz * np.arange(int(seconds * rate)) / rate), rate)


def clicking(times: list[float], seconds: float, rate: int = 16_000, noise: float = 0.002) -> bytes:
    """Clicks at `times`, s, in a quiet room."""
    random = np.random.default_rng(7)
    samples = noise * random.standard_normal(int(seconds * rate))
    note = np.arange(int(0.02 * rate)) / rate
    click = 0.6 * np.exp(-note / 0.004) * np.sin(2 * np.pi * 2300 * note)
    for at in times:
        n = int(at * rate)
        samples[n : n + len(click)] += click[: len(samples) - n]
    return wav(samples, rate)
