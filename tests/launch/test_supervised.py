"""What dies is started again, what is sent by halves is dropped, and none of it runs as root."""

from __future__ import annotations

import os
import pwd
import signal
import socket
import urllib.request
from pathlib import Path

from launch.paths import HOST
from launch.service_user import NAME

from .installed import Installed, processes
from .test_backup import Device

SILENT = 40
"""Connections that say nothing, or half of something: more than there are threads."""


class Supervised(Installed):
    def test_what_dies_comes_back(self) -> None:
        self.lay_sample()
        self.start()
        self.none_is_root()
        self.the_master_is_replaced_at_once()
        self.the_database_is_replaced()
        self.silent_callers_hold_nobody_up()
        self.assertEqual(self.run_command("stop").returncode, 0)
        self.assertEqual(self.leftovers(), [])

    def of(self, words: str) -> list[int]:
        """Processes of this installation: the server's say only where they listen."""
        fds = self.server_environment
        return [pid for pid, line in processes() if words in line and fds(pid)]

    def server_environment(self, pid: int) -> bool:
        try:
            return str(self.var) in Path(f"/proc/{pid}/environ").read_bytes().decode(errors="replace") or str(
                self.var
            ) in Path(f"/proc/{pid}/cmdline").read_bytes().decode(errors="replace")
        except OSError:
            return False

    def none_is_root(self) -> None:
        if os.geteuid() != 0:
            return
        if "cannot reach" in self.heard:
            # This checkout lies where only root may look, and the start has said what follows.
            self.assertIn("running as root", self.heard)
            return
        service = pwd.getpwnam(NAME).pw_uid
        for words in ("mariadbd", "gunicorn"):
            result = [
                pid for pid in self.of(words) if "launch" not in Path(f"/proc/{pid}/cmdline").read_text()
            ]
            self.assertTrue(result, words)
            for pid in result:
                self.assertEqual(Path(f"/proc/{pid}").stat().st_uid, service, words)

    def the_master_is_replaced_at_once(self) -> None:
        device = Device(self.port)
        master = min(self.of("gunicorn"))
        os.kill(master, signal.SIGKILL)
        # The socket outlives it: whoever calls now waits in line, and is never refused.
        self.assertTrue(self.listening())
        with device.opener.open(f"{device.address}/api/visits", timeout=20) as answer:
            self.assertEqual(answer.status, 200)
        self.soon(lambda: bool(self.of("gunicorn")) and min(self.of("gunicorn")) != master)

    def the_database_is_replaced(self) -> None:
        device = Device(self.port)
        (database,) = self.of("mariadbd")
        os.kill(database, signal.SIGKILL)
        self.soon(lambda: not Path(f"/proc/{database}").exists() or self.of("mariadbd") != [database])
        self.soon(self.answers)
        self.assertEqual(device.ask("GET", "/visits")["page"], 1)

    def silent_callers_hold_nobody_up(self) -> None:
        halves = (
            b"",
            b"GET /sign-in HT",
            b"POST /sign-in HTTP/1.1\r\nHost: x\r\nContent-Length: 900\r\n\r\nhalf",
        )
        callers = []
        for n in range(SILENT):
            caller = socket.create_connection((HOST, self.port))
            self.addCleanup(caller.close)
            caller.sendall(halves[n % 2])
            callers.append(caller)
        # Those of half a head are let go of, and a member gets through.
        with urllib.request.urlopen(f"http://{HOST}:{self.port}/sign-in", timeout=40) as answer:
            self.assertEqual(answer.status, 200)
        for caller in callers[1::2]:
            caller.settimeout(60)
            while caller.recv(4096):
                pass
