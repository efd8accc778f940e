"""What the ``diagnose`` sum answers."""

from __future__ import annotations

from pydantic import ConfigDict, Field

from gearing.diagnosis import Picture

from ..base import Model


class CauseOut(Model):
    """Something that can be wrong, its odds, and what speaks for it and against it."""

    model_config = ConfigDict(serialize_by_alias=True, populate_by_name=True)

    key: str
    name: str
    probability: float
    speaks_for: list[str] = Field(alias="for")
    against: list[str]
    pieces: list[str] = Field(description="Words of the pieces concerned")
    then: str = Field(description="What it damages next; empty where nothing is known")
    stop: bool = Field(description="Whether running on does harm")


class AnswerOut(Model):
    key: str
    label: str


class NextCheckOut(Model):
    """A check worth making: how, how long, and what there is to answer."""

    check: str
    name: str
    how: str
    minutes: float
    answers: list[AnswerOut]
    number: str = Field(description="What is read, where it takes a figure; empty for none")
    by: str = Field(description="What it can be given as instead: clicks or play, through the train")
    draw: Picture = Field(description="The picture that shows how")
    bits: float = Field(description="What it is expected to tell, in bits")


class HeardOut(Model):
    key: str
    says: str


class StationOut(Model):
    """A place along the path of force, and the odds of the faults that sit there; last, the frame."""

    key: str
    says: str
    odds: float


class DiagnoseOut(Model):
    """The answer as a sentence, the causes behind it, and the check that tells them apart."""

    answer: str
    faults: list[CauseOut]
    something_else: float
    path: list[StationOut] = Field(description="From what drives to what is driven, the frame last")
    next: NextCheckOut | None
    others: list[NextCheckOut] = Field(description="Further checks possible now, the next best first")
    stop: str = Field(description="Why it must not be run further; empty where it may")
    notice: str = Field(description="What law or licence says of such a unit; empty for most")
    heard: list[HeardOut] = Field(description="What was understood to be so")
    denied: list[HeardOut] = Field(description="What was understood not to be so")
    contradicts: list[str] = Field(description="What was said that cannot both be")
