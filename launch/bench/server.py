"""The server's answers, over one kept connection."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from uuid import uuid4

import MySQLdb

from demo.scenario import SCENARIO

from ..paths import HOST, secret
from ..stack import Stack
from .desk import Desk, row, timed
from .inputs import ENTRY, SUM_INPUTS
from .report import REPORT


def routes(desk: Desk, stack: Stack) -> None:
    empty = timed(lambda: desk.ask("GET", "/api/session"))
    REPORT.begin("\nThe API, budget 2 × an empty route + 30 ms:")
    row("empty route", empty, "budget 4 ms", empty <= 0.004)
    limit = 2 * empty + 0.030
    asks: dict[str, Callable[[], object]] = {
        f"sums/{name}": lambda n=name, g=request: desk.ask("POST", f"/api/sums/{n}", g)  # type: ignore[misc]
        for name, request in SUM_INPUTS.items()
    }
    asks["the bench"] = lambda: desk.ask("GET", "/api/visits")
    longest = _longest_visit(desk)
    asks[f"a visit of {longest[1]} steps"] = lambda: desk.ask("GET", f"/api/visits/{longest[0]}")
    for name, run in asks.items():
        spent = timed(run)
        row(name, spent, f"{spent / empty:.1f} × empty, limit {limit * 1000:.1f} ms", spent <= limit)


def _longest_visit(desk: Desk) -> tuple[str, int]:
    card = max(desk.ask("GET", "/api/visits")["cards"], key=lambda row: row["pieces"])
    return card["id"], card["pieces"]


def step(desk: Desk, stack: Stack) -> None:
    """A step answers through the whole server, so the insert rides on a route that asks the record, too."""
    insert, asked = _bare_insert(stack), timed(lambda: desk.ask("GET", "/api/timers"))
    bare = asked + insert
    visit, unit = uuid4(), uuid4()
    desk.ask("PUT", f"/api/visits/{visit}", {"unit_id": str(unit), "kind": "other", "label": "bench"})
    lines = [off.line for stay in SCENARIO for off in stay.strip]
    taken = iter(range(10_000))

    def lay_down() -> object:
        body = {"line": lines[next(taken) % len(lines)]}
        return desk.ask("PUT", f"/api/visits/{visit}/steps/{uuid4()}", body)

    step = timed(lay_down)
    REPORT.begin("\nA strip step recorded, budget 3 × a bare durable insert behind a route with one query:")
    row("insert by the bare driver, on disk", insert, f"the step is {step / insert:.0f} × this", True)
    row("such a route + that insert", bare, "1.0 ×", True)
    row("strip step", step, f"{step / bare:.1f} ×", step <= 3 * bare)


KEPT = 10_000
KEPT_COLUMNS = (
    "id, workshop_id, recorded_by_id, teeth, module_mm, pressure_angle_deg, bore_mm, "
    "place, material, source, count, bore_shape, boss, part_number, kind, what, gone, changed_at"
)


def drawer(desk: Desk, stack: Stack) -> None:
    """Searches among many gears, as the API answers them."""
    REPORT.begin(f"\nThe drawer with {KEPT:,} gears, budget 30 ms a search:")
    line = connect(stack)
    with line.cursor() as cursor:
        cursor.execute("SELECT id, workshop_id FROM workshop_member LIMIT 1")
        member, workshop = cursor.fetchone()
        sizes, materials = (0.5, 0.6, 0.8, 1.0), ("nylon", "brass", "steel")
        rows = []
        for n in range(KEPT):
            tooth = (8 + n % 97, sizes[n % 4], 2 + n % 7)
            words = (f"R{n % 40}", materials[n % 3], f"donor {n % 300}")
            rows.append((str(uuid4()), workshop, member, *tooth, *words))
        marks = "%s,%s,%s,%s,%s,20,%s,%s,%s,%s,1,'','','','gear','',0,NOW()"
        cursor.executemany(f"INSERT INTO drawer_kept ({KEPT_COLUMNS}) VALUES ({marks})", rows)
        line.commit()
    line.close()
    asks: dict[str, dict[str, Any]] = {
        "by teeth, size and bore": {"wanted": {"teeth": 31, "module_mm": 0.8, "bore_mm": 5}},
        "by size and a word": {"wanted": {"module_mm": "0.8"}, "words": "brass"},
        "by three words": {"words": "donor r12 steel"},
        "everything": {},
    }
    for name, body in asks.items():
        spent = timed(lambda b=body: desk.ask("POST", "/api/drawer/search", b), 30)  # type: ignore[misc]
        row(name, spent, "", spent <= 0.03)


def connect(stack: Stack) -> Any:
    """The bare driver, signed in to the database that is measured."""
    own = stack.database
    return MySQLdb.connect(
        host=HOST, port=own.port, user=own.account, passwd=secret(own.folder, "database"), db=own.name
    )


def _bare_insert(stack: Stack) -> float:
    """One row into one table by the bare driver, committed durably."""
    line = connect(stack)
    with line.cursor() as cursor:
        cursor.execute("CREATE TABLE bare (id CHAR(36) PRIMARY KEY, line VARCHAR(400)) ENGINE=InnoDB")

        def insert() -> None:
            cursor.execute("INSERT INTO bare VALUES (%s, %s)", (str(uuid4()), ENTRY["line"]))
            line.commit()

        spent = timed(insert)
        cursor.execute("DROP TABLE bare")
    line.close()
    return spent
