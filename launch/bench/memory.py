"""How much memory a worker takes while it answers everything in turn, many times."""

from __future__ import annotations

import os
from contextlib import suppress
from pathlib import Path
from uuid import uuid4

from ..stack import Stack
from .desk import Desk, told
from .inputs import SUM_INPUTS
from .report import REPORT

REQUESTS = int(os.environ.get("DENTADO_BENCH_REQUESTS", "20000"))
LOOKS = 5
MOST_MB, FLAT = 300, 1.1
"""A worker's memory, and how much more it may be at the end than half way."""


def memory() -> None:
    """Print what the largest worker holds on the way."""
    REPORT.begin(f"\nMemory of a worker over {REQUESTS:,} mixed requests:")
    with Stack(durable=True) as stack:
        desk = Desk(stack.port)
        cards = desk.ask("GET", "/api/visits")["cards"]
        held = []
        for n in range(REQUESTS):
            _one(desk, n, cards[n % len(cards)]["id"])
            if (n + 1) % (REQUESTS // LOOKS) == 0:
                held.append(_largest(os.getpid()))
    told("held on the way", ", ".join(f"{each:.0f} MB" for each in held), max(held) <= MOST_MB)
    told("the end by the middle", f"{held[-1] / held[LOOKS // 2]:.2f} ×", held[-1] <= FLAT * held[LOOKS // 2])


def _one(desk: Desk, n: int, visit: str) -> None:
    names = list(SUM_INPUTS)
    asks = [
        lambda: desk.ask("GET", "/api/session"),
        lambda: desk.ask("GET", f"/api/visits/{visit}"),
        lambda: desk.ask("GET", f"/api/visits/{visit}/plan"),
        lambda: desk.ask("GET", "/api/visits"),
        lambda: desk.ask("GET", f"/api/visits/{visit}/row"),
        lambda: desk.ask("POST", "/api/drawer/search", {"words": "steel"}),
        lambda: desk.ask("PUT", f"/api/visits/{visit}/timers/{uuid4()}", {"label": "cure", "minutes": 1}),
        lambda: desk.ask("POST", f"/api/sums/{names[n // 8 % len(names)]}", _varied(n)),
    ]
    asks[n % len(asks)]()


def _varied(n: int) -> dict[str, object]:
    """A sum as asked, never twice the same where it has teeth."""
    asked = dict(SUM_INPUTS[list(SUM_INPUTS)[n // 8 % len(SUM_INPUTS)]])
    return {**asked, "teeth": 12 + n % 60} if "teeth" in asked and "readings" not in asked else asked


def _largest(pid: int) -> float:
    """The largest resident size of a worker below a process, MB."""
    return max((_resident(each) for each in and_below(pid) if _is_worker(each)), default=0.0)


def and_below(pid: int) -> list[int]:
    """A process and all that came of it."""
    found = [pid]
    for each in found:
        for task in Path(f"/proc/{each}/task").glob("*/children"):
            with suppress(OSError):
                found += [int(child) for child in task.read_text().split()]
    return found


def _is_worker(pid: int) -> bool:
    said = Path(f"/proc/{pid}/cmdline")
    return said.exists() and b"gunicorn" in said.read_bytes()


def _resident(pid: int) -> float:
    for line in Path(f"/proc/{pid}/status").read_text().splitlines():
        if line.startswith("VmRSS:"):
            return int(line.split()[1]) / 1024
    return 0.0
