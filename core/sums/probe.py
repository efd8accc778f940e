"""A way of measuring, as it is asked for over JSON."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from gearing.errors import GearingError
from gearing.measuring.methods import Probe

from .base import Length, Model

Kind = Literal[
    "tips",
    "narrow",
    "bore",
    "root",
    "span",
    "pins",
    "chord",
    "mate",
    "inside",
    "floor",
    "between",
    "ring mate",
]
_NEEDS = {
    "span": (
        "A span needs the number of teeth between the jaws.",
        "Count the teeth the jaws close over: 2 or more.",
    ),
    "chord": (
        "A chord needs the number of pitches between the two tips.",
        "Count the spaces between them.",
    ),
    "mate": ("A distance needs the tooth count of the mate.", "Count the mate's teeth: 4 or more."),
}
_NEEDS["ring mate"] = _NEEDS["mate"]
_LEAST = {"span": 2, "chord": 1, "mate": 4, "ring mate": 4}


class ProbeIn(Model):
    """A measurement by kind.

    `k` counts the teeth of a span, the pitches of a chord or the teeth of the
    mate; `size_mm` is the diameter of the pins.
    """

    kind: Kind = "tips"
    how: Literal["settled", "largest"] = "settled"
    k: Annotated[int, Field(ge=1, le=1000)] | None = None
    size_mm: Length | None = None

    @model_validator(mode="after")
    def _whole(self) -> ProbeIn:
        if self.kind in _NEEDS and (self.k is None or self.k < _LEAST[self.kind]):
            problem, hint = _NEEDS[self.kind]
            raise GearingError(problem, field="k", hint=hint)
        if self.kind in ("pins", "between") and self.size_mm is None:
            raise GearingError(
                f"{'Over' if self.kind == 'pins' else 'Between'} pins needs the diameter of the pins.",
                field="size_mm",
                hint="Measure the pin or drill shank: about 1.7 × module suits.",
            )
        return self

    def probe(self, bore: float | None) -> Probe:
        """The core's probe, without what does not concern it."""
        match self.kind:
            case "tips":
                return Probe("tips", self.how)
            case "bore":
                return Probe("bore", size=bore or 0.0)
            case "pins" | "between":
                return Probe(self.kind, size=self.size_mm or 0.0)
            case "span" | "chord" | "mate" | "ring mate":
                return Probe(self.kind, k=self.k or 0)
        return Probe(self.kind)
