"""A strip of paper between the teeth as a gauge: which, how many folds, and what play it leaves."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..data import table
from ..geometry.involute import Real
from ..geometry.roots import crossing
from .interference import interferes
from .pair import Pair
from .verdict import Band, aimed, verdicts

AIM = {"under": "tight", "within": "right", "over": "loose"}
"""What a strip is called by where the backlash it leaves lies against what is aimed for."""

CANNOT = ("interferes", "skipping")
"""Verdicts of a mesh that no strip sets."""


@dataclass(frozen=True, slots=True)
class Strip:
    """One paper in so many layers, and the mesh it leaves once it is pulled out.

    Attributes
    ----------
    name, fold : str
    thickness : float
        Of all layers, mm.
    distance, backlash : float
        mm.
    share : float
        Backlash in modules.
    held_by : str
        ``flanks``, or ``tip`` where the strip jams over a tip first.
    verdict : str
        ``right``, ``tight``, ``loose`` or ``lost``.
    """

    name: str
    fold: str
    thickness: float
    distance: float
    backlash: float
    share: float
    held_by: str
    verdict: str


def set_by_paper(pair: Pair, thickness: Real, compression: float) -> tuple[Real, NDArray[np.bool_]]:
    """Distance at which a strip lies pressed between the teeth, mm, and whether a tip holds it.

    It lies on both flanks, ``jn(a) = 2·k·t``, and over the tip, clearance `t`;
    the wider distance of the two. `thickness` may be an array.
    """
    sheet = np.asarray(thickness, dtype=np.float64)
    by_flanks = crossing(
        lambda distance: pair.normal_backlash(distance) < 2 * compression * sheet,
        np.full_like(sheet, pair.zero_backlash_distance),
        np.full_like(sheet, pair.limits[0 if pair.internal else 1]),
    )
    lacks = np.maximum(sheet - np.minimum(*pair.clearances(by_flanks)), 0.0)
    return by_flanks + pair.sign * lacks, np.asarray(lacks > 0)


def strips(pair: Pair, module: float, band: Band) -> list[Strip]:
    """Every paper at hand in every fold, the best for this pair first."""
    papers = table("mesh")["paper"]
    kinds = [
        (name, fold, float(sheet) * int(layers))
        for name, sheet in papers["sheets"].items()
        for fold, layers in papers["layers"].items()
    ]
    distances, by_tip = set_by_paper(pair, np.array([t for *_, t in kinds]), float(papers["compression"]))
    plays, contacts = pair.backlash(distances), pair.contact_ratio(distances)
    made = [
        Strip(
            name=name,
            fold=fold,
            thickness=thickness,
            distance=float(a),
            backlash=float(j),
            share=float(j) / module,
            held_by="tip" if tip else "flanks",
            verdict="lost" if lost else AIM[str(aim)],
        )
        for (name, fold, thickness), a, tip, j, aim, lost in zip(
            kinds,
            np.asarray(distances),
            by_tip,
            np.asarray(plays),
            aimed(plays, module, band),
            np.isin(verdicts(plays, contacts, 0.0, interferes(pair, distances), module, band), CANNOT),
            strict=True,
        )
    ]
    middle = (band.low + band.high) / 2
    order = {"right": 0, "tight": 1, "loose": 1, "lost": 2}
    return sorted(made, key=lambda strip: (order[strip.verdict], abs(strip.share - middle)))
