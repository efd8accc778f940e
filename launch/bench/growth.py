"""How times grow with the work: rows of many steps, drawers of many gears, benches of many visits."""

from __future__ import annotations

import json
from datetime import UTC, datetime, timedelta
from functools import partial
from typing import Any
from urllib.parse import quote
from uuid import UUID, uuid4

from pydantic import TypeAdapter

from gearing.strip.entry import Entry, parse

from ..stack import Stack
from .desk import Desk, timed
from .report import REPORT
from .server import KEPT_COLUMNS, connect

STEPS = (20, 200, 2_000)
GEARS = (1_000, 10_000, 100_000, 1_000_000)
VISITS = (10, 1_000, 100_000)
AT_ONCE, OPEN = 10_000, 10


def growth() -> None:
    """Tables by size, each with its exponent."""
    with Stack(durable=True) as stack:
        desk, line = Desk(stack.port), connect(stack)
        with line.cursor() as cursor:
            cursor.execute("SELECT id, workshop_id FROM workshop_member WHERE username = 'robin'")
            own: tuple[int, int] = cursor.fetchone()
            REPORT.begin("\nAs the work grows:")
            _rows(desk, line, cursor, own)
            _drawers(desk, line, cursor, own)
            _benches(desk, line, cursor, own)
        line.close()


def _rows(desk: Desk, line: Any, cursor: Any, own: tuple[int, int]) -> None:
    whole: dict[int, float] = {}
    since: dict[int, float] = {}
    entered: dict[int, float] = {}
    for many in STEPS:
        visit = uuid4()
        desk.ask("PUT", f"/api/visits/{visit}", {"unit_id": str(uuid4()), "kind": "other", "label": "long"})
        _lay_down(cursor, own[0], visit, many)
        line.commit()
        at_visit = f"/api/visits/{visit}"
        whole[many] = timed(partial(desk.ask, "GET", at_visit), 15)
        at = quote(desk.ask("GET", f"/api/visits/{visit}/changed")["changed_at"])
        since[many] = timed(partial(desk.ask, "GET", f"{at_visit}?since={at}"), 15)
        entered[many] = timed(partial(_enter, desk, at_visit), 15)
    REPORT.grows("a visit, whole,", whole, 1.0)
    REPORT.grows("what changed in it", since, 0.2)
    REPORT.grows("a step entered", entered, 0.2)


def _enter(desk: Desk, visit: str) -> None:
    desk.ask("PUT", f"{visit}/steps/{uuid4()}", {"line": "washer 3x6"})


def _lay_down(cursor: Any, member: int, visit: UUID, many: int) -> None:
    now, nothing = datetime.now(UTC).replace(tzinfo=None) - timedelta(days=2), json.dumps({"v": 1, "is": []})
    lines = ["4x M3x10 button hex2 rear cover", "bearing 5x11x4", "spur wheel 57t nylon", "shaft 3x40"]
    as_kept = TypeAdapter(Entry)
    made = [as_kept.dump_python(parse(said), mode="json", exclude_defaults=True) for said in lines]
    entries = [json.dumps({"v": 1, "is": each}) for each in made]
    ids = [uuid4().hex for _ in range(many)]
    cursor.executemany(
        "INSERT INTO visits_step (id, visit_id, number, line, changed_at, recorded_by_id, recorded_at)"
        " VALUES (%s, %s, %s, %s, %s, %s, %s)",
        [(each, visit.hex, n + 1, lines[n % 4], now, member, now) for n, each in enumerate(ids)],
    )
    cursor.executemany(
        "INSERT INTO visits_piece (id, step_id, at, taken_back, entry, verdict, finding, findings, instead,"
        " came_with, recorded_by_id, recorded_at) VALUES (%s, %s, 0, 0, %s, '', '', %s, '', '', %s, %s)",
        [(each, each, entries[n % 4], nothing, member, now) for n, each in enumerate(ids)],
    )


