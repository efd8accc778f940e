"""``python -m devices.indicator [PORT]``: answer on the loopback until ended."""

from __future__ import annotations

from .protocol import DEVICE

PORT = 8355

if __name__ == "__main__":
    DEVICE.main(PORT)
