"""Friction stacks: slip torque, and what one more washer changes (Niemann and Winter, clutches)."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

from ..errors import GearingError


@dataclass(frozen=True, slots=True)
class FrictionStack:
    """Faces that rub, their friction, and the ring they rub on (mm)."""

    faces: int
    friction: float
    outside: float
    inside: float

    def __post_init__(self) -> None:
        if self.faces < 1:
            raise GearingError(
                "No face rubs.",
                code="no_rubbing_face",
                field="faces",
                hint="Count where a keyed washer meets an eared one.",
            )
        if not 0 <= self.inside < self.outside:
            raise GearingError(
                "This ring has no face.",
                code="no_rubbing_face",
                field="outside_mm",
                hint="Outside, then inside.",
            )

    @property
    def mean_radius(self) -> float:
        """Of even wear, ``(ro + ri)/2``, mm."""
        return (self.outside + self.inside) / 4

    def slip_torque(self, force: float) -> float:
        """``n·mu·F·Rm``, N·mm."""
        return self.faces * self.friction * force * self.mean_radius

    def force_for(self, torque: float) -> float:
        """Force that lets it slip at `torque` (N·mm), N."""
        return torque / (self.faces * self.friction * self.mean_radius)


def working_faces(stack: str) -> int:
    """Faces that rub in a stack of keyed (k) and eared (e) washers, as they lie.

    A face works where one that turns with the shaft meets one that is held;
    ``f`` is a loose friction washer between two: it rubs on the side that slips
    first, and counts once.

    Raises
    ------
    GearingError
        If a sign is not known, or nothing would slip.

    Examples
    --------
    >>> working_faces("keke"), working_faces("kfefk")
    (3, 2)
    """
    plain = stack.lower().replace(" ", "")
    if not plain or set(plain) - set("kef") or len(plain) > 60:
        raise GearingError(
            "Say how the washers lie.",
            code="washer_stack_unreadable",
            field="washers",
            hint="k for keyed to the shaft, e for eared to the drum, f for a loose friction washer: kfefk.",
        )
    solid = plain.replace("f", "")
    faces = sum(face != other for face, other in pairwise(solid))
    if not faces:
        raise GearingError(
            "Nothing slips: no keyed washer meets an eared one.",
            code="nothing_slips",
            field="washers",
            hint="One of them is missing, or lies in the wrong place.",
        )
    return faces
