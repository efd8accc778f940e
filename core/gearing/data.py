"""The tables a user might correct: sizes, bands, friction, lubricants, drives, in ``data/*.toml``."""

from __future__ import annotations

import tomllib
from functools import cache
from importlib.resources import files
from typing import Any


@cache
def table(name: str) -> dict[str, Any]:
    """A data table shipped with the package, read once (``data/<name>.toml``)."""
    text = files(__package__).joinpath("data", f"{name}.toml").read_text(encoding="utf-8")
    return tomllib.loads(text)
