"""How long a strip step takes while many clients work at once, and heavy sums run beside them."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable
from itertools import cycle
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
                _measure(desk, pace, reckoning, f"a step, {said}{beside}")


def _measure(desk: Desk, pace: float, reckoning: int, what: str) -> None:
    taken: list[float] = []
    broken: list[str] = []
    over = threading.Event()

    def kept(work: Callable[[Desk], None]) -> Callable[[], None]:
        def run() -> None:
            try:
                work(desk.beside())
            except (SystemExit, OSError) as error:
                broken.append(str(error))

        return run

    def strips(mine: Desk) -> None:
        unit, visit = uuid4(), uuid4()
        mine.ask(
            "PUT", f"/api/visits/{visit}", {"unit_id": str(unit), "kind": "other", "label": f"load {unit}"}
        )
        for n in range(STEPS):
            began = time.perf_counter()
            mine.ask("PUT", f"/api/visits/{visit}/steps/{uuid4()}", {"line": f"washer {n}"})
            spent = time.perf_counter() - began
            taken.append(spent)
            time.sleep(max(0.0, pace - spent))

    def reckons(mine: Desk) -> None:
        for name in cycle(HEAVY):
            if over.is_set():
                return
            mine.ask("POST", f"/api/sums/{name}", SUM_INPUTS[name])

    hands = [threading.Thread(target=kept(strips)) for _ in range(CLIENTS - reckoning)]
    heads = [threading.Thread(target=kept(reckons)) for _ in range(reckoning)]
    for n, each in enumerate([*heads, *hands]):
        each.start()
        # Not all in the same instant, as hands are not.
        time.sleep(pace / CLIENTS if n >= reckoning else 0)
    for each in hands:
        each.join()
    over.set()
    for each in heads:
        each.join()
    taken.sort()
    last = taken[int(0.99 * len(taken))] if taken else float("inf")
    middle = 1000 * taken[len(taken) // 2] if taken else float("inf")
    row(what, last, f"p99 of {len(taken):,}; median {middle:.0f} ms; budget {BUDGET:g} s", last <= BUDGET)
    if broken:
        told("errors", f"{len(broken)}: {broken[0][:120]}", False)
