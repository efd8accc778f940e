"""The ``form`` sum: which size a rack, worm, wheel, bevel, pulley or sprocket is."""

from __future__ import annotations

from gearing.forms.facts import facts, remarks
from gearing.forms.infer import IdentifiedPart, NextWay, Taken, identify_part, next_way
from gearing.forms.sketch import Sketch, sketch
from gearing.forms.standards import of_pitch
from gearing.forms.ways import ways
from gearing.identification.size_answer import Answer, size_answer
from gearing.measuring.readings import astray

from .request import FormIn
from .response import FactOut, FormCandidate, FormComparison, FormNext, FormOut, SketchOut, WayOut

SHOWN = 5


LEAST_SHOWN = 0.005


UNREAD_PITCH = 1.0
"""Pitch or module at which a part is drawn before it is read, mm."""


def read_form(request: FormIn) -> FormOut:
    """Which size the part is, or how to measure it where nothing was read yet."""
    part = request.part()
    listed = [
        WayOut(key=way.key, label=way.label, counts=way.counts, with_size=way.with_size)
        for way in ways(request.form)
    ]
    if not request.readings:
        shown = request.shown(None)
        return FormOut(
            answer="", certain=False, reason="", candidates=[], none=0.0, others=0.0, next=None, facts=[],
            remarks=[], ways=listed,
            sketch=_sketch(sketch(part, of_pitch(request.form, UNREAD_PITCH), shown), shown),
        )  # fmt: skip
    identified = identify_part(part, request.taken())
    ahead = next_way(identified, error=request.error_mm)
    best = identified.ranked[0]
    outside = request.outside_mm or 0.0
    known = identified.none < 0.5
    shown = request.shown(ahead)
    ranked = [candidate for candidate in identified.ranked[:SHOWN] if candidate.probability >= LEAST_SHOWN]
    answer = _answer(identified)
    return FormOut(
        answer=_capital(answer.says),
        certain=answer.settled,
        reason=answer.reason,
        candidates=[
            FormCandidate(
                label=candidate.size.label,
                pitch_mm=float(candidate.size.pitch),
                probability=candidate.probability,
                compared=[
                    FormComparison(
                        what=r.name, measured_mm=r.value, predicted_mm=p, off_by=o, astray=astray(o)
                    )
                    for r, p, o in zip(
                        identified.readings, candidate.predicted, candidate.off_by, strict=True
                    )
                ],
            )
            for candidate in ranked
        ],
        none=identified.none,
        others=max(0.0, 1 - identified.none - sum(candidate.probability for candidate in ranked)),
        next=_next(ahead, request.error_mm) if ahead else None,
        facts=[FactOut(name=n, value=v) for n, v in facts(part, best.size, outside=outside)] if known else [],
        remarks=remarks(part, best.size, outside=outside, hand=request.hand) if known else [],
        ways=listed,
        sketch=_sketch(sketch(part, best.size, shown), shown),
    )


def _answer(identified: IdentifiedPart) -> Answer:
    what = {
        "worm": f", {identified.part.teeth} start" + ("s" if identified.part.teeth > 1 else ""),
        "rack": " rack",
    }
    counted = what.get(identified.part.form, f", {identified.part.teeth} teeth")
    return size_answer(
        {candidate.size.label: candidate.probability for candidate in identified.ranked},
        identified.none,
        counted,
    )


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def _next(ahead: NextWay, error: float) -> FormNext:
    (first, reading_1), (second, reading_2) = ahead.expected[:2]
    return FormNext(
        way=ahead.way.key,
        what=ahead.name,
        n=ahead.n or None,
        says=f"{first} would read {reading_1:.2f}, {second} {reading_2:.2f}: "
        f"{abs(reading_1 - reading_2) / error:.1f} reading errors apart.",
    )


def _sketch(drawn: Sketch, shown: Taken) -> SketchOut:
    return SketchOut(
        closed=[[[x, y] for x, y in line] for line in drawn.closed],
        thin=[[[x, y] for x, y in line] for line in drawn.thin],
        measure=[list(point) for point in drawn.measure],
        what=shown.name,
    )
