"""The ``read`` sum: which gear is this, how sure, and what to measure next."""

from __future__ import annotations

from math import degrees
from typing import Annotated, Literal

from pydantic import Field, model_validator

from gearing.advise import SETTLED, Advice, next_measurement
from gearing.errors import GearingError
from gearing.gear import diametral_pitch
from gearing.identify import (
    CALIPER_ERROR,
    Candidate,
    Identification,
    Reading,
    identify,
)
from gearing.marks import Mark, read_mark
from gearing.measure import span_counts, usual_span
from gearing.probes import Probe

from .base import Length, Model
from .gear import Drawing, HoldOut, Teeth, draw, hold_out, say_probe

SHOWN = 6
"""Candidates shown; the rest are summed up."""

LEAST_SHOWN = 0.005


class ReadingIn(Model):
    """One caliper reading: over the tips, or a span over `k` teeth."""

    kind: Literal["tips", "span"] = "tips"
    how: Literal["settled", "largest"] = "settled"
    k: Annotated[int, Field(ge=2, le=200)] | None = None
    value: Length

    @model_validator(mode="after")
    def _span_has_teeth(self) -> ReadingIn:
        if self.kind == "span" and self.k is None:
            raise GearingError(
                "A span needs the number of teeth between the jaws.",
                field="k",
                hint="Count the teeth the jaws close over: 2 or more.",
            )
        return self

    def probe(self) -> Probe:
        return Probe("span", k=self.k or 0) if self.kind == "span" else Probe("tips", self.how)


class ReadIn(Model):
    """What is known of a gear on the bench."""

    teeth: Teeth
    readings: Annotated[list[ReadingIn], Field(min_length=1, max_length=24)]
    error_mm: Annotated[float, Field(ge=0.001, le=1)] = CALIPER_ERROR
    mark: Annotated[str, Field(max_length=60)] = ""
    unit_kind: Annotated[str, Field(max_length=20)] = ""
    bore_mm: Length | None = None
    width_mm: Length | None = None


class Comparison(Model):
    """One reading beside what a candidate predicts; `off_by` in reading errors."""

    what: str
    measured_mm: float
    predicted_mm: float
    off_by: float


class CandidateOut(Model):
    label: str
    module_mm: float
    diametral_pitch: float
    pressure_angle_deg: float
    depth: str
    probability: float
    profile_shift: float
    tip_trim_mm: float
    addendum: float
    dedendum: float
    assumes: str
    compared: list[Comparison]
    drawing: Drawing


class Expected(Model):
    label: str
    reading_mm: float


class NextOut(Model):
    """The next measurement worth taking."""

    what: str
    kind: str
    how: str
    k: int | None
    worth_bits: float
    says: str
    expected: list[Expected]


class ReadOut(Model):
    """The answer as a sentence, the candidates behind it, and what would settle it."""

    answer: str
    certain: bool
    reason: str
    candidates: list[CandidateOut]
    none: float
    others: float
    next: NextOut | None
    holds: list[HoldOut] = Field(description="The leading candidate held for each reading, then for the next")
    span_counts: list[int]
    span_usual: int | None
    notes: list[str]


def read_gear(given: ReadIn) -> ReadOut:
    """Identify a gear from its readings."""
    mark = read_mark(given.mark) if given.mark.strip() else None
    readings = [Reading(r.probe(), r.value, given.error_mm) for r in given.readings]
    found = identify(given.teeth, readings, field=given.unit_kind, mark=mark)
    shown = [c for c in found.candidates[:SHOWN] if c.probability >= LEAST_SHOWN]
    advice = next_measurement(found, error=given.error_mm)
    answer, reason, certain = _verdict(found)
    return ReadOut(
        answer=answer,
        certain=certain,
        reason=reason,
        candidates=[_candidate(c, readings) for c in shown],
        none=found.none,
        others=max(0.0, 1 - found.none - sum(c.probability for c in shown)),
        next=_next(advice, given.error_mm) if advice else None,
        holds=_holds(found, advice),
        span_counts=span_counts(found.candidates[0].gear) if shown else [],
        span_usual=usual_span(found.candidates[0].gear) if shown else None,
        notes=_notes(given, found, mark, readings),
    )


