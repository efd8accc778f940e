"""``./dentado bench``: the budgets, as ratios within one run, on the demo's data.

It says what it timed and how often; the machine's own speed cancels out of
the ratios but not out of the milliseconds.
"""

from __future__ import annotations

import http.client
import json
import re
import subprocess
import time
from collections.abc import Callable
from dataclasses import dataclass, replace
from math import radians
from random import Random
from statistics import median
from typing import Any
from urllib.parse import urlencode
from uuid import uuid4

import MySQLdb

from demo import DEMO_MEMBER, DEMO_PASSWORD
from demo.scenario import SCENARIO
from gearing.mesh.verdict import band_for
from gearing.regear import Drive, Plate, Stocked, Target, regear
from gearing.strip.entry import parse
from gearing.strip.order import StripStep, reach
from gearing.train import read_train, solve
from gearing.train.open_counts import Measured, fill_in
from sums import SUMS

from . import frontend
from .browser import DESK, chromium
from .paths import HOST, ROOT, say, secret
from .stack import Stack

ROUNDS = 80
READ = {"teeth": 31, "readings": [{"value": 26.18}, {"kind": "span", "k": 4, "value": 8.61}]}
GEAR = {"teeth": 31, "module_mm": 0.8}
PAIR = {"first": {"teeth": 15, "module_mm": 0.8}, "second": {"teeth": 54, "module_mm": 0.8}}
ENTRY = {"line": "4x M3x10 button hex2 rear cover @under #A3 !spring behind ^dish out +blue after 3"}
COUNT = {"counted": [30, 31], "chord": {"pitches": 7, "chord_mm": 17.2, "over_tips_mm": 26.4}}
TRAIN = {"line": "12:60 | p12/18/48 | w1:40 | 14:48", "clicks": 20, "torque_nmm": 5}
REGEAR = {
    "pinion": 15, "spur": 54, "wheel_mm": 60, "new_wheel_mm": 72, "module_mm": 0.8,
    "pinions": "10-69", "spurs": "30-149",
    "plate": {"first_mm": 20, "pitch_mm": 0.4, "count": 60, "offset_mm": 4},
}  # fmt: skip
SUM_INPUTS: dict[str, dict[str, Any]] = {
    "gear": GEAR,
    "read": READ,
    "count": COUNT,
    "pair": PAIR,
    "entry": ENTRY,
    "train": TRAIN,
    "regear": REGEAR,
}


def bench() -> None:
    """Print each budget with what was measured beside it."""
    with Stack(durable=True) as stack:
        desk = Desk(stack.port)
        say(f"Medians of {ROUNDS} calls over one kept connection; 2 workers; demo data.\n")
        _core_sums()
        _searches()
        empty = _routes(desk)
        _step(desk, stack, empty)
        _drawer(desk, stack)
        _first_screen(desk, stack)
        _long_row(desk, stack)


@dataclass
class Desk:
    """A signed-in client on one kept connection."""

    port: int

    def __post_init__(self) -> None:
        self.line = http.client.HTTPConnection(HOST, self.port)
        self.cookies: dict[str, str] = {}
        self.ask("GET", "/api/session")
        settings = {
            "username": DEMO_MEMBER,
            "password": DEMO_PASSWORD,
            "csrfmiddlewaretoken": self.cookies["csrftoken"],
        }
        self._send("POST", "/sign-in", urlencode(settings), "application/x-www-form-urlencoded")

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        """One request; anything but success ends the bench."""
        text = self._send(method, path, json.dumps(body) if body is not None else None, "application/json")
        return json.loads(text)

    def _send(self, method: str, path: str, body: str | None, kind: str) -> bytes:
        headers = {
            "Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items()),
            "X-CSRFToken": self.cookies.get("csrftoken", ""),
            "Content-Type": kind,
        }
        try:
            self.line.request(method, path, body, headers)
            answer = self.line.getresponse()
        except (http.client.RemoteDisconnected, BrokenPipeError):
            # The server drops a connection that rested for two seconds; the next call opens it again.
            self.line.close()
            self.line.request(method, path, body, headers)
            answer = self.line.getresponse()
        text = answer.read()
        for cookie in answer.headers.get_all("Set-Cookie") or []:
            name, _, value = cookie.split(";")[0].partition("=")
            self.cookies[name] = value
        if answer.status not in (200, 302):
            raise SystemExit(f"{method} {path} answered {answer.status}: {text[:300]!r}")
        return text


