"""What is counted of requests, for whoever watches (OpenMetrics 1.0), over all workers of one server."""

from __future__ import annotations

import fcntl
import os
import shutil
import time
from collections.abc import Iterable
from functools import cache
from pathlib import Path
from typing import IO, Any

from django.conf import settings
from django.db import Error, connection
from prometheus_client import CollectorRegistry, Counter, Histogram, multiprocess, values
from prometheus_client.metrics_core import GaugeMetricFamily, InfoMetricFamily, Metric
from prometheus_client.openmetrics.exposition import CONTENT_TYPE_LATEST, generate_latest

SHARED = "PROMETHEUS_MULTIPROC_DIR"
"""Where the workers of one server keep their counts: named by the library that reads it."""

SLOTS = 64
BUCKETS = (0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1.0, 2.0, 5.0, 10.0)

_held: dict[int, tuple[int, IO[str]]] = {}


def slot() -> int:
    """A number that no other living process of this server has: files of one that died are counted on in.

    By process ids there would be a set of files more for each worker that ever was.
    """
    own = os.getpid()
    if own not in _held:
        _held.clear()
        folder = Path(os.environ[SHARED])
        for number in range(SLOTS):
            lock = (folder / f"slot-{number}").open("w")
            try:
                fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
            except OSError:
                lock.close()
                continue
            _held[own] = number, lock
            break
        else:
            raise RuntimeError("more processes count requests than there are slots")
    return _held[own][0]


if os.environ.get(SHARED):
    Path(os.environ[SHARED]).mkdir(parents=True, exist_ok=True)
    values.ValueClass = values.MultiProcessValue(process_identifier=slot)  # type: ignore[no-untyped-call]

REQUESTS = Counter("dentado_requests", "Requests answered.", ["method", "route", "status"])
SECONDS = Histogram(
    "dentado_request_seconds", "Seconds from a request to its answer.", ["route"], buckets=BUCKETS
)


def counted(method: str, route: str, status: int, seconds: float) -> None:
    """One request more."""
    REQUESTS.labels(method, route, str(status)).inc()
    SECONDS.labels(route).observe(seconds)


class _Bench:
    """What is looked at when it is asked for: disk, database, the newest backup."""

    def collect(self) -> Iterable[Metric]:
        info = InfoMetricFamily("dentado", "What is served here.")
        info.add_metric([], {"version": settings.VERSION})
        yield info
        disk = shutil.disk_usage(settings.VAR)
        yield GaugeMetricFamily("dentado_disk_free_bytes", "Room for photos and the record.", disk.free)
        began = time.perf_counter()
        yield GaugeMetricFamily("dentado_database_up", "Whether the record can be reached.", _database())
        spent = time.perf_counter() - began
        yield GaugeMetricFamily("dentado_database_seconds", "How long it took to answer.", spent)
        if (age := _backup_age()) is not None:
            yield GaugeMetricFamily("dentado_backup_age_seconds", "Since the newest backup.", age)


def _database() -> float:
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
            return float(cursor.fetchone() == (1,))
    except Error:
        connection.close()
        return 0.0


def _backup_age() -> float | None:
    kept = list((settings.VAR / "backups").glob("*"))
    return time.time() - max(path.stat().st_mtime for path in kept) if kept else None


@cache
def _bench() -> CollectorRegistry:
    made = CollectorRegistry()
    made.register(_Bench())
    if os.environ.get(SHARED):
        multiprocess.MultiProcessCollector(made)  # type: ignore[no-untyped-call]
    else:
        for each in (REQUESTS, SECONDS):
            made.register(each)
    return made


def exposition() -> tuple[bytes, str]:
    """All of it as text, and what kind of text that is."""
    made: Any = generate_latest(_bench())  # type: ignore[no-untyped-call]
    return made, CONTENT_TYPE_LATEST
