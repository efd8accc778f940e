"""The simulated devices that run beside Dentado: each on a port of its own, none where another is set."""

from __future__ import annotations

import os
import socket
import subprocess
import sys

from .mariadb import free_port, with_parent
from .paths import HOST, ROOT

DEVICES = {
    "caliper": "DENTADO_CALIPER",
    "sound": "DENTADO_SOUND",
    "camera": "DENTADO_CAMERA",
    "supplier": "DENTADO_SUPPLIER",
    "indicator": "DENTADO_INDICATOR",
    "tachometer": "DENTADO_TACHOMETER",
    "thermometer": "DENTADO_THERMOMETER",
    "force": "DENTADO_FORCE",
}
"""Module of each, and the setting that says where it answers."""

USUAL_PORTS = {
    "caliper": 1, "sound": 3, "supplier": 4, "indicator": 5, "tachometer": 6, "thermometer": 7, "camera": 8,
    "force": 9,
}  # fmt: skip
"""Above Dentado's own."""


def usual_addresses(port: int) -> dict[str, str]:
    """Where devices answer that are not started here, by their settings."""
    return {
        setting: os.environ.get(setting, f"{HOST}:{port + USUAL_PORTS[name]}")
        for name, setting in DEVICES.items()
    }


class Devices:
    """The simulated devices, ended when closed."""

    def __init__(self) -> None:
        self._running: list[subprocess.Popen[bytes]] = []

    def start(self, port: int | None = None) -> dict[str, str]:
        """Start them above `port`, or on free ones, and say where each answers, by its setting.

        Dentado works without them: what is taken is passed over for a free port.
        """
        return {
            setting: os.environ.get(setting) or self._start(name, port) for name, setting in DEVICES.items()
        }

    def _start(self, name: str, above: int | None) -> str:
        port = free_port() if above is None else _free_or_another(above + USUAL_PORTS[name])
        command = [*with_parent(), sys.executable, "-m", f"devices.{name}", str(port)]
        self._running.append(subprocess.Popen(command, cwd=ROOT, stdout=subprocess.DEVNULL))
        return f"{HOST}:{port}"

    def close(self) -> None:
        """End them."""
        for device in self._running:
            device.terminate()
        for device in self._running:
            device.wait(20)
        self._running.clear()


def _free_or_another(port: int) -> int:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((HOST, port))
        except OSError:
            return free_port()
    return port
