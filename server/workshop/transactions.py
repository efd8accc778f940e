"""How every area writes: whole or not at all, and again if the database had to choose."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import ParamSpec, TypeVar

from django.conf import settings
from django.db import IntegrityError, OperationalError, connection, transaction

from .refusals import RefusedError

DEADLOCK = 1213
"""MariaDB's ER_LOCK_DEADLOCK: this transaction was given up so that another could go on."""

GONE, CUT, NO_MAJORITY = 2006, 2013, 1047
"""The connection, before and during a query; what a node answers that was cut off from the others."""

AGAIN = frozenset({DEADLOCK, *((GONE, CUT, NO_MAJORITY) if settings.DATABASE_HOSTS else ())})

SAME_KEY = 1062
"""MariaDB's ER_DUP_ENTRY: another was quicker with the same id; begun again, its row is found."""

TRIES = 4

P = ParamSpec("P")
R = TypeVar("R")


def write(service: Callable[P, R]) -> Callable[P, R]:
    """A service as one transaction: all of it or nothing, begun again after a deadlock or a race on an id."""

    @wraps(service)
    def run(*args: P.args, **kwargs: P.kwargs) -> R:
        for left in reversed(range(TRIES)):
            try:
                with transaction.atomic():
                    return service(*args, **kwargs)
            except OperationalError as error:
                if error.args[0] not in AGAIN or not left or connection.in_atomic_block:
                    raise
                if error.args[0] != DEADLOCK:
                    # Of a cluster there is another node. Had the first kept it after all, its id is found.
                    connection.close_if_unusable_or_obsolete()
            except IntegrityError as error:
                if error.args[0] != SAME_KEY or connection.in_atomic_block:
                    raise
                if not left:
                    raise RefusedError(
                        409,
                        "same_id",
                        "This is already recorded in another place.",
                        "Reload the page; nothing was changed.",
                        field="id",
                    ) from error
        raise AssertionError("unreachable")

    return run
