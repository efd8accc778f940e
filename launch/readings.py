"""``./dentado bench readings``: how often the reader is right, and how near that is to the best possible.

Gears are drawn by a generator of its own, with scatter, wear and shift that
do not come from the reader's tables. Beside each figure stands the limit:
what Bayes with the generator's own shares makes of the same readings, by
weighing a crowd of gears drawn from it; and the habit of the bench, tips over
teeth plus two to the nearest size.
"""

from __future__ import annotations

import multiprocessing
import os
from collections.abc import Callable
from dataclasses import dataclass, fields, replace

import numpy as np
from numpy.typing import NDArray

from gearing.geometry.gear import Gear, tip_land
from gearing.identification.identify import identify
from gearing.identification.next_measurement import next_measurement
from gearing.identification.size_answer import SETTLED
from gearing.identification.standard_sizes import standard_sizes
from gearing.measuring.methods import Probe
from gearing.measuring.predict import span_counts, usual_span
from gearing.measuring.readings import Reading

from .paths import say

GEARS = 2000
ADVISED = 400
CROWD = 60_000
SCATTER = 0.02
STEP = 0.01
MOST_READINGS = 16

# Sizes met, with how often: the generator's own view of the world.
MODULES = {
    0.3: 3,
    0.35: 3,
    0.4: 6,
    0.5: 12,
    0.6: 8,
    0.7: 3,
    0.75: 1,
    0.8: 12,
    1.0: 14,
    1.25: 3,
    1.5: 5,
    2.0: 3,
}
PITCHES = {72: 1, 64: 5, 48: 10, 40: 1, 32: 9, 24: 3, 20: 1}
MET = {**{f"{m:g} module": w for m, w in MODULES.items()}, **{f"{p} DP": w for p, w in PITCHES.items()}}

# Every size there is a name for, so that the two worlds share their labels.
NAMED = list(dict.fromkeys((size.label, size.module) for size in standard_sizes()))
LABELS = [label for label, _ in NAMED]
SIZES = np.array([module for _, module in NAMED])
INCHES = np.array([label.endswith("DP") for label in LABELS])


@dataclass(frozen=True)
class World:
    """How often each size is met, and how freely teeth are shifted."""

    weights: NDArray[np.float64]
    shifted: float
    small: float
    spread: float


BENCH = World(np.array([float(MET.get(label, 0)) for label in LABELS]), 0.2, 0.1, 0.15)
FLAT = World(np.ones(len(LABELS)), 0.3, 0.2, 0.2)
WORLDS = {"sizes as benches meet them": BENCH, "every size alike, shifts wide": FLAT}

Array = NDArray[np.float64]


@dataclass
class Crowd:
    """Many gears of one tooth count drawn at random, with the size each is of."""

    gears: Gear
    size: NDArray[np.int64]


def crowd(teeth: int, many: int, dice: np.random.Generator, world: World = BENCH) -> Crowd:
    """Draw gears: size, angle, depth, shift for the count, trimmed tips, thinned and worn flanks."""
    size = dice.choice(len(SIZES), many, p=world.weights / world.weights.sum())
    inch = INCHES[size]
    module = SIZES[size]
    draw = dice.random(many)
    angle = np.where(draw < 0.05, 25.0, np.where(inch & (draw > 0.9), 14.5, 20.0))
    stub = dice.random(many) < 0.08
    if teeth < 17:
        wanted = 0.9 * (17 - teeth) / 17
        shift = np.where(dice.random(many) < 0.6, dice.normal(wanted, world.small, many), 0.0)
    else:
        shift = np.where(dice.random(many) < world.shifted, dice.normal(0.0, world.spread, many), 0.0)
    worn = dice.random(many) < 0.25
    trim = dice.exponential(0.025, many) * (dice.random(many) < 0.5) + dice.exponential(0.05, many) * worn
    thin = dice.uniform(0.0, 0.04, many) + dice.exponential(0.04, many) * worn
    gears = Gear(
        teeth,
        module,
        np.radians(angle),
        np.clip(shift, -0.3, 0.6),
        0.0,
        np.where(stub, 0.8, 1.0),
        np.where(stub, 1.05, 1.25),
        np.minimum(trim, 0.3) * module,
        np.minimum(thin, 0.15) * module,
    )
    return Crowd(gears, size)


