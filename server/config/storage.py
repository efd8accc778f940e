"""Where files are kept: on the disk, for certain, before the record speaks of them."""

from __future__ import annotations

import os
from pathlib import Path
from typing import Any

from django.core.files.storage import FileSystemStorage

from backups.disk import sync_folder


class OnDisk(FileSystemStorage):
    """A file appears whole under its name, and its name is on the disk too."""

    def _save(self, name: str, content: Any) -> str:
        final = Path(self.path(name))
        fresh = final.with_name(f".{final.name}.new")
        fresh.parent.mkdir(parents=True, exist_ok=True)
        try:
            with fresh.open("wb") as out:
                for chunk in content.chunks():
                    out.write(chunk)
                out.flush()
                os.fsync(out.fileno())
            fresh.replace(final)
        finally:
            fresh.unlink(missing_ok=True)
        sync_folder(final.parent)
        return name
