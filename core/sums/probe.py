"""A way of measuring, as it is asked for over JSON."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import AfterValidator, Field, WithJsonSchema, model_validator

from gearing.errors import GearingError
from gearing.measuring.methods import METHODS, Method, Probe

from .base import Length, Model


def _known(kind: str) -> str:
    if kind not in METHODS:
        raise GearingError(
            f"“{kind[:30]}” is no way to measure a gear.", code="unknown_method", hint=", ".join(METHODS)
        )
    return kind


Kind = Annotated[str, AfterValidator(_known), WithJsonSchema({"type": "string", "enum": list(METHODS)})]


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
        number = self.method.number
        if number and (self.k is None or self.k < number.least):
            raise GearingError(number.problem, code="number_needed", field="k", hint=number.hint)
        if self.method.pins and self.size_mm is None:
            raise GearingError(
                f"{self.method.label} needs the diameter of the pins.",
                code="size_needed",
                field="size_mm",
                hint="Measure the pin or drill shank: about 1.7 × module suits.",
            )
        return self

    @property
    def method(self) -> Method:
        return METHODS[self.kind]

    def probe(self, bore: float | None) -> Probe:
        """The core's probe, without what does not concern it."""
        arguments: dict[str, Any] = {}
        if self.method.hows:
            arguments["how"] = self.how
        if self.method.number:
            arguments["k"] = self.k or 0
        if self.method.pins:
            arguments["size"] = self.size_mm or 0.0
        if self.method.bore:
            arguments["size"] = bore or 0.0
        return Probe(self.kind, **arguments)


class MethodOut(Model):
    """A way of measuring, as the screen lists it."""

    key: Kind
    label: str
    number: str = Field(description="The count it needs, in words; empty for none")
    pins: bool = Field(description="Whether it needs the diameter of pins")
    bore: bool = Field(description="Whether it needs the bore")
    hows: list[str]
    internal: bool


def methods_out() -> list[MethodOut]:
    """All ways of measuring a gear, those used most first."""
    return [
        MethodOut(
            key=key,
            label=method.label,
            number=method.number.label if method.number else "",
            pins=method.pins,
            bore=method.bore,
            hows=list(method.hows),
            internal=method.internal,
        )
        for key, method in METHODS.items()
    ]
