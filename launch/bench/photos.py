"""Gears counted in photos whose truth is known: how many are answered, how many are right, how large."""

from __future__ import annotations

import os
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass
from statistics import median
from time import perf_counter

import cv2

from devices.camera import hidden
from gearing.photo import PhotoCount, count_photo, read_picture, size_by_card

from .desk import told
from .report import REPORT

PICTURES = 300
LARGE = (4000, 3000)
"""Twelve megapixels, as a phone sends them."""

SIZED = 0.01
"""Within which a diameter is right."""


@dataclass(frozen=True, slots=True)
class _Counted:
    right: bool | None
    missing: bool
    size: float | None
    sure: float
    seconds: float


def _counted(number: int) -> _Counted:
    # Each process has one picture in hand: threads of its own would only be in the others' way.
    cv2.setNumThreads(1)
    taken = hidden(f"measured {number}")
    gear = taken.gear
    began = perf_counter()
    seen = count_photo(taken.image)
    spent = perf_counter() - began
    if not isinstance(seen, PhotoCount):
        return _Counted(None, False, None, 0.0, spent)
    size = size_by_card(taken.image, seen) if gear.card else None
    off = abs(size.tip_diameter / gear.tip_diameter - 1) if size else None
    right = seen.teeth == gear.teeth
    return _Counted(right, len(seen.missing) == len(gear.missing), off, seen.sure, spent)


def photos() -> None:
    """Print what was measured on so many pictures of the camera stand-in."""
    REPORT.begin(
        f"\n{PICTURES} rendered photos (blur, noise, shine, grease, clutter, 0 to 35° askew, teeth gone):"
    )
    with ProcessPoolExecutor(os.cpu_count()) as pool:
        made = list(pool.map(_counted, range(PICTURES)))
    answered = [one for one in made if one.right is not None]
    right = [one for one in answered if one.right]
    share, true = len(answered) / PICTURES, len(right) / len(answered)
    told("answered", f"{share:.1%}", share >= 0.9)
    told("of those right", f"{true:.1%}", true >= 0.97)
    said = sum(one.sure for one in answered) / len(answered)
    told("how sure it was", f"{said:.1%}", abs(said - true) < 0.05)
    whole = sum(one.missing for one in right) / len(right)
    told("teeth gone, as many as are", f"{whole:.1%}", whole >= 0.9)
    sized = [one.size for one in right if one.size is not None]
    near = sum(size <= SIZED for size in sized) / len(sized)
    told(f"size by a card within {SIZED:.0%}", f"{near:.1%} of {len(sized)}", near >= 0.97)
    large = cv2.imencode(".jpg", hidden("large", card=True, size=LARGE).image)[1].tobytes()
    spent = []
    for _ in range(3):
        began = perf_counter()
        image = read_picture(large)
        seen = count_photo(image)
        if isinstance(seen, PhotoCount):
            size_by_card(image, seen)
        spent.append(perf_counter() - began)
    told("twelve megapixels, counted and sized", f"{median(spent):.2f} s", median(spent) < 1.0)
