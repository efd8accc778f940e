"""What the ``count`` sum is asked."""

from __future__ import annotations

from math import radians
from typing import Annotated

from pydantic import Field, model_validator

from gearing.errors import GearingError
from gearing.identification.tooth_count import (
    Route,
    from_chord,
    from_counts,
    from_mate,
    from_sector,
    from_turns,
)

from ..base import Length, Model, Module
from ..gear import Teeth

Turns = Annotated[float, Field(ge=1e-6, le=1000)]


Pitches = Annotated[int, Field(ge=1, le=500)]


class ChordIn(Model):
    """Chord between like edges of two standing tips."""

    pitches: Pitches
    chord_mm: Length
    over_tips_mm: Length


class MateIn(Model):
    """The distance between the shafts, and the mate."""

    distance_mm: Length
    module_mm: Module
    mate_teeth: Teeth
    helix_angle_deg: Annotated[float, Field(ge=-60, le=60)] = 0.0


class TurnsIn(Model):
    """How often this gear turns while its mate turns so often."""

    turns: Turns
    mate_turns: Turns
    mate_teeth: Teeth
    error: Annotated[float, Field(ge=0.001, le=0.5)] = 0.05


class SectorIn(Model):
    """A run of standing teeth and the angle it fills."""

    pitches: Pitches
    angle_deg: Annotated[float, Field(ge=0.01, lt=360)]


class CountIn(Model):
    """Any of the routes; at least one."""

    counted: Annotated[list[Teeth], Field(max_length=4)] = Field(default_factory=list)
    chord: ChordIn | None = None
    mate: MateIn | None = None
    turns: TurnsIn | None = None
    sector: SectorIn | None = None

    @model_validator(mode="after")
    def _something(self) -> CountIn:
        if not (self.counted or self.chord or self.mate or self.turns or self.sector):
            raise GearingError(
                "There is nothing to count by yet.",
                code="nothing_counted",
                field="counted",
                hint="Give a count, a chord, the distance to the mate, turns, or a sector of standing teeth.",
            )
        return self

    def routes(self) -> list[Route]:
        routes = [from_counts({z: self.counted.count(z) for z in self.counted})] if self.counted else []
        if c := self.chord:
            routes.append(from_chord(c.pitches, c.chord_mm, c.over_tips_mm))
        if m := self.mate:
            routes.append(
                from_mate(m.distance_mm, m.module_mm, m.mate_teeth, helix=radians(m.helix_angle_deg))
            )
        if t := self.turns:
            routes.append(from_turns(t.turns, t.mate_turns, t.mate_teeth, error=t.error))
        if s := self.sector:
            routes.append(from_sector(s.pitches, radians(s.angle_deg)))
        return routes
