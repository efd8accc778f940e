"""``python -m backups FOLDER SORT``: one more backup, of what the environment names."""

from __future__ import annotations

import os
import sys
from datetime import UTC, datetime
from pathlib import Path

from .archive import make
from .database import Database
from .errors import BackupError
from .kept import name_for, thin


def main(folder: Path, sort: str) -> int:
    """Make it, then thin what is there."""
    database = Database(os.environ["DENTADO_DATABASE_URL"])
    photos = Path(os.environ["DENTADO_VAR"]) / "media"
    photos.mkdir(parents=True, exist_ok=True)
    try:
        make(
            database,
            photos,
            folder / name_for(sort, datetime.now(UTC)),
            os.environ["DENTADO_VERSION"],
            lambda _: None,
        )
        thin(folder)
    except BackupError as error:
        print(f"dentado: backup: {error.problem} {error.hint}", file=sys.stderr)
        return 1
    return 0


if __name__ == "__main__":
    sys.exit(main(Path(sys.argv[1]), sys.argv[2]))
