"""Bringing to the disk what must outlive the machine's next moment."""

from __future__ import annotations

import os
from pathlib import Path


def sync_folder(folder: Path) -> None:
    """Bring a folder's own entries to the disk: a new file's name is part of keeping it."""
    handle = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)
