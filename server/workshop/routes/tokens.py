"""Routes of a member's own tokens."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated
from uuid import UUID

from ninja import Router
from pydantic import Field

from sums.base import Model, Problem

from .. import tokens
from ..authentication import MemberRequest
from ..models import ApiToken

router = Router(tags=["workshop"])
PROBLEMS = {403: Problem, 409: Problem, 422: Problem, 503: Problem}


class TokenOut(Model):
    """A token that opens the API to a program; its text is known only to whoever made it."""

    id: UUID
    called: str
    made_at: datetime
    used_at: datetime | None


class TokenIn(Model):
    called: Annotated[str, Field(max_length=60)]


class NewTokenOut(Model):
    """A token, shown this once."""

    text: str
    tokens: list[TokenOut]


@router.get("/workshop/tokens", response={200: list[TokenOut], **PROBLEMS})
def my_tokens(request: MemberRequest) -> list[TokenOut]:
    """The member's own tokens, the newest first."""
    return [_out(token) for token in tokens.tokens_of(request.user)]


@router.post("/workshop/tokens", response={200: NewTokenOut, **PROBLEMS})
def make_token(request: MemberRequest, body: TokenIn) -> NewTokenOut:
    """Make one for a program; its text is told only now."""
    _, text = tokens.make_token(request.user, body.called)
    return NewTokenOut(text=text, tokens=my_tokens(request))


@router.delete("/workshop/tokens/{token_id}", response={200: list[TokenOut], **PROBLEMS})
def take_token_back(request: MemberRequest, token_id: UUID) -> list[TokenOut]:
    """Take one back: it opens nothing any more."""
    tokens.take_token_back(request.user, token_id)
    return my_tokens(request)


def _out(token: ApiToken) -> TokenOut:
    return TokenOut(id=token.id, called=token.called, made_at=token.made_at, used_at=token.used_at)
