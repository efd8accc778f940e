"""Connections to the one node of a cluster that all servers write on, and to the next if it does not answer.

Locks of rows hold on one node alone (MariaDB, Galera Cluster, known limitations), so all go to the same:
its name stands in the record itself, where every node has it. Whoever finds it silent writes another's name
there; who is still on the old one learns of it with the next request. Hosts by DENTADO_DATABASE_HOSTS.
"""

from __future__ import annotations

import json
import time
from contextlib import suppress
from typing import Any

from django.conf import settings
from django.db.backends.mysql import base
from MySQLdb import Error, OperationalError, ProgrammingError

LEFT_OUT_SECONDS = 10.0
"""For which a host that did not answer is asked last."""

CUT, NO_MAJORITY = 2013, 1047
"""Lost in the middle of a query; ER_UNKNOWN_COM_ERROR, as a node without the majority answers everything."""

WRITER = "writer"
_silent: dict[str, float] = {}


class DatabaseWrapper(base.DatabaseWrapper):
    """One connection to the node that is written on."""

    def get_new_connection(self, conn_params: dict[str, Any]) -> Any:
        alone: Exception | None = None
        hosts = _in_turn()
        for at in hosts:
            try:
                connection = self._to(at, conn_params)
                writer = _writer(connection)
                if writer not in (at, "") and writer in hosts and not _was_silent(writer):
                    with suppress(Error):
                        there = self._to(writer, conn_params)
                        if _writer(there) == writer:
                            connection.close()
                            return self._kept(there, writer)
                    _silent[writer] = time.monotonic()
                if writer != at:
                    _choose(connection, at)
                return self._kept(connection, at)
            except Error as error:
                # That it is alone says more than that others are silent.
                if alone is None or error.args[:1] == (NO_MAJORITY,):
                    alone = error
                _silent[at] = time.monotonic()
        raise alone or OperationalError(2003, "DENTADO_DATABASE_HOSTS names no host")

    def _to(self, at: str, conn_params: dict[str, Any]) -> Any:
        host, _, port = at.rpartition(":")
        return super().get_new_connection({**conn_params, "host": host, "port": int(port)})

    def _kept(self, connection: Any, at: str) -> Any:
        self._at = at
        _silent.pop(at, None)
        return connection

    def is_usable(self) -> bool:
        """Whether it is still the one to write on: a node that was cut off answers a ping."""
        if self.connection is None or _was_silent(self._at):
            return False
        try:
            return _writer(self.connection) in (self._at, "")
        except Error as error:
            # One that rested too long was closed by a node that is well.
            if error.args[:1] in ((CUT,), (NO_MAJORITY,)):
                _silent[self._at] = time.monotonic()
            return False


def _was_silent(at: str) -> bool:
    return time.monotonic() - _silent.get(at, -LEFT_OUT_SECONDS) < LEFT_OUT_SECONDS


def _in_turn() -> list[str]:
    return sorted(settings.DATABASE_HOSTS, key=_was_silent)


def _writer(connection: Any) -> str:
    """Whose name stands in the record; empty before there are tables. Raises where there is no majority."""
    cursor = connection.cursor()
    try:
        cursor.execute("SELECT value FROM workshop_fact WHERE `key` = %s", (WRITER,))
        return str(json.loads((cursor.fetchone() or ('""',))[0]))
    except ProgrammingError:
        return ""
    finally:
        cursor.close()
        connection.rollback()


def _choose(connection: Any, at: str) -> None:
    cursor = connection.cursor()
    try:
        with suppress(ProgrammingError):
            cursor.execute(
                "REPLACE INTO workshop_fact (`key`, value) VALUES (%s, %s)", (WRITER, json.dumps(at))
            )
        connection.commit()
    finally:
        cursor.close()
