"""Both workers, and commands beside them, agree at once on who is signed in."""

from __future__ import annotations

import subprocess
import sys
import unittest
from concurrent.futures import ThreadPoolExecutor

from launch.bench.desk import Desk
from launch.paths import ROOT
from launch.serve import environment
from launch.stack import Stack

CONNECTIONS = 24
"""New ones, so many that both workers answer some."""

BARS = "from workshop.models import Member; m = Member.objects.get(username='wren'); m.is_active = False; m.save()"


class Served(unittest.TestCase):
    def test_a_sign_out_and_a_member_barred_hold_for_every_worker_at_once(self) -> None:
        with Stack() as stack:
            out = Desk(stack.port)
            self.assertEqual(self.seen(out), {"Robin"})
            self.assertEqual(self.seen(out), {"Robin"})
            self.assertTrue((stack.folder / "sign-ins").exists())
            out.ask("DELETE", "/api/session")
            self.assertEqual(self.seen(out), {""})
            barred = Desk(stack.port, bench="Slip Road bench")
            self.assertEqual(self.seen(barred), {"Wren"})
            self.by_hand(stack, BARS)
            self.assertEqual(self.seen(barred), {""})

    def seen(self, desk: Desk) -> set[str]:
        """Who is signed in there, as many connections at once are told."""
        with ThreadPoolExecutor(8) as pool:
            return {
                said["member"]
                for said in pool.map(lambda _: desk.beside().ask("GET", "/api/session"), range(CONNECTIONS))
            }

    def by_hand(self, stack: Stack, does: str) -> None:
        """Done in a process of its own, as Django's shell does it."""
        subprocess.run(
            [sys.executable, str(ROOT / "server" / "manage.py"), "shell", "-c", does],
            env=environment(stack.database.url, stack.folder),
            check=True,
            capture_output=True,
        )
