"""What the ``make-part`` sum is asked."""

from __future__ import annotations

from dataclasses import replace
from math import pi, sin
from typing import Annotated, Literal

from pydantic import Field

from gearing.errors import GearingError
from gearing.forms.standards import Standard, of_pitch, standards
from gearing.forms.ways import Part
from gearing.making import PartBlank, WormThread, named_process

from ..base import Length, Model, Module
from ..make import BoreIn, ProcessIn, bored

MadeForm = Literal["worm", "wheel", "bevel", "pulley", "sprocket"]
LEAST = {"worm": 1, "wheel": 8, "bevel": 6, "pulley": 8, "sprocket": 6}
MOST = {"worm": 6, "wheel": 200, "bevel": 200, "pulley": 200, "sprocket": 200}


class MakePartIn(Model):
    """A toothed part to be made, and the file that is wanted. `teeth` counts a worm's starts."""

    form: MadeForm
    teeth: Annotated[int, Field(ge=1, le=200)]
    module_mm: Module | None = Field(default=None, description="Axial, transverse, or at a bevel's large end")
    size: Annotated[str, Field(max_length=60)] = Field(
        default="", description="The belt or chain by its name"
    )
    mate_teeth: Annotated[int, Field(ge=6, le=200)] | None = Field(
        default=None,
        description="Of a bevel's mate, a worm's wheel, or the other pulley or sprocket",
    )
    centre_distance_mm: Annotated[Length, Field(gt=0, le=2000)] | None = Field(
        default=None,
        description="To the mate; of a bevel from its back to where the shafts cross; else where it belongs",
    )
    torque_nmm: Annotated[float, Field(gt=0, le=1e6)] | None = Field(
        default=None, description="On its own shaft, for the guide to its strength"
    )
    worm_outside_mm: Length | None = Field(default=None, description="Over the threads of the worm")
    starts: Annotated[int, Field(ge=1, le=6)] = Field(
        default=1, description="Of the worm that a wheel is for"
    )
    hand: Literal["right", "left"] = "right"
    width_mm: Annotated[Length, Field(gt=0, le=200)] | None = Field(
        default=None, description="Of the face, or a worm's length; else what is usual"
    )
    play_mm: Annotated[float, Field(ge=0, le=2)] = 0.0
    bore: Length | BoreIn | None = None
    boss_diameter_mm: Length | None = None
    boss_length_mm: Length | None = None
    flanges_mm: Length | None = Field(default=None, description="Rims that keep a belt on, each so thick")
    process: Annotated[str, Field(max_length=40)] | ProcessIn = ""
    format: Literal["svg", "dxf", "stl", "3mf"] = "stl"

    def blank(self) -> PartBlank:
        """What is to be made, checked.

        Raises
        ------
        GearingError
            If a figure is missing or out of reach.
        """
        least, most = LEAST[self.form], MOST[self.form]
        if not least <= self.teeth <= most:
            counted = "starts" if self.form == "worm" else "teeth"
            raise GearingError(
                f"No {self.form} of {self.teeth} {counted} is made here.",
                code="out_of_range",
                field="teeth",
                hint=f"From {least} to {most}.",
            )
        size, process = self._size(), self.process
        said = process if isinstance(process, ProcessIn) else ProcessIn(name=process)
        width = self.width_mm or self._usual_width(size)
        return PartBlank(
            Part(self.form, self.teeth, self.mate_teeth or self.teeth),
            size,
            width,
            self._worm(size),
            self.play_mm,
            bored(self.bore),
            self.boss_diameter_mm or 0.0,
            (self.boss_length_mm or width) if self.boss_diameter_mm else 0.0,
            (self.flanges_mm or 0.0) if self.form == "pulley" else 0.0,
            named_process(said.name, said.grows_mm, said.shrinks_percent),
        )

    def _size(self) -> Standard:
        if self.form not in ("pulley", "sprocket"):
            if self.module_mm is None:
                raise _wanted(
                    "module_mm", "Its module is needed.", "Read the part first: it tells its module."
                )
            return replace(of_pitch(self.form, self.module_mm), label=f"{self.module_mm:g} module")
        known = standards(self.form)
        word = self.size.strip().lower()
        found = next((each for each in known if word and each.label.lower().startswith(word)), None)
        if found is None:
            names = "; ".join(each.label for each in known)
            what = "belt" if self.form == "pulley" else "chain"
            raise _wanted("size", f"Which {what} it is for is needed.", f"One of: {names}.")
        return found

    def _worm(self, size: Standard) -> WormThread | None:
        if self.form not in ("worm", "wheel"):
            return None
        if self.worm_outside_mm is None:
            raise _wanted(
                "worm_outside_mm",
                "The worm's outside diameter is needed.",
                "Measure it over the threads: with the module it makes the lead angle.",
            )
        module = float(size.pitch)
        starts = self.teeth if self.form == "worm" else self.starts
        return WormThread(module, self.worm_outside_mm - 2 * module, starts, self.hand == "left")

    def _usual_width(self, size: Standard) -> float:
        """What is usual: of a worm five pitches, of a chain's sprocket what goes between its plates."""
        pitch = float(size.pitch)
        if self.form == "sprocket":
            return 0.93 * float(size.inside)
        if self.form == "pulley":
            return 6.0 if pitch < 4 else 10.0
        if self.form == "bevel":
            part = Part("bevel", self.teeth, self.mate_teeth or self.teeth)
            return 0.3 * pitch * self.teeth / 2 / sin(part.cone)
        return 5 * pi * pitch if self.form == "worm" else 5 * pitch


def _wanted(field: str, problem: str, hint: str) -> GearingError:
    return GearingError(problem, code="figure_needed", field=field, hint=hint)
