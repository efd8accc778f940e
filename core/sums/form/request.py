"""What the ``form`` sum is asked."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from gearing.errors import GearingError
from gearing.forms.infer import NextWay, Taken
from gearing.forms.ways import Part, way, ways
from gearing.measuring.readings import CALIPER_ERROR

from ..base import Length, Model

Form = Literal["rack", "worm", "wheel", "bevel", "pulley", "sprocket"]


_LEAST = {"rack": 0, "worm": 1, "wheel": 8, "bevel": 6, "pulley": 6, "sprocket": 5}


_MOST = {"rack": 0, "worm": 12, "wheel": 1000, "bevel": 400, "pulley": 400, "sprocket": 200}


class FormReadingIn(Model):
    """One reading: the way, what was counted with it, and the value."""

    way: Annotated[str, Field(max_length=20)]
    n: Annotated[int, Field(ge=1, le=200)] | None = None
    size_mm: Length | None = None
    value: Length


class ShowIn(Model):
    """A way to show on the drawing."""

    way: Annotated[str, Field(max_length=20)]
    n: Annotated[int, Field(ge=1, le=200)] | None = None


class FormIn(Model):
    """A toothed part on the bench. `teeth` counts a worm's starts; a rack needs none."""

    form: Form
    teeth: Annotated[int, Field(ge=0, le=1000)] = 0
    mate_teeth: Annotated[int, Field(ge=6, le=400)] | None = Field(
        default=None, description="Teeth of a bevel's mate on shafts at right angles"
    )
    outside_mm: Length | None = Field(default=None, description="Outside diameter of a worm")
    hand: Literal["", "left", "right"] = ""
    error_mm: Annotated[float, Field(ge=0.001, le=1)] = CALIPER_ERROR
    readings: Annotated[list[FormReadingIn], Field(max_length=20)] = Field(default_factory=list)
    show: ShowIn | None = None

    @model_validator(mode="after")
    def _counted(self) -> FormIn:
        least, most = _LEAST[self.form], _MOST[self.form]
        what = "starts" if self.form == "worm" else "teeth"
        if self.form != "rack" and not least <= self.teeth <= most:
            raise GearingError(
                f"A {self.form} of {self.teeth} {what} cannot be read here.",
                code="size_out_of_range",
                field="teeth",
                hint=f"Count again: {least} to {most}."
                + (" Look at the end face and count where threads begin." if self.form == "worm" else ""),
            )
        if self.show and way(self.form, self.show.way) is None:
            raise _no_way(self.form, self.show.way, "show.way")
        for at, reading in enumerate(self.readings):
            _check(self, reading, f"readings.{at}")
        return self

    def part(self) -> Part:
        """What is counted."""
        return Part(self.form, self.teeth, self.mate_teeth or 0)

    def taken(self) -> list[Taken]:
        """The readings as the core takes them."""
        return [self._take(r.way, r.value, r.n, r.size_mm) for r in self.readings]

    def shown(self, ahead: NextWay | None) -> Taken:
        """The way to draw: what is asked for, or what comes next, or the last one."""
        if self.show:
            return self._take(self.show.way, 0.0, self.show.n, None)
        if ahead:
            return Taken(ahead.way, 0.0, ahead.n)
        return self.taken()[-1] if self.readings else Taken(ways(self.form)[0], 0.0, 5)

    def _take(self, key: str, value: float, n: int | None, size: float | None) -> Taken:
        known = way(self.form, key)
        if known is None:
            raise _no_way(self.form, key, "way")
        return Taken(known, value, n or 0, size or 0.0, self.error_mm)


def _no_way(form: str, key: str, field: str) -> GearingError:
    can = ", ".join(known.key for known in ways(form))
    return GearingError(
        f"“{key}” is no way to measure this.",
        code="unknown_method",
        field=field,
        hint=f"A {form} is measured by: {can}.",
    )


def _check(request: FormIn, reading: FormReadingIn, field: str) -> None:
    """A way that exists, with what it needs, on a part that has room for it."""
    known = way(request.form, reading.way)
    if known is None:
        raise _no_way(request.form, reading.way, f"{field}.way")
    if known.counts and not reading.n:
        raise GearingError(
            "How many were measured over?",
            code="no_number_over",
            field=f"{field}.n",
            hint=f"Count the {known.counts}.",
        )
    if known.with_size and not reading.size_mm:
        raise GearingError(
            f"The {known.with_size} is needed too.",
            code="size_needed",
            field=f"{field}.size_mm",
            hint="Measure it, in mm or inch.",
        )
    if reading.way == "chord" and (reading.n or 0) > request.teeth // 2:
        raise GearingError(
            f"{reading.n} pitches reach past the far side.",
            code="too_many_pitches",
            field=f"{field}.n",
            hint=f"At most {request.teeth // 2}.",
        )
