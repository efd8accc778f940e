"""``python -m devices.sound [PORT]``: answer on the loopback until ended."""

from __future__ import annotations

import base64
import json
import signal
import sys
from dataclasses import asdict

from ..asking import DeviceError, named, serve
from .hidden import heard, hidden
from .protocol import VERSION, WHAT

PORT = 8353


def answer(line: str) -> str:
    """One line for one line.

    Raises
    ------
    DeviceError
        If there is nothing to be heard so.
    """
    head, _, train = line.partition(";")
    verb, *words = head.split() or [""]
    match verb.upper(), words:
        case "HELLO", _:
            return f"{VERSION} simulated"
        case "RECORD", [name, *how]:
            unit = hidden(named(name), train.strip())
            return base64.b64encode(heard(unit, name, mended="mended" in how)).decode()
        case "SHOW", [name]:
            unit = hidden(named(name), train.strip())
            return json.dumps({"line": unit.line, "shaft": unit.shaft, "turns": unit.turns})
        case "TELL", [name]:
            return json.dumps(asdict(hidden(named(name), train.strip())))
    raise DeviceError("ask HELLO, RECORD, SHOW or TELL")


def main() -> None:
    """Serve until SIGTERM or Ctrl-C."""
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
    serve(int(sys.argv[1]) if len(sys.argv) > 1 else PORT, answer, WHAT)


if __name__ == "__main__":
    main()
