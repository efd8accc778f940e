"""``python -m devices.camera [PORT]``: answer on the loopback until ended."""

from __future__ import annotations

import base64
import json
import signal
import sys

import cv2

from ..asking import DeviceError, named, serve
from .hidden import Image, hidden, hidden_gear
from .protocol import VERSION, WHAT

PORT = 8358
QUALITY = 88
SIZE = (1000, 750)
"""Pixels of a picture it sends: teeth are well told in it, and it is soon drawn and soon counted."""


def answer(line: str) -> str:
    """One line for one line.

    Raises
    ------
    DeviceError
        If there is nothing to be seen so.
    """
    verb, *words = line.split() or [""]
    match verb.upper(), words:
        case "HELLO", _:
            return f"{VERSION} simulated"
        case "PHOTO", [name, *how]:
            return _coded(hidden(named(name), card=_card(how), size=SIZE).image)
        case "TELL", [name, *how]:
            gear = hidden_gear(named(name), card=_card(how))
            return json.dumps(
                {
                    "teeth": gear.teeth,
                    "missing": len(gear.missing),
                    "tip_diameter": gear.tip_diameter,
                    "bore": gear.bore,
                    "module": gear.module,
                    "card": gear.card,
                    "material": gear.material,
                    "ground": gear.ground,
                    "tilt": gear.tilt,
                }
            )
    raise DeviceError("ask HELLO, PHOTO or TELL")


def _card(how: list[str]) -> bool | None:
    return True if "card" in how else None


def _coded(image: Image) -> str:
    done, file = cv2.imencode(".jpg", image, [cv2.IMWRITE_JPEG_QUALITY, QUALITY])
    if not done:
        raise DeviceError("the picture cannot be written")
    return base64.b64encode(file.tobytes()).decode()


def main() -> None:
    """Serve until SIGTERM or Ctrl-C."""
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
    serve(int(sys.argv[1]) if len(sys.argv) > 1 else PORT, answer, WHAT)


if __name__ == "__main__":
    main()
