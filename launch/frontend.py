"""Building the front end when its sources have changed."""

from __future__ import annotations

import hashlib
import os
import shutil
import signal
import subprocess
import sys
from pathlib import Path

from .mariadb import with_parent
from .paths import BUILT, HOST, WEB, lock, say, stop_with

BUILDS_KEPT = 12
"""Older ones go; a server that started that many changes ago is to be started again."""


def npm(*words: str) -> None:
    """Run npm in web/, its output kept in a log and shown only when it fails."""
    BUILT.mkdir(parents=True, exist_ok=True)
    log = BUILT / "npm.log"
    with log.open("w") as out:
        done = subprocess.run(["npm", *words], cwd=WEB, stdout=out, stderr=subprocess.STDOUT, check=False)
    if done.returncode:
        print(log.read_text()[-4000:], file=sys.stderr)
        stop_with(f"npm {' '.join(words)} failed.", f"The whole output is in {log}.")


def packages() -> None:
    """The npm packages of the lock file, exactly."""
    with lock(BUILT / "npm.lock", "Another set-up installs npm packages; waiting …"):
        stamp, wanted = WEB / "node_modules" / ".dentado-stamp", _digest([WEB / "package-lock.json"])
        if stamp.exists() and stamp.read_text() == wanted:
            return
        say("Installing npm packages …")
        npm("ci", "--no-audit", "--no-fund")
        stamp.write_text(wanted)


def build() -> Path:
    """The built front end of web/src as it is now, made if it is not there yet.

    Each state of the sources has a folder of its own, whole or not at all, so
    that a server goes on serving the one it started with.
    """
    packages()
    sources = sorted(
        path for folder in ("src", "worker", "public", "generated") for path in (WEB / folder).rglob("*")
    )
    tops = [WEB / name for name in ("index.html", "vite.config.ts", "package-lock.json")]
    made = BUILT / _digest([*tops, *sources])[:16]
    with lock(BUILT / "build.lock", "Another build is running; waiting …"):
        if made.exists():
            return made
        say("Building the front end …")
        fresh = BUILT / "fresh"
        npm("run", "build", "--", "--outDir", str(fresh), "--emptyOutDir")
        subprocess.run([sys.executable, "-m", "whitenoise.compress", "--quiet", str(fresh)], check=True)
        fresh.rename(made)
        _prune()
    return made


def serve_sources(port: int, behind: str) -> subprocess.Popen[bytes]:
    """The front end straight from its sources, each edit shown at once; all else is asked of `behind`."""
    return subprocess.Popen(
        [*with_parent(), "node", "node_modules/vite/bin/vite.js", "--host", HOST, "--port", str(port)],
        cwd=WEB,
        env={**os.environ, "DENTADO_BEHIND": behind},
        stdin=subprocess.DEVNULL,
        # A group of its own, to be ended whole: node may have been started by another program.
        start_new_session=True,
    )


def end_sources(vite: subprocess.Popen[bytes] | None) -> None:
    """At once: it holds nothing of the record, and asked nicely it waits for the browser to let go."""
    if vite:
        os.killpg(vite.pid, signal.SIGKILL)
        vite.wait()


def _prune() -> None:
    kept = sorted((path for path in BUILT.iterdir() if path.is_dir()), key=lambda path: path.stat().st_mtime)
    for old in kept[:-BUILDS_KEPT]:
        shutil.rmtree(old)


def _digest(paths: list[Path]) -> str:
    digest = hashlib.sha256()
    for path in paths:
        if path.is_file():
            digest.update(str(path.relative_to(WEB)).encode())
            digest.update(path.read_bytes())
    return digest.hexdigest()