def one_of(many: Crowd, at: int) -> Gear:
    """One gear of a crowd."""
    picked = {
        field.name: float(np.broadcast_to(getattr(many.gears, field.name), many.size.shape)[at])
        for field in fields(Gear)
    }
    return Gear(**{**picked, "teeth": int(picked["teeth"])})


def read(gear: Gear, probe: Probe, dice: np.random.Generator) -> Reading:
    """What a hand with a caliper of 0.01 mm steps reads."""
    value = float(probe.predict(gear)) + dice.normal(0.0, SCATTER)
    return Reading(probe, round(value / STEP) * STEP)


SETS: dict[str, Callable[[Gear], list[Probe]]] = {
    "tips only": lambda gear: [Probe("tips")],
    "tips and one span": lambda gear: [Probe("tips"), Probe("span", k=_spans(gear)[0])],
    "two spans": lambda gear: [Probe("span", k=k) for k in _spans(gear)],
    "tips and two spans": lambda gear: [Probe("tips"), *(Probe("span", k=k) for k in _spans(gear))],
}


def _spans(gear: Gear) -> tuple[int, int]:
    """The usual span and the next larger; a technician does not know the gear's own valid ones."""
    k = usual_span(Gear(gear.teeth, gear.module))
    return k, k + 1


@dataclass
class Case:
    """One gear read one way: was the reader right, how sure, and the limit and the habit beside it."""

    traits: frozenset[str]
    right: bool
    sure: float
    limit: bool
    limit_sure: float
    habit: bool


def _case(seed: int, world: World = BENCH) -> dict[str, Case]:
    dice = np.random.default_rng([20261125, seed])
    teeth = int(np.exp(dice.uniform(np.log(9), np.log(104))))
    drawn = crowd(teeth, 1, dice, world)
    gear = one_of(drawn, 0)
    if tip_land(gear) < 0:
        gear = replace(gear, profile_shift=0.0)
    label = LABELS[int(drawn.size[0])]
    many = crowd(teeth, CROWD, dice, world)
    cases = {}
    for name, probes in SETS.items():
        readings = [read(gear, probe, dice) for probe in probes(gear)]
        odds = identify(teeth, readings).by_label()
        first = next(iter(odds), "")
        best, best_odds = _limit(many, readings)
        cases[name] = Case(
            _traits(gear, label), first == label, odds.get(first, 0.0), LABELS[best] == label, best_odds,
            _habit(teeth, readings[0]) == label if readings[0].probe.kind == "tips" else False,
        )  # fmt: skip
    return cases


def _limit(many: Crowd, readings: list[Reading]) -> tuple[int, float]:
    """The likeliest size by the generator's own shares, and its odds."""
    logs = np.zeros(len(many.size))
    for reading in readings:
        logs -= (
            0.5
            * ((reading.value - reading.probe.predict(many.gears)) / np.hypot(SCATTER, STEP / 12**0.5)) ** 2
        )
    share = np.bincount(many.size, np.exp(logs - logs.max()), len(SIZES))
    return int(share.argmax()), float(share.max() / share.sum())


def _habit(teeth: int, reading: Reading) -> str:
    """Tips over teeth plus two, to the nearest size."""
    return LABELS[int(np.abs(np.log(SIZES * (teeth + 2) / reading.value)).argmin())]


def _traits(gear: Gear, label: str) -> frozenset[str]:
    module = float(gear.module)
    traits = {
        "worn": gear.thinning > 0.05 * module or gear.tip_trim > 0.08 * module,
        "shifted pinions": gear.teeth < 17 and abs(float(gear.profile_shift)) > 0.05,
        "fine, below 0.5 module": module < 0.5,
        "0.8 module or 32 DP": label in ("0.8 module", "32 DP"),
        "0.4 module or 64 DP": label in ("0.4 module", "64 DP"),
        "0.35 module or 72 DP": label in ("0.35 module", "72 DP"),
    }
    return frozenset(name for name, holds in traits.items() if holds)


