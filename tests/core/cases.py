"""The reference cases, and gears drawn at random, for every test of the core."""

from __future__ import annotations

import json
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.geometry.gear import Gear, checked, tip_land

VECTORS = Path(__file__).parent.parent / "vectors" / "gears_and_meshes.json"


@cache
def vectors() -> dict[str, Any]:
    """Gears and meshes found by measuring drawn outlines, not by formula."""
    read: dict[str, Any] = json.loads(VECTORS.read_text())
    return read


def vector_gear(row: dict[str, Any]) -> Gear:
    # Some modules are rounded diametral pitches; the readings were made with the exact one.
    pitch = 25.4 / row["module_mm"]
    module = 25.4 / round(pitch) if abs(pitch - round(pitch)) < 1e-3 else row["module_mm"]
    return Gear(row["teeth"], module, np.radians(row["pressure_angle_deg"]), row["profile_shift"])


@st.composite
def gears(draw: st.DrawFn, least: int = 8, most: int = 120) -> Gear:
    """Sound external spur gears a bench could meet, with some land on their tips."""
    teeth = draw(st.integers(least, most))
    shift = draw(st.floats(max(-0.3, (10 - teeth) / 17), 0.6))
    gear = Gear(
        teeth,
        draw(st.sampled_from([0.2, 0.35, 0.5, 25.4 / 48, 0.8, 25.4 / 32, 1.0, 1.5, 3.0])),
        float(np.radians(draw(st.sampled_from([14.5, 20.0, 25.0])))),
        shift,
        addendum=draw(st.sampled_from([0.8, 1.0])),
    )
    try:
        checked(gear)
    except GearingError:
        return draw(st.nothing())
    if tip_land(gear) < 0.1 * gear.module:
        return Gear(teeth, gear.module, gear.pressure_angle, 0.0, addendum=0.8)
    return gear
