"""The ``read`` sum: which gear is this, how sure, and what to measure next."""

from __future__ import annotations

from functools import partial
from math import degrees, isfinite

from gearing.errors import GearingError
from gearing.geometry.gear import diametral_pitch, lead, root_radius
from gearing.identification.contradiction import odd_one_out, unit_slip
from gearing.identification.identify import Candidate, Identification, identify_disputed
from gearing.identification.miscount import Recount, recount
from gearing.identification.next_measurement import (
    MOST_REPEATS,
    Advice,
    mate_to_weigh,
    readings_to_part,
    settled_by_odds,
    weighed,
    worth_taking,
)
from gearing.identification.size_answer import NONE, Answer, size_answer
from gearing.identification.standard_sizes import size_asked
from gearing.identification.unlisted_size import agreed_size
from gearing.identification.wear import as_made
from gearing.measuring.marks import SAME_SIZE
from gearing.measuring.predict import span_counts, usual_span
from gearing.measuring.readings import Reading, astray, pooled

from ..gear import HoldOut, draw, hold_out
from ..judge import judge_wear, look_alike
from .request import ReadIn
from .response import (
    CandidateOut,
    Comparison,
    CountOdds,
    Expected,
    HelixOut,
    NextOut,
    ReadOut,
    SizeOdds,
    UnlistedOut,
)

SHOWN = 6
"""Candidates shown; the rest are summed up."""


LEAST_SHOWN = 0.005


def read_gear(request: ReadIn) -> ReadOut:
    """Identify a gear from its readings."""
    identification, counts = _by_count(request)
    shown = [c for c in identification.candidates if c.probability >= LEAST_SHOWN][:SHOWN]
    weigh = partial(
        weighed, identification, error=request.error_mm, mate=_mate(request), reach=request.reach()
    )
    every = [] if settled_by_odds(identification) else weigh()
    offers = worth_taking(every)
    advice = next(iter(offers), None)
    by_hand = next((offer for offer in offers if not offer.probe.method.mate), None)
    unlisted = _unlisted(request) if identification.none >= NONE else None
    # Of two counts made the readings chose already.
    counted_off = (
        None
        if unlisted or request.or_teeth
        else recount(identification, request.taken(), field=request.unit_kind, clues=request.clues())
    )
    answer = _answer(identification, unlisted)
    if counted_off and answer.settled:
        but = f", if the count is right: {counted_off.teeth} teeth fit as well or better."
        answer = Answer(answer.says, answer.reason[:-1] + but, False)
    return ReadOut(
        answer=answer.says,
        certain=answer.settled,
        reason=answer.reason,
        sizes=_sizes(identification, shown),
        candidates=[_candidate(c, identification.readings, identification.internal) for c in shown],
        none=identification.none,
        others=max(0.0, 1 - identification.none - sum(c.probability for c in shown)),
        unlisted=unlisted,
        next=_next(advice, request) if advice else None,
        instead=_next(by_hand, request) if by_hand and by_hand is not advice else None,
        stuck=""
        if answer.settled or identification.none >= NONE
        else _stuck(identification, by_hand, every or (weigh() if identification.candidates else [])),
        counts=counts,
        look_alike=None if answer.settled or identification.internal else look_alike(identification),
        helix=_helix(request, identification),
        wear=judge_wear(identification, request.worn),
        internal=identification.internal,
        shown=_shown(request, identification, advice),
        span_counts=span_counts(identification.candidates[0].gear)
        if shown and not identification.internal
        else [],
        span_usual=usual_span(identification.candidates[0].gear)
        if shown and not identification.internal
        else None,
        notes=_notes(request, identification, unlisted, counted_off),
    )


def _sizes(identification: Identification, shown: list[Candidate]) -> list[SizeOdds]:
    labels = {candidate.size.label for candidate in shown}
    odds = identification.by_label()
    return [SizeOdds(label=label, probability=share) for label, share in odds.items() if label in labels]


def _mate(request: ReadIn) -> int:
    """Teeth of the mate: as told, or of a usual one, so that its distance can be weighed."""
    mate = next((r.k for r in request.readings if r.method.mate and r.k), None)
    if mate or request.mate_teeth:
        return mate or request.mate_teeth or 0
    return mate_to_weigh(request.teeth, inside=request.readings[0].method.internal)


def _unlisted(request: ReadIn) -> UnlistedOut | None:
    size = agreed_size(request.teeth, request.taken(), field=request.unit_kind, clues=request.clues())
    if size is None or _slip(request):
        return None
    return UnlistedOut(
        module_mm=size.module,
        error_mm=size.error,
        diametral_pitch=diametral_pitch(size.module),
        pressure_angle_deg=degrees(size.pressure_angle),
        could_be=list(size.could_be),
    )


