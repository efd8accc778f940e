"""The path of force of a unit, and where along it the likely faults sit."""

from __future__ import annotations

from dataclasses import dataclass

from ..data import table
from .infer import Diagnosis

FRAME = "frame"


@dataclass(frozen=True, slots=True)
class Station:
    """A place along the path of force; `odds` are of the faults that sit there."""

    key: str
    says: str
    odds: float


def force_path(diagnosis: Diagnosis) -> list[Station]:
    """The stations of such a unit from what drives to what is driven, and last the frame that holds them.

    A fault sits where the first of its pieces that has a place there is; with none it is the frame's.
    """
    data = table("paths")
    keys = data["kinds"].get(diagnosis.unit, data["kinds"]["other"])
    at = {piece: key for key in keys for piece in data["stations"][key]["pieces"]}
    odds = dict.fromkeys([*keys, FRAME], 0.0)
    for cause in diagnosis.causes:
        place = next((at[piece] for piece in cause.fault.pieces if piece in at), FRAME)
        odds[place] += cause.probability
    said = {key: data["stations"][key]["says"] for key in keys} | {FRAME: data["frame"]["says"]}
    return [Station(key, said[key], min(1.0, odds[key])) for key in odds]
