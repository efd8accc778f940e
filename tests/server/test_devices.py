"""What is connected: each device named as it stands, and nothing waits on one that stalls or sends rubbish."""

from __future__ import annotations

import socket
import socketserver
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import Any

from django.test import override_settings

from devices.asking import answered
from devices.caliper.__main__ import answer as caliper
from devices.force.protocol import DEVICE as FORCE
from devices.indicator.protocol import DEVICE as INDICATOR
from devices.tachometer.protocol import DEVICE as TACHOMETER

from .bench import BenchCase

Answer = Callable[[str], str]


@contextmanager
def device(answer: Answer) -> Iterator[tuple[str, int]]:
    """A device on a free port that answers so; none for no answer at all."""

    class Hand(socketserver.StreamRequestHandler):
        def handle(self) -> None:
            while line := self.rfile.readline():
                self.wfile.write(answered(answer, line.decode()).encode() + b"\n")

    with socketserver.ThreadingTCPServer(("127.0.0.1", 0), Hand) as server:
        server.daemon_threads = True
        threading.Thread(target=server.serve_forever, daemon=True).start()
        yield server.server_address[0], server.server_address[1]  # type: ignore[misc]
        server.shutdown()


@contextmanager
def nothing() -> Iterator[tuple[str, int]]:
    """A port at which none answers."""
    with socket.socket() as held:
        held.bind(("127.0.0.1", 0))
        yield held.getsockname()


def saying(greeting: str, reading: str) -> Answer:
    return lambda line: greeting if line.startswith("HELLO") else reading


class Connected(BenchCase):
    def stand(self, **answers: Answer) -> dict[str, Any]:
        """The page with these devices and no others, by their key."""
        with nothing() as none:
            places: dict[str, tuple[str, int]] = {}
            running = [device(answer) for answer in answers.values()]
            for key, each in zip(answers, running, strict=True):
                places[key] = each.__enter__()
            figures = {
                key: places.get(key, none) for key in ("indicator", "tachometer", "thermometer", "force")
            }
            with override_settings(CALIPER=places.get("caliper", none), FIGURES=figures, CAMERA=none, SOUND_SOURCE=none, SUPPLIER=none):  # fmt: skip
                page = self.desk.got("GET", "/devices")
            for each in running:
                each.__exit__(None, None, None)
        return {row["key"]: row for row in page["devices"]}

    def test_what_answers_shows_its_figure_and_the_rest_are_silent(self) -> None:
        rows = self.stand(caliper=caliper, indicator=INDICATOR.answer, force=FORCE.answer)
        for key, unit in (("caliper", "mm"), ("indicator", "mm"), ("force", "N")):
            with self.subTest(key):
                self.assertEqual((rows[key]["standing"], rows[key]["simulated"]), ("there", True))
                self.assertRegex(rows[key]["shows"], rf"^\d+(\.\d+)? {unit}$")
        for key in ("tachometer", "camera", "sound", "supplier"):
            self.assertEqual((rows[key]["standing"], rows[key]["shows"]), ("silent", ""))
            self.assertIn("answers", rows[key]["says"])

    def test_a_real_one_is_called_by_its_own_name(self) -> None:
        rows = self.stand(indicator=saying("DENTADO-INDICATOR 1 bench stand, left", "0.004 in"))
        row = rows["indicator"]
        self.assertEqual((row["standing"], row["simulated"]), ("there", False))
        self.assertEqual(row["says"], "“bench stand, left” answers.")
        self.assertEqual(row["shows"], "0.1016 mm")

    def test_what_lies_or_sends_rubbish_is_named(self) -> None:
        for says, answer in (
            ("no dial indicator", saying("220 ready", "0.1 mm")),
            ("no reading", saying("DENTADO-INDICATOR 1 x", "@@@@")),
            ("no reading", saying("DENTADO-INDICATOR 1 x", "12 rpm")),
            ("which none does", saying("DENTADO-INDICATOR 1 x", "99999 mm")),
            ("battery low", saying("DENTADO-INDICATOR 1 x", "ERR battery low")),
        ):
            with self.subTest(says):
                row = self.stand(indicator=answer)["indicator"]
                self.assertEqual(row["standing"], "odd")
                self.assertIn(says, row["says"].replace("B", "b"))

    def test_nothing_waits_on_one_that_stalls(self) -> None:
        def stalls(line: str) -> str:
            time.sleep(4)
            return "late"

        began = time.monotonic()
        rows = self.stand(tachometer=stalls, thermometer=stalls, indicator=INDICATOR.answer)
        self.assertLess(time.monotonic() - began, 3.5)
        self.assertEqual(rows["tachometer"]["standing"], "silent")
        self.assertIn("does not answer", rows["tachometer"]["says"])
        self.assertEqual(rows["indicator"]["standing"], "there")

    def test_one_that_greets_and_then_stalls_is_silent_and_sends_no_nonsense(self) -> None:
        def sleepy(line: str) -> str:
            if line.startswith("READ"):
                time.sleep(2)
            return "DENTADO-INDICATOR 1 bench stand"

        row = self.stand(indicator=sleepy)["indicator"]
        self.assertEqual(row["standing"], "silent")
        self.assertIn("“bench stand” answers. The dial indicator is there and does not answer", row["says"])

    def test_a_line_from_a_cable_is_a_figure_in_the_unit_it_is_kept_in(self) -> None:
        read = self.desk.got("POST", "/devices/said", {"text": "ST,GS,+  1.000 kg"})
        self.assertEqual(read, {"value": 9.80665, "unit": "N"})
        self.refused(self.desk.ask("POST", "/devices/said", {"text": "hello"}), "no_reading")
        self.assertEqual(self.desk.ask("POST", "/devices/said", {"text": "9" * 400})[0], 422)

    def test_a_figure_that_no_such_device_shows_is_refused_where_it_is_taken(self) -> None:
        wild = saying(TACHOMETER.version, "9000000 rpm")
        with device(wild) as place, override_settings(FIGURES={"tachometer": place}):
            answer = self.desk.ask("POST", "/devices/figures/tachometer/take", {"name": "unit-1"})
        self.refused(answer, "no_device")
        self.assertIn("which none does", answer[1]["problem"])
