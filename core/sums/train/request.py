"""What the ``train`` sum is asked."""

from __future__ import annotations

from fractions import Fraction
from math import pi, radians
from typing import Annotated, Literal

from pydantic import Field, model_validator

from gearing.errors import GearingError
from gearing.train import Belt, Differential, Joint, Mesh, Planetary, Train, Worm, read_train
from gearing.train.line import LONGEST_LINE
from gearing.train.model import Coupling
from gearing.train.stage_play import StageMeasured

from ..base import Length, Model, Module

Shaft = Annotated[str, Field(min_length=1, max_length=20)]
Count = Annotated[int, Field(ge=1, le=2000)]
Speed = Annotated[float, Field(ge=-1e6, le=1e6)]
Positive = Annotated[float, Field(ge=1e-6, le=1e6)]


class MeshIn(Model):
    """Two gears in mesh; of an internal pair the second is the ring."""

    kind: Literal["external", "internal", "bevel", "face"]
    first: Shaft
    second: Shaft
    teeth_1: Count
    teeth_2: Count

    def coupling(self) -> Coupling:
        return Mesh(self.first, self.second, self.teeth_1, self.teeth_2, self.kind)


class BeltIn(Model):
    kind: Literal["belt", "chain"]
    first: Shaft
    second: Shaft
    teeth_1: Count
    teeth_2: Count
    links: Annotated[int, Field(ge=0, le=2000)] = Field(
        default=0, description="The belt's own teeth, the chain's links; 0 if not counted"
    )

    def coupling(self) -> Coupling:
        return Belt(self.first, self.second, self.teeth_1, self.teeth_2, self.kind == "chain", self.links)


class WormIn(Model):
    """`first` carries the worm."""

    kind: Literal["worm"]
    first: Shaft
    second: Shaft
    starts: Annotated[int, Field(ge=1, le=20)]
    teeth: Count
    hand: Literal["right", "left"] = "right"
    lead_angle_deg: Annotated[float, Field(ge=0, lt=60)] = 0.0

    def coupling(self) -> Coupling:
        return Worm(self.first, self.second, self.starts, self.teeth, self.hand, self.lead_angle_deg)


class PlanetaryIn(Model):
    """Sun, ring and carrier are shafts; hold, drive or leave free any of them."""

    kind: Literal["planetary"]
    sun: Shaft
    ring: Shaft
    carrier: Shaft
    teeth_sun: Count
    teeth_planet: Count
    teeth_ring: Count
    planets: Annotated[int, Field(ge=1, le=12)] = 3
    teeth_outer: Annotated[int, Field(ge=0, le=2000)] = Field(
        default=0, description="Of what meets the ring, where that is another gear than meets the sun"
    )
    paired: bool = Field(
        default=False, description="Whether the two are planets in mesh; else they are one piece, stepped"
    )

    @model_validator(mode="after")
    def _pairs_have_two(self) -> PlanetaryIn:
        if self.paired and not self.teeth_outer:
            raise GearingError(
                "Paired planets are two gears: one count is missing.",
                code="count_missing",
                field="teeth_outer",
                hint="Count the planet that meets the ring as well.",
            )
        return self

    def coupling(self) -> Coupling:
        counts = self.teeth_sun, self.teeth_planet, self.teeth_ring
        return Planetary(
            self.sun, self.ring, self.carrier, *counts, self.planets, self.teeth_outer, self.paired
        )


class DifferentialIn(Model):
    """Bevel differential; its tooth counts are 0 if not counted."""

    kind: Literal["differential"]
    case: Shaft
    left: Shaft
    right: Shaft
    teeth_pinion: Annotated[int, Field(ge=0, le=2000)] = 0
    teeth_side: Annotated[int, Field(ge=0, le=2000)] = 0
    pinions: Annotated[int, Field(ge=1, le=6)] = 2

    def coupling(self) -> Coupling:
        counts = self.teeth_pinion, self.teeth_side, self.pinions
        return Differential(self.case, self.left, self.right, *counts)


class JointIn(Model):
    """Two shafts that turn as one, unless it slips."""

    kind: Literal["joint"]
    first: Shaft
    second: Shaft
    slips: bool = False

    def coupling(self) -> Coupling:
        return Joint(self.first, self.second, self.slips)


CouplingIn = Annotated[
    MeshIn | BeltIn | WormIn | PlanetaryIn | DifferentialIn | JointIn, Field(discriminator="kind")
]


class StageKnown(Model):
    """What is known of one stage besides its counts.

    Its play is `turn_deg`, the free turn of the second gear with the first
    held (of a set, of the member that is neither driven nor held), or
    `backlash_mm` at the pitch circle together with the module, of a set in each
    of its meshes. With the module alone a usual play is taken.
    """

    number: Annotated[int, Field(ge=1, le=60)]
    module_mm: Module | None = None
    backlash_mm: Annotated[float, Field(ge=0, le=10)] | None = None
    distance_mm: Length | None = Field(
        default=None, description="Between its shafts: gives its play, and says where it cannot mesh"
    )
    turn_deg: Annotated[float, Field(ge=0, le=90)] | None = None
    error_deg: Annotated[float, Field(ge=0, le=90)] | None = None
    efficiency: Annotated[float, Field(ge=1e-6, le=1)] | None = None

    def measured(self) -> StageMeasured:
        """As the core takes it."""
        return StageMeasured(
            self.module_mm,
            self.backlash_mm,
            self.distance_mm,
            None if self.turn_deg is None else radians(self.turn_deg),
            None if self.error_deg is None else radians(self.error_deg),
        )


