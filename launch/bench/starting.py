"""How long a start takes."""

from __future__ import annotations

import os
import subprocess
import tempfile
import time
from pathlib import Path

from ..mariadb import free_port
from ..paths import ROOT
from ..prepared import copy_to
from .desk import row
from .report import REPORT


def second_start() -> None:
    """An installation that has its record already, from the command to its being served."""
    REPORT.begin("\nA start that has nothing to bring up to date, budget 10 s:")
    with tempfile.TemporaryDirectory() as folder:
        var = Path(folder)
        var.chmod(0o755)
        copy_to(var / "database", media=var / "media")
        kept = {name: value for name, value in os.environ.items() if not name.startswith("DENTADO_")}
        env = {**kept, "DENTADO_VAR": folder, "DENTADO_PORT": str(free_port())}
        taken = [_start(env) for _ in range(2)]
    row("./dentado start, the second", taken[1], "", taken[1] < 10)


def _start(env: dict[str, str]) -> float:
    began = time.perf_counter()
    running = subprocess.Popen([ROOT / "dentado", "start"], env=env, stdout=subprocess.PIPE, text=True)
    assert running.stdout
    for line in running.stdout:
        if "is ready" in line:
            break
    spent = time.perf_counter() - began
    subprocess.run([ROOT / "dentado", "stop"], env=env, stdout=subprocess.DEVNULL, check=True)
    running.wait()
    return spent
