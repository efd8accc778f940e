"""``./dentado export FILE``: the record as one open file."""

from __future__ import annotations

from argparse import ArgumentParser
from pathlib import Path
from typing import Any
from uuid import UUID

from django.core.management.base import BaseCommand, CommandError

from exchange.whose import member_named
from exchange.writing import exported


class Command(BaseCommand):
    help = "Write the record of a workshop, or of some of its units, into one file."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("file", type=Path)
        parser.add_argument(
            "--unit", type=UUID, action="append", help="only this one, by its id; may be repeated"
        )
        parser.add_argument("--member", default="", help="whose workshop; not needed where there is one")

    def handle(self, **said: Any) -> None:
        target: Path = said["file"]
        if target.exists():
            raise CommandError(f"{target} is there already. Say another name, or move it away.")
        member = member_named(said["member"])
        part = target.with_name(f"{target.name}.part")
        written = 0
        try:
            with part.open("wb") as out:
                for chunk in exported(member.workshop, said["unit"]):
                    written += out.write(chunk)
            part.rename(target)
        finally:
            part.unlink(missing_ok=True)
        self.stdout.write(f"{written / 1e6:.1f} MB written to {target}.")
