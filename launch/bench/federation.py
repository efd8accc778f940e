"""A federation of clubs in one database: what one bench waits for while a thousand others are there."""

from __future__ import annotations

import json
import time
from collections.abc import Sequence
from functools import partial
from pathlib import Path
from typing import Any
from uuid import UUID, uuid4

from pydantic import TypeAdapter

from gearing.strip.entry import Entry, parse

from ..stack import Stack
from .desk import Desk, timed
from .report import REPORT
from .server import connect

CLUBS, VISITS, STEPS, GEARS = 1_000, 200, 20, 1_000
"""Workshops, and of each its visits, the pieces of a visit, the gears in its drawer."""

AT_ONCE = 50
"""Workshops laid in by one transaction."""

ROUNDS = 30
LINES = ("4x M3x10 button hex2 rear cover", "bearing 5x11x4", "spur wheel 57t nylon", "shaft 3x40")
NOTHING = json.dumps({"v": 1, "is": []})
SQL = Path(__file__).with_suffix(".sql")

COUNTED = {
    "workshops": "workshop_workshop",
    "visits": "visits_visit",
    "pieces": "visits_piece",
    "gears": "drawer_kept",
}

Times = dict[str, float]


def federation() -> None:
    """The same bench alone and among the others; each call at most twice as long."""
    with Stack(durable=True) as stack:
        desk, line = Desk(stack.port), connect(stack)
        visit = UUID(desk.ask("GET", "/api/visits?state=open")["cards"][0]["id"])
        alone = _waits(desk, visit)
        began = time.monotonic()
        with line.cursor() as cursor:
            rows = lay_in(cursor, line.commit)
            spent = time.monotonic() - began
            cursor.execute("ANALYZE TABLE visits_visit, visits_unit, visits_step, visits_piece, drawer_kept")
            cursor.fetchall()
        line.commit()
        many = ", ".join(f"{count:,} {name}" for name, count in rows.items())
        REPORT.begin(f"\nAmong {many} (laid in in {spent:.0f} s), budget 2 × the same bench alone:")
        among = _waits(desk, visit)
        for name, seconds in among.items():
            note = f"{seconds / alone[name]:.1f} × alone, {alone[name] * 1000:.1f} ms"
            REPORT.add(name, seconds, note, seconds <= 2 * alone[name])
        line.close()


def _waits(desk: Desk, visit: UUID) -> Times:
    """What a bench asks all day, in seconds."""
    at = f"/api/visits/{visit}"
    asks = {
        "the bench": partial(desk.ask, "GET", "/api/visits?state=open"),
        "a visit": partial(desk.ask, "GET", at),
        "its history": partial(desk.ask, "GET", f"{at}/history"),
        "visits by words": partial(desk.ask, "GET", "/api/visits?words=drone+speed"),
        "the filed list": partial(desk.ask, "GET", "/api/visits?state=filed"),
        "units": partial(desk.ask, "GET", "/api/units"),
        "what is picked by": partial(desk.ask, "GET", "/api/visits/known"),
        "the drawer by tooth": partial(desk.ask, "POST", "/api/drawer/search", {"wanted": {"teeth": 31}}),
        "the drawer by words": partial(desk.ask, "POST", "/api/drawer/search", {"words": "brass donor"}),
        "the day": partial(desk.ask, "GET", "/api/day"),
        "what is wrong": partial(desk.ask, "GET", f"{at}/diagnosis"),
        "orders": partial(desk.ask, "GET", "/api/orders"),
    }
    times = {name: float(timed(ask, ROUNDS)) for name, ask in asks.items()}
    other = uuid4()
    desk.ask("PUT", f"/api/visits/{other}", {"unit_id": str(uuid4()), "kind": "other", "label": "written to"})
    at = f"/api/visits/{other}"
    times["a step written"] = float(
        timed(lambda: desk.ask("PUT", f"{at}/steps/{uuid4()}", {"line": "washer 3x6"}), ROUNDS)
    )
    return times


def lay_in(cursor: Any, commit: Any, clubs: int = CLUBS) -> dict[str, int]:
    """Workshops with all that they have, made up within the database itself.

    Parameters
    ----------
    cursor, commit
        Of a connection to Dentado's database.
    clubs : int

    Returns
    -------
    dict of str to int
        Rows by what they are.
    """
    cursor.execute("SELECT COALESCE(MAX(id), 0) FROM workshop_workshop")
    before = int(cursor.fetchone()[0])
    for start in range(0, clubs, AT_ONCE):
        first, last = before + start + 1, before + min(start + AT_ONCE, clubs)
        for statement in _statements(first, last):
            cursor.execute(statement)
        commit()
    tables = {
        "workshops": "workshop_workshop",
        "visits": "visits_visit",
        "pieces": "visits_piece",
        "gears": "drawer_kept",
    }
    counted = {}
    for name, table in tables.items():
        cursor.execute(f"SELECT COUNT(*) FROM {table}")
        counted[name] = int(cursor.fetchone()[0])
    return counted


def _statements(first: int, last: int) -> list[str]:
    """What lays in the workshops of these numbers, one table after the other."""
    kept = TypeAdapter(Entry)
    entries = [
        json.dumps({"v": 1, "is": kept.dump_python(parse(said), mode="json", exclude_defaults=True)})
        for said in LINES
    ]
    text = SQL.read_text()
    for name, value in {
        "first": first,
        "last": last,
        "visits": VISITS,
        "steps": STEPS,
        "gears": GEARS,
        "nothing": NOTHING,
        "lines": _quoted(LINES),
        "entries": _quoted(entries),
    }.items():
        text = text.replace(f"{{{name}}}", str(value))
    return [statement for statement in text.split(";\n") if statement.strip()]


def _quoted(texts: Sequence[str]) -> str:
    return ", ".join("'" + text.replace("\\", "\\\\").replace("'", "''") + "'" for text in texts)
