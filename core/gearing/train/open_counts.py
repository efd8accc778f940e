"""Counts left open in a train, found again from what can be measured on it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot, prod

import numpy as np

from ..errors import GearingError
from .line import Stage, read_stages, stage_ratio, stage_ratios

FEWEST, MOST = 6, 160
MOST_OPEN = 2
HALF_READ = 0.05
"""How far off a turn read by eye is, in turns."""

RATIO_READ = 0.01
"""How far off a ratio is taken to be where nothing is said, as a share."""


@dataclass(frozen=True, slots=True)
class Measured:
    """What is known of the whole: its ratio with an error, and shaft distances by stage.

    Attributes
    ----------
    ratio, error : float
        Turns in for one out; 0 if not measured.
    sums : tuple of (int, float, float)
        Stage, ``2a/m``, which is ``z1 + z2`` (in a ring ``z2 - z1``), and its error.
    """

    ratio: float = 0.0
    error: float = 0.0
    sums: tuple[tuple[int, float, float], ...] = ()


def measured_on(
    ratio: float = 0.0,
    error: float = 0.0,
    turns: tuple[float, float] | None = None,
    distances: Sequence[tuple[int, float, float, float]] = (),
) -> Measured:
    """What a train is known by, from what was read on it.

    Parameters
    ----------
    ratio, error : float
        Turns in for one out; an error of 0 stands for the usual one.
    turns : tuple of float, optional
        Counted at both ends, in and out, in place of a ratio.
    distances : sequence of (int, float, float, float)
        Stage, shaft distance and its error, and the module of its teeth, mm.
    """
    if turns:
        ratio, error = ratio_of_turns(*turns)
    sums = tuple((stage, 2 * a / module, 2 * off / module) for stage, a, off, module in distances)
    return Measured(ratio, error or RATIO_READ * ratio, sums)


@dataclass(frozen=True, slots=True)
class Filled:
    """The line with its counts filled in; `off` in units of what was measured."""

    line: str
    counts: tuple[int, ...]
    ratio: float
    off: float


def ratio_of_turns(turns_in: float, turns_out: float, read: float = HALF_READ) -> tuple[float, float]:
    """Ratio and its error from turns counted at both ends, each read to `read` of a turn.

    Raises
    ------
    GearingError
        If nothing turned.
    """
    if turns_in <= 0 or turns_out <= 0:
        raise GearingError(
            "Count turns at both ends.",
            code="no_turns",
            field="turns_in",
            hint="Ten of the slow end or more.",
        )
    ratio = turns_in / turns_out
    return ratio, ratio * hypot(read / turns_in, read / turns_out)


def fill_in(line: str, known: Measured, most: int = 12) -> list[Filled]:
    """Every filling of the ``?`` of a line that agrees with what was measured, the nearest first.

    Raises
    ------
    GearingError
        If more is open than can be found, or nothing was measured.
    """
    stages = read_stages(line)
    places = [(n, k) for n, stage in enumerate(stages) for k, count in enumerate(stage.counts) if not count]
    if not places:
        raise GearingError(
            "No count is left open.", code="nothing_open", field="line", hint="Write ? for the one not known."
        )
    if len(places) > MOST_OPEN:
        raise GearingError(
            f"{len(places)} counts are open: too many.",
            code="too_many_open",
            field="line",
            hint="Count all but two of them.",
        )
    beyond = next((number for number, _, _ in known.sums if number > len(stages)), None)
    if beyond is not None:
        raise GearingError(
            f"There is no stage {beyond}: this train has {len(stages)}.",
            code="unknown_stage",
            field="known.distances",
            hint="Number the stages as they stand in the line, the first is 1.",
        )
    if not known.ratio and not known.sums:
        raise GearingError(
            "Something has to be measured to find it.",
            code="open_count",
            field="ratio",
            hint="The ratio, turns at both ends, or the shaft distance with the module.",
        )
    open_at = {n for n, _ in places}
    fixed = [stage_ratio(stage) for n, stage in enumerate(stages) if n not in open_at]
    if None in fixed:
        raise GearingError(
            "A stage without open counts has no ratio of its own.",
            code="no_stage_ratio",
            field="line",
            hint="Leave the differential away, and check the counts of planetary sets.",
        )
    whole = prod(ratio for ratio in fixed if ratio is not None)
    return _agreeing(stages, places, known, whole, most)


def _agreeing(
    stages: list[Stage], places: list[tuple[int, int]], known: Measured, whole: float, most: int
) -> list[Filled]:
    """The fillings that can be built and lie within three errors of all that was measured, nearest first.

    All are tried at once, an open count along each axis; of those as near the
    fewest teeth go first.
    """
    tried = np.meshgrid(*[np.arange(FEWEST, MOST + 1.0)] * len(places), indexing="ij")
    counts = [[np.array(float(count)) for count in stage.counts] for stage in stages]
    for (n, k), axis in zip(places, tried, strict=True):
        counts[n][k] = axis
    ratio = np.full(tried[0].shape, abs(whole))
    for n in {n for n, _ in places}:
        ratio = ratio * np.abs(stage_ratios(stages[n], counts[n]))
    worst = np.where(np.isnan(ratio), np.inf, 0.0)
    for number, wanted, error in known.sums:
        first, second = counts[number - 1][:2]
        together = second - first if stages[number - 1].internal else second + first
        worst = np.maximum(worst, np.abs(together - wanted) / error)
    if known.ratio:
        worst = np.fmax(worst, np.abs(ratio - known.ratio) / known.error)
    made = []
    order = np.lexsort((np.sum(tried, axis=0).ravel(), np.round(worst, 1).ravel()))
    for at in order[: min(most, int(np.count_nonzero(worst <= 3)))]:
        place = np.unravel_index(at, worst.shape)
        filled = [int(axis[place]) for axis in tried]
        said = list(stages)
        for (n, k), count in zip(places, filled, strict=True):
            said[n] = said[n].with_count(k, count)
        line = " | ".join(stage.text() for stage in said)
        made.append(Filled(line, tuple(filled), float(ratio[place]), float(worst[place])))
    return made
