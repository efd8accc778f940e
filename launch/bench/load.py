"""How long a strip step takes while many clients work at once, and heavy sums run beside them."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable
from itertools import cycle
from typing import Any
from uuid import uuid4

from ..stack import Stack
from .desk import Desk, row, told
from .inputs import SUM_INPUTS
from .report import REPORT

CLIENTS = 64
RECKONING = 8
"""Of them reckon all the time, one heavy sum after the other, while the others strip."""
HEAVY = ("regear", "read", "pair")
STEPS = 15
SECONDS_A_STEP = 2.0
"""A hand that strips says no more than a piece in two seconds."""
LONE_PACE = 0.25
BUDGET = 1.0
"""Seconds for 99 of 100 steps."""


def load() -> None:
    """Print the spread of steps with and without sums beside them, at a hand's pace and without a rest."""
    REPORT.begin(f"\n{CLIENTS} clients at once, two workers:")
    with Stack(durable=True) as stack:
        desk = Desk(stack.port)
        for pace, said in ((SECONDS_A_STEP, "at a hand's pace"), (0.0, "without a rest")):
            for reckoning in (0, RECKONING):
                beside = f", {reckoning} reckoning beside" if reckoning else ""
                work = _Work(desk)
                work.all_at_once(pace, reckoning)
                work.say(f"a step, {said}{beside}")
        lone = _Work(Desk(stack.port, "Slip Road bench"))
        lone.strip(lone.desk.beside(), 3 * STEPS, LONE_PACE)
        alone = lone.last
        lone.taken.clear()
        crowd = _Work(desk)
        others = threading.Thread(
            target=crowd.all_at_once, args=(0.0, RECKONING), kwargs={"steps": 8 * STEPS}
        )
        others.start()
        lone.strip(lone.desk.beside(), 3 * STEPS, LONE_PACE)
        others.join()
        lone.say(f"a step of another workshop's lone hand meanwhile ({1000 * alone:.0f} ms alone)")


class _Work:
    """What many clients of one member did at once."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk
        self.taken: list[float] = []
        self.broken: list[str] = []

    @property
    def last(self) -> float:
        """Seconds that 99 of 100 steps took at most."""
        return sorted(self.taken)[int(0.99 * len(self.taken))] if self.taken else float("inf")

    def say(self, what: str) -> None:
        middle = 1000 * sorted(self.taken)[len(self.taken) // 2] if self.taken else float("inf")
        note = f"p99 of {len(self.taken):,}; median {middle:.0f} ms; budget {BUDGET:g} s"
        row(what, self.last, note, self.last <= BUDGET)
        if self.broken:
            told("errors", f"{len(self.broken)}: {self.broken[0][:120]}", False)

    def all_at_once(self, pace: float, reckoning: int, steps: int = STEPS) -> None:
        """Hands that strip, so many seconds a step, and heads that reckon until they have."""
        over = threading.Event()
        hands = [self._thread(self.strip, steps, pace) for _ in range(CLIENTS - reckoning)]
        heads = [self._thread(self.reckon, over) for _ in range(reckoning)]
        for n, each in enumerate([*heads, *hands]):
            each.start()
            # Not all in the same instant, as hands are not.
            time.sleep(pace / CLIENTS if n >= reckoning else 0)
        for each in hands:
            each.join()
        over.set()
        for each in heads:
            each.join()

    def _thread(self, work: Callable[..., None], *more: Any) -> threading.Thread:
        def run() -> None:
            try:
                work(self.desk.beside(), *more)
            except (SystemExit, OSError) as error:
                self.broken.append(str(error))

        return threading.Thread(target=run)

    def strip(self, mine: Desk, steps: int, pace: float) -> None:
        unit, visit = uuid4(), uuid4()
        opened = {"unit_id": str(unit), "kind": "other", "label": f"load {unit}"}
        mine.ask("PUT", f"/api/visits/{visit}", opened)
        for n in range(steps):
            began = time.perf_counter()
            mine.ask("PUT", f"/api/visits/{visit}/steps/{uuid4()}", {"line": f"washer {n}"})
            spent = time.perf_counter() - began
            self.taken.append(spent)
            time.sleep(max(0.0, pace - spent))

    def reckon(self, mine: Desk, over: threading.Event) -> None:
        for name in cycle(HEAVY):
            if over.is_set():
                return
            mine.ask("POST", f"/api/sums/{name}", SUM_INPUTS[name])
