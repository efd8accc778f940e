"""What a run of the bench found: printed as it comes, kept as JSON, held against an earlier run."""

from __future__ import annotations

import json
import time
from collections.abc import Iterator, Mapping
from dataclasses import asdict, dataclass, field
from math import log
from pathlib import Path
from statistics import median, quantiles

import numpy as np

from ..paths import say, stop_with

SLOWER = 1.25
"""Times as long as before, from which a row is called slower: less is this machine's mood."""

PACED = 9
"""Rounds of the fixed work by which the machine's pace is told."""


def pace() -> float:
    """Seconds of a fixed work in plain Python and in NumPy: the same in every run but for the machine."""
    angles = np.linspace(0.1, 1.2, 20_000)
    taken = []
    for _ in range(PACED):
        began = time.perf_counter()
        sum(n * n for n in range(20_000))
        np.tan(angles).sum()
        taken.append(time.perf_counter() - began)
    return median(taken)


class Spent(float):
    """Seconds of the middle call of many, and of a quarter's ends to either side."""

    low: float
    high: float

    @classmethod
    def of(cls, taken: list[float]) -> Spent:
        made = cls(median(taken))
        made.low, _, made.high = quantiles(taken, n=4) if len(taken) > 1 else (taken[0],) * 3
        return made


@dataclass
class BenchRow:
    """One line: of a part of the bench, with its time where it has one."""

    part: str
    what: str
    note: str
    ok: bool
    seconds: float | None = None
    low: float | None = None
    high: float | None = None
    pace: float | None = None
    by_size: dict[str, float] | None = None
    """Seconds by the size of the work, where that is what was looked at."""

    def times(self) -> Iterator[tuple[str, float]]:
        """What was timed, each with its seconds: the row itself, or the row at each size."""
        if self.seconds:
            yield self.what, self.seconds
        for size, seconds in (self.by_size or {}).items():
            yield f"{self.what}, at {int(size):,}", seconds


@dataclass
class Report:
    """All lines of a run, in the order they came."""

    rows: list[BenchRow] = field(default_factory=list)
    part: str = ""
    pace: float = 0.0

    def begin(self, words: str) -> None:
        """A heading; what follows belongs to it."""
        self.part = words.strip().split(":")[0].split(",")[0]
        self.pace = pace()
        say(words)

    def add(self, what: str, seconds: float | None, note: str, ok: bool) -> None:
        low, high = spread = (seconds.low, seconds.high) if isinstance(seconds, Spent) else (None, None)
        self.rows.append(BenchRow(self.part, what, note, ok, seconds, low, high, self.pace))
        mark = "ok  " if ok else "OVER"
        if seconds is None:
            say(f"  {mark}  {what:<34}{'':21}   {note}")
            return
        between = f"{spread[0] * 1000:.1f}–{spread[1] * 1000:.1f}" if spread[0] and spread[1] else ""
        say(f"  {mark}  {what:<34}{seconds * 1000:8.1f} ms {between:>11}  {note}")

    def grows(self, what: str, by: Mapping[int, float], most: float) -> None:
        """A table by size, and the exponent it grows with: 1 is as the size, 0 not at all."""
        sizes = sorted(by)
        first, last = sizes[0], sizes[-1]
        exponent = log(max(by[last], 1e-9) / max(by[first], 1e-9)) / log(last / first)
        said = ", ".join(f"{size:,}: {by[size] * 1000:.1f} ms" for size in sizes)
        self.add(
            f"{what} grows", None, f"{said}; exponent {exponent:.2f}, at most {most:g}", exponent <= most
        )
        self.rows[-1].by_size = {str(size): float(by[size]) for size in sizes}

    def save(self, path: Path) -> None:
        path.write_text(json.dumps({"v": 1, "rows": [asdict(row) for row in self.rows]}, indent=1) + "\n")
        paces = [row.pace for row in self.rows if row.pace]
        say(f"\nWritten to {path}. The machine's pace was {spread_of(paces)} for the same work.")

    def against(self, path: Path) -> None:
        """What became slower or quicker than in the run that was written to `path`."""
        before = {(row.part, row.what): row for row in earlier(path)}
        say(f"\nAgainst {path.name}, each by the machine's pace at the time:")
        for row in self.rows:
            was = before.get((row.part, row.what))
            then = dict(was.times()) if was else {}
            for what, seconds in row.times():
                if was and what in then:
                    _say_change(what, then[what], seconds, paced(was.pace, row.pace))
        well = {key for key, was in before.items() if was.ok}
        over = [row.what for row in self.rows if not row.ok and (row.part, row.what) in well]
        for what in over:
            say(f"  OVER     {what}: it was within its budget")


def _say_change(what: str, before: float, now: float, pace: float) -> None:
    times = now / before * pace
    if not 1 / SLOWER < times < SLOWER:
        word = "slower" if times > 1 else "quicker"
        say(f"  {times:5.2f} ×  {what}: {word}, {before * 1000:.1f} to {now * 1000:.1f} ms")


def paced(before: float | None, now: float | None) -> float:
    """What a time of now is worth in the machine's pace of before; 1 where an earlier run did not tell it."""
    return before / now if before and now else 1.0


def spread_of(paces: list[float]) -> str:
    """The quickest and the slowest of them."""
    return f"{min(paces) * 1000:.1f} to {max(paces) * 1000:.1f} ms" if paces else "not told"


def earlier(path: Path) -> list[BenchRow]:
    """The rows of an earlier run."""
    try:
        kept = json.loads(path.read_text())
        rows = [BenchRow(**row) for row in kept["rows"]]
    except (OSError, ValueError, KeyError, TypeError):
        stop_with(f"{path} is no run of the bench.", "Write one first: ./dentado bench --json FILE")
    return rows


REPORT = Report()
"""The run that is on."""
