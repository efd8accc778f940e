"""Orders, offers, visits and the day, with years of them on record."""

from __future__ import annotations

import json
from datetime import date, timedelta
from typing import Any
from uuid import uuid4

from gearing.workshop.day import DayVisit, plan_day

from ..stack import Stack
from .desk import Desk, row, timed
from .report import REPORT
from .server import connect

ORDERS, OFFERS, VISITS, OPEN = 2_000, 10_000, 5_000, 60
BUDGET, DAY_BUDGET = 0.100, 0.030
MODULES = (0.5, 0.6, 0.8, 1.0)


def orders_and_days(desk: Desk, stack: Stack) -> None:
    """What search, bench and day take with all of that there."""
    REPORT.begin(f"\nWith {ORDERS:,} orders, {OFFERS:,} offers and {VISITS:,} visits ({OPEN} open):")
    _fill(stack)
    asks = {
        "bench": ("GET", "/api/visits?state=open&page=1", None),
        "filed, last page": ("GET", f"/api/visits?state=filed&page={VISITS // 50 - 2}", None),
        "visits by words": ("GET", "/api/visits?words=locker%20grinds%20417", None),
        "units by words": ("GET", "/api/units?words=unit%20417", None),
        "open orders": ("GET", "/api/orders", None),
        "past orders, by words": ("GET", "/api/orders?state=past&words=spur%2031", None),
        "offers by teeth and size": ("POST", "/api/suppliers/search", {"teeth": 31, "module_mm": 0.8}),
        "offers by words": ("POST", "/api/suppliers/search", {"words": "spur steel 57"}),
    }
    for name, (method, path, body) in asks.items():
        spent = timed(lambda m=method, p=path, b=body: desk.ask(m, p, b), 20)  # type: ignore[misc]
        row(name, spent, f"budget {BUDGET * 1000:.0f} ms", spent <= BUDGET)
    spent = timed(lambda: desk.ask("GET", "/api/day"), 20)
    row(f"the day, {OPEN} open visits", spent, f"budget {BUDGET * 1000:.0f} ms", spent <= BUDGET)
    stages = ("strip", "look", "read", "source", "build")
    many = [
        DayVisit(str(n), f"Unit {n}", stages[n % 5], n, shares=frozenset({f"hex{n % 4}"}))
        for n in range(OPEN)
    ]
    spent = timed(lambda: plan_day(many, date.today()), 20)
    row("its plan alone", spent, f"budget {DAY_BUDGET * 1000:.0f} ms", spent <= DAY_BUDGET)


def _fill(stack: Stack) -> None:
    line = connect(stack)
    with line.cursor() as cursor:
        cursor.execute("SELECT id, workshop_id FROM workshop_member WHERE username = 'robin'")
        member, workshop = cursor.fetchone()
        # The sample's own open visits would stand beside those counted here.
        cursor.execute("UPDATE visits_visit SET stage = 'file'")
        suppliers = _suppliers(cursor, member, workshop)
        _offers(cursor, workshop, suppliers)
        visits = _visits(cursor, member, workshop)
        _orders(cursor, member, workshop, suppliers, visits)
        line.commit()
    line.close()


def _insert(cursor: Any, into: str, rows: list[dict[str, Any]]) -> None:
    names = list(rows[0])
    marks = ", ".join(["%s"] * len(names))
    said = f"INSERT INTO {into} ({', '.join(f'`{name}`' for name in names)}) VALUES ({marks})"
    cursor.executemany(said, [tuple(each.values()) for each in rows])


def _suppliers(cursor: Any, member: int, workshop: int) -> list[str]:
    ids = [uuid4().hex for _ in range(12)]
    _insert(
        cursor,
        "suppliers_supplier",
        [
            {
                "id": each,
                "workshop_id": workshop,
                "name": f"Bench supplier {n}",
                "note": "",
                "on_line": 0,
                "gone": 0,
                "recorded_by_id": member,
                "changed_at": date.today(),
            }
            for n, each in enumerate(ids)
        ],
    )
    return ids


