"""The ``regear`` sum: other gears for the same motor; and the ``holes`` sum, a plate's chart."""

from __future__ import annotations

import re
from math import radians
from typing import Annotated, Any, Literal

import numpy as np
from pydantic import BeforeValidator, Field, WithJsonSchema, model_validator

from gearing.errors import GearingError
from gearing.mesh.bands import Band, band_for, own_band
from gearing.regear import Drive, Found, Plate, Stocked, Target, hole_chart, regear
from gearing.regear.search import change

from .base import Length, Model, Module

Teeth = Annotated[int, Field(ge=5, le=400)]
Kind = Annotated[str, Field(max_length=20)]
Angle = Annotated[float, Field(ge=10, le=35)]
MOST_POINTS = 1500

_RANGE = re.compile(r"^(\d{1,3})(?:-(\d{1,3}))?$")


def read_counts(said: Any) -> Any:
    """``10-20, 24`` as a list of counts; a list stays one.

    Raises
    ------
    GearingError
        If a part of the text is no count and no range.
    """
    if not isinstance(said, str):
        return said
    made: list[int] = []
    for part in re.split(r"[,;\s]+", re.sub(r"\s*(-|–|to)\s*", "-", said.strip()[:400])):
        found = _RANGE.match(part.strip())
        if not found or int(found[2] or found[1]) < int(found[1]):
            raise GearingError(f"“{part[:20]}” is no count.", field="", hint="Counts and ranges: 10-20, 24.")
        made += range(int(found[1]), int(found[2] or found[1]) + 1)
    return list(dict.fromkeys(made))


def _counts(most: int) -> Any:
    return Annotated[
        list[Teeth],
        BeforeValidator(read_counts),
        Field(min_length=1, max_length=most),
        WithJsonSchema(
            {
                "anyOf": [{"type": "array", "items": {"type": "integer"}}, {"type": "string"}],
                "description": "Counts, or text: 10-20, 24",
            }
        ),
    ]


Counts = Annotated[
    list[Teeth],
    BeforeValidator(read_counts),
    Field(min_length=1),
    WithJsonSchema(
        {
            "anyOf": [
                {"type": "array", "items": {"type": "integer"}, "maxItems": 240},
                {"type": "string", "maxLength": 400},
            ],
            "description": "Counts, or text: 10-20, 24",
        }
    ),
]


class PlateIn(Model):
    """Holes in a line: the first from the foot of the perpendicular, pitch, count, and the line's offset."""

    first_mm: Annotated[float, Field(ge=-500, le=500)]
    pitch_mm: Annotated[float, Field(gt=0, le=100)]
    count: Annotated[int, Field(ge=1, le=60)]
    offset_mm: Annotated[float, Field(ge=-500, le=500)] = 0.0

    def plate(self) -> Plate:
        return Plate(self.first_mm, self.pitch_mm, self.count, self.offset_mm)


class SlotIn(Model):
    """The shaft distances a slot allows."""

    least_mm: Length
    most_mm: Length

    @model_validator(mode="after")
    def _opens(self) -> SlotIn:
        if self.least_mm >= self.most_mm:
            raise GearingError(
                "The slot is upside down.",
                field="least_mm",
                hint="The nearest distance first, then the farthest.",
            )
        return self


class TargetIn(Model):
    """``keep`` the speed; a ``speed`` in km/h; a final ``ratio``; a motor so many % ``cooler``."""

    want: Literal["keep", "speed", "ratio", "cooler"] = "keep"
    value: Annotated[float, Field(ge=0, le=100_000)] = 0.0


