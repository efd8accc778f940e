"""The route that takes the sample workshop away; it touches every area, so it stands above them all."""

from __future__ import annotations

from ninja import Router

from demo.remove import remove
from sums.base import Model, Problem
from workshop.authentication import MemberRequest
from workshop.refusals import RefusedError
from workshop.services import has_own_members, keeps_the_machine

router = Router(tags=["workshop"])


class RemovedOut(Model):
    removed: bool


@router.delete("/workshop/sample", response={200: RemovedOut, 403: Problem, 409: Problem})
def remove_sample(request: MemberRequest) -> RemovedOut:
    """Take the sample workshop away, with all that was tried in it."""
    if not has_own_members():
        raise RefusedError(409, "only_bench", "There is no other bench yet.", "Set your own up first.")
    if not keeps_the_machine(request.user):
        raise RefusedError(403, "owner", "Only an owner may do this.", "Ask an owner of the workshop.")
    return RemovedOut(removed=remove())
