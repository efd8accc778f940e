"""What is asked of a camera at the bench, line by line (``docs/formats/camera.md``)."""

from __future__ import annotations

from ..asking import read_file

VERSION = "DENTADO-CAMERA 1"
WHAT = "camera"
LONGEST_PICTURE = 8 * 2**20
"""Bytes of a picture as it comes over the line."""

WAIT = 10.0
"""Seconds: it is taken, or drawn, while one waits."""


def read_jpeg(said: str) -> bytes:
    """The JPEG file of an answer.

    Raises
    ------
    DeviceError
        If it is none.
    """
    return read_file(said, b"\xff\xd8\xff", "the camera sent no picture")