def _timed(run: Callable[[], object], rounds: int = ROUNDS) -> float:
    """Median seconds of one call, after five that are not counted."""
    for _ in range(5):
        run()
    taken = []
    for _ in range(rounds):
        began = time.perf_counter()
        run()
        taken.append(time.perf_counter() - began)
    return median(taken)


def _row(what: str, seconds: float, note: str, ok: bool) -> None:
    say(f"  {'ok  ' if ok else 'OVER'}  {what:<34}{seconds * 1000:8.1f} ms   {note}")


def _core_sums() -> None:
    say("The core alone, budget 30 ms of work:")
    for name, request in SUM_INPUTS.items():
        made = SUMS[name].takes.model_validate(request)
        spent = _timed(lambda n=name, g=made: SUMS[n].compute(g))  # type: ignore[misc]
        _row(name, spent, "", spent < 0.030)


def _searches() -> None:
    """What was once held to a clock in the tests, and the core's long lines."""
    say("\nSearches and long lines in the core:")
    lines = " | ".join(["12:60", "14:48i", "belt 20:40", "w1:30"] * 5)
    train, steps = read_train(lines), _tangle(200)
    plate = Plate(10.0, 0.8, 60, 3.0).distances()
    present = Drive(15, 54, 60.0, 2.6)
    wide: dict[str, Any] = {"module": 0.8, "alpha": radians(20), "band": band_for("open"), "holes": plate}
    pinions, spurs = ([Stocked(z, False) for z in counts] for counts in (range(10, 71, 3), range(30, 151, 2)))
    asks: dict[str, tuple[Callable[[], object], float]] = {
        "twenty stages solved": (lambda: solve(train), 0.005),
        "two open counts found": (
            lambda: fill_in("?:? | 14:48", Measured(17.3, 0.2, ((1, 70.0, 1.5),)), 10_000), 0.05,
        ),
        "every pair on sixty holes": (
            lambda: regear(present, 72.0, 2.6, Target("keep"), pinions, spurs, **wide), 0.1,
        ),
        "the way in through 200 steps": (lambda: reach(steps, 201), 0.3),
    }  # fmt: skip
    for name, (run, budget) in asks.items():
        spent = _timed(run, 5)
        _row(name, spent, f"budget {budget * 1000:.0f} ms", spent < budget)
    began = time.perf_counter()
    subprocess.run(
        [ROOT / "dentado", "sum", "train"], input=b'{"line": "12:60"}', stdout=subprocess.DEVNULL, check=True
    )
    spent = time.perf_counter() - began
    _row("./dentado sum train, whole", spent, "budget 500 ms", spent < 0.5)


def _tangle(many: int) -> list[StripStep]:
    """Steps that each need a few before them, on two sides, and a lid that needs them all."""
    dice = Random(1)
    steps = []
    for n in range(1, many + 1):
        needs = tuple(sorted({dice.randint(max(1, n - 12), n - 1) for _ in range(min(n - 1, n % 3))}))
        entry = replace(parse(f"M3x8 hex{1 + n % 6} x{n}"), side=("top", "under")[dice.randrange(2)])
        steps.append(StripStep(n, replace(entry, after=needs, free=not needs)))
    return [*steps, StripStep(many + 1, replace(parse("lid"), after=tuple(range(1, many + 1))))]


def _routes(desk: Desk) -> float:
    empty = _timed(lambda: desk.ask("GET", "/api/session"))
    say("\nThe API, budget 2 × an empty route + 30 ms:")
    _row("empty route", empty, "1.0 ×", True)
    limit = 2 * empty + 0.030
    asks: dict[str, Callable[[], object]] = {
        f"sums/{name}": lambda n=name, g=request: desk.ask("POST", f"/api/sums/{n}", g)  # type: ignore[misc]
        for name, request in SUM_INPUTS.items()
    }
    asks["the bench"] = lambda: desk.ask("GET", "/api/visits")
    longest = _longest_visit(desk)
    asks[f"a visit of {longest[1]} steps"] = lambda: desk.ask("GET", f"/api/visits/{longest[0]}")
    for name, run in asks.items():
        spent = _timed(run)
        _row(name, spent, f"{spent / empty:.1f} × empty, limit {limit * 1000:.1f} ms", spent <= limit)
    return empty


