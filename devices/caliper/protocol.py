"""One line asked, one line answered, over TCP (``docs/formats/caliper.md``)."""

from __future__ import annotations

import json
import re
import socket
from dataclasses import dataclass
from typing import Any

VERSION = "DENTADO-CALIPER 1"
LONGEST_LINE = 8192
TIMEOUT = 2.0
"""Seconds a caliper may take; a hand takes longer, but it has closed the jaws before the key."""

HOLDS = ("tips", "span", "root", "pins", "chord", "bore", "width")
_NAME = re.compile(r"[A-Za-z0-9-]{1,40}")


class CaliperError(Exception):
    """The caliper is not there, or says why it cannot read."""


@dataclass(frozen=True, slots=True)
class JawSetting:
    """How the jaws are set: the kind, settled or largest over the tips, and a count or a diameter."""

    kind: str
    how: str = "settled"
    number: float = 0.0

    def __str__(self) -> str:
        match self.kind:
            case "tips":
                return f"tips {self.how}"
            case "span" | "chord":
                return f"{self.kind} {self.number:.0f}"
            case "pins":
                return f"pins {self.number:g}"
        return self.kind


def read_hold(words: list[str]) -> JawSetting:
    """A hold as it stands in a line.

    Raises
    ------
    CaliperError
        If it is none.
    """
    kind, *rest = words or [""]
    if kind not in HOLDS:
        raise CaliperError(f"hold one of: {', '.join(HOLDS)}")
    if kind == "tips":
        return JawSetting(kind, "largest" if rest == ["largest"] else "settled")
    if kind in ("span", "chord", "pins"):
        try:
            number = float(rest[0])
        except (IndexError, ValueError):
            raise CaliperError(f"{kind} needs a number") from None
        if not 0 < number <= 500:
            raise CaliperError(f"{kind} of {number:g} cannot be held")
        return JawSetting(kind, number=number)
    return JawSetting(kind)


def named(word: str) -> str:
    """The name of a hidden gear: letters, digits and dashes."""
    if not _NAME.fullmatch(word):
        raise CaliperError("a gear is named by letters, digits and dashes")
    return word


def ask(address: tuple[str, int], line: str) -> str:
    """Send one line and take the answer.

    Raises
    ------
    CaliperError
        If nothing answers, or the answer begins with ``ERR``.
    """
    try:
        with socket.create_connection(address, timeout=TIMEOUT) as link:
            link.sendall(line.encode() + b"\n")
            with link.makefile("rb") as answers:
                said = answers.readline(LONGEST_LINE * 8).decode("utf-8", "replace").strip()
    except OSError as error:
        raise CaliperError("no caliper answers") from error
    if not said:
        raise CaliperError("the caliper closed without an answer")
    if said.startswith("ERR"):
        raise CaliperError(said.removeprefix("ERR").strip() or "it cannot be read so")
    return said


def read_value(said: str) -> float:
    """Millimetres from ``26.18 mm`` or ``1.0307 in``.

    Raises
    ------
    CaliperError
        If it is no reading.
    """
    match = re.fullmatch(r"(\d{1,4}(?:\.\d{1,5})?)\s*(mm|in)", said)
    if not match or float(match.group(1)) <= 0:
        raise CaliperError("the caliper sent no reading")
    return float(match.group(1)) * (25.4 if match.group(2) == "in" else 1.0)


def read_json(said: str) -> dict[str, Any]:
    """An answer that is an object."""
    try:
        frame = json.loads(said)
    except ValueError:
        frame = None
    if not isinstance(frame, dict):
        raise CaliperError("the caliper sent something else")
    return frame
