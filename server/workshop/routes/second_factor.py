"""Routes of a member's second factor."""

from __future__ import annotations

from typing import Annotated

from ninja import Router
from pydantic import Field

from sums.base import Model, Problem

from .. import second_factor
from ..authentication import MemberRequest
from ..codes import code_of

router = Router(tags=["workshop"])
PROBLEMS = {403: Problem, 409: Problem, 422: Problem, 429: Problem, 503: Problem}


class FactorOut(Model):
    """Whether a code is asked for besides the password."""

    on: bool
    spares: int = Field(description="Spare codes not yet used")


class FactorBegun(Model):
    """What an app on a phone takes in; shown this once."""

    secret: str
    address: str
    picture: str = Field(description="The address as a square code, a data URI")


class FactorCode(Model):
    code: Annotated[str, Field(max_length=20)]


class SparesOut(Model):
    """Codes for when the phone is lost, each good once; shown only now."""

    spares: list[str]


@router.get("/workshop/second-factor", response=FactorOut)
def standing(request: MemberRequest) -> FactorOut:
    """Whether the member has one, and how many spare codes are left."""
    return FactorOut(on=second_factor.needed(request.user), spares=second_factor.spares_left(request.user))


@router.post("/workshop/second-factor", response={200: FactorBegun, **PROBLEMS})
def begin(request: MemberRequest) -> FactorBegun:
    """A new secret for the phone; nothing is asked for until a code of it was typed."""
    secret, address = second_factor.begin(request.user)
    picture = code_of(address, 5)
    return FactorBegun(secret=secret, address=address, picture=picture)


@router.put("/workshop/second-factor", response={200: SparesOut, **PROBLEMS})
def confirm(request: MemberRequest, body: FactorCode) -> SparesOut:
    """The phone's first code: from now on one is asked for."""
    return SparesOut(spares=second_factor.confirm(request.user, body.code))


@router.delete("/workshop/second-factor", response={200: FactorOut, **PROBLEMS})
def take_away(request: MemberRequest, body: FactorCode) -> FactorOut:
    """By a code of it: the password alone is enough again."""
    second_factor.take_away(request.user, body.code)
    return standing(request)
