"""What a hand waits for: the echo of a line as it is typed, and the bench on a slow phone."""

from __future__ import annotations

from functools import partial
from statistics import quantiles
from typing import Any
from uuid import uuid4

from ..browser import PHONE, chromium
from ..stack import Stack
from .desk import Desk, row
from .report import REPORT, Spent
from .screen import signed_in

LINES = ("4x M3x10 button hex2 rear cover", "spur wheel 57t nylon ~moly grease", "bearing 5x11x4 front")
KEYS_APART_MS = 140
ECHO_SECONDS = 0.05

_ECHO = """() => {
  window.echoes = [];
  let pressed = 0, said = "";
  addEventListener("keydown", (event) => { pressed = event.timeStamp; }, true);
  new MutationObserver(() => {
    const now = document.querySelector(".chips")?.textContent ?? "";
    if (now === said) return;
    said = now;
    const of = pressed;
    requestAnimationFrame(() => setTimeout(() => window.echoes.push(performance.now() - of)));
  }).observe(document, { childList: true, subtree: true, characterData: true });
}"""
"""Notes, for each key that changed what is understood, ms until the frame that shows it was drawn."""


def echo(desk: Desk, stack: Stack) -> None:
    """From a key to the chips it changed, in a row that already has some steps."""
    REPORT.begin("\nA strip line echoed as it is typed, budget 50 ms from the key for nine in ten:")
    visit = uuid4()
    desk.ask("PUT", f"/api/visits/{visit}", {"unit_id": str(uuid4()), "kind": "servo", "label": "echo"})
    for line in LINES * 10:
        desk.ask("PUT", f"/api/visits/{visit}/steps/{uuid4()}", {"line": line})
    with chromium() as browser:
        page = signed_in(browser, desk).new_page()
        page.goto(f"{stack.address}/visits/{visit}/strip", wait_until="networkidle")
        page.evaluate(_ECHO)
        field = page.get_by_label("What comes off")
        for line in LINES:
            field.press_sequentially(line, delay=KEYS_APART_MS)
            page.wait_for_timeout(300)
            field.fill("")
        echoes: list[float] = page.evaluate("window.echoes")
    tenths = quantiles(echoes, n=10)
    note = f"nine in ten within {tenths[-1]:.0f} ms, the slowest of {len(echoes)} {max(echoes):.0f}"
    row("key to chips", Spent.of([each / 1000 for each in echoes]), note, tenths[-1] / 1000 <= ECHO_SECONDS)


CPU_TIMES, ROUND_TRIP_MS, BYTES_A_SECOND = 4, 150, 1.6e6 / 8
PHONE_ROUNDS = 5
PHONE_SECONDS = {"cold": 3.0, "warm": 1.0}

_USABLE = """
window.usable = 0;
new MutationObserver(() => {
  if (!window.usable && document.querySelector(".visit strong") && !document.getElementById("first"))
    window.usable = performance.now();
}).observe(document, { childList: true, subtree: true });
window.shown = 0;
new PerformanceObserver((list) => {
  for (const each of list.getEntriesByName("first-contentful-paint")) window.shown = each.startTime;
}).observe({ type: "paint", buffered: true });
"""
"""Notes when something was painted, and when the front end itself has drawn the bench."""


def phone(desk: Desk, stack: Stack) -> None:
    """The bench on a phone from nothing, and again once it is kept on the device."""
    REPORT.begin(
        f"\nThe bench on a phone, processor {CPU_TIMES} × slower, 1.6 Mb/s, {ROUND_TRIP_MS} ms: "
        "usable in 3 s from nothing, in 1 s once kept there:"
    )
    shown: dict[str, list[float]] = {"cold": [], "warm": []}
    usable: dict[str, list[float]] = {"cold": [], "warm": []}
    with chromium() as browser:
        for _ in range(PHONE_ROUNDS):
            context = browser.new_context(viewport=PHONE, is_mobile=True, has_touch=True)
            context.add_cookies([desk.cookie()])
            context.add_init_script(_USABLE)
            page = context.new_page()
            _slow_down(page)
            for which in ("cold", "warm"):
                page.goto("about:blank")
                page.goto(stack.address)
                while not page.evaluate("window.usable"):
                    page.wait_for_timeout(100)
                shown[which].append(page.evaluate("window.shown") / 1000)
                usable[which].append(page.evaluate("window.usable") / 1000)
                page.evaluate("navigator.serviceWorker.ready.then(() => 0)")
                page.wait_for_timeout(3_000)
            context.close()
    for which, most in PHONE_SECONDS.items():
        row(f"{which}, something to read", Spent.of(shown[which]), "", True)
        spent = Spent.of(usable[which])
        row(f"{which}, the front end's own", spent, f"budget {most:g} s", spent <= most)


def _slow_down(page: Any) -> None:
    say = partial(page.context.new_cdp_session(page).send)
    say("Emulation.setCPUThrottlingRate", {"rate": CPU_TIMES})
    say("Network.enable")
    say(
        "Network.emulateNetworkConditions",
        {
            "offline": False, "latency": ROUND_TRIP_MS,
            "downloadThroughput": BYTES_A_SECOND, "uploadThroughput": BYTES_A_SECOND,
        },
    )  # fmt: skip
