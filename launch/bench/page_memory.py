"""What a page of the browser holds while one goes from screen to screen as in an hour of work."""

from __future__ import annotations

import os
from pathlib import Path

from demo import DEMO_MEMBER, DEMO_PASSWORD

from ..browser import DESK, chromium, sign_in
from ..stack import Stack
from .desk import Desk, told
from .memory import and_below
from .report import REPORT

SCREENS = int(os.environ.get("DENTADO_BENCH_SCREENS", "120"))
"""Screens that are gone to: one every half minute for an hour."""
BETWEEN_SECONDS = float(os.environ.get("DENTADO_BENCH_BETWEEN", "2.5"))
"""How long each is looked at. In an hour it is half a minute, and more of what is let go of is cleared."""
LOOKED_OVER = 4
"""Turns of the wheel on each: what lies further down is drawn as well."""
MOST_MB = 150

STAGES = ("strip", "look", "read", "source", "build", "prove")
INSTRUMENTS = (
    "/reader",
    "/mesh",
    "/train",
    "/regear",
    "/fits",
    "/drawer",
    "/orders",
    "/shelf",
    "/practice",
    "/make",
)
GO = "path => document.querySelector('#app').__vue_app__.config.globalProperties.$router.push(path)"


def page_memory() -> None:
    """Print the most the page's process holds of its own on the way, and after it rested."""
    REPORT.begin(f"\nMemory of a page over {SCREENS} screens, of its own, the browser's program not counted:")
    with Stack() as stack, chromium() as browser:
        visits = [card["id"] for card in Desk(stack.port).ask("GET", "/api/visits?state=open")["cards"]]
        page = browser.new_context(viewport=DESK).new_page()
        sign_in(page, stack.address, DEMO_MEMBER, DEMO_PASSWORD)
        page.locator("#first").wait_for(state="detached")
        paths = [
            path
            for visit in visits
            for path in ("/", *(f"/visits/{visit}/{stage}" for stage in STAGES), *INSTRUMENTS)
        ]
        held = []
        page.mouse.move(DESK["width"] / 2, DESK["height"] / 2)
        for n in range(SCREENS):
            page.evaluate(GO, paths[n % len(paths)])
            for _ in range(LOOKED_OVER):
                page.wait_for_timeout(BETWEEN_SECONDS * 1000 / LOOKED_OVER)
                page.mouse.wheel(0, 400)
            held.append(_own_of_pages())
        page.wait_for_timeout(30_000)
        rested = _own_of_pages()
    # Where no page's process is found it holds nothing: that is no good news.
    quarter = max(1, SCREENS // 4)
    steps = ", ".join(f"{max(held[n : n + quarter]):.0f}" for n in range(0, SCREENS, quarter))
    told("most, by quarters", f"{steps} MB", 0 < min(held) <= max(held) <= MOST_MB)
    told("after half a minute's rest", f"{rested:.0f} MB", 0 < rested <= MOST_MB)


def _own_of_pages() -> float:
    """Memory of the largest page's process that is no file's: its heap, its pictures, MB."""
    return max((_own(Path(f"/proc/{each}")) for each in and_below(os.getpid())), default=0.0)


def _own(process: Path) -> float:
    try:
        if b"--type=renderer" not in (process / "cmdline").read_bytes():
            return 0.0
        lines = (process / "smaps_rollup").read_text().splitlines()
    except OSError:
        # Ended meanwhile, or another's.
        return 0.0
    return sum(int(line.split()[1]) for line in lines if line.startswith(("Pss_Anon:", "Pss_Shmem:"))) / 1024
