"""What follows once a gear is read: look-alikes told apart, and wear judged."""

from __future__ import annotations

from pydantic import Field

from gearing.data import table
from gearing.identification.identify import Identification
from gearing.identification.lookalike import leaders_together
from gearing.identification.wear import as_made, wear_of

from .base import Model


class LookAlikeOut(Model):
    """The two leading sizes run together."""

    first: str
    second: str
    pitch_error_mm: float
    share: float
    teeth_in_contact: float
    verdict: str
    says: str


class WearOut(Model):
    """Wear by the span, against the same gear new."""

    lost_mm: float
    error_mm: float
    flank_mm: float
    share: float
    land_mm: float
    new_land_mm: float
    verdict: str = Field(description="keep, watch or replace")
    reasons: list[str]
    assumes: str


TOGETHER = {
    "runs": "They run together.",
    "badly": "They run together badly.",
    "not": "They do not run together.",
}


def look_alike(identification: Identification) -> LookAlikeOut | None:
    """The two leading sizes, or None where one stands alone."""
    leading = leaders_together(identification)
    if leading is None:
        return None
    first, second, mismatch = leading
    return LookAlikeOut(
        first=first.size.label,
        second=second.size.label,
        pitch_error_mm=abs(mismatch.pitch_error),
        share=mismatch.share,
        teeth_in_contact=mismatch.teeth_in_contact,
        verdict=mismatch.verdict,
        says=f"{TOGETHER[mismatch.verdict]} {mismatch.reason}",
    )


def judge_wear(identification: Identification, where: str) -> WearOut | None:
    """Wear of the leading candidate, worn where it was seen to be."""
    judged = wear_of(identification)
    if judged is None:
        return None
    best = identification.candidates[0]
    shift = float(as_made(best).profile_shift)
    says = table("wear")["where"].get(where, {}).get("says", "") if judged.lost > judged.error else ""
    return WearOut(
        lost_mm=judged.lost,
        error_mm=judged.error,
        flank_mm=judged.lost if where == "one" else judged.flank,
        share=judged.share,
        land_mm=judged.land,
        new_land_mm=judged.new_land,
        verdict=judged.verdict,
        reasons=[*judged.reasons, *([says] if says else [])],
        assumes=f"against {best.size.label} new, "
        + (f"profile shift {shift:+.2f}" if shift else "unshifted"),
    )
