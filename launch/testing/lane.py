"""One lane of a test run: a process that is handed one label after another and answers with its counts.

Labels come a line each on standard input; answers go, a line of JSON each, to
the descriptor named on the command line. Whatever tests print goes where the
process's own output goes.
"""

from __future__ import annotations

import faulthandler
import gc
import io
import json
import os
import sys
import threading
import time
import traceback
import unittest
from collections.abc import Iterator
from dataclasses import asdict, dataclass, field
from pathlib import Path
from types import FrameType
from typing import Any

from ..paths import ROOT
from ..prepared import TESTED

LONGEST = "DENTADO_TEST_SECONDS"
"""How long any one test may take, 300 unless said: one that hangs says where it stood and ends its lane."""
HUNG = 75
"""What such a lane ends with: sysexits' "try again"."""
NEED_DATABASE = ("tests.server", "tests.browser", "tests.launch", "tests.web")


@dataclass
class Outcome:
    """What came of one label."""

    label: str
    passed: int = 0
    failed: int = 0
    skipped: int = 0
    seconds: float = 0
    slowest: list[tuple[float, str]] = field(default_factory=list)
    said: str = ""
    """Tracebacks of what failed."""
    again: str = ""
    """Why it was run a second time, if it was."""


class Timed(unittest.TextTestResult):
    """Notes how long each test took."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.took: list[tuple[float, str]] = []
        self._began = 0.0

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802 - unittest's name
        self._began = time.monotonic()
        print(test.id(), flush=True)
        WATCH.look()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802 - unittest's name
        WATCH.look()
        self.took.append((time.monotonic() - self._began, test.id()))
        super().stopTest(test)


class Watch:
    """Ends this process unless looked at in time: a browser that never answers is not waited for."""

    def __init__(self) -> None:
        self._seconds = float(os.environ.get(LONGEST, "300"))
        self._timer: threading.Timer | None = None

    def look(self) -> None:
        """Begin the time anew."""
        self.rest()
        self._timer = threading.Timer(self._seconds, self._end)
        self._timer.daemon = True
        self._timer.start()
        # Where even that thread gets no turn.
        faulthandler.dump_traceback_later(self._seconds + 30, exit=True)

    def rest(self) -> None:
        """Nothing is being waited for."""
        if self._timer:
            self._timer.cancel()
        faulthandler.cancel_dump_traceback_later()

    def _end(self) -> None:
        print(f"Nothing moved for {self._seconds:g} s.", flush=True)
        for stack in self._stacks():
            print("".join(traceback.format_stack(stack)), flush=True)
        os._exit(HUNG)

    @staticmethod
    def _stacks() -> Iterator[FrameType]:
        """Where every thread and greenlet stands: a test that waits for the browser is one of these."""
        yield from (
            frame for thread, frame in sys._current_frames().items() if thread != threading.get_ident()
        )
        for each in gc.get_objects():
            if type(each).__name__ == "greenlet" and each.gr_frame is not None:
                yield each.gr_frame


WATCH = Watch()


def outcome(label: str, result: Timed, seconds: float, said: str) -> Outcome:
    """Counts of a finished run."""
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    skipped = len(result.skipped)
    passed = max(0, result.testsRun - failed - skipped)
    slowest = sorted(result.took, reverse=True)[:3]
    return Outcome(label, passed, failed, skipped, seconds, slowest, said if failed else "")


def run(label: str, runner: Any) -> Outcome:
    """Load and run one label."""
    began, stream = time.monotonic(), io.StringIO()
    WATCH.look()
    suite = unittest.defaultTestLoader.loadTestsFromName(label)
    if runner:
        suite = runner.build_suite([label])
    result = unittest.TextTestRunner(stream, verbosity=0, resultclass=Timed).run(suite)
    assert isinstance(result, Timed)
    WATCH.rest()
    return outcome(label, result, time.monotonic() - began, stream.getvalue())


def django_runner(lane: int) -> Any:
    """Django's runner with this lane's own database, migrated beforehand."""
    import django

    django.setup()
    from django.db import connection
    from django.test.runner import DiscoverRunner
    from django.test.utils import setup_test_environment

    from workshop.sign_in import FewAtATime

    # How slow a hash is is not what is tried here: a cheap one, of the same kind.
    FewAtATime.time_cost, FewAtATime.memory_cost, FewAtATime.parallelism = 1, 64, 1
    connection.settings_dict["TEST"]["NAME"] = f"{TESTED}{lane}"
    setup_test_environment()
    runner = DiscoverRunner(verbosity=0, interactive=False, keepdb=True, top_level=str(ROOT))
    runner.setup_databases()
    return runner


def main(lane: int, answers: int) -> None:
    """Until the input ends."""
    runner: Any = None
    # The line of labels is this process's alone: what tests start has nothing to read,
    # and cannot set it to another way of reading.
    labels = os.fdopen(os.dup(0))
    with Path(os.devnull).open() as nothing:
        os.dup2(nothing.fileno(), 0)
    with labels, os.fdopen(answers, "w") as out:
        for line in labels:
            label = line.strip()
            if not runner and label.startswith(
                ("tests.server", "tests.web", "tests.launch", "tests.browser")
            ):
                runner = django_runner(lane)
            out.write(json.dumps(asdict(run(label, runner))) + "\n")
            out.flush()


if __name__ == "__main__":
    main(int(sys.argv[1]), int(sys.argv[2]))
