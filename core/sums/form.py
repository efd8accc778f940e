"""The ``form`` sum: which size a rack, worm, wheel, bevel, pulley or sprocket is."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from gearing.errors import GearingError
from gearing.forms.facts import facts, remarks
from gearing.forms.infer import Found, NextWay, Taken, identify_part, next_way
from gearing.forms.sketch import Sketch, sketch
from gearing.forms.standards import of_pitch
from gearing.forms.ways import Part, way, ways
from gearing.identification.size_answer import Answer, size_answer
from gearing.measuring.readings import CALIPER_ERROR, astray

from .base import Length, Model
from .gear import Point

Form = Literal["rack", "worm", "wheel", "bevel", "pulley", "sprocket"]

SHOWN = 5
LEAST_SHOWN = 0.005
UNREAD_PITCH = 1.0
"""Pitch or module at which a part is drawn before it is read, mm."""

_LEAST = {"rack": 0, "worm": 1, "wheel": 8, "bevel": 6, "pulley": 6, "sprocket": 5}
_MOST = {"rack": 0, "worm": 12, "wheel": 1000, "bevel": 400, "pulley": 400, "sprocket": 200}


class FormReadingIn(Model):
    """One reading: the way, what was counted with it, and the value."""

    way: Annotated[str, Field(max_length=20)]
    n: Annotated[int, Field(ge=1, le=200)] | None = None
    size_mm: Length | None = None
    value: Length


class ShowIn(Model):
    """A way to show on the drawing."""

    way: Annotated[str, Field(max_length=20)]
    n: Annotated[int, Field(ge=1, le=200)] | None = None


class FormIn(Model):
    """A toothed part on the bench. `teeth` counts a worm's starts; a rack needs none."""

    form: Form
    teeth: Annotated[int, Field(ge=0, le=1000)] = 0
    mate_teeth: Annotated[int, Field(ge=6, le=400)] | None = Field(
        default=None, description="Teeth of a bevel's mate on shafts at right angles"
    )
    outside_mm: Length | None = Field(default=None, description="Outside diameter of a worm")
    hand: Literal["", "left", "right"] = ""
    error_mm: Annotated[float, Field(ge=0.001, le=1)] = CALIPER_ERROR
    readings: Annotated[list[FormReadingIn], Field(max_length=20)] = Field(default_factory=list)
    show: ShowIn | None = None

    @model_validator(mode="after")
    def _counted(self) -> FormIn:
        least, most = _LEAST[self.form], _MOST[self.form]
        what = "starts" if self.form == "worm" else "teeth"
        if self.form != "rack" and not least <= self.teeth <= most:
            raise GearingError(
                f"A {self.form} of {self.teeth} {what} cannot be read here.",
                code="size_out_of_range",
                field="teeth",
                hint=f"Count again: {least} to {most}."
                + (" Look at the end face and count where threads begin." if self.form == "worm" else ""),
            )
        if self.show and way(self.form, self.show.way) is None:
            raise _no_way(self.form, self.show.way, "show.way")
        for at, reading in enumerate(self.readings):
            _check(self, reading, f"readings.{at}")
        return self

    def part(self) -> Part:
        """What is counted."""
        return Part(self.form, self.teeth, self.mate_teeth or 0)

    def taken(self) -> list[Taken]:
        """The readings as the core takes them."""
        return [self._take(r.way, r.value, r.n, r.size_mm) for r in self.readings]

    def shown(self, ahead: NextWay | None) -> Taken:
        """The way to draw: what is asked for, or what comes next, or the last one."""
        if self.show:
            return self._take(self.show.way, 0.0, self.show.n, None)
        if ahead:
            return Taken(ahead.way, 0.0, ahead.n)
        return self.taken()[-1] if self.readings else Taken(ways(self.form)[0], 0.0, 5)

    def _take(self, key: str, value: float, n: int | None, size: float | None) -> Taken:
        found = way(self.form, key)
        if found is None:
            raise _no_way(self.form, key, "way")
        return Taken(found, value, n or 0, size or 0.0, self.error_mm)


def _no_way(form: str, key: str, field: str) -> GearingError:
    can = ", ".join(one.key for one in ways(form))
    return GearingError(
        f"“{key}” is no way to measure this.",
        code="unknown_method",
        field=field,
        hint=f"A {form} is measured by: {can}.",
    )


