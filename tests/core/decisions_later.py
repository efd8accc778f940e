"""The later groups of decisions, as ``decisions_later.toml`` lists them."""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any

from .decisions import case

GROUPS = tomllib.loads(Path(__file__).with_suffix(".toml").read_text("utf-8"))["group"]


def _case(said: dict[str, Any]) -> tuple[set[str], dict[str, Any]]:
    kind, price, age = said["unit"]
    rest = {key: value for key, value in said.items() if key not in ("want", "unit", "failed")}
    return case(said["want"], kind, price or None, age, said["failed"], **rest)


LATER = [_case(said) for group in GROUPS for said in group["cases"]]
