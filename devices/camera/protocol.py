"""What is asked of a camera at the bench, line by line (``docs/formats/camera.md``)."""

from __future__ import annotations

import base64
import binascii

from ..asking import DeviceError

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
    try:
        content = base64.b64decode(said, validate=True)
    except (binascii.Error, ValueError):
        content = b""
    if content[:3] != b"\xff\xd8\xff":
        raise DeviceError("the camera sent no picture")
    return content
