"""``python -m devices.supplier [PORT]``: answer on the loopback until ended."""

from __future__ import annotations

import json
import signal
import sys
import threading
from typing import Any

from ..asking import DeviceError, named, read_json, serve
from .protocol import MOST_LINES, VERSION, WAIT, WHAT
from .stock import Book, find

PORT = 8354
MOODS = ("fine", "slow", "down", "lying")


class Counter:
    """The supplier's counter: what is asked, in the mood it is in."""

    def __init__(self) -> None:
        self.book = Book()
        self.mood = "fine"
        self._one_at_a_time = threading.Lock()

    def answer(self, line: str) -> str:
        """One line for one line.

        Raises
        ------
        DeviceError
            If there is no answer to it.
        """
        verb, _, rest = line.strip().partition(" ")
        if verb.upper() == "MOOD":
            if rest.strip() not in MOODS:
                raise DeviceError(f"moods are {', '.join(MOODS)}")
            self.mood = rest.strip()
            return self.mood
        if verb.upper() == "HELLO":
            return f"{VERSION} simulated"
        if self.mood == "down":
            raise DeviceError("closed for stocktaking")
        with self._one_at_a_time:
            said = self._said(verb.upper(), rest)
        if self.mood == "slow":
            # Later than anyone waits; the order was taken all the same.
            threading.Event().wait(2 * WAIT)
        return "certainly, all of it, tomorrow" if self.mood == "lying" else said

    def _said(self, verb: str, rest: str) -> str:
        match verb:
            case "FIND":
                asked = read_json(rest, "asker")
                articles = find(str(asked.get("words") or ""), asked.get("teeth"), asked.get("module"))
                return json.dumps({"offers": [article.said() for article in articles]})
            case "ORDER":
                asked = read_json(rest, "asker")
                return json.dumps(self.book.take(named(str(asked.get("key"))), _lines(asked.get("lines"))))
            case "PARCEL":
                return json.dumps({"parcel": self.book.parcel(named(rest.strip()))})
        raise DeviceError("ask HELLO, FIND, ORDER or PARCEL")


def _lines(said: Any) -> dict[str, int]:
    if not isinstance(said, list) or not 0 < len(said) <= MOST_LINES:
        raise DeviceError("an order has lines")
    lines: dict[str, int] = {}
    for row in said:
        number, count = (row.get("number"), row.get("count")) if isinstance(row, dict) else (None, None)
        if not isinstance(number, str) or not isinstance(count, int) or not 0 < count <= 9999:
            raise DeviceError("a line has a number and a count")
        lines[number] = lines.get(number, 0) + count
    return lines


def main() -> None:
    """Serve until SIGTERM or Ctrl-C."""
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
    serve(int(sys.argv[1]) if len(sys.argv) > 1 else PORT, Counter().answer, WHAT)


if __name__ == "__main__":
    main()
