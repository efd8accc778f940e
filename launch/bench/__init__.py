"""``./dentado bench``: the budgets, as ratios within one run, on the demo's data.

It says what it timed and how often, with the middle half of the calls beside each median;
the machine's own speed cancels out of the ratios but not out of the milliseconds.
"""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from ..paths import say, stop_with
from ..stack import Stack
from .core import core_sums, lines_said, searches
from .desk import ROUNDS, Desk
from .diagnosis import what_clicks, what_is_wrong
from .federation import federation
from .growth import growth
from .hand import echo, phone
from .load import load
from .memory import memory
from .orders import orders_and_days
from .page_memory import page_memory
from .photos import photos
from .report import REPORT
from .screen import drag, first_screen, long_row
from .server import drawer, routes, step
from .starting import second_start

ALONE: dict[str, tuple[Callable[[], None], ...]] = {
    "core": (core_sums, searches, lines_said),
    "diagnosis": (what_is_wrong, what_clicks),
}
SERVED: dict[str, tuple[Callable[[Desk, Stack], None], ...]] = {
    "server": (routes, step, drawer),
    "screen": (first_screen, long_row, drag),
    "hand": (echo, phone),
    "orders": (orders_and_days,),
}
LATER: dict[str, tuple[Callable[[], None], ...]] = {"start": (second_start,)}
LONG: dict[str, tuple[Callable[[], None], ...]] = {
    "federation": (federation,), "growth": (growth,), "load": (load,), "memory": (memory, page_memory),
    "photos": (photos,),
}  # fmt: skip
"""Minutes each: only where they are asked for."""


def bench(words: list[str]) -> None:
    """Print each budget with what was measured beside it.

    Parameters
    ----------
    words : list of str
        Parts to run, all but the long ones if none is said; ``--json FILE`` keeps what was found,
        ``--against FILE`` holds it against an earlier run.
    """
    parts, files = _read(words)
    usual = [*ALONE, *SERVED, *LATER]
    chosen = parts or usual
    _run(ALONE, chosen)
    if set(chosen) & set(SERVED):
        with Stack(durable=True) as stack:
            desk = Desk(stack.port)
            say(f"\nMedians of {ROUNDS} calls over one kept connection; 2 workers; demo data.")
            for part, measures in SERVED.items():
                for measure in measures if part in chosen else ():
                    measure(desk, stack)
    for later in (LATER, LONG):
        _run(later, chosen)
    if "--against" in files:
        REPORT.against(files["--against"])
    if "--json" in files:
        REPORT.save(files["--json"])


def _run(parts: dict[str, tuple[Callable[[], None], ...]], chosen: list[str]) -> None:
    for part, measures in parts.items():
        for measure in measures if part in chosen else ():
            measure()


def _read(words: list[str]) -> tuple[list[str], dict[str, Path]]:
    known, parts, files = {*ALONE, *SERVED, *LATER, *LONG}, [], {}
    rest = iter(words)
    for word in rest:
        if word in ("--json", "--against"):
            file = next(rest, "")
            if not file:
                stop_with(f"{word} needs a file.", f"./dentado bench {word} bench.json")
            files[word] = Path(file)
        elif word in known:
            parts.append(word)
        else:
            stop_with(f"“{word}” is no part of the bench.", f"One of: {', '.join(sorted(known))}.")
    return parts, files
