"""``./dentado test``: lint, types, contracts and the tests, side by side, closed with one plain line."""

from __future__ import annotations

import json
import os
import shutil
import subprocess
import sys
import threading
import time
import unittest
from collections import deque

from .. import frontend
from ..devices import Devices
from ..mariadb import OwnMariaDB, with_parent
from ..paths import ROOT, VAR, lock, say
from ..prepared import LANES, copy_to, prepared
from ..serve import environment
from .checks import all_checks
from .lane import HUNG, LONGEST, Outcome

PARTS = ("core", "server", "web", "browser", "launch")
LONGEST_FIRST = ("launch", "browser", "server", "core", "web")
"""What takes longest begins first, so that no lane is left with it at the end."""
TESTS = ROOT / "tests"
TIMES = VAR / "test" / "times.json"
CHECK = "check: "
UNSTEADY = "tests.browser."
"""Played in real time beside other tests: a whole run tries what failed there once more, and says so."""
AT_MOST = 2
"""So many in one run. Run by name, nothing is tried again."""
EARLY = ("tests.core", CHECK + "ruff", CHECK + "import", CHECK + "data")
"""What needs neither database nor front end: it is run while they are set up."""


def test(words: list[str]) -> int:
    """Run everything, one part, or tests by dotted name; 0 if all is well.

    ``--long`` draws the large counts of generated cases and of moments to be cut short at, a test at a time.
    """
    began = time.monotonic()
    long = "--long" in words
    if long:
        os.environ["DENTADO_LONG"] = "1"
        os.environ.setdefault(LONGEST, "3600")
    asked = [word for word in words if word != "--long"]
    strange = [word for word in asked if word not in PARTS and not word.startswith(("tests.", CHECK))]
    if strange:
        say(f"There are no tests called {strange[0]}: say {', '.join(PARTS)}, or tests.core.test_mesh.")
        return 2
    with lock(VAR / "test.lock", "Another test run is going on; waiting …"):
        run = _with_database if _need_database(asked) else _bare
        # A long run times by the clock what a server answers: nothing stands beside it.
        outcomes = run(asked, 1 if long else min(LANES, (os.cpu_count() or 1) + 1))
    _say_parts(outcomes)
    passed, failed, skipped = (
        sum(getattr(outcome, count) for outcome in outcomes) for count in ("passed", "failed", "skipped")
    )
    for outcome in outcomes:
        if outcome.again:
            say(f"{outcome.again} at first, run again: {outcome.label}")
    say(f"\nin {time.monotonic() - began:.0f} s")
    say(f"{passed} passed, {failed} failed, {skipped} skipped")
    return 1 if failed or not passed else 0


def _need_database(asked: list[str]) -> bool:
    return not asked or not all(word == "core" or word.startswith("tests.core") for word in asked)


def _labels(asked: list[str]) -> list[str]:
    """What is handed to the lanes one by one, longest first.

    Tests of the launcher go one by one, since each is an installation of its own,
    and those of the browser by class; others by module, since what a module sets
    up serves all of its tests.
    """
    if asked and not any(word in PARTS for word in asked):
        return asked
    labels: list[str] = []
    for part in LONGEST_FIRST:
        if asked and part not in asked:
            continue
        for path in sorted((TESTS / part).glob("test_*.py")):
            name = f"tests.{part}.{path.stem}"
            labels += _apart(name, part == "launch") if part in ("launch", "browser") else [name]
    labels += [word for word in asked if word not in PARTS]
    if not asked:
        labels += [CHECK + name for name in all_checks()]
    took: dict[str, float] = json.loads(TIMES.read_text()) if TIMES.exists() else {}
    # Those not timed yet keep their order before the others.
    return sorted(labels, key=lambda label: -took.get(label, 1e6))