def _drawers(desk: Desk, line: Any, cursor: Any, own: tuple[int, int]) -> None:
    asks: dict[str, dict[str, Any]] = {
        "a drawer by tooth": {"wanted": {"teeth": 31, "module_mm": 0.8}},
        "a drawer by three words": {"words": "donor r12 steel"},
    }
    taken: dict[str, dict[int, float]] = {name: {} for name in asks}
    kept = 0
    for many in GEARS:
        while kept < many:
            _keep(cursor, own, kept, min(AT_ONCE, many - kept))
            kept += min(AT_ONCE, many - kept)
            line.commit()
        for name, body in asks.items():
            taken[name][many] = timed(partial(desk.ask, "POST", "/api/drawer/search", body), 5)
    for name, by in taken.items():
        REPORT.grows(name, by, 0.5)


def _keep(cursor: Any, own: tuple[int, int], start: int, many: int) -> None:
    sizes, materials = (0.5, 0.6, 0.8, 1.0), ("nylon", "brass", "steel")
    rows = []
    for n in range(start, start + many):
        words = (f"R{n % 40}", materials[n % 3], f"donor {n % 300}")
        rows.append((uuid4().hex, own[1], own[0], 8 + n % 97, sizes[n % 4], 2 + n % 7, *words))
    marks = "%s,%s,%s,%s,%s,20,%s,%s,%s,%s,1,'','','','gear','',0,NOW()"
    cursor.executemany(f"INSERT INTO drawer_kept ({KEPT_COLUMNS}) VALUES ({marks})", rows)


def _benches(desk: Desk, line: Any, cursor: Any, own: tuple[int, int]) -> None:
    asks = {
        "the open bench": "/api/visits?state=open",
        "visits by words": "/api/visits?words=drone",
        "the filed list": "/api/visits?state=filed&page=1",
    }
    taken: dict[str, dict[int, float]] = {name: {} for name in asks}
    cursor.execute("UPDATE visits_visit SET stage = 'file'")
    kept = 0
    for many in VISITS:
        while kept < many:
            _take_in(cursor, own, kept, min(AT_ONCE, many - kept))
            kept += min(AT_ONCE, many - kept)
            line.commit()
        for name, path in asks.items():
            taken[name][many] = timed(partial(desk.ask, "GET", path), 5)
    for name, by in taken.items():
        REPORT.grows(name, by, 0.5)


def _take_in(cursor: Any, own: tuple[int, int], start: int, many: int) -> None:
    """Units with a visit each; the first few stay open."""
    nothing, now = json.dumps({"v": 1, "is": []}), datetime.now(UTC).replace(tzinfo=None) - timedelta(days=30)
    units, visits = [], []
    for n in range(start, start + many):
        unit, at = uuid4().hex, now + timedelta(seconds=n)
        complaint, stage = ("Rattles.", "A drone at speed.", "Stiff.")[n % 3], "strip" if n < OPEN else "file"
        units.append((unit, own[1], f"Unit {n}", f"Owner {n % 500}", own[0], now))
        visits.append(
            (uuid4().hex, unit, own[1], complaint, nothing, nothing, stage, nothing, at, own[0], now)
        )
    cursor.executemany(
        "INSERT INTO visits_unit (id, workshop_id, kind, label, model, owner_label, recorded_by_id,"
        " recorded_at) VALUES (%s, %s, 'servo', %s, 'Plover 9', %s, %s, %s)",
        units,
    )
    cursor.executemany(
        "INSERT INTO visits_visit (id, unit_id, workshop_id, number, complaint, use_so_far, symptoms,"
        " conditions, stage, waits_for, waits_note, checks_done, to_watch, cause, notice_said,"
        " look_again_by, used_since, handed_back, teaches, goal, changed_at, recorded_by_id, recorded_at)"
        " VALUES (%s, %s, %s, 1, %s, '', %s, %s, %s, 'me', '', %s, '', '', 0, '', 0, '', 1, '', %s, %s, %s)",
        visits,
    )
