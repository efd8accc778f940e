"""What the ``make`` sum is asked."""

from __future__ import annotations

from math import cos
from typing import Annotated, Literal

from pydantic import Field

from gearing.errors import GearingError, within
from gearing.geometry.gear import Gear, checked
from gearing.making import BORE_SHAPES, Blank, Bore, named_process

from ..base import Length, Model
from ..gear import GearIn

Shape = Literal["round", "D", "hex", "square", "keyed", "splined"]
assert set(Shape.__args__) == set(BORE_SHAPES)  # type: ignore[attr-defined]
Width = Annotated[Length, Field(gt=0, le=200)]


class BoreIn(Model):
    """A bore that is more than round: see :class:`gearing.making.Bore`."""

    size_mm: Length
    shape: Shape = "round"
    flat_mm: Length | None = Field(
        default=None,
        description="Of a D or a keyed one: from flat or keyway to the far side",
    )
    splines: Annotated[int, Field(ge=3, le=60)] = 6

    def bore(self) -> Bore:
        if self.flat_mm and not self.size_mm / 2 < self.flat_mm < 2 * self.size_mm:
            raise GearingError(
                "The flat lies outside the bore.",
                code="flat_outside",
                field="bore.flat_mm",
                hint="Measure from the flat to the far side: for a 5 mm D about 4.5 mm.",
            )
        return Bore(self.size_mm, self.shape, self.flat_mm or 0.0, self.splines)


def bored(said: float | BoreIn | None) -> Bore | None:
    """The bore that is meant: a figure alone is a round one."""
    if said is None:
        return None
    return said.bore() if isinstance(said, BoreIn) else Bore(said)


class ProcessIn(Model):
    """A way of making, or figures of one's own, as a coupon showed them."""

    name: Annotated[str, Field(max_length=40)] = ""
    grows_mm: Annotated[float, Field(ge=-1, le=1)] | None = Field(
        default=None,
        description="How far walls come out beyond their line; minus half a cut's width",
    )
    shrinks_percent: Annotated[float, Field(ge=-5, le=10)] | None = None


class MadeForIn(GearIn):
    """What it is to run with."""


class MakeIn(Model):
    """A gear to be made: as in ``gear``, with its body, and the file that is wanted."""

    gear: GearIn
    internal: bool = Field(default=False, description="A ring: its teeth point inwards")
    width_mm: Width = 5.0
    bore: Length | BoreIn | None = None
    rim_mm: Length | None = Field(default=None, description="Of a ring: its thickness beyond the roots")
    boss_diameter_mm: Length | None = None
    boss_length_mm: Length | None = None
    set_screw_mm: Length | None = Field(default=None, description="Hole across the boss, or across the face")
    second: GearIn | None = Field(default=None, description="A second rim on top of the first")
    second_width_mm: Width | None = None
    backlash_mm: Annotated[float, Field(ge=0, le=2)] = Field(
        default=0.0, description="Play at the reference circle that its teeth are cut thinner for"
    )
    tip_rounding_mm: Annotated[float, Field(ge=0, le=2)] = 0.0
    web_mm: Length | None = Field(default=None, description="Thickness between hub and rim")
    marks: Annotated[int, Field(ge=0, le=3)] = Field(
        default=0, description="Dots by the first tooth, to set it by"
    )
    process: Annotated[str, Field(max_length=40)] | ProcessIn = ""
    format: Literal["svg", "dxf", "stl", "3mf"] = "stl"
    mate: MadeForIn | None = None
    centre_distance_mm: Length | None = Field(default=None, description="To the mate; else without play")
    torque_nmm: Annotated[float, Field(gt=0, le=1e6)] | None = Field(
        default=None, description="That it is to carry, for the guide to its strength"
    )

    def blank(self) -> Blank:
        """What is to be made, checked."""
        with within("gear"):
            gear = self._thinner(self.gear.gear())
        second = None
        if self.second is not None:
            with within("second"):
                second = self._thinner(self.second.gear())
        process = self.process if isinstance(self.process, ProcessIn) else ProcessIn(name=self.process)
        return Blank(
            gear,
            self.width_mm,
            self.internal,
            bored(self.bore),
            self.rim_mm or 0.0,
            self.boss_diameter_mm or 0.0,
            (self.boss_length_mm or self.width_mm) if self.boss_diameter_mm else 0.0,
            self.set_screw_mm or 0.0,
            second,
            self.second_width_mm or self.width_mm,
            self.tip_rounding_mm,
            0.0 if self.internal else self.web_mm or 0.0,
            0 if self.internal else self.marks,
            named_process(process.name, process.grows_mm, process.shrinks_percent),
        )

    def _thinner(self, gear: Gear) -> Gear:
        """Cut thinner by the play that is wanted, measured round the reference circle."""
        thinner = self.backlash_mm * cos(float(gear.helix_angle))
        return checked(
            Gear(
                gear.teeth,
                gear.module,
                gear.pressure_angle,
                gear.profile_shift,
                gear.helix_angle,
                gear.addendum,
                gear.dedendum,
                gear.tip_trim,
                float(gear.thinning) + thinner,
            )
        )
