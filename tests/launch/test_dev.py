"""``./dentado dev``: the front end straight from its sources, everything else from the server behind."""

from __future__ import annotations

import http.client
import urllib.error
import urllib.parse
import urllib.request

from demo import DEMO_MEMBER, DEMO_PASSWORD
from launch.paths import HOST

from .installed import Installed


class Dev(Installed):
    command = "dev"

    def asked(self, path: str) -> tuple[int, str]:
        try:
            with urllib.request.urlopen(f"http://{HOST}:{self.port + 2}{path}", timeout=30) as answer:
                return answer.status, answer.read().decode()
        except urllib.error.HTTPError as error:
            return error.code, error.read().decode()

    def signed_in(self) -> int:
        """What the sign-in form answers a browser that came by the sources' address."""
        line = http.client.HTTPConnection(HOST, self.port + 2, timeout=30)
        line.request("GET", "/sign-in")
        first = line.getresponse()
        first.read()
        cookie = next(
            one.split(";")[0] for one in first.headers.get_all("Set-Cookie") or [] if "csrftoken" in one
        )
        form = urllib.parse.urlencode(
            {
                "username": DEMO_MEMBER,
                "password": DEMO_PASSWORD,
                "csrfmiddlewaretoken": cookie.partition("=")[2],
            }
        )
        sent = {
            "Content-Type": "application/x-www-form-urlencoded",
            "Cookie": cookie,
            "Origin": f"http://{HOST}:{self.port + 2}",
        }
        line.request("POST", "/sign-in", form, sent)
        return line.getresponse().status

    def test_sources_are_served_and_the_api_is_behind_them(self) -> None:
        self.lay_sample()
        running = self.start()
        while "Edited as you look" not in self.heard:
            assert running.stdout
            self.heard += running.stdout.readline()
        self.soon(lambda: self.listening(self.port + 2))
        status, page = self.asked("/")
        self.assertEqual(status, 200)
        self.assertIn("/@vite/client", page)
        self.assertIn("/src/app/main.ts", page)
        self.assertEqual(self.asked("/src/app/main.ts")[0], 200)
        self.assertEqual(self.asked("/api/visits")[0], 401)
        self.assertEqual(self.signed_in(), 302)
        self.assertEqual(self.run_command("stop").returncode, 0)
        self.soon(lambda: not self.listening(self.port + 2))