class RegearIn(Model):
    """The present gearing, what changed, what limits it, and what can be had."""

    pinion: Teeth
    spur: Teeth
    wheel_mm: Length = Field(description="Wheel, or sprocket with its track, before")
    new_wheel_mm: Length | None = None
    reduction: Annotated[float, Field(gt=0, le=10_000)] = Field(
        default=1.0, description="Turns of the spur shaft for one of the wheel, before"
    )
    new_reduction: Annotated[float, Field(gt=0, le=10_000)] | None = None
    module_mm: Module
    pressure_angle_deg: Angle = 20.0
    kv: Annotated[float, Field(ge=0, le=100_000)] = 0.0
    volts: Annotated[float, Field(ge=0, le=1000)] = 0.0
    load: Annotated[float, Field(gt=0, le=1)] = 0.85
    target: TargetIn = Field(default_factory=TargetIn)
    pinions: Annotated[Counts, Field(max_length=120)]
    spurs: Annotated[Counts, Field(max_length=240)]
    stock: Annotated[list[Teeth], Field(max_length=400)] = Field(
        default_factory=list, description="Counts that lie in the drawer; the present pair is taken to"
    )
    slot: SlotIn | None = None
    plate: PlateIn | None = None
    distances_mm: Annotated[list[Length], Field(max_length=60)] = Field(
        default_factory=list, description="Holes by their measured shaft distance, in place of a plate"
    )
    band: Kind = "open"
    band_low: Annotated[float, Field(gt=0, le=1)] | None = None
    band_high: Annotated[float, Field(gt=0, le=1)] | None = None

    def chosen_band(self) -> Band:
        if self.band_low and self.band_high:
            return own_band(self.band_low, self.band_high)
        return band_for(self.band)


class ChoiceOut(Model):
    """One pair, ranked."""

    pinion: int
    spur: int
    final_drive: float
    travel_mm: float
    speed_km_h: float | None
    load: float = Field(description="Motor torque for the same push, as a share of the present")
    load_says: str
    off: float = Field(description="By what share the final drive misses the target")
    distance_mm: float
    hole: int | None
    backlash_mm: float | None
    contact_ratio: float
    fits: bool
    hunts: bool
    in_stock: bool
    reason: str


class PointOut(Model):
    """A pair on the chart."""

    distance_mm: float
    value: float
    fits: bool


class RegearOut(Model):
    """The choices, best first; the present as it would be; and the chart."""

    target_final_drive: float
    present_final_drive: float
    present_travel_mm: float
    present_speed_km_h: float | None
    unchanged_final_drive: float = Field(description="With what changed, were the pair left as it is")
    unchanged_load: float
    unchanged_says: str
    choices: list[ChoiceOut]
    points: list[PointOut]
    axis: str = Field(description="What the points' value is: km/h, or mm for a motor turn")
    slot_mm: list[float]
    holes_mm: list[float]
    fitting: int
    says: str


def regear_drive(given: RegearIn) -> RegearOut:
    """Rank every pair for the target."""
    wheel = given.new_wheel_mm or given.wheel_mm
    reduction = given.new_reduction or given.reduction
    present = Drive(given.pinion, given.spur, given.wheel_mm, given.reduction)
    rpm = given.kv * given.volts * given.load
    holes = _holes(given)
    stock = {*given.stock, given.pinion, given.spur}
    found = regear(
        present,
        wheel,
        reduction,
        Target(given.target.want, given.target.value),
        [Stocked(teeth, teeth in stock) for teeth in given.pinions],
        [Stocked(teeth, teeth in stock) for teeth in given.spurs],
        module=given.module_mm,
        alpha=radians(given.pressure_angle_deg),
        band=given.chosen_band(),
        slot=(given.slot.least_mm, given.slot.most_mm) if given.slot and holes is None else None,
        holes=holes,
        rpm=rpm,
    )
    left = Drive(given.pinion, given.spur, wheel, reduction)
    load = (left.wheel / left.final) / (present.wheel / present.final)
    fitting = int(found.fits.sum())
    return RegearOut(
        target_final_drive=found.target,
        present_final_drive=present.final,
        present_travel_mm=present.travel,
        present_speed_km_h=_speed(rpm, present.travel),
        unchanged_final_drive=left.final,
        unchanged_load=load,
        unchanged_says=change(load),
        choices=[
            ChoiceOut(
                pinion=one.pinion,
                spur=one.spur,
                final_drive=one.final,
                travel_mm=one.travel,
                speed_km_h=_speed(rpm, one.travel),
                load=one.load,
                load_says=change(one.load),
                off=one.off,
                distance_mm=one.distance,
                hole=one.hole or None,
                backlash_mm=one.backlash if np.isfinite(one.backlash) else None,
                contact_ratio=one.contact,
                fits=one.fits,
                hunts=one.hunts,
                in_stock=one.in_stock,
                reason=one.reason,
            )
            for one in found.choices
        ],
        points=_points(found, rpm),
        axis="km/h" if rpm else "mm",
        slot_mm=[given.slot.least_mm, given.slot.most_mm] if given.slot else [],
        holes_mm=[] if holes is None else [round(float(a), 3) for a in holes],
        fitting=fitting,
        says=_says(found, fitting),
    )


