"""What cannot be: sets that do not close, counts that do not mesh where they stand."""

from __future__ import annotations

from gearing.train import Planetary
from gearing.train.model import Coupling

from .backlash import cannot_mesh
from .request import StageKnown


def troubles_of(coupling: Coupling, more: StageKnown) -> list[str]:
    """Why a stage cannot be built as said; empty if it can."""
    own = coupling.troubles() if isinstance(coupling, Planetary) else []
    return [said for said in (*own, cannot_mesh(coupling, more)) if said]
