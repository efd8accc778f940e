"""What the ``mixed`` sum is asked."""

from __future__ import annotations

from ..base import Model
from ..gear import GearIn


class MixedIn(Model):
    """Two external gears, each of its own size; `thinning_mm` says how worn one is."""

    first: GearIn
    second: GearIn
