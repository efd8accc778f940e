"""``./dentado shots``: docs/screenshots from the demo, one picture a main view."""

from __future__ import annotations

from playwright.sync_api import Page

from demo import DEMO_MEMBER, DEMO_PASSWORD

from .browser import DESK, PHONE, chromium, sign_in
from .paths import ROOT, say
from .stack import Stack

FOLDER = ROOT / "docs" / "screenshots"


def shots() -> None:
    """Take them all; each is named for what it shows."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    with Stack() as stack, chromium() as browser:
        # What is fetched ahead for a dead network would keep it busy.
        page = browser.new_page(viewport=DESK, reduced_motion="reduce", service_workers="block")
        page.goto(f"{stack.address}/sign-in")
        page.get_by_label("Name").wait_for()
        sign_in(page, stack.address, DEMO_MEMBER, DEMO_PASSWORD)
        page.get_by_text("Heron 650").first.wait_for()
        _take(page, "bench")
        _orders(page, stack.address)
        _visits(page, stack.address)
        _instruments(page, stack.address)
        _lamp_and_phone(page, stack.address)
        # Last, since it goes on with what the others show as it lies.
        page.set_viewport_size(DESK)
        _proof(page, stack.address)
    say(f"{len(list(FOLDER.glob('*.png')))} pictures in {FOLDER.relative_to(ROOT)}")


def _take(page: Page, name: str) -> None:
    page.evaluate("document.fonts.ready")
    page.wait_for_load_state("networkidle")
    page.screenshot(path=FOLDER / f"{name}.png")
    say(f"  {name}")


def _open(page: Page, address: str, unit: str, stage: str) -> None:
    page.goto(address)
    page.get_by_role("link").filter(has_text=unit).first.click()
    # At Listen there is no row yet, but a check to make.
    row, check = (page.get_by_role("region", name=name) for name in ("The row", "Next check"))
    row.or_(check).first.wait_for()
    page.get_by_role("navigation", name="Stages").get_by_role("button", name=stage).click()


def _orders(page: Page, address: str) -> None:
    page.goto(f"{address}/orders")
    page.get_by_role("article").first.wait_for()
    _take(page, "orders")


def _visits(page: Page, address: str) -> None:
    _open(page, address, "Ticket counter", "Listen")
    page.get_by_role("img", name="Path of force").wait_for()
    _take(page, "visit-listen")
    _open(page, address, "Heron 650", "Strip")
    page.get_by_label("What comes off").fill("fourth wheel 36/10 brass ^long boss down #B8 ~white grease")
    page.get_by_role("button", name="long boss down").wait_for()
    _take(page, "visit-strip")
    _open(page, address, "Tern", "Look over")
    page.get_by_role("button", name="6 bevel pinion").click()
    page.get_by_role("button", name="chipped").click()
    drawing = page.get_by_role("application")
    drawing.focus()
    for key in ("Space", "ArrowRight", "Space", "ArrowRight", "ArrowRight", "Space"):
        page.keyboard.press(key)
    page.get_by_text("3 teeth chipped").wait_for()
    _take(page, "visit-look-over")
    page.goto(f"{address}/shelf")
    page.get_by_role("radio").first.wait_for()
    _take(page, "shelf")
    _open(page, address, "Heron 650", "Read")
    _take(page, "visit-read")
    _open(page, address, "Dunlin 40", "Source")
    _take(page, "visit-source")


def _proof(page: Page, address: str) -> None:
    """What is left over is accounted for, then the first checks are met."""
    _open(page, address, "Otter 8", "Prove")
    page.get_by_role("button", name="Account for each here").click()
    over = page.get_by_role("button", name="went back in")
    for left in range(over.count(), 0, -1):
        over.first.click()
        page.wait_for_function(f"document.querySelectorAll('.left li').length < {left}")
    card = page.get_by_role("article")
    for _ in range(2):
        title = card.inner_text()
        card.get_by_role("button", name="Met").click()
        page.wait_for_function(f"document.querySelector('article').innerText !== {title!r}")
    _take(page, "visit-prove")
    page.goto(f"{address}/filed")
    page.get_by_role("link", name="Heron 650").first.click()
    page.get_by_role("link", name="Exploded sheet").click()
    page.get_by_role("table", name="Parts").wait_for()
    _take(page, "sheet")


def _instruments(page: Page, address: str) -> None:
    _open(page, address, "Heron 650", "Read")
    page.get_by_role("button", name="second wheel").first.click()
    page.get_by_label("Over the tips", exact=True).fill("26.18; 26.17")
    page.get_by_label("Bore", exact=True).fill("3.0")
    page.get_by_text("Measure next").wait_for()
    _take(page, "gear-reader")
    _practice(page, address)
    page.goto(f"{address}/drawer?teeth=15&module=32 DP&angle=20&bore=3.17&width=6")
    page.get_by_label("Words").fill("steel")
    page.get_by_role("button", name="S08-15").click()
    page.get_by_text("looks alike").wait_for()
    _take(page, "drawer")
    _open(page, address, "Otter 8", "Read")
    page.get_by_role("button", name="Mesh P").click()
    page.get_by_label("Its mate").click()
    page.get_by_role("option", name="spur wheel").click()
    page.get_by_label("Centre distance").fill("27.52")
    page.get_by_text("Contact ratio").wait_for()
    page.wait_for_timeout(300)
    _take(page, "mesh")
    page.goto(f"{address}/train?line=12:60 | 14:48 | 10:40")
    page.get_by_role("button", name="A click").click()
    page.get_by_label("clicks", exact=True).fill("4")
    page.get_by_text("Look at the gear").wait_for()
    _take(page, "train")
    page.goto(f"{address}/regear")
    page.get_by_text("Wanted: 11.23").wait_for()
    _take(page, "regear")
    page.goto(f"{address}/fits?job=discs")
    page.get_by_text("press it").wait_for()
    _take(page, "fits")


def _practice(page: Page, address: str) -> None:
    page.goto(f"{address}/practice/photo")
    page.get_by_label("Teeth", exact=True).fill("30")
    page.keyboard.press("Enter")
    page.get_by_text("The photo count").wait_for()
    _take(page, "practice")


def _lamp_and_phone(page: Page, address: str) -> None:
    page.evaluate("localStorage.setItem('dentado.lamp', '1')")
    _open(page, address, "Otter 8", "Build")
    page.get_by_text("Build, 7 of").wait_for()
    page.keyboard.press("o")
    _take(page, "visit-build-lamp")
    page.set_viewport_size(PHONE)
    page.evaluate("localStorage.setItem('dentado.lamp', '0')")
    _open(page, address, "Otter 8", "Build")
    page.get_by_role("button", name="Hands busy").click()
    page.get_by_role("dialog", name="Hands busy").wait_for()
    _take(page, "phone-hands-busy")
