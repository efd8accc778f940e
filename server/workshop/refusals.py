"""Refusals of the server's own: what a member may not do, or may not do as things stand now."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any


class RefusedError(Exception):
    """A request that is understood and not carried out.

    Parameters
    ----------
    status : int
        HTTP status.
    code : str
        Stable; what programs and tests go by.
    mine, theirs, who : str
        Of a write that others overtook: both states in words, and who made the one that stands.
    now : mapping
        That state as it is kept, for the next write to be based on.
    """

    def __init__(
        self,
        status: int,
        code: str,
        problem: str,
        hint: str,
        *,
        field: str = "",
        mine: str = "",
        theirs: str = "",
        who: str = "",
        now: Mapping[str, Any] | None = None,
    ) -> None:
        super().__init__(problem)
        self.status, self.code, self.problem, self.hint, self.field = status, code, problem, hint, field
        self.mine, self.theirs, self.who, self.now = mine, theirs, who, now


def overtaken(
    mine: str, theirs: str, who: str, now: Mapping[str, Any] | None = None, field: str = ""
) -> RefusedError:
    """A write that was based on what is no longer so. Both are shown; the member chooses."""
    return RefusedError(
        409,
        "overtaken",
        f"{who or 'Someone'} changed this meanwhile.",
        "See both, then say which stands.",
        field=field,
        mine=mine,
        theirs=theirs,
        who=who,
        now=now,
    )
