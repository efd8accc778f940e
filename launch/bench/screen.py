"""What is waited for on the screen."""

from __future__ import annotations

import base64
import json
import re
from collections.abc import Callable
from dataclasses import dataclass
from math import inf
from statistics import median
from typing import Any
from urllib.request import Request, urlopen
from uuid import uuid4

from demo.scenario import SCENARIO

from .. import frontend
from ..browser import DESK, chromium
from ..stack import Stack
from .desk import Desk, row
from .report import REPORT, Spent


def first_screen(desk: Desk, stack: Stack) -> None:
    """Script and time from a cold cache and again, against the same words, fonts and headers without script.

    The headers count: one of them has the browser begin a process of its own for the page.
    """
    REPORT.begin(
        "\nFirst screen from a cold cache: 200 kB of script, the door 1.3 and the bench 2 × a static page; "
        "again, 1.2 × a static page that was there before:"
    )
    at, member, headers = stack.address, [desk.cookie()], _headers(stack)
    file, words, units = f"{at}/static-page", ("h1",), ("h1", ".visit strong")
    pages: dict[str, tuple[str, list[Any], str, tuple[str, ...]]] = {
        "static page": (file, [], _static_page(), words),
        "the door": (f"{at}/", [], "", words),
        "the door, as a file": (file, [], _without_script(f"{at}/", []), words),
        "the bench, signed in": (f"{at}/", member, "", units),
        "the bench, as a file": (file, member, _without_script(f"{at}/", member), units),
    }
    loads: dict[str, list[_Load]] = {name: [] for name in pages}
    with chromium() as browser:
        # Taken in turn, so that a slow moment of the machine falls on all.
        for _ in range(15):
            for name, (url, cookies, body, seen) in pages.items():
                loads[name].append(_load(browser, url, cookies, body, headers, seen))
    bare = loads["static page"]
    for name, taken in loads.items():
        script = max(load.script for load in taken)
        for which, limit in zip(("cold", "again"), FIRST_LIMITS[name], strict=True):
            spent = Spent.of([getattr(load, which) for load in taken])
            times = spent / median(getattr(load, which) for load in bare)
            note = f"{times:.2f} × static" + f", {script / 1000:.0f} kB of script" * (which == "cold")
            row(f"{name}{', again' * (which == 'again')}", spent, note, times <= limit and script <= 200_000)


FIRST_LIMITS = {
    "static page": (1.0, 1.0),
    "the door": (1.3, 1.2),
    "the door, as a file": (inf, inf),
    "the bench, signed in": (2.0, 1.2),
    "the bench, as a file": (inf, inf),
}
"""Of a static page's time, by what is looked at: from a cold cache, and again.

What is drawn, as a file without script, has no budget: beside it stands what server and script add.
"""


@dataclass(frozen=True, slots=True)
class _Load:
    """Seconds until a page stands on the screen in a fresh profile and again, and script bytes it fetched."""

    cold: float
    again: float
    script: int


LONG_ROW = 400
FRAME = 1000 / 60


def long_row(desk: Desk, stack: Stack) -> None:
    """Frames while a long row is walked, dragged by a finger and looked through, against the page at rest."""
    REPORT.begin(f"\nA row of {LONG_ROW} steps, walked from end to end, dragged by a finger, looked through:")
    visit = uuid4()
    desk.ask("PUT", f"/api/visits/{visit}", {"unit_id": str(uuid4()), "kind": "other", "label": "long"})
    # Said one by one: pieces of a sub-assembly would lie in the row as one.
    lines = [off.line for stay in SCENARIO for off in stay.strip if "&" not in off.line]
    for n in range(LONG_ROW):
        body = {"line": lines[n % len(lines)]}
        desk.ask("PUT", f"/api/visits/{visit}/steps/{uuid4()}", body)
    with chromium() as browser:
        page = signed_in(browser, desk, has_touch=True).new_page()
        page.goto(f"{stack.address}/visits/{visit}/strip")
        page.locator(".row li").nth(LONG_ROW - 1).wait_for(state="attached")
        page.wait_for_load_state("networkidle")
        gaps = {name: page.evaluate(_FRAMES, by) for name, by in (("at rest", 0), ("walked", 90))}
        gaps["dragged"] = _recorded(page, lambda: _dragged(page))
        page.keyboard.press("Alt+f")
        field = page.get_by_label("Find in the row")
        gaps["looked through"] = _recorded(page, lambda: field.press_sequentially("screw", delay=120))
        page.locator(".row li:not([aria-hidden])").first.wait_for()
        gaps["whole again"] = _recorded(page, lambda: field.press("Escape"))
    rest = _late(gaps["at rest"])
    for name, each in gaps.items():
        row(name, median(each) / 1000, _frames(each), _late(each) <= rest + 0.05)


def _late(gaps: list[float], frames: float = 1.5) -> float:
    """Share of frames that took longer than so many should; those of a page at rest are the machine's."""
    return sum(gap > frames * FRAME for gap in gaps) / len(gaps)


def _frames(gaps: list[float], frames: float = 1.5) -> str:
    late = round(_late(gaps, frames) * len(gaps))
    return f"{late} of {len(gaps)} frames came late (headless, no graphics card)"


def _recorded(page: Any, work: Callable[[], object]) -> list[float]:
    """Gaps between frames, ms, while something is done and for as long after as shows what it left."""
    page.evaluate(_RECORD)
    work()
    page.wait_for_timeout(300)
    gaps: list[float] = page.evaluate("window.gaps.slice(2)")
    return gaps