def _advised(seed: int) -> tuple[int, int]:
    """Readings until a size is settled: as advised, and in random order."""
    dice = np.random.default_rng([7, seed])
    teeth = int(np.exp(dice.uniform(np.log(9), np.log(104))))
    gear = one_of(crowd(teeth, 1, dice), 0)
    needed = []
    for advised in (True, False):
        readings = [read(gear, Probe("tips"), dice)]
        while len(readings) < MOST_READINGS:
            identification = identify(teeth, readings)
            odds = identification.by_label()
            if odds and next(iter(odds.values())) >= SETTLED:
                break
            advice = next_measurement(identification) if advised else None
            if advised and advice is None:
                readings += [readings[0]] * (MOST_READINGS - len(readings))
                break
            probe = advice.probe if advice else _any_probe(gear, dice)
            readings.append(read(gear, probe, dice))
        needed.append(len(readings))
    return needed[0], needed[1]


def _any_probe(gear: Gear, dice: np.random.Generator) -> Probe:
    open_to = [Probe("tips"), Probe("tips", "largest"), Probe("root")]
    open_to += [Probe("span", k=k) for k in span_counts(Gear(gear.teeth, gear.module))]
    return open_to[int(dice.integers(len(open_to)))]


def readings(gears: int = GEARS, advised: int = ADVISED) -> None:
    """Print the figures."""
    # One thread each: the work is many small arrays.
    for name in ("OMP_NUM_THREADS", "OPENBLAS_NUM_THREADS"):
        os.environ[name] = "1"
    say(f"{gears} gears of each world, caliper scatter {SCATTER} mm in steps of {STEP}; named right first:")
    say(f"  {'':34}{'reader':>8}{'limit':>8}{'habit':>8}{'of':>7}")
    with multiprocessing.Pool(os.cpu_count()) as pool:
        worlds = {
            name: pool.starmap(_case, [(seed, world) for seed in range(gears)], chunksize=20)
            for name, world in WORLDS.items()
        }
        needed = np.array(pool.map(_advised, range(advised), chunksize=10))
    for title, cases in worlds.items():
        say(f"\n{title}:")
        for name in SETS:
            _shares(name, [case[name] for case in cases])
    cases = next(iter(worlds.values()))
    say("\nBy kind of gear, tips and two spans:")
    for trait in sorted({trait for case in cases for trait in case["tips only"].traits}):
        _shares(trait, [c["tips and two spans"] for c in cases if trait in c["tips only"].traits])
    say("\nOf those called at least this sure, this many are right:")
    for name in SETS:
        _calibration(name, [case[name] for case in cases])
    _needed(needed)


def _needed(needed: NDArray[np.int64]) -> None:
    """Readings taken after the first, for gears that the first left open."""
    open_ones = needed[(needed > 1).any(axis=1)] - 1
    say(f"\nFurther readings until a size is {SETTLED:.0%} sure, {len(open_ones)} of {len(needed)} gears")
    say(f"left open by the first reading, at most {MOST_READINGS - 1}:")
    for at, name in enumerate(("as advised", "in random order")):
        took = open_ones[:, at]
        settled = (took < MOST_READINGS - 1).mean()
        say(f"  {name:34}mean {took.mean():.2f}, median {np.median(took):.0f}, settled {settled:.1%}")
    both = open_ones[(open_ones < MOST_READINGS - 1).all(axis=1)]
    if len(both):
        say(f"  settled either way: {both[:, 0].mean():.2f} against {both[:, 1].mean():.2f}")


def _shares(name: str, cases: list[Case]) -> None:
    if not cases:
        return
    right, limit, habit = (np.mean([getattr(c, f) for c in cases]) for f in ("right", "limit", "habit"))
    said = f"{habit:8.1%}" if any(c.habit for c in cases) else f"{'':>8}"
    say(f"  {name:34}{right:8.1%}{limit:8.1%}{said}{len(cases):7d}")


def _calibration(name: str, cases: list[Case]) -> None:
    parts = []
    for least in (0.5, 0.8, 0.9, 0.95):
        called = [case for case in cases if case.sure >= least]
        if called:
            right, said = np.mean([c.right for c in called]), np.mean([c.sure for c in called])
            parts.append(f"{least:.0%}: {right:.1%} (said {said:.1%}, {len(called)})")
    say(f"  {name:24}" + "  ".join(parts))
