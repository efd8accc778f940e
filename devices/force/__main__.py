"""``python -m devices.force [PORT]``: answer on the loopback until ended."""

from __future__ import annotations

from .protocol import DEVICE

PORT = 8359

if __name__ == "__main__":
    DEVICE.main(PORT)