def _holds(found: Identification, advice: Advice | None) -> list[HoldOut]:
    if not found.candidates:
        return []
    gear = found.candidates[0].gear
    probes = [reading.probe for reading in found.readings] + ([advice.probe] if advice else [])
    return [hold_out(gear, probe) for probe in probes]


def _verdict(found: Identification) -> tuple[str, str, bool]:
    odds = found.by_label()
    ranked = [label for label in odds if odds[label] >= 0.05]
    if found.none >= 0.5 or not ranked:
        return (
            "No standard size gives these readings",
            "Count again and read again; check mm against inch.",
            False,
        )
    best = odds[ranked[0]]
    if best >= SETTLED:
        return f"{ranked[0]}, {found.teeth} teeth", f"{_odds(best)} sure.", True
    names = " or ".join(ranked[:2])
    return f"{names}, {found.teeth} teeth", f"{ranked[0]} leads with {_odds(best)}: not settled.", False


def _odds(share: float) -> str:
    return "over 99 %" if share > 0.99 else f"{share * 100:.0f} %"


def _candidate(candidate: Candidate, readings: list[Reading]) -> CandidateOut:
    gear, size = candidate.gear, candidate.size
    assumed = []
    if abs(float(gear.profile_shift)) > 0.005:
        assumed.append(f"profile shift {float(gear.profile_shift):+.2f}")
    if float(gear.tip_trim) > 0.005:
        assumed.append(f"tips {float(gear.tip_trim):.2f} mm short")
    return CandidateOut(
        label=size.label,
        module_mm=size.module,
        diametral_pitch=diametral_pitch(size.module),
        pressure_angle_deg=round(degrees(size.pressure_angle), 6),
        depth=size.depth,
        probability=candidate.probability,
        profile_shift=float(gear.profile_shift),
        tip_trim_mm=float(gear.tip_trim),
        addendum=size.addendum,
        dedendum=size.dedendum,
        assumes=", ".join(assumed),
        compared=[
            Comparison(what=say_probe(r.probe), measured_mm=r.value, predicted_mm=p, off_by=o)
            for r, p, o in zip(readings, candidate.predicted, candidate.off_by, strict=True)
        ],
        drawing=draw(gear),
    )


def _next(advice: Advice, error: float) -> NextOut:
    (first, one), (second, two) = advice.expected[:2]
    apart = abs(one - two) / error
    verdict = (
        "it settles the matter"
        if advice.apart >= 3
        else "it will help"
        if advice.apart >= 1
        else "it helps a little"
    )
    return NextOut(
        what=say_probe(advice.probe),
        kind=advice.probe.kind,
        how=advice.probe.how,
        k=advice.probe.k or None,
        worth_bits=advice.worth,
        says=f"{first} would read {one:.2f}, {second} {two:.2f}: "
        f"{apart:.1f} reading errors apart, {verdict}.",
        expected=[Expected(label=label, reading_mm=reading) for label, reading in advice.expected],
    )


def _notes(given: ReadIn, found: Identification, mark: Mark | None, readings: list[Reading]) -> list[str]:
    """What a colleague looking over the shoulder would say."""
    notes = []
    if mark and mark.teeth and mark.teeth != given.teeth:
        notes.append(f"The mark says {mark.teeth} teeth, you counted {given.teeth}. Count again.")
    if mark and mark.module and found.candidates:
        best = found.candidates[0].size.module
        if abs(mark.module / best - 1) > 0.005:
            notes.append("The mark names another size than the readings: it may be a mould number.")
    if found.none >= 0.5 and (slip := _unit_slip(given, readings)):
        notes.append(slip)
    if given.bore_mm and found.candidates:
        root = found.candidates[0].gear
        if given.bore_mm >= 2 * (draw(root).root_radius_mm):
            notes.append("The bore is larger than the root circle: one of the readings is wrong.")
    return notes


def _unit_slip(given: ReadIn, readings: list[Reading]) -> str:
    """Whether the readings make sense in the other unit."""
    for factor, says in ((25.4, "inches"), (1 / 25.4, "millimetres")):
        other = [Reading(r.probe, r.value * factor, r.error) for r in readings]
        trial = identify(given.teeth, other, field=given.unit_kind)
        if trial.none < 0.5:
            label = next(iter(trial.by_label()))
            return f"Taken as {says} these readings give {label}. Check the unit."
    return ""
