"""The ``photo-count`` sum: a gear counted in one photo."""

from __future__ import annotations

import base64
import binascii

import numpy as np
from numpy.typing import NDArray

from gearing.errors import GearingError
from gearing.photo import (
    PhotoCount,
    PhotoSize,
    Refused,
    count_photo,
    read_picture,
    size_by_bore,
    size_by_card,
)

from .request import PhotoCountIn
from .response import PhotoCountOut

RIM_POINTS = 72
NEARER = 0.012
"""Error of a size, as a share of it, from which it is worth another photo."""


def count_in_photo(request: PhotoCountIn) -> PhotoCountOut:
    """Count the gear.

    Raises
    ------
    GearingError
        If it is no picture.
    """
    try:
        content = base64.b64decode(request.image, validate=True)
    except binascii.Error as error:
        raise GearingError(
            "This is no picture.", code="no_picture", field="image", hint="A JPEG or PNG, base64."
        ) from error
    image = read_picture(content)
    seen = count_photo(image)
    if isinstance(seen, Refused):
        return PhotoCountOut(
            teeth=None, sure=0.0, missing=0, tip_diameter_mm=None, error_mm=None, says="", at=[], broken=[],
            rim=[], refused=seen.problem, hint=seen.hint,
        )  # fmt: skip
    size: PhotoSize | None = None
    if request.card is True:
        size = size_by_card(image, seen)
    elif request.card:
        size = size_by_bore(image, seen, float(request.card))
    whole = np.array([image.shape[1], image.shape[0]], float)
    angle = np.linspace(0, 2 * np.pi, RIM_POINTS, endpoint=False)
    return PhotoCountOut(
        teeth=seen.teeth,
        sure=round(seen.sure, 3),
        missing=len(seen.missing),
        tip_diameter_mm=round(size.tip_diameter, 2) if size else None,
        error_mm=round(size.error, 2) if size else None,
        says=_says(seen, size),
        refused="",
        hint=_how_told(seen, size, request),
        at=_shares(seen.crests, whole),
        broken=list(seen.missing),
        rim=_shares(seen.rim.points(angle), whole),
    )


def _says(seen: PhotoCount, size: PhotoSize | None) -> str:
    broken = f", {len(seen.missing)} of them broken off" if seen.missing else ""
    across = f", {size.tip_diameter:.1f} ± {size.error:.1f} mm over the tips" if size else ""
    return f"{seen.teeth} teeth{broken}{across}"


def _how_told(seen: PhotoCount, size: PhotoSize | None, request: PhotoCountIn) -> str:
    """What would tell its size, or tell it better."""
    if not request.card:
        return ""
    if size is None:
        return _no_size(request.card is True)
    across = int(2 * np.sqrt(seen.rim.a * seen.rim.b))
    if size.error < NEARER * size.tip_diameter:
        return ""
    return f"The gear is {across} pixels across here: from nearer its size is told better."


def _no_size(by_card: bool) -> str:
    if by_card:
        return "No whole card is seen: flat, as high as the gear's face, all four corners in the picture."
    return "Its bore is not seen clear: nothing in it, and light on its edge."


def _shares(points: NDArray[np.float64], whole: NDArray[np.float64]) -> list[list[float]]:
    return [[round(float(v), 5) for v in point] for point in points / whole]
