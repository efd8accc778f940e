"""``./dentado import FILE``: look at a record, and with ``--take`` take in what is new of it."""

from __future__ import annotations

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from exchange.reading import Record, preview, take_in
from exchange.whose import member_named
from gearing.errors import GearingError


class Command(BaseCommand):
    help = "Say what is new in a record that was exported; with --take, take it in."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("file", type=Path)
        parser.add_argument("--take", action="store_true", help="take in what is new, and leave what is here")
        parser.add_argument("--member", default="", help="in whose name, where there are several workshops")

    def handle(self, **said: Any) -> None:
        member = member_named(said["member"])
        try:
            record = Record(said["file"])
            parts = preview(member, record)
            for part in parts:
                differs = f", {len(part.differs)} differ and stay as they are here" if part.differs else ""
                self.stdout.write(f"  {part.label}: {part.new} new, {part.same} the same{differs}")
            if said["take"]:
                made = take_in(member, record, [part.id for part in parts], {})
                self.stdout.write(f"{made} rows taken in.")
            else:
                self.stdout.write("Nothing was changed; --take takes in what is new.")
        except GearingError as error:
            raise CommandError(f"{error.problem} {error.hint}") from error
