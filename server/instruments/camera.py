"""The camera at the bench, as the server speaks to it. Simulated unless another is set."""

from __future__ import annotations

from dataclasses import dataclass

from django.conf import settings

from devices.asking import DeviceError, ask, read_json
from devices.camera.protocol import LONGEST_PICTURE, WAIT, WHAT, read_jpeg
from gearing.errors import GearingError


@dataclass(frozen=True, slots=True)
class PhotographedTruth:
    """What is in a picture of the simulated camera."""

    teeth: int
    missing: int
    tip_diameter: float
    tilt: float
    material: str
    ground: str


def photo(name: str) -> bytes:
    """A picture as a JPEG file; the same name is the same picture.

    Raises
    ------
    GearingError
        If no camera answers, or it says why it cannot.
    """
    try:
        return read_jpeg(ask(settings.CAMERA, f"PHOTO {name}", what=WHAT, longest=LONGEST_PICTURE, wait=WAIT))
    except DeviceError as error:
        raise _said(error) from error


def truth(name: str) -> PhotographedTruth:
    """What is in it."""
    try:
        said = read_json(ask(settings.CAMERA, f"TELL {name}", what=WHAT, wait=WAIT), WHAT)
    except DeviceError as error:
        raise _said(error) from error
    return PhotographedTruth(
        int(said["teeth"]),
        int(said["missing"]),
        float(said["tip_diameter"]),
        float(said["tilt"]),
        str(said["material"]),
        str(said["ground"]),
    )


def _said(error: DeviceError) -> GearingError:
    text = str(error)
    return GearingError(
        f"{text[:1].upper()}{text[1:200]}.",
        code="no_camera",
        field="camera",
        hint="Take a photo with the phone. ./dentado start brings the simulated camera back.",
    )
