"""``./dentado test``: lint, types, contracts, and the tests, closed with one plain line."""

from __future__ import annotations

import os
import subprocess
import sys
import time
import unittest
from collections.abc import Callable
from pathlib import Path

from . import frontend
from .mariadb import OwnMariaDB, free_port
from .places import ROOT, VAR, WEB, lock, say
from .serve import environment, start_caliper

PARTS = ("core", "server", "web", "browser", "launch")
Check = tuple[str, Callable[[], str]]


def test(words: list[str]) -> int:
    """Run everything, one part, or tests by dotted name; 0 if all is well."""
    began = time.monotonic()
    labels = [f"tests.{word}" if word in PARTS else word for word in words]
    with lock(VAR / "test.lock", "Another test run is going on; waiting …"):
        if labels and all(label.startswith("tests.core") for label in labels):
            passed, failed, skipped = _core(labels)
        else:
            passed, failed, skipped = _with_database(labels)
    say(f"\nin {time.monotonic() - began:.0f} s")
    say(f"{passed} passed, {failed} failed, {skipped} skipped")
    return 1 if failed or not passed else 0


def _core(labels: list[str]) -> tuple[int, int, int]:
    """The core's tests alone: no Django, no database, no browser."""
    loader = unittest.defaultTestLoader
    suite = unittest.TestSuite(
        loader.discover(str(ROOT / "tests" / "core"), top_level_dir=str(ROOT))
        if label == "tests.core"
        else loader.loadTestsFromName(label)
        for label in labels
    )
    return counted(unittest.TextTestRunner(verbosity=1).run(suite))


def counted(result: unittest.TestResult) -> tuple[int, int, int]:
    """Passed, failed and skipped of a finished run."""
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    skipped = len(result.skipped)
    return result.testsRun - failed - skipped, failed, skipped


def _with_database(labels: list[str]) -> tuple[int, int, int]:
    folder = VAR / "test"
    url = os.environ.get("DENTADO_DATABASE_URL")
    own = None if url else OwnMariaDB(folder / "database", durable=False)
    caliper = None
    try:
        built = frontend.build()
        if own:
            own.start()
        caliper, address = start_caliper(free_port())
        os.environ.update(environment(url or (own.url if own else ""), folder, built, address))
        passed, failed = (0, 0) if labels else _checks()
        more = _django(labels or ["tests"])
        return passed + more[0], failed + more[1], more[2]
    finally:
        if caliper:
            caliper.terminate()
        if own:
            own.stop()


def _django(labels: list[str]) -> tuple[int, int, int]:
    import django

    django.setup()
    from django.test.runner import DiscoverRunner

    runner = _Counting(DiscoverRunner)
    return runner.run(labels)


class _Counting:
    """Django's own runner, with its result kept for the closing line."""

    def __init__(self, base: type) -> None:
        counts: list[tuple[int, int, int]] = []

        class Runner(base):  # type: ignore[misc]
            def suite_result(self, suite: object, result: unittest.TestResult, **kwargs: object) -> int:
                counts.append(counted(result))
                return int(super().suite_result(suite, result, **kwargs))

        self.counts = counts
        self.runner = Runner(verbosity=1, interactive=False, top_level=str(ROOT))

    def run(self, labels: list[str]) -> tuple[int, int, int]:
        self.runner.run_tests(labels)
        return self.counts[0] if self.counts else (0, 1, 0)


def _checks() -> tuple[int, int]:
    passed = failed = 0
    for name, run in _all_checks():
        began = time.monotonic()
        trouble = run()
        say(f"{'ok  ' if not trouble else 'FAIL'} {name} ({time.monotonic() - began:.1f} s)")
        if trouble:
            say(trouble)
            failed += 1
        else:
            passed += 1
    return passed, failed


def _all_checks() -> list[Check]:
    manage = [sys.executable, "server/manage.py"]
    return [
        ("ruff: lint", _command("ruff", "check", ".")),
        ("ruff: format", _command("ruff", "format", "--check", "-q", ".")),
        ("mypy: types", _command("mypy", "core", "server", "devices", "backups", "launch", "demo")),
        ("import contracts", _command("lint-imports")),
        ("migrations are complete", _command(*manage, "makemigrations", "--check", "--dry-run")),
        (
            "deployment check of the served settings",
            _command(*manage, "check", "--deploy", "--fail-level", "WARNING"),
        ),
        ("the generated client is current", _schema_is_current),
        ("vue-tsc: types", _command("npm", "run", "-s", "types", where=WEB)),
        ("eslint: lint", _command("npm", "run", "-s", "lint", where=WEB)),
    ]


def _command(*words: str, where: Path = ROOT) -> Callable[[], str]:
    def run() -> str:
        done = subprocess.run(words, cwd=where, capture_output=True, text=True, check=False)
        return "" if done.returncode == 0 else (done.stdout + done.stderr)[-6000:] or "no output"

    return run


def schema(folder: Path) -> None:
    """Write the published OpenAPI document and the client's types from it."""
    document = subprocess.run(
        [sys.executable, "server/manage.py", "schema"], cwd=ROOT, capture_output=True, text=True, check=True
    ).stdout
    folder.mkdir(parents=True, exist_ok=True)
    (folder / "openapi.json").write_text(document)
    npx = [
        str(WEB / "node_modules" / ".bin" / "openapi-typescript"),
        str(folder / "openapi.json"),
        "--default-non-nullable=false",
    ]
    subprocess.run([*npx, "-o", str(folder / "schema.ts")], cwd=WEB, capture_output=True, check=True)


def _schema_is_current() -> str:
    fresh = VAR / "test" / "generated"
    schema(fresh)
    stale = [
        name
        for name in ("openapi.json", "schema.ts")
        if (fresh / name).read_text() != (WEB / "generated" / name).read_text()
    ]
    return (
        f"{', '.join(stale)} in web/generated is not current: ./dentado schema makes it so." if stale else ""
    )
