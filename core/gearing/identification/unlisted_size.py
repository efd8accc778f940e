"""A gear of no standard size: the size its readings agree on, and what that could be."""

from __future__ import annotations

from dataclasses import dataclass
from math import acos, degrees, pi

import numpy as np

from ..data import table
from ..geometry.gear import FEWEST_TEETH, INCH, Gear, helix_from_tips
from ..measuring.methods import INTERNAL
from ..measuring.readings import NO_CLUES, Clues, Reading, pooled
from .identify import identify
from .likelihood import likelihood
from .prior import Array, Cells, Prior, usual
from .standard_sizes import label_of

COARSE, FINE = 0.0025, 0.0005
"""Steps of the module, as a share, at which it is sought."""

AROUND = 0.15
"""How far about a first guess, as a share."""

ANGLES = ((20.0, 0.85), (14.5, 0.1), (25.0, 0.05))
"""Pressure angles such a gear may have, degrees, and how often each is met."""

AGREE = 3.0
"""Standard errors within which readings agree with a size."""

SURE = 0.8
"""Odds of another count's size from which it is worth a word."""


@dataclass(frozen=True, slots=True)
class Unlisted:
    """A size that the readings agree on.

    Attributes
    ----------
    module, error : float
        Normal module and its standard error, mm.
    pressure_angle : float
        rad.
    gear : Gear
        The gear that fits best.
    could_be : tuple of str
        What such a size could come from, likeliest first.
    """

    module: float
    error: float
    pressure_angle: float
    gear: Gear
    could_be: tuple[str, ...]


def agreed_size(
    teeth: int, readings: list[Reading], *, field: str = "", clues: Clues = NO_CLUES
) -> Unlisted | None:
    """The module that all readings agree on, with shift, trim and thinning free; None if there is none.

    Any module is as likely as any other in proportion to itself. One reading
    agrees with whatever is asked of it: two of different kinds are needed.
    """
    taken, prior = pooled(readings), usual(field)
    if len(taken) < 2:
        return None
    cells = (prior.shifts(teeth), prior.trims, prior.thinnings)
    spans = np.arange(-AROUND, AROUND + COARSE, COARSE)
    guess = _guess(teeth, taken, clues)
    coarse = guess * np.exp(spans)
    tried = [
        (
            _weights(teeth, float(np.radians(angle)), coarse, taken, cells, clues, loosely=COARSE) * share,
            float(np.radians(angle)),
            share,
        )
        for angle, share in ANGLES
    ]
    weights, alpha, share = max(tried, key=lambda attempt: float(attempt[0].sum()))
    top = float(coarse[int(weights.argmax())])
    modules = top * np.exp(np.arange(-10 * COARSE, 10 * COARSE + FINE, FINE))
    weights = _weights(teeth, alpha, modules, taken, cells, clues, loosely=FINE) * share
    whole = float(weights.sum())
    if not whole > 0:
        return None
    module = float((modules * weights).sum() / whole)
    # What the grid cannot part is not known either.
    error = float(np.sqrt(((modules - module) ** 2 * weights).sum() / whole + (FINE * module) ** 2 / 12))
    gear, off = _nearest(teeth, alpha, float(modules[int(weights.argmax())]), taken, cells, clues)
    if off > AGREE:
        return None
    return Unlisted(module, error, alpha, gear, tuple(_could_be(module, error, teeth, taken, prior, clues)))


def _guess(teeth: int, readings: list[Reading], clues: Clues) -> float:
    """A module to begin with, from the reading that says most of the size of all: the largest."""
    largest = max(readings, key=lambda reading: reading.value)
    modules = np.geomspace(0.03, 20.0, 4000)
    plain = _gears(teeth, np.radians(20.0), modules, 0.0, 0.0, 0.0, clues)
    off = np.abs(np.nan_to_num(np.asarray(largest.probe.predict(plain)), nan=np.inf) - largest.value)
    return float(modules[int(off.argmin())])


def _gears(
    teeth: int,
    alpha: float,
    modules: Array,
    shift: Array | float,
    trim: Array | float,
    thin: Array | float,
    clues: Clues,
) -> Gear:
    made = Gear(teeth, modules, alpha, shift, 0.0, 1.0, 1.25, trim * modules, thin * modules)
    if not clues.tip_helix:
        return made
    helix = helix_from_tips(made, clues.tip_helix)
    return Gear(teeth, modules, alpha, shift, helix, 1.0, 1.25, trim * modules, thin * modules)


def _field(teeth: int, alpha: float, modules: Array, cells: tuple[Cells, Cells, Cells], clues: Clues) -> Gear:
    shift, trim, thin = (each.middle for each in cells)
    column = modules.reshape(-1, 1, 1, 1)
    return _gears(teeth, alpha, column, shift[:, None, None], trim[:, None], thin, clues)


