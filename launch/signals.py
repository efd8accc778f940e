"""Being asked to end: at once as a rule, but not in the middle of what must be finished."""

from __future__ import annotations

import signal
from collections.abc import Iterator
from contextlib import contextmanager
from types import FrameType


class Ending:
    """Turns SIGTERM, Ctrl-C and a closed terminal into KeyboardInterrupt, after what must be finished."""

    def __init__(self) -> None:
        self.asked = False
        self._finishing = ""

    def listen(self) -> None:
        """From now on."""
        for number in (signal.SIGTERM, signal.SIGINT, signal.SIGHUP):
            signal.signal(number, self._heard)

    @contextmanager
    def after(self, what: str) -> Iterator[None]:
        """Finish the block first; then end if that was asked for meanwhile."""
        self._finishing = what
        try:
            yield
        finally:
            self._finishing = ""
        if self.asked:
            raise KeyboardInterrupt

    def _heard(self, number: int, frame: FrameType | None) -> None:
        first, self.asked = not self.asked, True
        if not self._finishing:
            raise KeyboardInterrupt
        if first:
            print(f"\nFirst {self._finishing} …", flush=True)


def deaf() -> None:
    """What closes is not to be interrupted."""
    for number in (signal.SIGTERM, signal.SIGINT, signal.SIGHUP):
        signal.signal(number, signal.SIG_IGN)