def _apart(module: str, each: bool) -> list[str]:
    """A module's tests one by one, or by class; one that cannot be loaded as a whole, which says why."""
    tests: list[unittest.TestCase] = []
    try:
        todo: deque[object] = deque([unittest.defaultTestLoader.loadTestsFromName(module)])
    except Exception:
        return [module]
    while todo:
        part = todo.popleft()
        if isinstance(part, unittest.TestSuite):
            todo.extend(part)
        elif isinstance(part, unittest.TestCase):
            tests.append(part)
    names = [part.id() if each else part.id().rpartition(".")[0] for part in tests]
    # One that cannot be loaded is run as a module, which says why.
    return list(dict.fromkeys(names)) if all(name.startswith(module) for name in names) else [module]


def _bare(asked: list[str], many: int) -> list[Outcome]:
    """The core's tests alone: no Django, no database, no browser."""
    lanes = Lanes(_labels(asked), many)
    lanes.begin()
    return lanes.end(dict(os.environ))


def _with_database(asked: list[str], many: int) -> list[Outcome]:
    folder = VAR / "test"
    url = os.environ.get("DENTADO_DATABASE_URL")
    own = None if url else OwnMariaDB(folder / "database", durable=False)
    devices = Devices()
    # A database elsewhere has no lanes prepared: one after the other there.
    lanes = Lanes(_labels(asked), 1 if url else many, 0 if asked else AT_MOST)
    try:
        began = time.monotonic()
        lanes.begin()
        built = frontend.build()
        prepared()
        if own:
            shutil.rmtree(own.folder, ignore_errors=True)
            copy_to(own.folder)
            own.start()
        env = environment(url or (own.url if own else ""), folder, built, devices.start())
        os.environ.update(env)
        say(f"ready after {time.monotonic() - began:.0f} s; {many} lanes")
        return lanes.end(env)
    finally:
        lanes.stop()
        devices.close()
        if own:
            own.stop()


class Lanes:
    """Processes that take labels from one line, each its next as soon as it is free.

    Begun before the set-up is through: until then only what needs none is taken.
    `again` classes of the browser's that failed, and no more, are run once more.
    """

    def __init__(self, labels: list[str], many: int, again: int = 0) -> None:
        self.done: list[Outcome] = []
        self.unsteady: list[str] = []
        self._again = again
        self._line = labels
        self._env: dict[str, str] = {}
        self._word = threading.Condition()
        self._workers = [threading.Thread(target=self._work, args=(n,)) for n in range(many)]

    def begin(self) -> None:
        """Start on what needs no set-up."""
        for worker in self._workers:
            worker.start()

    def end(self, env: dict[str, str]) -> list[Outcome]:
        """The set-up is through; what came of each label, said as it ended."""
        with self._word:
            self._env = env
            self._word.notify_all()
        for worker in self._workers:
            worker.join()
        self._keep_times()
        return self.done

    def stop(self) -> None:
        """Take no more: the set-up failed, or all is done."""
        with self._word:
            self._line.clear()
            self._word.notify_all()
        for worker in self._workers:
            if worker.is_alive():
                worker.join()

    def _next(self) -> str | None:
        """The next label that can be run now; waits for the set-up where only others are left."""
        with self._word:
            while self._line:
                ready = [label for label in self._line if self._env or label.startswith(EARLY)]
                if ready:
                    self._line.remove(ready[0])
                    return ready[0]
                self._word.wait()
        return None

    def _work(self, number: int) -> None:
        lane: _Lane | None = None
        while label := self._next():
            if label.startswith(CHECK):
                outcome = _check(label)
            else:
                if lane and lane.bare and not label.startswith(EARLY):
                    # It was started without what the set-up has made known.
                    lane.close()
                    lane = None
                lane, outcome = self._tried(lane or _Lane(number, self._env), label, number)
            with self._word:
                self.done.append(outcome)
                _say_one(outcome)
        if lane:
            lane.close()

    def _tried(self, lane: _Lane, label: str, number: int) -> tuple[_Lane | None, Outcome]:
        """Run a label in that lane, and once more in a new one where that says more than the first did."""
        outcome = lane.ask(label)
        why = self._once_more(label, lane, outcome)
        if why:
            say(f"{why} {label}: run again\n{outcome.said}")
            lane.close()
            lane = _Lane(number, self._env)
            outcome = lane.ask(label)
            outcome.again = why
        if lane.ended:
            lane.close()
            return None, outcome
        return lane, outcome

    def _once_more(self, label: str, lane: _Lane, outcome: Outcome) -> str:
        """Why a label is run again, or nothing."""
        if lane.hung:
            # A browser that stopped answering says nothing of what was tried.
            return "hung"
        if not (outcome.failed and label.startswith(UNSTEADY)):
            return ""
        with self._word:
            self.unsteady.append(label)
            return "unsteady" if len(self.unsteady) <= self._again else ""

    def _keep_times(self) -> None:
        TIMES.parent.mkdir(parents=True, exist_ok=True)
        kept = json.loads(TIMES.read_text()) if TIMES.exists() else {}
        TIMES.write_text(
            json.dumps({**kept, **{outcome.label: round(outcome.seconds, 1) for outcome in self.done}})
        )