def _longest_visit(desk: Desk) -> tuple[str, int]:
    card = max(desk.ask("GET", "/api/visits")["cards"], key=lambda row: row["pieces"])
    return card["id"], card["pieces"]


def _step(desk: Desk, stack: Stack, empty: float) -> None:
    """A step answers through the whole server, so the insert is given the empty route to ride on."""
    insert = _bare_insert(stack)
    bare = empty + insert
    visit, unit = uuid4(), uuid4()
    desk.ask("PUT", f"/api/visits/{visit}", {"unit_id": str(unit), "kind": "other", "label": "bench"})
    lines = [off.line for stay in SCENARIO for off in stay.strip]
    taken = iter(range(10_000))

    def lay_down() -> object:
        body = {"line": lines[next(taken) % len(lines)]}
        return desk.ask("PUT", f"/api/visits/{visit}/steps/{uuid4()}", body)

    step = _timed(lay_down)
    say("\nA strip step recorded, budget 3 × a bare durable insert behind an empty route:")
    _row("insert by the bare driver, on disk", insert, f"the step is {step / insert:.0f} × this", True)
    _row("empty route + that insert", bare, "1.0 ×", True)
    _row("strip step", step, f"{step / bare:.1f} ×", step <= 3 * bare)


KEPT = 10_000
KEPT_COLUMNS = (
    "id, workshop_id, recorded_by_id, teeth, module_mm, pressure_angle_deg, bore_mm, "
    "place, material, source, count, bore_shape, boss, part_number, gone, changed_at"
)


def _drawer(desk: Desk, stack: Stack) -> None:
    """Searches among many gears, as the API answers them."""
    say(f"\nThe drawer with {KEPT:,} gears, budget 50 ms a search:")
    line = _driver(stack)
    with line.cursor() as cursor:
        cursor.execute("SELECT id, workshop_id FROM workshop_member LIMIT 1")
        member, workshop = cursor.fetchone()
        sizes, materials = (0.5, 0.6, 0.8, 1.0), ("nylon", "brass", "steel")
        rows = []
        for n in range(KEPT):
            tooth = (8 + n % 97, sizes[n % 4], 2 + n % 7)
            words = (f"R{n % 40}", materials[n % 3], f"donor {n % 300}")
            rows.append((str(uuid4()), workshop, member, *tooth, *words))
        marks = "%s,%s,%s,%s,%s,20,%s,%s,%s,%s,1,'','','',0,NOW()"
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
        spent = _timed(lambda b=body: desk.ask("POST", "/api/drawer/search", b), 30)  # type: ignore[misc]
        _row(name, spent, "", spent <= 0.05)


def _driver(stack: Stack) -> Any:
    own = stack.database
    return MySQLdb.connect(
        host=HOST, port=own.port, user=own.account, passwd=secret(own.folder, "database"), db=own.name
    )


def _bare_insert(stack: Stack) -> float:
    """One row into one table by the bare driver, committed durably."""
    line = _driver(stack)
    with line.cursor() as cursor:
        cursor.execute("CREATE TABLE bare (id CHAR(36) PRIMARY KEY, line VARCHAR(400)) ENGINE=InnoDB")

        def insert() -> None:
            cursor.execute("INSERT INTO bare VALUES (%s, %s)", (str(uuid4()), ENTRY["line"]))
            line.commit()

        spent = _timed(insert)
        cursor.execute("DROP TABLE bare")
    line.close()
    return spent


