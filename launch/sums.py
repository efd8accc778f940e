"""``./dentado sum NAME``: one computation, JSON to JSON."""

from __future__ import annotations

import json
import os
import sys

from sums import SUMS
from sums.apart import answer_to
from sums.base import Problem


def run(words: list[str], standard_input: str) -> int:
    """Print the answer, or the problem with exit status 1."""
    if len(words) != 1 or words[0] not in SUMS:
        names = ", ".join(SUMS)
        _say(Problem(problem="Which sum?", field="name", hint=f"One of: {names}.").model_dump_json(indent=1))
        return 2
    answer, problem = answer_to(words[0], standard_input)
    if answer is None:
        _say(problem.model_dump_json(indent=1) if problem else "")
        return 1
    _say(json.dumps(json.loads(answer), indent=1, ensure_ascii=False))
    return 0


def _say(text: str) -> None:
    """Print it, or as much of it as whoever reads it wants."""
    try:
        print(text, flush=True)
    except BrokenPipeError:
        # Python tells once more what is left, at its end.
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
