"""A picture as it comes: decoded, turned upright, made no larger than is looked at."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from ..errors import GearingError

Image = NDArray[np.uint8]

LONGEST = 1400
"""Longer side that is looked at: more shows no more of a tooth."""

MOST_PIXELS = 50_000_000


def read_picture(content: bytes) -> Image:
    """The picture, blue green red, at most :data:`LONGEST` on its longer side.

    Raises
    ------
    GearingError
        If it is no picture, or none of those that are read.
    """
    if content[4:12] in (b"ftypheic", b"ftypheix", b"ftypmif1", b"ftypheif"):
        raise GearingError(
            "Pictures in this format are not read.",
            code="no_picture",
            field="image",
            hint="Let the phone take them as JPEG (most compatible), or send a screenshot of it.",
        )
    coded = np.frombuffer(content, np.uint8)
    # Half as large first: a JPEG of twelve megapixels comes out of that far sooner.
    made = cv2.imdecode(coded, cv2.IMREAD_REDUCED_COLOR_2) if content else None
    if made is not None and max(made.shape[:2]) < LONGEST:
        made = cv2.imdecode(coded, cv2.IMREAD_COLOR)
    elif made is not None and 4 * made.shape[0] * made.shape[1] > MOST_PIXELS:
        raise GearingError(
            "The picture is too large.", code="too_large", field="image", hint="Up to 50 megapixels."
        )
    if made is None or made.size == 0:
        raise GearingError("This is no picture.", code="no_picture", field="image", hint="A JPEG or PNG.")
    share = LONGEST / max(made.shape[:2])
    if share < 1:
        made = cv2.resize(made, None, fx=share, fy=share, interpolation=cv2.INTER_AREA)
    return np.asarray(made, dtype=np.uint8)
