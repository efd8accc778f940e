"""Does this gear fit in place of that one: field by field, and what would have to be changed."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from ..data import table

ORDER = ("fits", "unknown", "change", "not")
"""Verdicts from best to worst; the worst of the fields is the gear's."""


@dataclass(frozen=True, slots=True)
class ReplacementPart:
    """A gear as it is bought, kept or measured. Zero and empty mean not known.

    Attributes
    ----------
    teeth : int
    module : float
        Normal module, mm.
    pressure_angle : float
        Degrees, as it is named.
    bore, width : float
        mm.
    bore_shape, boss, material : str
    """

    teeth: int = 0
    module: float = 0.0
    pressure_angle: float = 0.0
    bore: float = 0.0
    bore_shape: str = ""
    width: float = 0.0
    boss: str = ""
    material: str = ""


@dataclass(frozen=True, slots=True)
class FieldFit:
    """One field compared: ``fits``, ``unknown``, ``change`` or ``not``, and why."""

    field: str
    verdict: str
    says: str


@dataclass(frozen=True, slots=True)
class Fit:
    """The whole comparison; `verdict` is that of the worst field."""

    verdict: str
    fields: tuple[FieldFit, ...]


def compare(wanted: ReplacementPart, part: ReplacementPart) -> Fit:
    """Compare `part` with the gear it is to replace.

    What the tooth is must agree; bore, width, boss and material can often be
    changed or lived with, and are said as such (bands in ``fits.toml``).

    Examples
    --------
    >>> compare(ReplacementPart(31, 0.8, 20, bore=5), ReplacementPart(31, 0.8, 20, bore=4)).verdict
    'change'
    """
    rules: tuple[tuple[str, Any, Any, Callable[[Any, Any], tuple[str, str]]], ...] = (
        ("teeth", wanted.teeth, part.teeth, _teeth),
        ("module", wanted.module, part.module, _module),
        ("pressure angle", wanted.pressure_angle, part.pressure_angle, _angle),
        ("bore", wanted.bore, part.bore, _bore),
        ("bore shape", wanted.bore_shape, part.bore_shape, _shape),
        ("width", wanted.width, part.width, _width),
        ("boss", wanted.boss.strip(), part.boss.strip(), _boss),
        ("material", wanted.material.strip(), part.material.strip(), _material),
    )
    fields = tuple(
        FieldFit(name, *(rule(asked, there) if there else ("unknown", "not recorded: measure it")))
        for name, asked, there, rule in rules
        if asked
    )
    worst = max((field.verdict for field in fields), key=ORDER.index, default="unknown")
    return Fit(worst, fields)


def _teeth(wanted: int, part: int) -> tuple[str, str]:
    if wanted == part:
        return "fits", str(part)
    return "not", f"{part} for {wanted}: another ratio and shaft distance"


def _module(wanted: float, part: float) -> tuple[str, str]:
    off = abs(part / wanted - 1)
    bands = table("wear")["mismatch"]
    if off <= bands["runs"]:
        return "fits", f"{part:.4g} mm"
    what = "looks alike, runs badly" if off <= bands["badly"] else "does not mesh"
    return "not", f"{part:.4g} for {wanted:.4g} mm: {what}"


def _angle(wanted: float, part: float) -> tuple[str, str]:
    if abs(wanted - part) < 0.25:
        return "fits", f"{part:g}°"
    return "not", f"{part:g}° for {wanted:g}°"


def _bore(wanted: float, part: float) -> tuple[str, str]:
    bands = table("fits")["bore"]
    if abs(part - wanted) <= bands["same"]:
        return "fits", f"{part:.2f} mm"
    sizes = f"{part:.2f} for {wanted:.2f} mm"
    if part < wanted:
        return "change", f"{sizes}: ream it out, held true"
    if part - wanted <= bands["sleeve_most"]:
        return "change", f"{sizes}: sleeve it"
    return "not", f"{sizes}: too large to sleeve soundly"


def _shape(wanted: str, part: str) -> tuple[str, str]:
    if wanted == part:
        return "fits", part
    return "change", f"{part} for {wanted}: how is it driven?"


def _width(wanted: float, part: float) -> tuple[str, str]:
    off = part - wanted
    bands = table("fits")["width"]
    if abs(off) <= bands["same"]:
        return "fits", f"{part:.2f} mm"
    if off > 0:
        return "change", f"{off:.1f} mm wider: face it down, if nothing else gives way"
    if -off <= bands["narrow_share"] * wanted:
        return "change", f"{-off:.1f} mm narrower: shim it to the mate; it carries less"
    return "not", f"{part:.1f} for {wanted:.1f} mm: too narrow for the load"


def _boss(wanted: str, part: str) -> tuple[str, str]:
    if wanted.lower() == part.lower():
        return "fits", part
    return "change", f"{part} for {wanted}: check which side it stands and what it clears"


def _material(wanted: str, part: str) -> tuple[str, str]:
    if wanted.lower() == part.lower():
        return "fits", part
    return "change", f"{part} for {wanted}: check the pairing with its mate"
