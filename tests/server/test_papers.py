"""What leaves the bench: the sheet, the report and its link, labels, reminders."""

from __future__ import annotations

import io
import re
from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.test import Client
from django.utils import timezone
from icalendar import Calendar
from PIL import Image

from papers.calendar import CalendarDay, calendar_of
from papers.link import MOST_OPEN, token_of
from visits import services
from visits.models import ReportLink, Visit

from ..pictures import picture
from .bench import BLANK, UNIT, BenchCase


def grainy() -> bytes:
    """A photo as a phone takes one in poor light."""
    out = io.BytesIO()
    grain = Image.effect_noise((1600, 1200), 24)
    Image.merge("RGB", (grain, grain, Image.linear_gradient("L").resize((1600, 1200)))).save(out, "JPEG")
    return out.getvalue()


PAGES = re.compile(rb"/Type\s*/Page\b")


class Papers(BenchCase):
    def pdf(self, name: str, query: str = "") -> bytes:
        answer = self.desk.client.get(f"/api{self.at()}/{name}.pdf{query}")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        made: bytes = answer.content
        self.assertTrue(made.startswith(b"%PDF"))
        return made

    def test_the_sheet_is_the_row_in_the_order_it_came_off(self) -> None:
        sheet = self.desk.got("GET", self.at("sheet"))
        steps = self.desk.got("GET", self.at())["steps"]
        self.assertEqual([piece["step"] for piece in sheet["pieces"]], [step["number"] for step in steps])
        self.assertEqual(len(sheet["table"]), len(steps))
        self.assertEqual(sheet["versions"], [])
        for paper in ("a4", "letter"):
            self.assertEqual(len(PAGES.findall(self.pdf("sheet", f"?paper={paper}"))), 1)
        self.assertEqual(self.desk.client.get(f"/api{self.at()}/sheet.pdf?paper=a0").status_code, 422)

    def test_four_hundred_steps_go_over_as_many_pages_as_they_need(self) -> None:
        for n in range(120):
            services.record_step(self.ada, self.visit.id, uuid4(), f"gear {12 + n % 50}t ^boss up #A{n}")
        self.assertGreater(len(PAGES.findall(self.pdf("sheet"))), 3)

    def test_a_second_row_of_a_model_says_in_what_it_differs(self) -> None:
        again = services.open_visit(self.ada, uuid4(), self.visit.unit_id, {**UNIT, **BLANK})
        for line in [step.line for step in self.visit.steps.order_by("number")][:2]:
            services.record_step(self.ada, again.id, uuid4(), line.replace("M2.5x8", "M2.5x10"))
        services.follow_guide(self.ada, again.id, self.visit.id)
        self.assertIsInstance(self.desk.got("GET", f"/visits/{again.id}/sheet")["versions"], list)

    def test_words_of_any_script_and_photos_of_odd_shape_are_printed(self) -> None:
        words = "Щёлкает под нагрузкой <b>& стучит</b>\nτρίζει 歯車 ترس"
        Visit.objects.filter(id=self.visit.id).update(complaint=words, to_watch="x" * 1500)
        for size in ((2000, 40), (40, 2000), (64, 48)):
            self.desk.photo(self.at("photos", uuid4()), picture(size=size))
        self.assertLess(len(self.pdf("report")), 1_000_000)
        self.assertGreaterEqual(len(PAGES.findall(self.pdf("labels"))), 1)

    def test_ten_photos_stay_under_a_megabyte(self) -> None:
        for _ in range(10):
            self.desk.photo(self.at("photos", uuid4()), grainy())
        self.assertLess(len(self.pdf("report")), 1_000_000)


class Link(BenchCase):
    def shared(self) -> dict[str, Any]:
        made: dict[str, Any] = self.desk.got("PUT", self.at("links", uuid4()))
        return made

    def path(self) -> str:
        return re.sub(r"^https?://[^/]+", "", self.shared()["address"])

    def test_the_link_reads_the_report_and_nothing_else(self) -> None:
        photo = uuid4()
        self.desk.photo(self.at("photos", photo), picture())
        stranger, path = Client(), self.path()
        page = stranger.get(path)
        self.assertEqual((page.status_code, page["X-Robots-Tag"]), (200, "noindex"))
        self.assertContains(page, self.visit.complaint)
        self.assertEqual(stranger.get(f"{path}/pdf").content[:4], b"%PDF")
        self.assertEqual(stranger.get(f"{path}/photos/{photo}").status_code, 200)
        # Neither another picture, nor a write, nor anything of the API.
        self.assertEqual(stranger.get(f"{path}/photos/{uuid4()}").status_code, 404)
        self.assertEqual(stranger.post(path).status_code, 405)
        for api in (self.at(), self.at("sheet"), f"/photos/{photo}", "/visits"):
            self.assertEqual(stranger.get(f"/api{api}").status_code, 401, api)

    def test_a_link_that_is_over_revoked_or_forged_shows_nothing(self) -> None:
        first = self.shared()
        path = re.sub(r"^https?://[^/]+", "", first["address"])
        self.assertEqual(self.desk.got("DELETE", self.at("links", first["id"])), [])
        gone = Client().get(path)
        self.assertEqual(gone.status_code, 410)
        self.assertNotContains(gone, self.visit.complaint, status_code=410)
        self.assertEqual(Client().get(f"{path}/pdf").status_code, 404)
        again = self.path()
        ReportLink.objects.update(expires_at=timezone.now() - timedelta(seconds=1))
        self.assertEqual(Client().get(again).status_code, 410)
        for forged in (f"{again[:-3]}abc", "/report/none"):
            self.assertEqual(Client().get(forged).status_code, 410)

    def test_the_same_id_is_the_same_link_and_one_visits_own(self) -> None:
        link = uuid4()
        addresses = {self.desk.got("PUT", self.at("links", link))["id"] for _ in range(2)}
        self.assertEqual(addresses, {str(link)})
        self.assertEqual(len(self.desk.got("GET", self.at("links"))), 1)
        other = services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK, "label": "Other"})
        self.refused(self.desk.ask("PUT", f"/visits/{other.id}/links/{link}"), "taken_id")
        self.assertEqual(self.desk.ask("DELETE", f"/visits/{other.id}/links/{link}")[0], 404)
        self.assertTrue(token_of(ReportLink.objects.get()))

    def test_only_so_many_links_are_open_at_once(self) -> None:
        made = [self.desk.got("PUT", self.at("links", uuid4()))["id"] for _ in range(MOST_OPEN)]
        self.refused(self.desk.ask("PUT", self.at("links", uuid4())), "too_many_open", status=409)
        self.assertEqual(self.desk.got("PUT", self.at("links", made[0]))["id"], made[0])
        self.desk.got("DELETE", self.at("links", made[0]))
        self.desk.got("PUT", self.at("links", uuid4()))

    def test_what_was_proved_and_handed_back_is_told(self) -> None:
        self.desk.got("PUT", self.at("proof", uuid4()), {"check": "hand_turn", "outcome": "met"})
        self.desk.got("PUT", self.at("handed-back"), {"why": "the case is no longer made"})
        page = Client().get(self.path())
        self.assertContains(page, "Turn it by hand through its whole travel")
        self.assertContains(page, "goes back not mended")
        self.assertContains(page, "the case is no longer made")


