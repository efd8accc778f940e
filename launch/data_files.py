"""The core's data files, which a user may correct: checked once at start, by file, line and key."""

from __future__ import annotations

import re
import tomllib
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from pydantic import TypeAdapter, ValidationError

from .data_shapes import SHAPES
from .paths import ROOT, stop_with

FOLDER = ROOT / "core" / "gearing" / "data"


def troubles(folder: Path = FOLDER) -> list[str]:
    """What is wrong in the data files, a line each: file, line, key and what it should be."""
    troubles: list[str] = []
    read: dict[str, Any] = {}
    for name, shape in SHAPES.items():
        path = folder / f"{name}.toml"
        if not path.exists():
            troubles.append(f"{path.name} is missing")
            continue
        text = path.read_text(encoding="utf-8")
        try:
            read[name] = tomllib.loads(text)
            TypeAdapter(shape).validate_python(read[name])
        except tomllib.TOMLDecodeError as error:
            troubles.append(f"{path.name}: {error}")
        except ValidationError as wrong:
            troubles += [_said(path.name, text, error) for error in wrong.errors()]
    return troubles or list(_strangers(read))


def check_data_files() -> None:
    """End with a word on what is wrong, before anything is served."""
    wrong = troubles()
    if wrong:
        stop_with(
            f"A data file cannot be used: {wrong[0]}",
            "\n         ".join(wrong[1:6]) or "Correct it and start again.",
        )


WORDS = {"missing": "is missing", "extra_forbidden": "is not known here"}
CHOSEN = ("dict[", "list[", "constrained", "float", "int", "function")
"""How pydantic names a shape it chose among; no key of the file."""


def _said(name: str, text: str, error: Any) -> str:
    keys = [part for part in error["loc"] if not isinstance(part, str) or not part.startswith(CHOSEN)]
    where = ".".join(str(key) for key in keys) or "the file"
    says = WORDS.get(error["type"]) or error["msg"][:1].lower() + error["msg"][1:]
    return f"{name}, line {_line_of(text, keys)}, {where}: {says}"


def _strangers(read: dict[str, Any]) -> Iterator[str]:
    """What one file says of another that is not there."""
    pieces, listening = read["pieces"], read["units"]["listening"]
    for kind in read["rebuild"]["minutes"]:
        if kind not in pieces:
            yield f"rebuild.toml, minutes.{kind}: no such kind in pieces.toml"
    for kind, like in read["findings"].get("like", {}).items():
        if kind not in pieces or like not in read["findings"]:
            yield f"findings.toml, like.{kind}: no such kind"
    for row in read["tools"]["special"]:
        for kind in row["kinds"]:
            if kind not in pieces:
                yield f"tools.toml, {row['tool']}: no kind {kind} in pieces.toml"
    for key in listening["stop"]:
        if key not in listening["symptoms"]:
            yield f"units.toml, listening.stop: no symptom {key}"


def _line_of(text: str, keys: list[Any]) -> int:
    """Line on which the deepest of these keys that is there stands."""
    places: dict[tuple[Any, ...], int] = {}
    counts: dict[str, int] = {}
    at: tuple[Any, ...] = ()
    for number, line in enumerate(text.splitlines(), 1):
        if header := re.match(r"\[(\[?)([^\]]+)\]", line.strip()):
            at = tuple(part.strip().strip('"') for part in header[2].split("."))
            if header[1]:
                counts[header[2]] = counts.get(header[2], -1) + 1
                at = (*at, counts[header[2]])
            elif len(at) > 1 and at[0] in counts:
                at = (at[0], counts[at[0]], *at[1:])
            places[at] = number
        elif match := re.match(r"\s*([\w\"' .-]+?)\s*=", line):
            places[(*at, match[1].strip("\"' "))] = number
    for depth in range(len(keys), 0, -1):
        if tuple(keys[:depth]) in places:
            return places[tuple(keys[:depth])]
    return 1