def _weights(
    teeth: int,
    alpha: float,
    modules: Array,
    readings: list[Reading],
    cells: tuple[Cells, Cells, Cells],
    clues: Clues,
    loosely: float,
) -> Array:
    """Weight of each module, shift, trim and thinning summed over; errors no finer than the grid."""
    blurred = [
        Reading(r.probe, r.value, float(np.hypot(r.error, loosely * r.value / 2)), r.scatter, r.times)
        for r in readings
    ]
    logs, _, _ = likelihood(_field(teeth, alpha, modules, cells, clues), blurred, cells, None)
    shift, trim, thin = (each.share for each in cells)
    weights: Array = (np.exp(logs) * shift[:, None, None] * trim[:, None] * thin).sum(axis=(1, 2, 3))
    return weights


def _nearest(
    teeth: int,
    alpha: float,
    module: float,
    readings: list[Reading],
    cells: tuple[Cells, Cells, Cells],
    clues: Clues,
) -> tuple[Gear, float]:
    """The likeliest gear of this module, and by how many errors its worst reading is off."""
    field = _field(teeth, alpha, np.array([module]), cells, clues)
    logs, pointed, _ = likelihood(field, readings, cells, None)
    shift, trim, thin = (each.share for each in cells)
    at = np.unravel_index(
        int((np.exp(logs) * shift[:, None, None] * trim[:, None] * thin).argmax()), logs.shape
    )
    moved = [float(np.broadcast_to(step, logs.shape)[at]) for step in pointed.moved[:3]]
    middle = [float(cells[n].middle[at[n + 1]]) for n in range(3)]
    x, gone, thinner = middle[0] + moved[0], max(middle[1] + moved[1], 0.0), max(middle[2] + moved[2], 0.0)
    flat = _gears(teeth, alpha, np.array(module), x, gone, thinner, clues)
    gear = Gear(
        teeth,
        module,
        alpha,
        x,
        float(np.asarray(flat.helix_angle)),
        1.0,
        1.25,
        gone * module,
        thinner * module,
    )
    off = max(
        abs(r.value - float(r.probe.predict(gear))) / float(np.hypot(r.error, r.probe.looseness(gear)))
        for r in readings
    )
    return gear, off


def _could_be(
    module: float, error: float, teeth: int, readings: list[Reading], prior: Prior, clues: Clues
) -> list[str]:
    """What a size like this comes from."""
    room = 2 * error + 0.001 * module
    origins = _other_counts(readings, prior, clues, (teeth - 1, teeth + 1))
    data = table("sizes")["unlisted"]
    near = [m for m in data["seldom"] if abs(m - module) < room]
    origins += [f"{m:g} module, of a series seldom cut" for m in near]
    pitch = INCH / module
    if abs(pitch - round(pitch)) * module / pitch < room:
        origins.append(f"{round(pitch)} DP, seldom cut")
    for name, size in data["circular_pitches"].items():
        if abs(size / pi - module) < room:
            origins.append(f"a circular pitch of {name}")
    spans = any(reading.probe.kind == "span" for reading in readings)
    if not clues.tip_helix and not spans and readings[0].probe.kind not in INTERNAL:
        for size in prior.sizes:
            if size.share > 0.01 and 0.82 < size.module / module < 0.995:
                lean = degrees(acos(size.module / module))
                origins.append(
                    f"{size.label} with a helix of {lean:.0f}° not told of: look at the teeth from the side"
                )
                break
    origins += _other_counts(readings, prior, clues, (teeth - 2, teeth + 2))
    shrunk = [s for s in prior.sizes if 0.003 < abs(s.module / module - 1) < 0.025 and s.share > 0.005]
    if shrunk:
        size = max(shrunk, key=lambda s: s.share)
        way = "shrunk" if size.module > module else "swollen"
        share = abs(module / size.module - 1)
        origins.append(f"{label_of(size.module)}, moulded and {way} by {100 * share:.1f} %")
    return origins or ["a size of its maker's own: replace the pair, or have this one copied"]


def _other_counts(readings: list[Reading], prior: Prior, clues: Clues, counts: tuple[int, ...]) -> list[str]:
    """Standard sizes that other counts would make of the readings."""
    origins = []
    for teeth in counts:
        if teeth < FEWEST_TEETH:
            continue
        trial = identify(teeth, readings, clues=clues, prior=prior)
        label, odds = next(iter(trial.by_label().items()), ("", 0.0))
        if odds >= SURE:
            origins.append(f"{label}, if it has {teeth} teeth: count again, marking the tooth begun with")
    return origins
