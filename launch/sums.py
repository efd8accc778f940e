"""``./dentado sum NAME``: one computation, JSON to JSON."""

from __future__ import annotations

import json

from sums import SUMS
from sums.apart import answer_to
from sums.base import Problem


def run(words: list[str], standard_input: str) -> int:
    """Print the answer, or the problem with exit status 1."""
    if len(words) != 1 or words[0] not in SUMS:
        names = ", ".join(SUMS)
        print(Problem(problem="Which sum?", field="name", hint=f"One of: {names}.").model_dump_json(indent=1))
        return 2
    answer, problem = answer_to(words[0], standard_input)
    print(
        json.dumps(json.loads(answer), indent=1, ensure_ascii=False)
        if answer
        else problem and problem.model_dump_json(indent=1)
    )
    return 0 if problem is None else 1