class Reminders(BenchCase):
    def test_the_calendar_names_what_is_to_be_looked_at_again(self) -> None:
        on = timezone.localdate() + timedelta(days=30)
        self.desk.got("PUT", self.at("again"), {"on": str(on)})
        Visit.objects.filter(id=self.visit.id).update(to_watch="screws; the grease,\nand the seal")
        answer = self.desk.client.get("/api/reminders.ics")
        self.assertEqual(answer.status_code, 200)
        (event,) = Calendar.from_ical(answer.content).walk("VEVENT")
        self.assertEqual(event["SUMMARY"], "Sandpiper: look at it again")
        self.assertEqual(event.decoded("DTSTART"), on)
        self.assertEqual(event["DESCRIPTION"], "screws; the grease,\nand the seal")

    def test_a_calendar_follows_it_until_the_password_is_changed(self) -> None:
        self.desk.got("PUT", self.at("again"), {"on": str(timezone.localdate())})
        path = re.sub(r"^https?://[^/]+", "", self.desk.got("GET", "/reminders")["address"])
        stranger = Client()
        self.assertEqual(len(Calendar.from_ical(stranger.get(path).content).walk("VEVENT")), 1)
        self.assertEqual(stranger.post(path).status_code, 405)
        self.assertEqual(stranger.get(f"{path}x").status_code, 404)
        self.ada.set_password("another one entirely")
        self.ada.save()
        self.assertEqual(stranger.get(path).status_code, 404)

    def test_words_of_any_script_come_back_as_they_went(self) -> None:
        says = "Щёлкает; 歯車, \\ " + "long " * 40
        made = calendar_of([CalendarDay("a", timezone.localdate(), says)], "Bench", timezone.now())
        self.assertTrue(all(len(line) <= 75 for line in io.BytesIO(made).read().split(b"\r\n")))
        (event,) = Calendar.from_ical(made).walk("VEVENT")
        self.assertEqual(event["SUMMARY"], says)


class AsText(BenchCase):
    def test_words_on_paper_are_words_and_the_sheet_is_strokes(self) -> None:
        for name in ("sheet", "report", "labels"):
            made = self.desk.client.get(f"/api{self.at()}/{name}.pdf").content
            with self.subTest(name):
                # Letters are embedded with what they stand for, so that they are found and copied.
                self.assertIn(b"/ToUnicode", made)
                self.assertIn(b"/FontFile2", made)
        sheet = self.desk.client.get(f"/api{self.at()}/sheet.pdf").content
        self.assertNotIn(b"/Subtype /Image", sheet)

    def test_letters_and_sizes_of_paper(self) -> None:
        for paper, wide in (("a4", b"595.27"), ("letter", b"612")):
            made = self.desk.client.get(f"/api{self.at()}/report.pdf?paper={paper}").content
            self.assertRegex(made, rb"/MediaBox \[\s*0 0 " + re.escape(wide))

    def test_a_name_of_any_script_makes_a_name_of_a_file(self) -> None:
        self.visit.unit.label = 'Чайка "7"\r\nX-Injected: 1'
        self.visit.unit.save()
        answer = self.desk.client.get(f"/api{self.at()}/sheet.pdf")
        self.assertEqual(answer.status_code, 200)
        self.assertNotIn("X-Injected", answer.headers)
        self.assertRegex(answer["Content-Disposition"], r'^inline; filename="[A-Za-z0-9 _-]+\.pdf"$')

    def test_nobody_of_another_workshop_gets_any_of_it(self) -> None:
        stranger = Client()
        for name in ("sheet.pdf", "report.pdf", "labels.pdf", "sheet", "links"):
            self.assertEqual(stranger.get(f"/api{self.at()}/{name}").status_code, 401, name)
