"""One line asked, one line answered, over TCP: what every device at the bench has in common."""

from __future__ import annotations

import base64
import binascii
import json
import re
import socket
import socketserver
from collections.abc import Callable
from typing import Any

LONGEST_LINE = 8192
TIMEOUT = 2.0
"""Seconds a device may take; a hand takes longer, but it has done its part before the key."""

HOST = "127.0.0.1"
_NAME = re.compile(r"[A-Za-z0-9-]{1,40}")


class DeviceError(Exception):
    """The device is not there, or says why it cannot answer."""


class StalledError(DeviceError):
    """The device is there and does not answer in time."""


def ask(
    address: tuple[str, int], line: str, *, what: str, longest: int = LONGEST_LINE * 8, wait: float = TIMEOUT
) -> str:
    """Send one line and take the answer; `what` names the device, `longest` the answer in bytes.

    Raises
    ------
    StalledError
        If it takes longer than `wait`.
    DeviceError
        If nothing answers, or the answer begins with ``ERR``.
    """
    try:
        with socket.create_connection(address, timeout=wait) as link:
            link.sendall(line.encode() + b"\n")
            with link.makefile("rb") as answers:
                said = answers.readline(longest).decode("utf-8", "replace").strip()
    except TimeoutError as error:
        raise StalledError(f"the {what} is there and does not answer") from error
    except OSError as error:
        raise DeviceError(f"no {what} answers") from error
    if not said:
        raise DeviceError(f"the {what} closed without an answer")
    if said.startswith("ERR"):
        raise DeviceError(said.removeprefix("ERR").strip() or "it cannot be read so")
    return said


def read_json(said: str, what: str) -> dict[str, Any]:
    """An answer that is an object.

    Raises
    ------
    DeviceError
        If it is none.
    """
    try:
        frame = json.loads(said)
    except ValueError:
        frame = None
    if not isinstance(frame, dict):
        raise DeviceError(f"the {what} sent something else")
    return frame


def read_file(said: str, begins: bytes, nothing: str) -> bytes:
    """A file that came as base64; `begins` is how such a file does, `nothing` what to say of any other.

    Raises
    ------
    DeviceError
        If it is none.
    """
    try:
        content = base64.b64decode(said, validate=True)
    except (binascii.Error, ValueError):
        content = b""
    if not content.startswith(begins):
        raise DeviceError(nothing)
    return content


def named(word: str) -> str:
    """The name of a hidden thing: letters, digits and dashes.

    Raises
    ------
    DeviceError
        If it is none.
    """
    if not _NAME.fullmatch(word):
        raise DeviceError("hidden things are named by letters, digits and dashes")
    return word


class _Server(socketserver.ThreadingTCPServer):
    allow_reuse_address = True
    daemon_threads = True


def serve(port: int, answer: Callable[[str], str], what: str) -> None:
    """Answer each line on the loopback until ended by SIGTERM or Ctrl-C."""

    class Hand(socketserver.StreamRequestHandler):
        timeout = 30

        def handle(self) -> None:
            try:
                while line := self.rfile.readline(LONGEST_LINE):
                    self.wfile.write(answered(answer, line.decode("utf-8", "replace")).encode() + b"\n")
            except OSError:
                return

    try:
        with _Server((HOST, port), Hand) as device:
            print(f"The {what} answers at {HOST}:{port}.", flush=True)
            device.serve_forever()
    except KeyboardInterrupt:
        pass


def answered(answer: Callable[[str], str], line: str) -> str:
    """What goes back for a line: the answer, or ``ERR`` and why there is none."""
    try:
        return answer(line)
    except DeviceError as error:
        return f"ERR {error}"