def _by_count(request: ReadIn) -> tuple[Identification, list[CountOdds]]:
    """The gear by its count; of two disputed counts, by the one the readings speak for."""
    counts = [z for z in (request.teeth, request.or_teeth) if z]
    odds = identify_disputed(counts, request.taken(), field=request.unit_kind, clues=request.clues())
    best, _ = odds[0]
    return best, [CountOdds(teeth=i.teeth, probability=p) for i, p in odds] if len(odds) > 1 else []


def _helix(request: ReadIn, identification: Identification) -> HelixOut | None:
    """The hand decides what runs with it as much as the angle does."""
    if not request.helix_deg or not identification.candidates:
        return None
    gear = identification.candidates[0].gear
    angle = degrees(float(gear.helix_angle))
    if not request.hand:
        says = "Record the hand too: stand the gear on its face and see which way the teeth rise."
    else:
        other = {"left": "right", "right": "left"}[request.hand]
        inside = (
            f"the same hand, {request.hand}, since it runs inside"
            if identification.internal
            else f"the other, {other}"
        )
        says = f"{request.hand.capitalize()}-hand. On parallel shafts its mate has {inside}."
        if not identification.internal:
            says += " On crossed shafts the two angles make the angle between the shafts."
    return HelixOut(angle_deg=angle, lead_mm=float(lead(gear)), says=says)


def _stuck(identification: Identification, advice: Advice | None, every: list[Advice]) -> str:
    """What to do where one more reading will not settle it; empty where it well may."""
    if advice and not advice.weak:
        return ""
    labels = list(identification.by_label())[:2]
    if len(labels) < 2:
        return ""
    pair = f"{labels[0]} from {labels[1]}"
    parted = readings_to_part(every)
    if parted and parted[1] <= MOST_REPEATS:
        probe, times = parted
        name = probe.name.capitalize()
        enough = f"{name}, read {times} times, would; so would the mate or a mark."
        return f"One reading does not part {pair}. {enough}"
    return f"A caliper will hardly part {pair} on this gear. The mate, the shaft distance or a mark could."


def _shown(request: ReadIn, identification: Identification, advice: Advice | None) -> HoldOut | None:
    if not identification.candidates:
        return None
    asked = request.show.probe(request.bore_mm) if request.show else None
    probe = asked or (advice.probe if advice else identification.readings[-1].probe)
    try:
        return hold_out(identification.candidates[0].gear, probe)
    except GearingError:
        # The leading candidate cannot be measured so; the answer stands without the drawing.
        return None


def _answer(identification: Identification, unlisted: UnlistedOut | None) -> Answer:
    if unlisted is None:
        return size_answer(identification.by_label(), identification.none, f", {identification.teeth} teeth")
    size = f"module {unlisted.module_mm:.3f} ± {max(unlisted.error_mm, 0.001):.3f}"
    return Answer(
        f"No standard size: {size}, {identification.teeth} teeth",
        f"All readings agree on it. It could be {unlisted.could_be[0]}.",
        False,
    )


def _candidate(candidate: Candidate, readings: tuple[Reading, ...], internal: bool) -> CandidateOut:
    gear, size = candidate.gear, candidate.size
    assumed = []
    if abs(float(gear.profile_shift)) > 0.005:
        assumed.append(f"profile shift {float(gear.profile_shift):+.2f}")
    if float(gear.tip_trim) > 0.005:
        assumed.append(f"tips {float(gear.tip_trim):.2f} mm short")
    return CandidateOut(
        label=size.label,
        size=size_asked(size.label, size.module),
        module_mm=size.module,
        diametral_pitch=diametral_pitch(size.module),
        pressure_angle_deg=round(degrees(size.pressure_angle), 6),
        depth=size.depth,
        probability=candidate.probability,
        profile_shift=float(gear.profile_shift),
        helix_angle_deg=degrees(float(gear.helix_angle)),
        internal=internal,
        tip_trim_mm=float(gear.tip_trim),
        addendum=size.addendum,
        dedendum=size.dedendum,
        assumes=", ".join(assumed),
        compared=[
            Comparison(
                what=r.probe.name,
                measured_mm=r.value,
                predicted_mm=_known(p),
                off_by=_known(o),
                astray=astray(o),
                times=r.times,
                scatter_mm=r.scatter,
            )
            for r, p, o in zip(readings, candidate.predicted, candidate.off_by, strict=True)
        ],
        drawing=draw(gear, internal),
        new=draw(as_made(candidate), internal),
    )


def _known(figure: float) -> float | None:
    return figure if isfinite(figure) else None


