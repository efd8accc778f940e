"""The bench on its page, before any script: whose it is, what it says, and that it is never in the way."""

from __future__ import annotations

import gzip
import json
import re
import zlib
from collections.abc import Iterator
from uuid import uuid4

from django.http import HttpRequest, StreamingHttpResponse
from django.test import Client, RequestFactory

from accounts.page_look import drawn_page
from config.middleware import Compressed
from visits import services

from .bench import BLANK, UNIT, BenchCase


class BenchPage(BenchCase):
    def drawn(self, member: object, **cookies: str) -> str:
        """The page as it arrives, without what is between its tags and the next."""
        client = Client()
        client.force_login(member)  # type: ignore[arg-type]
        for name, value in cookies.items():
            client.cookies[name] = value
        answer = client.get("/")
        self.assertEqual((answer.status_code, answer["Cache-Control"]), (200, "no-store"))
        nonce = f"'nonce-{self.nonce(whole := answer.getvalue().decode())}'"
        self.assertIn(nonce, answer["Content-Security-Policy"])
        return str(whole)

    @staticmethod
    def nonce(page: str) -> str:
        found = re.search(r'name="csp-nonce" content="([^"]+)"', page)
        return found[1] if found else ""

    def test_it_says_what_the_api_says_of_ones_own_units_and_of_nobody_elses(self) -> None:
        services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK, "label": "Godwit <b>&"})
        services.wait_for(self.ada, self.visit.id, "owner", "may it be painted?")
        page, said = self.drawn(self.ada), self.desk.got("GET", "/visits?state=open")
        self.assertIn("1 on the bench for you", page)
        self.assertEqual(said["says"], "1 on the bench for you")
        for card in said["cards"]:
            self.assertIn(f'href="/visits/{card["id"]}"', page)
            for word in (card["about"], card["stage_says"], card["waits_says"]):
                self.assertIn(word.replace("'", "&#x27;"), page)
        self.assertIn("Godwit &lt;b&gt;&amp;", page)
        self.assertIn("the owner: may it be painted?", page)
        brought = re.search(r'<script id="told" type="application/json">(.*?)</script>', page, re.S)
        self.assertIsNotNone(brought)
        for path, answer in json.loads(brought[1] if brought else "{}").items():
            self.assertEqual(answer, self.desk.got("GET", path.removeprefix("/api")), path)
        hers = self.drawn(self.eve)
        self.assertIn("The bench is clear", hers)
        self.assertNotIn("Godwit", hers)
        self.assertNotIn(str(self.visit.id), hers)

    def test_it_goes_out_compressed_part_by_part(self) -> None:
        client = Client(headers={"Accept-Encoding": "gzip"})
        client.force_login(self.ada)
        answer, press = client.get("/"), zlib.decompressobj(zlib.MAX_WBITS | 16)
        self.assertEqual(answer["Content-Encoding"], "gzip")
        self.assertIn("Accept-Encoding", answer["Vary"])
        parts = [press.decompress(part).decode() for part in answer.streaming_content]
        self.assertTrue(press.eof)
        # What each says is there before the next is known.
        self.assertTrue(parts[0].startswith("<!doctype html>"))
        self.assertIn("<h1", parts[1])
        self.assertIn("Sandpiper", parts[2])
        self.assertEqual(
            re.sub(r"nonce.*|told.*", "", "".join(parts)), re.sub(r"nonce.*|told.*", "", self.drawn(self.ada))
        )
        # The door holds a secret beside what was typed: its length must tell nothing.
        self.assertFalse(Client(headers={"Accept-Encoding": "gzip"}).get("/").has_header("Content-Encoding"))

    def test_a_page_compressed_as_it_goes_says_no_length(self) -> None:
        page = b"<!doctype html>" + b"<p>gear</p>" * 400

        def answer(request: HttpRequest) -> StreamingHttpResponse:
            return StreamingHttpResponse([page], headers={"Content-Length": str(len(page))})

        given = Compressed(answer)(RequestFactory().get("/", headers={"Accept-Encoding": "gzip"}))
        self.assertFalse(given.has_header("Content-Length"))
        self.assertEqual(gzip.decompress(b"".join(given.streaming_content)), page)
        plain = Compressed(answer)(RequestFactory().get("/"))
        self.assertEqual(plain["Content-Length"], str(len(page)))

    def test_strangers_are_shown_the_door_and_lamps_are_lit_before_the_script(self) -> None:
        stranger = Client()
        shut = stranger.get("/")
        self.assertContains(shut, 'action="/sign-in"')
        self.assertNotContains(shut, "Sandpiper")
        self.assertIn("no-store", shut["Cache-Control"])
        stranger.force_login(self.ada)
        self.assertIn("Sandpiper", stranger.get("/").getvalue().decode())
        for cookies, marked in (
            ({"lamp": "1"}, ' class="lamp"'),
            ({"lamp": "0"}, ""),
            ({}, ' class="as-system"'),
        ):
            self.assertIn(f'<html lang="en"{marked}>', self.drawn(self.ada, **cookies))

    def test_where_it_cannot_be_drawn_the_page_comes_all_the_same(self) -> None:
        client = Client()
        client.force_login(self.ada)
        request = client.get("/").wsgi_request

        def breaks() -> Iterator[str]:
            yield "<h1>Half"
            raise OSError("the database went away")

        with self.assertLogs("dentado", "ERROR"):
            page = drawn_page(request, breaks).getvalue().decode()
        self.assertIn('<h1>Half</div><div id="app">', page)
        self.assertTrue(page.rstrip().endswith("</html>"))
