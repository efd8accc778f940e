"""What is checked beside the tests: lint, types and contracts; and what is generated for the front end."""

from __future__ import annotations

import hashlib
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path

from ..data_files import troubles
from ..paths import ROOT, WEB

PASSED = ROOT / "var" / "checks"
"""A stamp of each check that passed, with the state of what it looked at: it is not run again on the same."""

PYTHON = ("core", "server", "devices", "backups", "launch", "demo", "pyproject.toml", "requirements")
SCREEN = (
    "web/src", "web/tests", "web/generated", "web/package-lock.json", "web/package.json", "web/tsconfig.json",
    "web/vite.config.ts", "web/eslint.config.js",
)  # fmt: skip


def all_checks() -> dict[str, Callable[[], str]]:
    """Each by its name; it gives what is wrong, or nothing."""
    manage = [sys.executable, "server/manage.py"]
    return {
        "mypy: types": _once(
            "mypy", PYTHON, _command("mypy", "core", "server", "devices", "backups", "launch", "demo")
        ),
        "vue-tsc: types": _once("types", SCREEN, _command("npm", "run", "-s", "types", where=WEB)),
        "prettier: format": _once("format", SCREEN, _command("npm", "run", "-s", "format", where=WEB)),
        "eslint: lint": _once("lint", SCREEN, _command("npm", "run", "-s", "lint", where=WEB)),
        "import contracts": _once("contracts", PYTHON, _command("lint-imports")),
        "deployment check of the served settings": _command(
            *manage, "check", "--deploy", "--fail-level", "WARNING"
        ),
        "data files": lambda: "\n".join(troubles()),
        "ruff: lint": _command("ruff", "check", "."),
        "ruff: format": _command("ruff", "format", "--check", "-q", "."),
    }


def _once(name: str, parts: tuple[str, ...], check: Callable[[], str]) -> Callable[[], str]:
    """The check, unless it passed on these very files."""

    def run() -> str:
        stamp, now = PASSED / f"{name}.passed", state(parts)
        if stamp.exists() and stamp.read_text() == now:
            return ""
        wrong = check()
        if not wrong:
            stamp.parent.mkdir(parents=True, exist_ok=True)
            stamp.write_text(now)
        return wrong

    return run


def state(parts: tuple[str, ...], root: Path = ROOT) -> str:
    """What stands in files and folders, names and contents, in one word."""
    digest = hashlib.sha256()
    for part in parts:
        top = root / part
        for path in [top] if top.is_file() else sorted(top.rglob("*")):
            if path.is_file() and "__pycache__" not in path.parts:
                digest.update(f"{path.relative_to(root)}\0".encode())
                digest.update(path.read_bytes())
    return digest.hexdigest()


def _command(*words: str, where: Path = ROOT) -> Callable[[], str]:
    def run() -> str:
        done = subprocess.run(words, cwd=where, capture_output=True, text=True, check=False)
        return "" if done.returncode == 0 else (done.stdout + done.stderr)[-6000:] or "no output"

    return run


def schema(folder: Path) -> None:
    """Write the published OpenAPI document and the client's types from it, and the schema of the record."""
    document = _managed("schema")
    if folder == WEB / "generated":
        RECORD_SCHEMA.write_text(_managed("record_schema"))
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


def _managed(word: str) -> str:
    """What Django's command prints."""
    asked = [sys.executable, "server/manage.py", word]
    return subprocess.run(asked, cwd=ROOT, capture_output=True, text=True, check=True).stdout


RECORD_SCHEMA = ROOT / "docs" / "formats" / "record.schema.json"


def made_from(document: str) -> str:
    """What the client's types say of the document they were made from, so that stale ones are seen."""
    return f"made from openapi.json {hashlib.sha256(document.encode()).hexdigest()[:16]}"
