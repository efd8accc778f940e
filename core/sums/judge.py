"""What follows once a gear is read: look-alikes told apart, and wear judged."""

from __future__ import annotations

from dataclasses import replace

from pydantic import Field

from gearing.geometry.gear import Gear
from gearing.identification.identify import Candidate, Identification
from gearing.identification.lookalike import run_together
from gearing.identification.wear import Wear, wear_from_span
from gearing.measuring.methods import Probe

from .base import Model

MATE_TEETH = 40
"""Teeth of the mate a look-alike is tried on, where none is known."""

PLAIN_FROM = 17
"""Count from which teeth that are thin and short are taken for worn, not for cut with a minus shift."""

NO_SHIFT = 0.005
"""Profile shift below which a gear is called unshifted, as its candidate is."""

WHERE = {
    "one": "One flank only: it was loaded one way. "
    "Turned over, if boss and bore allow, it runs on the sound flank.",
    "sector": "One sector only: the travel never went round. Set another sector to work, if the stop allows.",
}


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


def look_alike(found: Identification) -> LookAlikeOut | None:
    """The two leading sizes, or None where one stands alone."""
    first = found.candidates[0] if found.candidates else None
    second = next((c for c in found.candidates if first and c.size.label != first.size.label), None)
    if not first or not second or second.probability < 0.005:
        return None
    mate = next((r.probe.k for r in found.readings if r.probe.kind == "mate"), MATE_TEETH)
    told = run_together(as_made(first), replace(as_made(second), teeth=mate))
    word = {
        "runs": "They run together.",
        "badly": "They run together badly.",
        "not": "They do not run together.",
    }
    return LookAlikeOut(
        first=first.size.label,
        second=second.size.label,
        pitch_error_mm=abs(told.pitch_error),
        share=told.share,
        teeth_in_contact=told.teeth_in_contact,
        verdict=told.verdict,
        says=f"{word[told.verdict]} {told.reason}",
    )


def judge_wear(found: Identification, where: str) -> WearOut | None:
    """Wear of the leading candidate by its largest span, if one was read."""
    spans = [reading for reading in found.readings if reading.probe.kind == "span"]
    if not spans or not found.candidates:
        return None
    span, best = max(spans, key=lambda reading: reading.probe.k), found.candidates[0]
    new = as_made(best)
    judged = wear_from_span(new, span.probe.k, span.value, error=span.error, tip_lost=_tip_lost(best, found))
    shift = float(new.profile_shift)
    return WearOut(
        lost_mm=judged.lost,
        error_mm=judged.error,
        flank_mm=judged.lost if where == "one" else judged.flank,
        share=judged.share,
        land_mm=judged.land,
        new_land_mm=judged.new_land,
        verdict=judged.verdict,
        reasons=[*judged.reasons, *([WHERE[where]] if where in WHERE and _shows(judged) else [])],
        assumes=f"against {best.size.label} new, "
        + (f"profile shift {shift:+.2f}" if shift else "unshifted"),
    )


def as_made(candidate: Candidate) -> Gear:
    """The candidate as it left the cutter: with the shift the readings speak for, whatever its count.

    But for what wear looks like: a gear of many teeth that seems cut thin is
    taken to have been cut plain, and worn.
    """
    gear = candidate.gear
    shift = float(gear.profile_shift)
    if gear.teeth >= PLAIN_FROM:
        shift = max(shift, 0.0)
    return replace(gear, profile_shift=shift if abs(shift) > NO_SHIFT else 0.0, tip_trim=0.0, thinning=0.0)


def _tip_lost(candidate: Candidate, found: Identification) -> float:
    """What the tips lack of a new gear, by a reading over them; the candidate's own trim otherwise."""
    for reading in found.readings:
        if reading.probe == Probe("tips", "largest") or reading.probe.kind == "tips":
            new = float(reading.probe.predict(as_made(candidate)))
            return max(0.0, (new - reading.value) / 2)
    return float(candidate.gear.tip_trim)


def _shows(wear: Wear) -> bool:
    return wear.lost > wear.error