def _offers(cursor: Any, workshop: int, suppliers: list[str]) -> None:
    made = []
    for n in range(OFFERS):
        teeth, module = 8 + n % 97, MODULES[n % 4]
        material = ("steel", "nylon", "brass")[n // 3 % 3]
        what = f"{('spur gear', 'pinion', 'bearing set')[n % 3]} {teeth} teeth {material}"
        made.append(
            {
                "id": uuid4().hex,
                "supplier_id": suppliers[n % 12],
                "workshop_id": workshop,
                "number": f"B{n}",
                "what": what,
                "price": 2 + n % 40,
                "days": n % 20,
                "stock": n % 9,
                "teeth": teeth,
                "module_mm": module,
                "contains": json.dumps({"v": 1, "is": []}),
                "found_by": f"B{n} {what}",
                "listed": 1,
                "changed_at": date.today(),
            }
        )
    _insert(cursor, "suppliers_catalogueitem", made)


def _visits(cursor: Any, member: int, workshop: int) -> list[str]:
    units: list[dict[str, Any]] = []
    visits: list[dict[str, Any]] = []
    steps: list[dict[str, Any]] = []
    pieces: list[dict[str, Any]] = []
    made: list[str] = []
    nothing = json.dumps({"v": 1, "is": []})
    entry = json.dumps({"v": 1, "is": {"kind": "gear", "words": "wheel", "teeth": [31], "lubricant": "moly"}})
    stages = ("strip", "look", "read", "source", "build")
    for n in range(VISITS):
        unit, visit = uuid4().hex, uuid4().hex
        made.append(visit)
        is_open = n < OPEN
        units.append(
            {
                "id": unit,
                "workshop_id": workshop,
                "kind": "servo",
                "label": f"Unit {n}",
                "model": f"model {n % 90}",
                "owner_label": f"Locker {n % 400}",
                "recorded_by_id": member,
                "recorded_at": date.today(),
            }
        )
        visits.append(
            {
                "id": visit,
                "unit_id": unit,
                "workshop_id": workshop,
                "number": 1,
                "complaint": f"Grinds and clicks, {n}",
                "use_so_far": "",
                "symptoms": nothing,
                "conditions": nothing,
                "stage": stages[n % 5] if is_open else "file",
                "waits_for": "me",
                "waits_note": "",
                "checks_done": nothing,
                "to_watch": "",
                "cause": "",
                "notice_said": 0,
                "handed_back": "",
                "look_again_by": "",
                "used_since": 0,
                "teaches": 1,
                "goal": "",
                "recorded_by_id": member,
                "recorded_at": date.today(),
                "changed_at": date.today() - timedelta(days=n % 900),
            }
        )
        for at in range(20 if is_open else 0):
            step = uuid4().hex
            steps.append(
                {
                    "id": step,
                    "visit_id": visit,
                    "number": at + 1,
                    "line": "wheel 31t",
                    "changed_at": date.today(),
                    "recorded_by_id": member,
                    "recorded_at": date.today(),
                }
            )
            pieces.append(
                {
                    "id": uuid4().hex,
                    "step_id": step,
                    "at": 0,
                    "taken_back": 0,
                    "entry": entry,
                    "verdict": "",
                    "finding": "",
                    "findings": nothing,
                    "instead": "",
                    "came_with": "",
                    "recorded_by_id": member,
                    "recorded_at": date.today(),
                }
            )
    for table, rows in (("unit", units), ("visit", visits), ("step", steps), ("piece", pieces)):
        _insert(cursor, f"visits_{table}", rows)
    return made


def _orders(cursor: Any, member: int, workshop: int, suppliers: list[str], visits: list[str]) -> None:
    cursor.execute("SELECT MAX(number) FROM orders_purchaseorder WHERE workshop_id = %s", (workshop,))
    (last,) = cursor.fetchone()
    orders, lines = [], []
    for n in range(ORDERS):
        order, is_open = uuid4().hex, n % 40 == 0
        sent = date.today() - timedelta(days=n % 700 + 1)
        orders.append(
            {
                "id": order,
                "workshop_id": workshop,
                "supplier_id": suppliers[n % 12],
                "number": (last or 0) + n + 1,
                "sent_on": sent,
                "expected_on": sent + timedelta(days=5),
                "reference": f"R{n}",
                "recorded_by_id": member,
                "recorded_at": sent,
                "changed_at": sent,
            }
        )
        for k in range(3):
            lines.append(
                {
                    "id": uuid4().hex,
                    "order_id": order,
                    "what": f"spur gear {8 + (n + k) % 97} teeth",
                    "count": 2,
                    "price": 4 + k,
                    "contains": json.dumps({"v": 1, "is": []}),
                    "visit": visits[n % OPEN] if k else None,
                    "pieces": json.dumps({"v": 1, "is": []}),
                    "came": 0 if is_open else 2,
                    "back": 0,
                    "cancelled": 0,
                    "credited": 0,
                    "taken_back": 0,
                    "settled": not is_open,
                    "recorded_by_id": member,
                    "recorded_at": sent,
                }
            )
    _insert(cursor, "orders_purchaseorder", orders)
    _insert(cursor, "orders_orderline", lines)
