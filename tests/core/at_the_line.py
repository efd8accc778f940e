"""A sum asked at the command line, without starting one."""

from __future__ import annotations

import contextlib
import io
import json
from typing import Any

from launch.sums import run


def said(words: list[str], text: str) -> tuple[int, dict[str, Any]]:
    with contextlib.redirect_stdout(io.StringIO()) as out:
        status = run(words, text)
    return status, json.loads(out.getvalue())
