"""Started as root, the database and the server still run as a user that may do nothing else."""

from __future__ import annotations

import os
import pwd
import subprocess
import sys
from pathlib import Path

from .paths import ROOT, say

NAME = "dentado"
OURS = ("database", "media", "backups", "tls", "session.secret", "setup.secret", "sign-ins", "upgrading.json")
"""What of an installation's folder belongs to that user; the built front end is only read."""


def service_user(folder: Path) -> str:
    """The user to run as, or nothing to run as whoever started.

    Made if it is missing. Where it could not read the program or reach the
    folder, that is said, and root it is.
    """
    if os.geteuid() != 0:
        return ""
    try:
        account = pwd.getpwnam(NAME)
    except KeyError:
        made = subprocess.run(
            ["useradd", "--system", "--user-group", "--home-dir", "/nonexistent", "--no-create-home", NAME],
            capture_output=True,
            text=True,
            check=False,
        )
        if made.returncode:
            say(f"The service user could not be made ({made.stderr.strip()}); running as root.")
            return ""
        account = pwd.getpwnam(NAME)
    folder.mkdir(parents=True, exist_ok=True)
    if trouble := _out_of_reach(folder):
        say(f"The service user “{NAME}” cannot reach {trouble}; running as root.")
        say("Move Dentado to a folder that others may read, such as /opt/dentado.")
        return ""
    os.chown(folder, account.pw_uid, account.pw_gid)
    for name in OURS:
        give(folder / name, NAME)
    return NAME


def as_user(user: str) -> list[str]:
    """Before a command: run it as `user`, or as we are."""
    return ["--reuid", user, "--regid", user, "--init-groups"] if user else []


def _out_of_reach(folder: Path) -> str:
    run = ["setpriv", *as_user(NAME), "--"]
    if subprocess.run(
        [*run, sys.executable, "-c", "import django"], capture_output=True, check=False
    ).returncode:
        return str(Path(sys.executable).resolve())
    for path, way in ((ROOT / "server", "-r"), (folder, "-x")):
        if subprocess.run([*run, "test", way, str(path)], check=False).returncode:
            return str(path)
    return ""


def give(path: Path, to: str) -> None:
    """Hand a file or a folder with all in it over; one file that stayed another's would lock the database."""
    if not to or not path.exists():
        return
    account = pwd.getpwnam(to)
    user, group = account.pw_uid, account.pw_gid
    for at, folders, files in os.walk(path):
        for name in (*folders, *files):
            file = Path(at) / name
            if file.lstat().st_uid != user:
                os.chown(file, user, group, follow_symlinks=False)
    os.chown(path, user, group)
