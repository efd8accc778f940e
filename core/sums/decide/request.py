"""What the ``decide`` sum is asked."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, field_validator

from ..base import Model

Words = Annotated[str, Field(max_length=200)]
Money = Annotated[float, Field(ge=0, le=1_000_000)]
Days = Annotated[float, Field(ge=0, le=3650)]
MOST = 60


class UnitIn(Model):
    kind: Annotated[str, Field(max_length=60)] = Field(
        default="other", description="Kind of unit, by its key or its name"
    )
    new_price: Money | None = None
    age_years: Annotated[float, Field(ge=0, le=300)] | None = None


class FailedIn(Model):
    """A piece that failed, in a bench's words."""

    piece: Annotated[str, Field(min_length=1, max_length=200)]
    finding: Words = ""
    count: Annotated[int, Field(ge=1, le=200)] = 1
    condemned: bool = Field(default=False, description="Judged not to go in again: to leave it is no choice")


class MateSaid(Model):
    piece: Annotated[str, Field(min_length=1, max_length=200)]
    finding: Words = ""


class OfferIn(Model):
    """Something that can be bought."""

    what: Annotated[str, Field(min_length=1, max_length=200)]
    price: Money | None = None
    days: Days | None = None
    contains: Annotated[list[Words], Field(max_length=MOST)] = Field(
        default_factory=list, description="The pieces in it; said as one text they are parted by commas"
    )

    @field_validator("contains", mode="before")
    @classmethod
    def _parted(cls, said: object) -> object:
        return (
            [part.strip() for part in said.split(",") if part.strip()]
            if isinstance(said, str)
            else said or []
        )


class DonorIn(Model):
    what: Annotated[str, Field(min_length=1, max_length=200)]
    price: Money | None = None
    state: Words = ""


class StockIn(Model):
    what: Annotated[str, Field(min_length=1, max_length=200)]
    fits: Words = Field(default="", description="yes, no, or what has to be changed")

    @field_validator("fits", mode="before")
    @classmethod
    def _worded(cls, said: object) -> object:
        return {True: "yes", False: "no"}.get(said, said) if isinstance(said, bool) else said


class DecideIn(Model):
    """What failed, why, and what can be had for it."""

    unit: UnitIn = Field(default_factory=UnitIn)
    failed: Annotated[list[FailedIn], Field(min_length=1, max_length=MOST)]
    mates: Annotated[list[MateSaid], Field(max_length=MOST)] = Field(default_factory=list)
    cause: Annotated[str, Field(max_length=400)] = ""
    offers: Annotated[list[OfferIn], Field(max_length=200)] = Field(default_factory=list)
    donors: Annotated[list[DonorIn], Field(max_length=MOST)] = Field(default_factory=list)
    stock: Annotated[list[StockIn], Field(max_length=200)] = Field(default_factory=list)
    house: Annotated[dict[str, Annotated[str, Field(max_length=40)]], Field(max_length=40)] = Field(
        default_factory=dict, description="The schools followed, by the key of their question"
    )
    minutes: Annotated[float, Field(ge=0, le=10_000)] | None = Field(
        default=None, description="Of work to get to it and back, by the plan"
    )
    promised_days: Days | None = None
    rate_per_minute: Annotated[float, Field(ge=0, le=100)] | None = Field(
        default=None, description="What a minute of work counts; none for a club that charges nothing"
    )
    discards: Annotated[list[Words], Field(max_length=MOST)] = Field(
        default_factory=list,
        description="Pieces on the way that are never used twice: a gasket, a locking nut",
    )
