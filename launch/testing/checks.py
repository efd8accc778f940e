"""What is checked beside the tests: lint, types and contracts; and what is generated for the front end."""

from __future__ import annotations

import hashlib
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path

from ..data_files import troubles
from ..paths import ROOT, WEB


def all_checks() -> dict[str, Callable[[], str]]:
    """Each by its name; it gives what is wrong, or nothing."""
    manage = [sys.executable, "server/manage.py"]
    return {
        "mypy: types": _command("mypy", "core", "server", "devices", "backups", "launch", "demo"),
        "vue-tsc: types": _command("npm", "run", "-s", "types", where=WEB),
        "prettier: format": _command("npm", "run", "-s", "format", where=WEB),
        "eslint: lint": _command("npm", "run", "-s", "lint", where=WEB),
        "import contracts": _command("lint-imports"),
        "deployment check of the served settings": _command(
            *manage, "check", "--deploy", "--fail-level", "WARNING"
        ),
        "data files": lambda: "\n".join(troubles()),
        "ruff: lint": _command("ruff", "check", "."),
        "ruff: format": _command("ruff", "format", "--check", "-q", "."),
    }


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
    types = folder / "schema.ts"
    subprocess.run([*npx, "-o", str(types)], cwd=WEB, capture_output=True, check=True)
    types.write_text(f"// {made_from(document)}\n{types.read_text()}")


def made_from(document: str) -> str:
    """What the client's types say of the document they were made from, so that stale ones are seen."""
    return f"made from openapi.json {hashlib.sha256(document.encode()).hexdigest()[:16]}"
