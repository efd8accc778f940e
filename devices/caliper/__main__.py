"""``python -m devices.caliper [PORT]``: answer on the loopback until ended."""

from __future__ import annotations

import json
import signal
import sys

from ..asking import DeviceError, named, serve
from .hidden import picture, reading, truth_of
from .protocol import VERSION, WHAT, read_hold

PORT = 8351
BENCH = "bench"
"""The gear between the jaws when none is named."""


def answer(line: str) -> str:
    """One line for one line.

    Raises
    ------
    DeviceError
        If it cannot be read so.
    """
    verb, *words = line.split() or [""]
    match verb.upper():
        case "HELLO":
            return f"{VERSION} simulated"
        case "READ":
            gear, *hold = words or [BENCH, "tips"]
            return f"{reading(named(gear), read_hold(hold or ['tips'])):.2f} mm"
        case "SHOW" if words:
            return json.dumps(picture(named(words[0])))
        case "TELL" if words:
            return json.dumps(truth_of(named(words[0])))
    raise DeviceError("ask HELLO, READ, SHOW or TELL")


def main() -> None:
    """Serve until SIGTERM or Ctrl-C."""
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
    serve(int(sys.argv[1]) if len(sys.argv) > 1 else PORT, answer, WHAT)


if __name__ == "__main__":
    main()
