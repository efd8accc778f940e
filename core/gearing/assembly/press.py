"""Press fits: interference by ISO 286, pressure after Lamé, and the push it takes."""

from __future__ import annotations

from dataclasses import dataclass
from math import pi, sqrt

from ..data import table
from ..errors import GearingError


@dataclass(frozen=True, slots=True)
class Pressed:
    """A press fit: interference least and most (mm, minus is clearance), and push for both (N).

    Attributes
    ----------
    pressure : float
        At most, N/mm².
    stands : float
        Pressure at which the weaker of the two begins to yield, N/mm².
    weakest : str
        ``hub`` or ``shaft``.
    interference_stood : float
        That leads to it, mm.
    """

    least: float
    most: float
    push_least: float
    push_most: float
    pressure: float
    stands: float
    weakest: str
    interference_stood: float

    @property
    def yields(self) -> str:
        """Which of the two yields at the most interference; empty if neither does."""
        return self.weakest if self.pressure > self.stands else ""


def interference(diameter: float, shaft: str) -> tuple[float, float]:
    """Interference of a shaft of grade `shaft` in an H7 bore, mm (ISO 286-2).

    Raises
    ------
    GearingError
        If the table has no such diameter or grade.
    """
    steps = table("fitting")["press"]["steps"]
    row = next((row for row in steps if row["over"] < diameter <= row["up_to"]), None)
    if row is None:
        raise GearingError(
            f"The table of fits does not reach {diameter:g} mm.",
            code="outside_fit_table",
            field="diameter_mm",
            hint=f"Up to {steps[-1]['up_to']} mm.",
        )
    if shaft not in row or shaft in ("over", "up_to", "H7"):
        grades = ", ".join(name for name in row if name not in ("over", "up_to", "H7"))
        raise GearingError(
            f"There is no grade “{shaft}”.", code="unknown_grade", field="grade", hint=f"One of: {grades}."
        )
    bore, pin = row["H7"], row[shaft]
    return (pin[0] - bore[1]) / 1000, (pin[1] - bore[0]) / 1000


def press_fit(
    diameter: float,
    length: float,
    hub: float,
    hub_material: str,
    shaft_material: str,
    least: float,
    most: float,
    hollow: float = 0.0,
) -> Pressed:
    """Pressure, push and what the parts stand, for an interference (Lamé; DIN 7190-1, elastic).

    Parameters
    ----------
    diameter, length, hub, hollow : float
        Of the joint, its length, the hub's outside, and the shaft's own bore, mm.

    Raises
    ------
    GearingError
        If the hub has no wall, or a material is not known.
    """
    if not hollow < diameter < hub or length <= 0:
        raise GearingError(
            "The hub has no wall there.",
            code="no_hub_wall",
            field="hub_mm",
            hint="Its outside is more than the bore.",
        )
    materials = table("fitting")["press"]["materials"]
    for name in (hub_material, shaft_material):
        if name not in materials:
            raise GearingError(
                f"“{name}” is not known here.",
                code="unknown_material",
                field="material",
                hint=f"One of: {', '.join(materials)}.",
            )
    (e_hub, v_hub, r_hub), (e_pin, v_pin, r_pin) = materials[hub_material], materials[shaft_material]
    q, bored = (diameter / hub) ** 2, (hollow / diameter) ** 2
    gives = ((1 + q) / (1 - q) + v_hub) / e_hub + ((1 + bored) / (1 - bored) - v_pin) / e_pin
    friction = float(table("fitting")["press"]["friction"])

    def push(over: float) -> tuple[float, float]:
        pressure = max(over, 0.0) / diameter / gives
        return pressure, friction * pi * diameter * length * pressure

    (_, low), (pressure, high) = push(least), push(most)
    # First yield at the bore of a thick ring, and of the shaft, hollow or solid (DIN 7190-1, 4.2).
    limits = {
        "hub": r_hub * (1 - q) / sqrt(3),
        "shaft": r_pin * ((1 - bored) / sqrt(3) if hollow else 2 / sqrt(3)),
    }
    weakest = min(limits, key=lambda name: limits[name])
    stands = limits[weakest]
    return Pressed(least, most, low, high, pressure, stands, weakest, stands * diameter * gives)