def _holes(given: RegearIn) -> np.ndarray[tuple[int], np.dtype[np.float64]] | None:
    if given.distances_mm:
        return np.array(sorted(given.distances_mm))
    return given.plate.plate().distances() if given.plate else None


def _speed(rpm: float, travel: float) -> float | None:
    return rpm * travel * 60 / 1e6 if rpm else None


def _points(found: Found, rpm: float) -> list[PointOut]:
    """Every pair that fits, and as many of the others as the chart bears, evenly picked."""
    away, travel, fits = (
        found.distances.ravel(),
        np.broadcast_to(found.travels, found.fits.shape).ravel(),
        found.fits.ravel(),
    )
    ok, not_ok = np.flatnonzero(fits), np.flatnonzero(~fits)
    room = max(MOST_POINTS - len(ok), 0)
    step = max(1, -(-len(not_ok) // room)) if room else len(not_ok) + 1
    chosen = [*ok[:MOST_POINTS], *(not_ok[::step] if room else [])]
    return [
        PointOut(
            distance_mm=round(float(away[n]), 3),
            value=round(float(_speed(rpm, travel[n]) or travel[n]), 3),
            fits=bool(fits[n]),
        )
        for n in chosen
    ]


def _says(found: Found, fitting: int) -> str:
    if not fitting:
        return "None of these fits the slot or the holes: other counts, or another plate."
    best = found.choices[0]
    where = f", hole {best.hole}" if best.hole else f" at {best.distance:.2f} mm"
    stock = "" if best.in_stock else "; not in stock"
    miss = "on target" if abs(best.off) < 0.003 else f"{best.off:+.1%} off".replace("%", " %")
    return f"{best.pinion} on {best.spur}{where}: {miss}{stock}."


class HolesIn(Model):
    """A plate measured once, and the counts to chart."""

    plate: PlateIn | None = None
    distances_mm: Annotated[list[Length], Field(max_length=60)] = Field(default_factory=list)
    pinions: Annotated[Counts, Field(max_length=60)]
    spurs: Annotated[Counts, Field(max_length=60)]
    module_mm: Module
    pressure_angle_deg: Angle = 20.0
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


def chart_holes(given: HolesIn) -> HolesOut:
    """The hole for every pair."""
    band, module = band_for(given.band), given.module_mm
    away = np.array(sorted(given.distances_mm)) if given.distances_mm else _distances(given.plate)
    holes, play = hole_chart(
        given.pinions,
        given.spurs,
        module,
        radians(given.pressure_angle_deg),
        away,
        band.tight * module,
        (band.low + band.high) / 2 * module,
    )
    shares = play / module
    verdicts = np.select(
        [holes == 0, shares < band.low, shares <= band.high, shares <= band.loose],
        ["none", "tight", "right", "loose"],
        "far",
    )
    return HolesOut(
        distances_mm=[round(float(a), 3) for a in away],
        pinions=given.pinions,
        spurs=given.spurs,
        holes=holes.tolist(),
        backlash_mm=[[round(float(j), 3) if np.isfinite(j) else None for j in row] for row in play],
        verdicts=verdicts.tolist(),
        says=f"Right is {band.low * module:.3f} to {band.high * module:.3f} mm: {band.says}.",
    )


def _distances(plate: PlateIn | None) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
    """Of a plate's holes.

    Raises
    ------
    GearingError
        If it was not measured.
    """
    if plate is None:
        raise GearingError("Measure the holes first.", field="plate", hint="First, pitch, count and offset.")
    return plate.plate().distances()