def _dragged(page: Any) -> None:
    """A finger draws the row from its end to its beginning, as a browser takes it from a screen."""
    box = page.locator(".row ol").bounding_box()
    page.context.new_cdp_session(page).send(
        "Input.synthesizeScrollGesture",
        {
            "x": box["x"] + box["width"] / 2, "y": box["y"] + box["height"] / 2,
            "xDistance": 6000, "speed": 3000, "gestureSourceType": "touch",
        },
    )  # fmt: skip


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


DRAGGED = 60
"""Places the hand moves to in a drag."""


def drag(desk: Desk, stack: Stack) -> None:
    """Frames while the mate is dragged along its distance: nothing is asked of the server on the way."""
    REPORT.begin("\nA mate dragged along its distance:")
    with chromium() as browser:
        page = signed_in(browser, desk).new_page()
        page.goto(f"{stack.address}/mesh?distance=27.75")
        box = page.get_by_role("img", name="Backlash against distance").bounding_box()
        page.wait_for_load_state("networkidle")
        assert box
        rest = _recorded(page, lambda: page.wait_for_timeout(1_000))
        page.mouse.move(box["x"] + 40, box["y"] + 30)
        page.mouse.down()
        page.evaluate(_RECORD)
        for n in range(DRAGGED):
            page.mouse.move(box["x"] + 40 + n * (box["width"] - 80) / DRAGGED, box["y"] + 30)
        page.mouse.up()
        gaps = page.evaluate("window.gaps.slice(2)")
    row("at rest", median(rest) / 1000, _frames(rest, 2), True)
    row("dragged", median(gaps) / 1000, _frames(gaps, 2), _late(gaps, 2) <= _late(rest, 2) + 0.1)


_RECORD = """() => {
  window.gaps = [];
  let last = performance.now();
  const frame = now => { window.gaps.push(now - last); last = now; requestAnimationFrame(frame); };
  requestAnimationFrame(frame);
}"""


_PAINTED = """
window.painted = {};
const wanted = %s;
new MutationObserver(() => {
  for (const what of wanted) document.querySelector(what)?.setAttribute("elementtiming", what);
}).observe(document, { childList: true, subtree: true });
new PerformanceObserver((list) => {
  for (const each of list.getEntries()) window.painted[each.identifier] ??= each.renderTime;
}).observe({ type: "element", buffered: true });
"""
"""Notes when the first text of each selector was painted, ms from when the page was asked for."""


def signed_in(browser: Any, desk: Desk, **how: object) -> Any:
    """A desk's browser of the same member, which keeps nothing of the bench."""
    context = browser.new_context(viewport=DESK, service_workers="block", **how)
    context.add_cookies([desk.cookie()])
    return context


def _static_page() -> str:
    """The door's words in the same style sheet and fonts."""
    built = (frontend.build() / "index.html").read_text()
    sheets = "".join(re.findall(r'<link rel="(?:stylesheet"|preload"[^>]*as="font")[^>]*>', built))
    words = "<h1>Every piece back in its place.</h1>"
    return f"<!doctype html><html><head>{sheets}</head><body>{words}</body></html>"


def _without_script(url: str, cookies: list[Any]) -> str:
    """What is drawn there, as a file would bring it: all but what is told to scripts."""
    cookie = "; ".join(f"{each['name']}={each['value']}" for each in cookies)
    with urlopen(Request(url, headers={"Cookie": cookie})) as answer:
        page: str = answer.read().decode()
    return re.sub(
        r'<script.*?</script>|<link rel="pre(?:load|fetch)"[^>]*as="script"[^>]*>', "", page, flags=re.S
    )


def _headers(stack: Stack) -> dict[str, str]:
    """What the door says of what a page may do and how it is kept apart."""
    with urlopen(f"{stack.address}/sign-in") as answer:
        return {name: answer.headers[name] for name in answer.headers if "-Policy" in name}


def _served(page: Any, body: str, headers: dict[str, str]) -> None:
    """The static page, given by the browser itself: a page with routes takes nothing from its cache."""
    browser = page.context.new_cdp_session(page)
    answer = {
        "responseCode": 200,
        "responseHeaders": [
            {"name": name, "value": value} for name, value in {"Content-Type": "text/html", **headers}.items()
        ],
        "body": base64.b64encode(body.encode()).decode(),
    }
    browser.on(
        "Fetch.requestPaused",
        lambda asked: browser.send("Fetch.fulfillRequest", {"requestId": asked["requestId"], **answer}),
    )
    browser.send("Fetch.enable", {"patterns": [{"urlPattern": "*/static-page"}]})


def _load(
    browser: Any,
    url: str,
    cookies: list[Any],
    body: str,
    headers: dict[str, str],
    seen: tuple[str, ...],
) -> _Load:
    """Until the first text of each that is to be `seen` is on the glass, as the browser itself tells it.

    To look for it from outside takes a turn of the page's own thread, which a script may hold.
    """
    context = browser.new_context(viewport=DESK)
    context.add_cookies(cookies)
    page = context.new_page()
    if body:
        _served(page, body, headers)
    context.add_init_script(_PAINTED % json.dumps(seen))
    taken = []
    for _ in range(2):
        page.goto("about:blank")
        page.goto(url, wait_until="networkidle", timeout=120_000)
        # In a slow minute the network may rest before anything is painted.
        page.wait_for_function("seen => seen.every(each => each in window.painted)", arg=seen)
        painted = page.evaluate("window.painted")
        taken.append(max(painted[what] for what in seen) / 1000)
    sizes = page.evaluate(
        "performance.getEntriesByType('resource').filter(e => e.name.endsWith('.js'))"
        ".reduce((sum, e) => sum + e.encodedBodySize, 0)"
    )
    context.close()
    return _Load(taken[0], taken[1], int(sizes))
