"""``python -m devices.caliper [PORT]``: answer on the loopback until ended."""

from __future__ import annotations

import json
import signal
import socketserver
import sys

from .hidden import picture, reading, truth_of
from .protocol import LONGEST_LINE, VERSION, CaliperError, named, read_hold

HOST = "127.0.0.1"
BENCH = "bench"
"""The gear between the jaws when none is named."""


def answer(line: str) -> str:
    """One line for one line."""
    verb, *words = line.split() or [""]
    try:
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
        return "ERR ask HELLO, READ, SHOW or TELL"
    except CaliperError as error:
        return f"ERR {error}"


class _Hand(socketserver.StreamRequestHandler):
    timeout = 30

    def handle(self) -> None:
        try:
            while line := self.rfile.readline(LONGEST_LINE):
                self.wfile.write(answer(line.decode("utf-8", "replace")).encode() + b"\n")
        except OSError:
            return


class _Caliper(socketserver.ThreadingTCPServer):
    allow_reuse_address = True
    daemon_threads = True


def main() -> None:
    """Serve until SIGTERM or Ctrl-C."""
    port = int(sys.argv[1]) if len(sys.argv) > 1 else 8351
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
    try:
        with _Caliper((HOST, port), _Hand) as caliper:
            print(f"The caliper answers at {HOST}:{port}.", flush=True)
            caliper.serve_forever()
    except KeyboardInterrupt:
        pass


if __name__ == "__main__":
    main()
