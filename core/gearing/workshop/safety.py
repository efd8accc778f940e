"""The cautions that belong to instruments and to what they are used for."""

from __future__ import annotations

from ..data import table


def caution(about: str) -> str:
    """What is said where `about` is worked on; empty where nothing has to be."""
    row = table("safety").get(about)
    return str(row["says"]) if row else ""
