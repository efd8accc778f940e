"""The core by itself."""

from __future__ import annotations

import subprocess
from collections.abc import Callable
from dataclasses import replace
from math import radians
from random import Random
from typing import Any

from demo.scenario import SCENARIO
from gearing.mesh.verdict import band_for
from gearing.rebuild.model import PlanContext, Removed
from gearing.rebuild.plan import build_plan
from gearing.regear import Drive, Plate, Stocked, Target, regear
from gearing.strip.entry import parse, read_line
from gearing.strip.order import StripStep, reach
from gearing.train import read_train, solve
from gearing.train.open_counts import Measured, fill_in
from sums import SUMS

from ..paths import ROOT
from .desk import row, timed
from .inputs import SUM_INPUTS
from .report import REPORT

BUDGETS = {"read": 0.012, "pair": 0.008, "regear": 0.010, "entry": 0.002}
"""Seconds of work for the sums that are asked while a hand is moving."""


def core_sums() -> None:
    REPORT.begin("The core alone:")
    for name, request in SUM_INPUTS.items():
        made = SUMS[name].takes.model_validate(request)
        spent = timed(lambda n=name, g=made: SUMS[n].compute(g))  # type: ignore[misc]
        budget = BUDGETS.get(name, 0.030)
        row(name, spent, f"budget {budget * 1000:.0f} ms", spent <= budget)


def searches() -> None:
    """What was once held to a clock in the tests, and the core's long lines."""
    REPORT.begin("\nSearches and long lines in the core:")
    lines = " | ".join(["12:60", "14:48i", "belt 20:40", "w1:30"] * 5)
    train, steps, taken_off = read_train(lines), _tangle(200), _taken_off(60)
    plate = Plate(10.0, 0.8, 60, 3.0).distances()
    present = Drive(15, 54, 60.0, 2.6)
    wide: dict[str, Any] = {"module": 0.8, "alpha": radians(20), "band": band_for("open"), "holes": plate}
    pinions, spurs = ([Stocked(z, False) for z in counts] for counts in (range(10, 71, 3), range(30, 151, 2)))
    asks: dict[str, tuple[Callable[[], object], float]] = {
        "twenty stages solved": (lambda: solve(train), 0.005),
        "two open counts found": (
            lambda: fill_in("?:? | 14:48", Measured(17.3, 0.2, ((1, 70.0, 1.5),)), 10_000), 0.05,
        ),
        "every pair on sixty holes": (
            lambda: regear(present, 72.0, 2.6, Target("keep"), pinions, spurs, **wide), 0.1,
        ),
        "a plan of sixty steps": (lambda: build_plan(taken_off, PlanContext(unit="car")), 0.02),
        "the way in through 200 steps": (lambda: reach(steps, 201), 0.3),
    }  # fmt: skip
    for name, (run, budget) in asks.items():
        spent = timed(run, 5)
        row(name, spent, f"budget {budget * 1000:.0f} ms", spent < budget)
    asked = [str(ROOT / "dentado"), "sum", "train"]
    whole = timed(
        lambda: subprocess.run(asked, input=b'{"line": "12:60"}', stdout=subprocess.DEVNULL, check=True), 5
    )
    row("./dentado sum train, whole", whole, "budget 500 ms", whole < 0.5)


def lines_said() -> None:
    """How much of what benches say is understood, of the lines the tests hold."""
    from tests.core.lines import SAID, shares

    REPORT.begin(f"\nOf {len(SAID)} lines as they are said, budget 99 % of kinds and 97 % of whole lines:")
    kinds, lines = shares()
    spent = timed(lambda: [read_line(line) for line, *_ in SAID], 3) / len(SAID)
    note = f"{100 * kinds:.1f} % of kinds, {100 * lines:.1f} % of whole lines"
    row("a line", spent, note, kinds >= 0.99 and lines >= 0.97 and spent < 0.005)


def _taken_off(many: int) -> list[Removed]:
    """The sample bench's lines, one after another and from the front again; every seventh piece is new."""
    lines = [off.line for stay in SCENARIO for off in stay.strip]
    return [
        Removed(n + 1, entry, "" if n % 7 else "replace", at=at)
        for n in range(many)
        for at, entry in enumerate(read_line(lines[n % len(lines)]))
    ]


def _tangle(many: int) -> list[StripStep]:
    """Steps that each need a few before them, on two sides, and a lid that needs them all."""
    dice = Random(1)
    steps = []
    for n in range(1, many + 1):
        needs = tuple(sorted({dice.randint(max(1, n - 12), n - 1) for _ in range(min(n - 1, n % 3))}))
        entry = replace(parse(f"M3x8 hex{1 + n % 6} x{n}"), side=("top", "under")[dice.randrange(2)])
        steps.append(StripStep(n, replace(entry, after=needs, free=not needs)))
    return [*steps, StripStep(many + 1, replace(parse("lid"), after=tuple(range(1, many + 1))))]
