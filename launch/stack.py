"""A whole Dentado beside the real one: for pictures, timings and tests that break things."""

from __future__ import annotations

import shutil
import tempfile
from pathlib import Path

from . import frontend
from .devices import Devices
from .mariadb import OwnMariaDB, free_port
from .paths import HOST
from .prepared import copy_to
from .serve import environment
from .supervise import Server


class Stack:
    """Database, server and demo in a folder of their own, gone when closed.

    Parameters
    ----------
    durable : bool
        Whether commits reach the disk, as in the served application.
    """

    def __init__(self, *, durable: bool = False) -> None:
        self.folder = Path(tempfile.mkdtemp(prefix="dentado-"))
        self.database = OwnMariaDB(self.folder / "database", durable=durable)
        self.port = free_port()
        self.address = f"http://{HOST}:{self.port}"
        self.server: Server | None = None
        self.devices = Devices()

    def __enter__(self) -> Stack:
        try:
            built = frontend.build()
            copy_to(self.database.folder, media=self.folder / "media")
            self.database.start()
            env = environment(self.database.url, self.folder, built, self.devices.start())
            self.server = Server(self.port, env, log=(self.folder / "server.log").open("w"))
            self.server.start()
            self.server.wait()
        except BaseException:
            self.close()
            raise
        return self

    def __exit__(self, *_: object) -> None:
        self.close()

    def close(self) -> None:
        """End both and remove the folder."""
        if self.server:
            self.server.stop()
        self.devices.close()
        self.database.stop()
        shutil.rmtree(self.folder, ignore_errors=True)