def _check(given: FormIn, reading: FormReadingIn, field: str) -> None:
    """A way that exists, with what it needs, on a part that has room for it."""
    found = way(given.form, reading.way)
    if found is None:
        raise _no_way(given.form, reading.way, f"{field}.way")
    if found.counts and not reading.n:
        raise GearingError(
            "How many were measured over?",
            code="no_number_over",
            field=f"{field}.n",
            hint=f"Count the {found.counts}.",
        )
    if found.with_size and not reading.size_mm:
        raise GearingError(
            f"The {found.with_size} is needed too.",
            code="size_needed",
            field=f"{field}.size_mm",
            hint="Measure it, in mm or inch.",
        )
    if reading.way == "chord" and (reading.n or 0) > given.teeth // 2:
        raise GearingError(
            f"{reading.n} pitches reach past the far side.",
            code="too_many_pitches",
            field=f"{field}.n",
            hint=f"At most {given.teeth // 2}.",
        )


class WayOut(Model):
    """A way of measuring this form."""

    key: str
    label: str
    counts: str
    with_size: str


class FormComparison(Model):
    what: str
    measured_mm: float
    predicted_mm: float
    off_by: float
    astray: bool


class FormCandidate(Model):
    label: str
    pitch_mm: float
    probability: float
    compared: list[FormComparison]


class FactOut(Model):
    name: str
    value: str


class FormNext(Model):
    way: str
    what: str
    n: int | None
    says: str


class SketchOut(Model):
    """Lines in mm, x right and y up."""

    closed: list[list[Point]]
    thin: list[list[Point]]
    measure: list[Point]
    what: str


class FormOut(Model):
    """The answer, the sizes behind it, and what would settle it."""

    answer: str
    certain: bool
    reason: str
    candidates: list[FormCandidate]
    none: float
    others: float
    next: FormNext | None
    facts: list[FactOut]
    remarks: list[str]
    ways: list[WayOut]
    sketch: SketchOut


def read_form(given: FormIn) -> FormOut:
    """Which size the part is, or how to measure it where nothing was read yet."""
    part = given.part()
    listed = [
        WayOut(key=one.key, label=one.label, counts=one.counts, with_size=one.with_size)
        for one in ways(given.form)
    ]
    if not given.readings:
        shown = given.shown(None)
        return FormOut(
            answer="", certain=False, reason="", candidates=[], none=0.0, others=0.0, next=None, facts=[],
            remarks=[], ways=listed,
            sketch=_sketch(sketch(part, of_pitch(given.form, UNREAD_PITCH), shown), shown),
        )  # fmt: skip
    found = identify_part(part, given.taken())
    ahead = next_way(found, error=given.error_mm)
    best = found.ranked[0]
    outside = given.outside_mm or 0.0
    known = found.none < 0.5
    shown = given.shown(ahead)
    ranked = [one for one in found.ranked[:SHOWN] if one.probability >= LEAST_SHOWN]
    answer = _answer(found)
    return FormOut(
        answer=_capital(answer.says),
        certain=answer.settled,
        reason=answer.reason,
        candidates=[
            FormCandidate(
                label=one.size.label,
                pitch_mm=float(one.size.pitch),
                probability=one.probability,
                compared=[
                    FormComparison(
                        what=r.name, measured_mm=r.value, predicted_mm=p, off_by=o, astray=astray(o)
                    )
                    for r, p, o in zip(found.readings, one.predicted, one.off_by, strict=True)
                ],
            )
            for one in ranked
        ],
        none=found.none,
        others=max(0.0, 1 - found.none - sum(one.probability for one in ranked)),
        next=_next(ahead, given.error_mm) if ahead else None,
        facts=[FactOut(name=n, value=v) for n, v in facts(part, best.size, outside=outside)] if known else [],
        remarks=remarks(part, best.size, outside=outside, hand=given.hand) if known else [],
        ways=listed,
        sketch=_sketch(sketch(part, best.size, shown), shown),
    )


def _answer(found: Found) -> Answer:
    what = {"worm": f", {found.part.teeth} start" + ("s" if found.part.teeth > 1 else ""), "rack": " rack"}
    counted = what.get(found.part.form, f", {found.part.teeth} teeth")
    return size_answer({one.size.label: one.probability for one in found.ranked}, found.none, counted)


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def _next(ahead: NextWay, error: float) -> FormNext:
    (first, one), (second, two) = ahead.expected[:2]
    return FormNext(
        way=ahead.way.key,
        what=ahead.name,
        n=ahead.n or None,
        says=f"{first} would read {one:.2f}, {second} {two:.2f}: "
        f"{abs(one - two) / error:.1f} reading errors apart.",
    )


def _sketch(drawn: Sketch, shown: Taken) -> SketchOut:
    return SketchOut(
        closed=[[[x, y] for x, y in line] for line in drawn.closed],
        thin=[[[x, y] for x, y in line] for line in drawn.thin],
        measure=[list(point) for point in drawn.measure],
        what=shown.name,
    )
