"""A recording as numbers: what is taken, and what is said of one that cannot be heard."""

from __future__ import annotations

import io
import wave
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..errors import GearingError

Samples = NDArray[np.float64]

LONGEST_S = 120.0
"""Seconds that are listened to: a minute of turning by hand tells all there is."""

SHORTEST_S = 0.5
SILENT = 1e-4
"""Root mean square, of full scale, below which nothing was recorded."""

FULL, CLIPPED = 0.999, 0.001
"""Share of full scale that counts as cut off, and share of samples that may be so."""

LOWEST_RATE, HIGHEST_RATE = 8_000, 192_000


@dataclass(frozen=True, eq=False)
class Recording:
    """Samples, shape (n,), in shares of full scale; `rate` in Hz. `clipped` where loud parts are cut off."""

    samples: Samples
    rate: int
    clipped: bool = False

    @property
    def seconds(self) -> float:
        return len(self.samples) / self.rate


def read_wav(content: bytes) -> Recording:
    """A WAV file of 8, 16, 24 or 32 bit whole numbers, its channels made one.

    Raises
    ------
    GearingError
        If it is no such file, too short, too long, or silent.
    """
    if content[:4] != b"RIFF" or content[8:12] != b"WAVE":
        raise _no_sound("This is no WAV recording.", "Record it here, or send a WAV file.")
    try:
        with wave.open(io.BytesIO(content)) as file:
            rate, channels, width = file.getframerate(), file.getnchannels(), file.getsampwidth()
            seconds = file.getnframes() / max(rate, 1)
            if not LOWEST_RATE <= rate <= HIGHEST_RATE or not 1 <= channels <= 8:
                raise _no_sound(
                    "The recording cannot be read.", "Record at 16 to 48 kHz, one or two channels."
                )
            if seconds > LONGEST_S:
                raise GearingError(
                    f"The recording lasts {seconds:.0f} s; {LONGEST_S:.0f} s are listened to.",
                    code="sound_too_long",
                    field="wav",
                    hint="Cut it to the part where it is turned.",
                )
            raw = file.readframes(file.getnframes())
    except (wave.Error, EOFError) as error:
        raise _no_sound("The recording cannot be read.", "Send it as a plain WAV file.") from error
    whole = _decoded(raw, width)
    samples = whole[: len(whole) // channels * channels].reshape(-1, channels).mean(axis=1)
    if len(samples) < SHORTEST_S * rate:
        raise _no_sound(
            "The recording is too short to hear anything.", "Record some turns, five seconds or more."
        )
    samples = samples - samples.mean()
    if float(np.sqrt(np.mean(samples**2))) < SILENT:
        raise GearingError(
            "The recording is silent.",
            code="sound_silent",
            field="wav",
            hint="Hold the microphone to the case, and see that it is allowed.",
        )
    return Recording(samples, rate, float(np.mean(np.abs(whole) >= FULL)) > CLIPPED)


def at_rate(recording: Recording, rate: int) -> Recording:
    """The recording at another rate, Hz, by FFT: what the lower one cannot hold is left out."""
    if recording.rate == rate:
        return recording
    many = max(1, round(len(recording.samples) * rate / recording.rate))
    scale = many / len(recording.samples)
    held = np.fft.rfft(recording.samples)
    wanted = np.zeros(many // 2 + 1, dtype=complex)
    kept = min(len(held), len(wanted))
    wanted[:kept] = held[:kept]
    return Recording(np.fft.irfft(wanted, many) * scale, rate, recording.clipped)


def write_wav(recording: Recording) -> bytes:
    """The recording as a WAV file of 16 bit, one channel, and nothing else of where it came from."""
    file = io.BytesIO()
    with wave.open(file, "wb") as out:
        out.setnchannels(1)
        out.setsampwidth(2)
        out.setframerate(recording.rate)
        out.writeframes((np.clip(recording.samples, -1, 1) * 32767).astype("<i2").tobytes())
    return file.getvalue()


def _decoded(raw: bytes, width: int) -> Samples:
    if width == 1:
        return np.asarray((np.frombuffer(raw, np.uint8).astype(float) - 128) / 128)
    if width == 2:
        return np.asarray(np.frombuffer(raw[: len(raw) // 2 * 2], "<i2") / 32768)
    if width == 3:
        bytes_ = np.frombuffer(raw[: len(raw) // 3 * 3], np.uint8).reshape(-1, 3).astype(np.int32)
        return np.asarray(((bytes_ * (1, 256, 65536)).sum(axis=1) ^ 0x800000) - 0x800000) / 2.0**23
    if width == 4:
        return np.asarray(np.frombuffer(raw[: len(raw) // 4 * 4], "<i4") / 2.0**31)
    raise _no_sound("The recording cannot be read.", "Send it as 16 bit WAV.")


def _no_sound(problem: str, hint: str) -> GearingError:
    return GearingError(problem, code="no_sound", field="wav", hint=hint)
