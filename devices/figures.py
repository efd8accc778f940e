"""What devices that show one figure have in common: the line asked, the figure answered, the hidden truth."""

from __future__ import annotations

import hashlib
import signal
import sys
from dataclasses import dataclass
from random import Random

from .asking import DeviceError, named, serve

_HAND = Random()
"""Scatter of the hand, never the same twice."""


@dataclass(frozen=True, slots=True)
class FigureDevice:
    """A device that shows one figure.

    Attributes
    ----------
    what, version : str
        As it is called, and what it answers to a greeting.
    unit : str
        Of what is answered here.
    beyond : tuple of float
        The least and the most any such device shows, in that unit: a figure outside is none.
    least, most, step, scatter : float
        Of the simulated truth, its display, and the hand that reads it.
    """

    what: str
    version: str
    unit: str
    beyond: tuple[float, float]
    least: float
    most: float
    step: float
    scatter: float

    def truth(self, name: str) -> float:
        """What is hidden behind a name; the same name is the same each time."""
        seed = int.from_bytes(hashlib.sha256(f"{self.what} {name}".encode()).digest()[:8], "big")
        return Random(seed).uniform(self.least, self.most)

    def shown(self, name: str) -> str:
        """The display as a hand gets it there."""
        value = max(0.0, self.truth(name) + _HAND.gauss(0, self.scatter))
        return f"{round(value / self.step) * self.step:g} {self.unit}"

    def answer(self, line: str) -> str:
        """One line for one line.

        Raises
        ------
        DeviceError
            If that is not asked so.
        """
        verb, *words = line.split() or [""]
        match verb.upper(), words:
            case "HELLO", _:
                return f"{self.version} simulated"
            case "READ", [name, *_]:
                return self.shown(named(name))
            case "READ", []:
                return self.shown("bench")
            case "TELL", [name]:
                return f"{self.truth(named(name)):.4f} {self.unit}"
        raise DeviceError("ask HELLO, READ or TELL")

    def main(self, port: int) -> None:
        """Serve until SIGTERM or Ctrl-C."""
        signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
        serve(int(sys.argv[1]) if len(sys.argv) > 1 else port, self.answer, self.what)
