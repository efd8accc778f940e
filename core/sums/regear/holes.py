"""The ``holes`` sum: the hole of every pair on a plate measured once."""

from __future__ import annotations

from math import radians
from typing import Annotated

import numpy as np
from pydantic import Field

from gearing.errors import GearingError
from gearing.mesh.verdict import aimed, band_for
from gearing.regear import hole_chart
from gearing.regear.pairs import usual_shift

from ..base import Length, Model, Module
from .notes import cut_note
from .request import Angle, Counts, Cut, Kind, PlateIn


class HolesIn(Model):
    """A plate measured once, and the counts to chart."""

    plate: PlateIn | None = None
    distances_mm: Annotated[list[Length], Field(max_length=60)] = Field(default_factory=list)
    pinions: Annotated[Counts, Field(max_length=60)]
    spurs: Annotated[Counts, Field(max_length=60)]
    module_mm: Module
    pressure_angle_deg: Angle = 20.0
    pinions_cut: Cut = "plain"
    band: Kind = "open"


class HolesOut(Model):
    """Hole (from 1; 0 for none) and backlash of every pair, a row for each pinion; verdicts by the band."""

    distances_mm: list[float]
    pinions: list[int]
    spurs: list[int]
    holes: list[list[int]]
    backlash_mm: list[list[float | None]]
    verdicts: list[list[str]]
    says: str
    note: str = Field(description="How the pinions are taken as cut, and what another way would do")


def chart_holes(request: HolesIn) -> HolesOut:
    """The hole for every pair."""
    band, module = band_for(request.band), request.module_mm
    away = np.array(sorted(request.distances_mm)) if request.distances_mm else _distances(request.plate)
    holes, play = hole_chart(
        request.pinions,
        request.spurs,
        module,
        radians(request.pressure_angle_deg),
        away,
        band.tight * module,
        (band.low + band.high) / 2 * module,
        usual_shift(np.array(request.pinions)) if request.pinions_cut == "shifted" else None,
    )
    lies = aimed(play, module, band)
    verdicts = np.select(
        [holes == 0, lies == "under", lies == "within", play <= band.loose * module],
        ["none", "tight", "right", "loose"],
        "far",
    )
    return HolesOut(
        distances_mm=[round(float(a), 3) for a in away],
        pinions=request.pinions,
        spurs=request.spurs,
        holes=holes.tolist(),
        backlash_mm=[[round(float(j), 3) if np.isfinite(j) else None for j in row] for row in play],
        verdicts=verdicts.tolist(),
        says=f"Right is {band.low * module:.3f} to {band.high * module:.3f} mm: {band.says}.",
        note=cut_note(
            request.pinions, request.spurs, module, request.pressure_angle_deg, request.pinions_cut
        ),
    )


def _distances(plate: PlateIn | None) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
    """Of a plate's holes.

    Raises
    ------
    GearingError
        If it was not measured.
    """
    if plate is None:
        raise GearingError(
            "Measure the holes first.", code="no_holes", field="plate", hint="First, pitch, count and offset."
        )
    return plate.plate().distances()
