"""Route that tells how a phone of the workshop comes to the bench."""

from __future__ import annotations

from ninja import Router
from pydantic import Field

from sums.base import Model, Problem

from ..authentication import MemberRequest
from ..client import NOT_SHARED, address_for_others, reaches_others
from ..codes import code_of
from ..trust import fingerprint

router = Router(tags=["workshop"])


class PhonesOut(Model):
    """Where a phone opens the bench, and what it must show."""

    address: str
    code: str = Field(description="The address as a QR code, a data URI")
    fingerprint: str = Field(description="SHA-256 of the certificate to be trusted; empty where it has none")
    alone: str = Field(description="Why no other device can open it; empty where they can")


@router.get("/workshop/phones", response={200: PhonesOut, 503: Problem})
def phones(request: MemberRequest) -> PhonesOut:
    """How to add this bench to a phone."""
    alone = "" if reaches_others(request) else NOT_SHARED
    address = address_for_others(request, "/trust" if fingerprint() else "/")
    code = code_of(address)
    return PhonesOut(address=address, code="" if alone else code, fingerprint=fingerprint(), alone=alone)