def _next(advice: Advice, request: ReadIn) -> NextOut:
    (first, reading_1), (second, reading_2) = advice.expected[:2]
    error, probe = request.error_mm, advice.probe
    apart = abs(reading_1 - reading_2) / error
    verdict = (
        "it settles the matter"
        if advice.settles
        else "it will help"
        if not advice.weak
        else f"but {probe.method.why_loose or 'shift and wear blur it'}: it helps a little"
    )
    what, tail = probe.name, ""
    if probe.method.mate and not (request.mate_teeth or advice.again):
        what, tail = "the distance to its mate", f" Count the mate too: this is with {probe.k} teeth."
    return NextOut(
        what=f"{what}, again" if advice.again else what,
        kind=probe.kind,
        how=probe.how,
        k=None if tail else probe.k or None,
        size_mm=probe.size or None,
        again=advice.again,
        worth_bits=advice.worth,
        says=f"{first} would read {reading_1:.2f}, {second} {reading_2:.2f}: "
        f"{apart:.1f} reading errors apart, {verdict}.{tail}",
        expected=[Expected(label=label, reading_mm=reading) for label, reading in advice.expected],
    )


def _notes(
    request: ReadIn, identification: Identification, unlisted: UnlistedOut | None, other: Recount | None
) -> list[str]:
    """What a colleague looking over the shoulder would say."""
    notes = [note for reading in identification.readings if (note := _scatters(reading, request.error_mm))]
    mark = request.clues().mark
    if mark and mark.names_other_count(request.teeth, request.or_teeth):
        notes.append(f"The mark says {mark.teeth} teeth, you counted {request.teeth}. Count again.")
    if mark and identification.candidates and mark.names_other_size(identification.candidates[0].size.module):
        notes.append("The mark names another size than the readings: it may be a mould number.")
    notes += _against_the_clues(request, identification)
    if unlisted is not None:
        notes += [f"Or {other}." for other in unlisted.could_be[1:]]
    elif identification.none >= NONE:
        notes += [note for note in (_slip(request), "" if other else _contradiction(request)) if note]
    if other:
        notes.append(
            f"With {other.teeth} teeth they would be {other.label}: "
            "count again, marking the tooth begun with."
        )
    if identification.candidates and not identification.internal:
        notes += _on_the_gear(request, identification.candidates[0])
    return notes


def _against_the_clues(request: ReadIn, identification: Identification) -> list[str]:
    """Where the readings lead elsewhere than what was known before."""
    if not identification.candidates or identification.none >= NONE:
        return []
    module = identification.candidates[0].size.module
    notes = []
    if request.said_module_mm and abs(request.said_module_mm / module - 1) > SAME_SIZE:
        notes.append("The readings lead to another size than was said when it came off.")
    if request.mate_module_mm and abs(request.mate_module_mm / module - 1) > SAME_SIZE:
        notes.append(
            "Its mate was read as another size: one of the two is read wrong, or they never matched."
        )
    return notes


def _scatters(reading: Reading, stated: float) -> str:
    """What repeated readings say of themselves beyond the error stated; empty if nothing."""
    name = reading.probe.name.capitalize()
    again = "Clean the teeth, close the jaws squarely, read again."
    if reading.stray and not reading.wide:
        off = abs(reading.stray - reading.value)
        return (
            f"{name}: {reading.stray:.2f} stands {off:.2f} mm off the other {reading.times - 1}, "
            "which agree. It is left out: read it once more."
        )
    if reading.wide:
        alone = f" {reading.stray:.2f} stands alone." if reading.stray else ""
        return (
            f"{name}: {reading.times} readings scatter by {reading.scatter:.2f} mm, far beyond "
            f"±{stated:.2f}: the mean counts as ±{reading.error:.2f}.{alone} {again}"
        )
    return ""


def _on_the_gear(request: ReadIn, best: Candidate) -> list[str]:
    """Readings that could not be taken on the leading gear."""
    notes = []
    if request.bore_mm and request.bore_mm >= 2 * float(root_radius(best.gear)):
        notes.append("The bore is larger than the root circle: one of the readings is wrong.")
    valid = span_counts(best.gear)
    for k in sorted({r.k for r in request.readings if r.kind == "span" and r.k} - set(valid)):
        can = " or ".join(map(str, valid)) or "none"
        notes.append(f"Over {k} teeth the jaws do not lie on the flanks of {best.size.label}: span {can}.")
    return notes


def _contradiction(request: ReadIn) -> str:
    """Which reading contradicts the others, as far as it can be told."""
    taken = request.taken()
    if len(pooled(taken)) < 2:
        return ""
    if len(pooled(taken)) == 2:
        return "The two readings contradict each other: take each again."
    odd = odd_one_out(request.teeth, taken, field=request.unit_kind, clues=request.clues())
    if odd is None:
        return "The readings contradict each other: take them again, one by one."
    return (
        f"{odd.reading.probe.name.capitalize()} contradicts the others: they say {odd.label}, "
        f"which would read {odd.expected:.2f}. Take it again."
    )


def _slip(request: ReadIn) -> str:
    """Whether the readings make sense in the other unit."""
    slip = unit_slip(request.teeth, request.taken(), field=request.unit_kind, clues=request.clues())
    return f"Taken as {slip[0]} these readings give {slip[1]}. Check the unit." if slip else ""
