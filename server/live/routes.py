"""The route a page follows a visit by."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from django.http import StreamingHttpResponse
from ninja import Router
from pydantic import Field

from sums.base import Model, Problem
from visits.services.base import own_visit
from workshop.authentication import MemberRequest
from workshop.refusals import RefusedError

from .hub import hub

router = Router(tags=["visits"])
Stage = Annotated[str, Field(max_length=12, pattern=r"^[a-z]*$")]


class Other(Model):
    """Who else is on the visit."""

    called: str
    at: str = Field(description="Stage on their screen")
    mine: bool = Field(description="Whether it is the same member, on another page or device")


class LiveEvent(Model):
    """What an event of the stream says."""

    changed_at: str
    others: list[Other]


@router.get("/visits/{visit_id}/live", response={200: LiveEvent, 404: Problem, 503: Problem})
def live(request: MemberRequest, visit_id: UUID, page: UUID, at: Stage = "") -> StreamingHttpResponse:
    """Server-sent events: when the visit changes, and who else is on it. Each event is a `LiveEvent`.

    `page` is an id the page gave itself: asking anew it is still the one page.
    """
    stream = hub.join(page, own_visit(request.user, visit_id).id, request.user, at)
    if stream is None:
        raise RefusedError(
            503, "too_many_pages", "Too many pages follow visits at once.", "This one asks now and then."
        )
    hub.run()
    answer = StreamingHttpResponse(stream, content_type="text/event-stream")
    answer["X-Accel-Buffering"] = "no"
    return answer