def _first_screen(desk: Desk, stack: Stack) -> None:
    """Script and time from a cold cache, against the same words and fonts without any script."""
    say("\nFirst screen from a cold cache, budget 200 kB of script and 2 × a static page:")
    static = _static_page()
    session = {"name": "sessionid", "value": desk.cookies["sessionid"], "url": stack.address}
    loads: dict[str, list[tuple[float, int]]] = {
        "static page": [],
        "the door": [],
        "the bench, signed in": [],
    }
    with chromium() as browser:
        # Taken in turn, so that a slow moment of the machine falls on all.
        for _ in range(9):
            loads["static page"].append(_load(browser, f"{stack.address}/static-page", [], static))
            loads["the door"].append(_load(browser, f"{stack.address}/", []))
            loads["the bench, signed in"].append(_load(browser, f"{stack.address}/", [session]))
    bare = median(seconds for seconds, _ in loads["static page"])
    for name, taken in loads.items():
        spent, script = median(seconds for seconds, _ in taken), max(size for _, size in taken)
        note = f"{spent / bare:.1f} × static, {script / 1000:.0f} kB of script, compressed"
        _row(name, spent, note, spent <= 2 * bare and script <= 200_000)


LONG_ROW = 200
FRAME = 1000 / 60


def _long_row(desk: Desk, stack: Stack) -> None:
    """Frames while a long row is walked from end to end, against the same page at rest."""
    say(f"\nA row of {LONG_ROW} steps, walked from end to end:")
    visit = uuid4()
    desk.ask("PUT", f"/api/visits/{visit}", {"unit_id": str(uuid4()), "kind": "other", "label": "long"})
    # Said one by one: pieces of a sub-assembly would lie in the row as one.
    lines = [off.line for stay in SCENARIO for off in stay.strip if "&" not in off.line]
    for n in range(LONG_ROW):
        body = {"line": lines[n % len(lines)]}
        desk.ask("PUT", f"/api/visits/{visit}/steps/{uuid4()}", body)
    with chromium() as browser:
        context = browser.new_context(viewport=DESK)
        context.add_cookies([{"name": "sessionid", "value": desk.cookies["sessionid"], "url": stack.address}])
        page = context.new_page()
        page.goto(f"{stack.address}/visits/{visit}/strip")
        page.locator(".row li").nth(LONG_ROW - 1).wait_for(state="attached")
        page.wait_for_load_state("networkidle")
        rest, walked = (page.evaluate(_FRAMES, by) for by in (0, 90))
    for name, gaps in (("at rest", rest), ("walked", walked)):
        late = sum(gap > 1.5 * FRAME for gap in gaps)
        note = f"{late} of {len(gaps)} frames came late (headless, no graphics card)"
        _row(name, median(gaps) / 1000, note, late <= 0.05 * len(gaps))


_FRAMES = """by => new Promise(done => {
  const row = document.querySelector(".row ol"), gaps = [];
  row.scrollLeft = 0;
  let last = performance.now();
  function frame(now) {
    gaps.push(now - last); last = now; row.scrollLeft += by;
    if (gaps.length > 120) done(gaps.slice(2)); else requestAnimationFrame(frame);
  }
  requestAnimationFrame(frame);
})"""
"""Gaps between frames, ms, while the row moves `by` pixels a frame."""


def _static_page() -> str:
    """The door's words in the same style sheet and fonts."""
    built = (frontend.build() / "index.html").read_text()
    sheets = "".join(re.findall(r'<link rel="stylesheet"[^>]*>', built))
    words = "<h1>Every piece back in its place.</h1>"
    return f"<!doctype html><html><head>{sheets}</head><body>{words}</body></html>"


def _load(browser: Any, url: str, cookies: list[Any], body: str = "") -> tuple[float, int]:
    """Seconds until the heading is on screen in a fresh profile, and script bytes over the wire."""
    context = browser.new_context(viewport=DESK)
    context.add_cookies(cookies)
    if body:
        context.route("**/static-page", lambda route: route.fulfill(body=body, content_type="text/html"))
    page = context.new_page()
    page.goto("about:blank")
    began = time.perf_counter()
    page.goto(url, wait_until="commit")
    page.locator("h1").first.wait_for(state="visible")
    spent = time.perf_counter() - began
    sizes = page.evaluate(
        "performance.getEntriesByType('resource').filter(e => e.name.endsWith('.js'))"
        ".reduce((sum, e) => sum + e.encodedBodySize, 0)"
    )
    context.close()
    return spent, int(sizes)
