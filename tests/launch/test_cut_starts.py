"""Starts that are cut at any moment, some with all they began, some alone: the next one takes up what is there."""

from __future__ import annotations

import os
import signal
import subprocess
import time
from random import Random
from uuid import uuid4

from launch.bench.desk import Desk
from launch.paths import ROOT

from ..examples import LONG
from .installed import READY, Installed, processes

CUTS = 40 if LONG else 6
LATEST = 9.0
"""Seconds after which a start is cut at the latest; a whole one takes some six."""
WAYS = ("the launcher", "all of it", "asked to end")


class CutStarts(Installed):
    def test_cut_at_random_moments_nothing_of_the_record_is_lost(self) -> None:
        self.lay_sample()
        seed = Random().randrange(10**6) if LONG else 20261128
        dice = Random(seed)
        laid = [self.a_step_is_laid()]
        for n in range(CUTS):
            after, way = dice.uniform(0.0, LATEST), dice.choice(WAYS)
            with self.subTest(seed=seed, cut=n, after=round(after, 2), way=way):
                said = self.cut(after, way)
                # Python itself, before it has come to ours, may say that it was interrupted.
                self.assertNotIn("/launch/", said)
                # Now and then it is looked whether all is there; else the next cut falls on what the last left.
                if n % 3 == 2:
                    laid.append(self.a_step_is_laid(laid))
        self.a_step_is_laid(laid)
        self.assertEqual(self.leftovers(), [])

    def cut(self, after: float, way: str) -> str:
        began = subprocess.Popen(
            # A run that was itself begun in the background is deaf to Ctrl-C, and so would be all it begins.
            ["env", "--default-signal=INT", str(ROOT / "dentado"), "start"], cwd="/", env=self.environment(),
            text=True, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, start_new_session=True,
        )  # fmt: skip
        self.addCleanup(self._end, began)
        time.sleep(after)
        if way == "asked to end":
            os.killpg(began.pid, signal.SIGINT)
        else:
            os.kill(began.pid, signal.SIGKILL)
            for pid, line in processes() if way == "all of it" else []:
                if str(self.var) in line:
                    os.kill(pid, signal.SIGKILL)
        try:
            said = began.communicate(timeout=READY)[0]
        except subprocess.TimeoutExpired as late:
            below = subprocess.run(["ps", "-o", "pid,stat,wchan:20,args", "-s", str(began.pid)], capture_output=True, text=True, check=False)  # fmt: skip
            self.fail(f"It went on: {late.output!r}\n{below.stdout}")
        self.soon(lambda: self.leftovers() == [])
        return said

    def a_step_is_laid(self, before: list[tuple[str, str]] | None = None) -> tuple[str, str]:
        """A whole start: all that was laid is there, once, and one more is laid."""
        running = self.start()
        desk = Desk(self.port)
        for visit, step in before or []:
            steps = [each["id"] for each in desk.ask("GET", f"/api/visits/{visit}")["steps"]]
            self.assertEqual(steps.count(step), 1)
        visit, step = desk.ask("GET", "/api/visits")["cards"][0]["id"], str(uuid4())
        desk.ask("PUT", f"/api/visits/{visit}/steps/{step}", {"line": "M3x8 screw"})
        desk.line.close()
        self.assertEqual(self.run_command("stop").returncode, 0)
        running.communicate(timeout=READY)
        return visit, step
