"""What the ``proof`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model


class FigureBand(Model):
    """A figure to meet; what is open is null."""

    unit: str
    least: float | None
    most: float | None
    guide: bool = Field(description="What such units usually read: outside it, whoever tries it decides")


class LaterUse(Model):
    """How much use until a check is due."""

    by: str
    much: float


class LeadOut(Model):
    """A step of the rebuild, by its key in the plan."""

    key: str
    title: str


class ProofCheckOut(Model):
    """One check: what, how, the band, and where a failure leads."""

    key: str
    name: str
    how: str
    band: str
    minutes: float
    why: str
    order: int = Field(description="Place in the proof, from 1")
    risk: str = Field(description="By hand, set again, held, free, under load, in use, later")
    figure: FigureBand | None
    fails: str
    to: str = Field(description="Stage a failure leads to, and the rule of the rebuild it concerns")
    leads: list[LeadOut] = Field(description="Build steps it may come from, the first reached first")
    after: LaterUse | None


class ProofOut(Model):
    checks: list[ProofCheckOut]
    minutes: float = Field(description="Of all that is done before it is handed over")
    notice: str = Field(description="What law or licence says of such a unit; empty for most")