class BearingIn(Model):
    """A rolling bearing whose balls were counted, and measured where they can be."""

    shaft: Shaft
    balls: Annotated[int, Field(ge=3, le=60)]
    ball_mm: Length | None = None
    pitch_mm: Length | None = Field(default=None, description="Diameter of the circle the balls run on")

    @model_validator(mode="after")
    def _balls_go_in(self) -> BearingIn:
        if self.ball_mm and self.pitch_mm and self.ball_mm * self.balls > pi * self.pitch_mm:
            raise GearingError(
                f"{self.balls} balls of {self.ball_mm:g} mm do not go on a circle of {self.pitch_mm:g} mm.",
                code="balls_do_not_fit",
                field="ball_mm",
                hint="Measure the ball, and halfway between the races across the bearing.",
            )
        return self


class PlayIn(Model):
    """Play as measured at a radius of a shaft; the output's unless another is named."""

    play_mm: Length
    radius_mm: Length
    error_mm: Annotated[float, Field(ge=0, le=10)] = 0.05


class DistanceIn(Model):
    """Shaft distance of one stage and its module: how many teeth the two have together."""

    number: Annotated[int, Field(ge=1, le=60)]
    distance_mm: Length
    module_mm: Module
    error_mm: Annotated[float, Field(ge=1e-6, le=10)] = 0.1


class KnownIn(Model):
    """What was measured to find counts left open."""

    ratio: Positive | None = Field(default=None, description="Turns in for one out")
    ratio_error: Positive | None = None
    turns_in: Positive | None = None
    turns_out: Positive | None = None
    distances: Annotated[list[DistanceIn], Field(max_length=10)] = Field(default_factory=list)


class CarIn(Model):
    kind: Literal["car"]
    wheel_mm: Length
    kv: Annotated[float, Field(ge=0, le=100_000)] = 0.0
    volts: Annotated[float, Field(ge=0, le=1000)] = 0.0
    load: Annotated[float, Field(ge=1e-6, le=1)] = 0.85


class ReelIn(Model):
    kind: Literal["reel"]
    full_mm: Length
    bare_mm: Length
    fill: Annotated[float, Field(ge=0, le=1)] = 1.0


class ServoIn(Model):
    kind: Literal["servo"]
    travel_deg: Annotated[float, Field(ge=1e-6, le=3600)] = 60.0
    arm_mm: Length | None = None
    load: Annotated[float, Field(ge=1e-6, le=1)] = 0.8


class WinchIn(Model):
    kind: Literal["winch"]
    drum_mm: Length
    line_mm: Length
    layers: Annotated[int, Field(ge=1, le=12)] = 3


class TrackingIn(Model):
    kind: Literal["tracking"]
    wheel_turns: Positive = Field(default=1.0, description="Turns of the worm for one of the axis")
    steps: Annotated[float, Field(ge=0, le=1e6)] = 0.0


class CounterIn(Model):
    kind: Literal["counter"]
    units: Positive = 10.0


UseIn = Annotated[CarIn | ReelIn | ServoIn | WinchIn | TrackingIn | CounterIn, Field(discriminator="kind")]


class TrainIn(Model):
    """A train, as a line or as couplings; what turns it, what was counted and measured on it.

    `clicks` were counted in `turns` of a `shaft` by hand.
    """

    line: Annotated[str, Field(max_length=LONGEST_LINE)] = ""
    couplings: Annotated[list[CouplingIn], Field(max_length=60)] = Field(default_factory=list)
    driven: Annotated[dict[Shaft, Speed], Field(max_length=20)] = Field(
        default_factory=dict, description="Turns by shaft, in one unit of time; in place of the line's own"
    )
    held: Annotated[list[Shaft], Field(max_length=20)] = Field(default_factory=list)
    output: Annotated[str, Field(max_length=20)] = Field(default="", description="The last shaft if empty")
    rpm: Annotated[float, Field(ge=1e-6, le=1_000_000)] = Field(
        default=1000.0, description="Of the first driven shaft"
    )
    shaft: Annotated[str, Field(max_length=20)] = Field(
        default="", description="The one turned by hand; the output if empty"
    )
    turns: Annotated[float, Field(ge=1e-6, le=1000)] = 1.0
    clicks: Annotated[float, Field(ge=1e-6, le=100_000)] | None = None
    bearings: Annotated[list[BearingIn], Field(max_length=60)] = Field(default_factory=list)
    torque_nmm: Annotated[float, Field(ge=1e-6, le=1e6)] | None = Field(
        default=None, description="At the driven shaft, N·mm"
    )
    stages: Annotated[list[StageKnown], Field(max_length=60)] = Field(default_factory=list)
    play: PlayIn | None = None
    known: KnownIn | None = None
    use: UseIn | None = None

    @model_validator(mode="after")
    def _one_way_of_saying(self) -> TrainIn:
        if bool(self.line.strip()) == bool(self.couplings):
            raise GearingError(
                "Say the train as pairs.",
                code="no_train",
                field="line",
                hint="12:60 | 14:48 | 10:40, or a list of couplings.",
            )
        return self

    def train(self, line: str) -> Train:
        """The train of `line`, or of the couplings, with its drives."""
        if self.couplings:
            made = tuple(coupling.coupling() for coupling in self.couplings)
            base = Train(made, {made[0].shafts()[0]: Fraction(1)}, frozenset())
        else:
            base = read_train(line)
        driven = {shaft: Fraction(str(speed)) for shaft, speed in self.driven.items()} or dict(base.driven)
        # A default drive gives way to what is held, and a line's own hold to what is driven.
        held = (base.held | set(self.held)) - set(self.driven)
        return Train(base.couplings, {s: v for s, v in driven.items() if s not in held}, frozenset(held))

    def stage(self, number: int) -> StageKnown:
        return next((known for known in self.stages if known.number == number), StageKnown(number=number))
