"""Migrate a database in which part of a migration was done before and not noted as done."""

from __future__ import annotations

from typing import Any

from django.core.management.commands.migrate import Command as Migrate
from django.db import OperationalError, ProgrammingError, connection

DONE_BEFORE = frozenset({1050, 1060, 1061, 1062, 1091, 1826})
"""MariaDB: table, column, key exists; duplicate entry; nothing to drop; constraint exists."""


class Command(Migrate):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        editor = type(connection.schema_editor())
        execute = editor.execute

        def unless_done(self: Any, sql: Any, params: Any = ()) -> None:
            try:
                execute(self, sql, params)
            except (OperationalError, ProgrammingError) as error:
                if error.args[0] not in DONE_BEFORE and "errno: 121" not in str(error):
                    raise

        editor.execute = unless_done  # type: ignore[method-assign]
        try:
            super().handle(*args, **options)
        finally:
            editor.execute = execute  # type: ignore[method-assign]
