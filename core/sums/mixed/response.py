"""What the ``mixed`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model


class MixedOut(Model):
    """Whether they run, and the numbers that say so."""

    verdict: str
    says: str
    pitch_error_mm: float
    share: float = Field(description="Of the larger base pitch")
    angles_deg: list[float]
    teeth_in_contact: float
    early_mm: float = Field(description="By how much the next tooth strikes early over the contact")
    worn_backlash_mm: float | None = Field(
        description="Backlash that wear alone leaves at the distance of the new pair"
    )
