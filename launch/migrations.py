"""Whether the tables are as this program needs them, asked without loading all of the server for it."""

from __future__ import annotations

from importlib.util import find_spec
from pathlib import Path

from backups.database import Database

from .paths import ROOT

OTHERS = {
    "auth": "django.contrib.auth",
    "contenttypes": "django.contrib.contenttypes",
    "sessions": "django.contrib.sessions",
    "axes": "axes",
}
"""Packages that bring tables of their own, by the label of their migrations."""


def expected() -> set[str]:
    """Every migration there is, as ``app.name``."""
    folders = {path.parent.name: path for path in (ROOT / "server").glob("*/migrations")}
    for label, package in OTHERS.items():
        spec = find_spec(package)
        assert spec and spec.submodule_search_locations
        folders[label] = Path(next(iter(spec.submodule_search_locations))) / "migrations"
    return {f"{label}.{path.stem}" for label, folder in folders.items() for path in folder.glob("[0-9]*.py")}


def pending(database: Database) -> bool:
    """Whether one of them has not been applied."""
    return bool(expected() - set(database.migrations()))


def sample_here(database: Database) -> bool:
    """Whether the sample workshop is there."""
    with database.cursor() as cursor:
        cursor.execute("SELECT COUNT(*) FROM workshop_workshop WHERE `key` = 'sample'")
        return bool(cursor.fetchone()[0])


def sample_settled(database: Database) -> bool:
    """Whether the sample workshop is there, or was taken away for good."""
    if sample_here(database):
        return True
    with database.cursor() as cursor:
        cursor.execute("SELECT COUNT(*) FROM workshop_fact WHERE `key` = 'sample removed'")
        return bool(cursor.fetchone()[0])
