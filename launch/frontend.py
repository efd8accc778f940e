"""Building the front end when its sources have changed."""

from __future__ import annotations

import hashlib
import subprocess
import sys
from pathlib import Path

from .places import BUILT, WEB, lock, say, stop_with


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


def build() -> None:
    """web/dist from web/src, if it is not that already."""
    packages()
    sources = sorted(path for folder in ("src", "public", "generated") for path in (WEB / folder).rglob("*"))
    tops = [WEB / name for name in ("index.html", "vite.config.ts", "package-lock.json")]
    with lock(BUILT / "build.lock", "Another build is running; waiting …"):
        stamp, wanted = BUILT / "build.stamp", _digest([*tops, *sources])
        if stamp.exists() and stamp.read_text() == wanted and (WEB / "dist" / "index.html").exists():
            return
        say("Building the front end …")
        stamp.unlink(missing_ok=True)
        npm("run", "build")
        subprocess.run(
            [sys.executable, "-m", "whitenoise.compress", "--quiet", str(WEB / "dist")],
            check=True,
        )
        stamp.write_text(wanted)


def _digest(paths: list[Path]) -> str:
    digest = hashlib.sha256()
    for path in paths:
        if path.is_file():
            digest.update(str(path.relative_to(WEB)).encode())
            digest.update(path.read_bytes())
    return digest.hexdigest()