class _Lane:
    """The process of one lane."""

    def __init__(self, number: int, env: dict[str, str]) -> None:
        read, write = os.pipe()
        self.log = VAR / "test" / f"lane-{number}.log"
        self.log.parent.mkdir(parents=True, exist_ok=True)
        self.bare = not env
        # Each lane keeps to one core, or their threads would stand in each other's way.
        env = {**(env or os.environ), "OMP_NUM_THREADS": "1", "OPENBLAS_NUM_THREADS": "1"}
        with self.log.open("w") as out:
            self.process = subprocess.Popen(
                [*with_parent(), sys.executable, "-m", "launch.testing.lane", str(number), str(write)],
                stdin=subprocess.PIPE, stdout=out, stderr=out, text=True, env=env, cwd=ROOT,
                pass_fds=(write,),
            )  # fmt: skip
        os.close(write)
        self.answers = os.fdopen(read)
        self.ended = self.hung = False

    def ask(self, label: str) -> Outcome:
        """Run it there; a lane that dies of it has failed it."""
        began = time.monotonic()
        assert self.process.stdin
        try:
            self.process.stdin.write(f"{label}\n")
            self.process.stdin.flush()
            answer = self.answers.readline()
        except BrokenPipeError:
            answer = ""
        if answer:
            return Outcome(**json.loads(answer))
        self.ended = True
        code = self.process.wait()
        self.hung = code == HUNG
        tail = self.log.read_text(errors="replace")[-3000:]
        return Outcome(
            label, failed=1, seconds=time.monotonic() - began, said=f"The lane ended with {code}.\n{tail}"
        )

    def close(self) -> None:
        assert self.process.stdin
        self.process.stdin.close()
        self.process.wait()
        self.answers.close()


def _check(label: str) -> Outcome:
    began = time.monotonic()
    trouble = all_checks()[label.removeprefix(CHECK)]()
    return Outcome(label, int(not trouble), int(bool(trouble)), 0, time.monotonic() - began, [], trouble)


def _say_one(outcome: Outcome) -> None:
    word, tried = ("FAIL" if outcome.failed else "ok  "), outcome.passed + outcome.failed
    say(f"{word} {outcome.label} ({tried}, {outcome.seconds:.1f} s)")
    if outcome.said:
        say(outcome.said)


def _say_parts(outcomes: list[Outcome]) -> None:
    """Seconds per part, summed over the lanes, and the slowest tests."""
    parts: dict[str, list[Outcome]] = {}
    for outcome in outcomes:
        part = "checks" if outcome.label.startswith(CHECK) else outcome.label.split(".")[1]
        parts.setdefault(part, []).append(outcome)
    say("")
    for part, members in parts.items():
        seconds, passed = (
            sum(outcome.seconds for outcome in members),
            sum(outcome.passed for outcome in members),
        )
        say(f"{part:<8} {seconds:6.0f} s  {passed:4} passed")
    slowest = sorted((took for outcome in outcomes for took in outcome.slowest), reverse=True)[:12]
    for seconds, name in slowest:
        say(f"  {seconds:5.1f} s  {name.removeprefix('tests.')}")
