"""What is asked of a sound source, line by line (``docs/formats/sound.md``)."""

from __future__ import annotations

from ..asking import read_file

VERSION = "DENTADO-SOUND 1"
WHAT = "sound source"
LONGEST_SOUND = 8 * 2**20
"""Bytes of a recording as it comes over the line."""

WAIT = 10.0
"""Seconds: it is made, or played, while one waits."""


def read_sound(said: str) -> bytes:
    """The WAV file of an answer.

    Raises
    ------
    DeviceError
        If it is none.
    """
    return read_file(said, b"RIFF", "the sound source sent no recording")
