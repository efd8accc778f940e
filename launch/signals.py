"""Being asked to end: at once as a rule, but not in the middle of what must be finished."""

from __future__ import annotations

import signal
from collections.abc import Iterator
from contextlib import contextmanager
from types import FrameType


class Ending:
    """Turns SIGTERM and Ctrl-C into :class:`KeyboardInterrupt`, later if something is being finished."""

    def __init__(self) -> None:
        self.asked = False
        self._finishing = ""

    def listen(self) -> None:
        """From now on."""
        signal.signal(signal.SIGTERM, self._heard)
        signal.signal(signal.SIGINT, self._heard)

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
    signal.signal(signal.SIGTERM, signal.SIG_IGN)
    signal.signal(signal.SIGINT, signal.SIG_IGN)
