"""``./dentado parts``: every package that Dentado is built from, as a CycloneDX 1.5 list (ECMA-424)."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from datetime import UTC, datetime
from importlib.metadata import PackageNotFoundError, metadata
from pathlib import Path
from typing import Any
from urllib.parse import quote

from .paths import ROOT, VERSION, WEB, say, stop_with

_PINNED = re.compile(r"^([A-Za-z0-9._-]+)==([^\s\\;]+)")
_SHA256 = re.compile(r"--hash=sha256:([0-9a-f]{64})")


def parts(words: list[str]) -> None:
    """Write the list to a file, or to standard output where none is named."""
    if len(words) > 1:
        stop_with("Where is it to be written?", "./dentado parts [FILE]")
    made = bill()
    text = json.dumps(made, indent=1)
    if words:
        Path(words[0]).write_text(text + "\n")
        say(f"{words[0]}: {len(made['components'])} packages.")
    else:
        say(text)


def bill() -> dict[str, Any]:
    """The list: what the lock files pin, and nothing else."""
    return {
        "bomFormat": "CycloneDX",
        "specVersion": "1.5",
        "version": 1,
        "metadata": {
            "timestamp": datetime.now(UTC).isoformat(timespec="seconds"),
            "component": {"type": "application", "name": "dentado", "version": VERSION, "bom-ref": "dentado"},
        },
        "components": [*_python(), *_screen()],
    }


def _python() -> Iterator[dict[str, Any]]:
    """Of ``requirements/start.txt``; licences as the installed packages say."""
    locked = (ROOT / "requirements" / "start.txt").read_text()
    for block in re.split(r"\n(?=\S)", locked):
        if not (match := _PINNED.match(block)):
            continue
        name, version = match.groups()
        part = _part("pypi", name.lower().replace("_", "-"), version)
        part["hashes"] = [{"alg": "SHA-256", "content": each} for each in _SHA256.findall(block)]
        if licence := _licence(name):
            part["licenses"] = [{"license": {"name": licence}}]
        yield part


def _licence(name: str) -> str:
    try:
        about = metadata(name)
    except PackageNotFoundError:
        return ""
    said = str(about["License-Expression"] or about["License"] or "")
    if said and "\n" not in said and len(said) < 80:
        return said
    kinds = [
        each.split("::")[-1].strip()
        for each in about.get_all("Classifier") or []
        if each.startswith("License")
    ]
    return kinds[-1] if kinds else ""


def _screen() -> Iterator[dict[str, Any]]:
    """Of ``web/package-lock.json``: what is shipped to the browser, and what builds it marked as such."""
    locked = json.loads((WEB / "package-lock.json").read_text())
    seen = set()
    for place, about in sorted(locked["packages"].items()):
        name = place.rsplit("node_modules/", 1)[-1]
        # One version may lie in several folders.
        if not place or "version" not in about or about.get("link") or (name, about["version"]) in seen:
            continue
        seen.add((name, about["version"]))
        part = _part("npm", name, about["version"])
        part["scope"] = "excluded" if about.get("dev") else "required"
        if isinstance(licence := about.get("license"), str):
            part["licenses"] = (
                [{"expression": licence}] if " " in licence else [{"license": {"name": licence}}]
            )
        yield part


def _part(kind: str, name: str, version: str) -> dict[str, Any]:
    purl = f"pkg:{kind}/{quote(name, safe='/')}@{version}"
    return {"type": "library", "name": name, "version": version, "purl": purl, "bom-ref": purl}
