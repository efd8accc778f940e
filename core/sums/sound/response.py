"""What the ``sound`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model


class ClicksHeard(Model):
    """Clicks that stand out; `times` s from the start."""

    count: int
    per_turn: float | None
    times: list[float]
    clear: float = Field(description="How far they stand out of the noise; from 1.6 they count")


class SoundSuspect(Model):
    """A wheel or bearing that would sound so, with its odds."""

    name: str
    kind: str
    odds: float
    says: str


class SidebandsHeard(Model):
    """Lines beside a tooth frequency at the rate of one wheel: worn at one place, or running out."""

    name: str
    hertz: list[float]
    prominence_db: float
    stands_out: bool


class LineHeard(Model):
    """A tooth frequency of the train, as met, and how far above its ground."""

    name: str
    hertz: float
    prominence_db: float
    stands_out: bool
    sidebands: list[SidebandsHeard]


class PictureOut(Model):
    """The recording to be drawn: the most at each moment, a share, and at each pitch, dB of full scale."""

    moments: list[float]
    hertz: list[float]
    decibel: list[float]


class OctaveOut(Model):
    hertz: float
    level_db: float


class LoudnessOut(Model):
    """Levels in dB of full scale; `uneven` as a share of the level."""

    level_dba: float
    octaves: list[OctaveOut]
    uneven: float


class ComparedOut(Model):
    """After against before: negative is quieter."""

    says: str
    level_dba: float
    octaves: list[OctaveOut]
    uneven: float


class SoundOut(Model):
    """What a recording tells: clicks, suspects, lines, how loud, and why it cannot tell more."""

    says: str
    cannot_tell: str = Field(description="Why no wheel is named; empty where one is")
    seconds: float
    clipped: bool
    clicks: ClicksHeard
    suspects: list[SoundSuspect]
    none_of_these: float | None
    lines: list[LineHeard]
    loudness: LoudnessOut
    picture: PictureOut
    compared: ComparedOut | None
