"""``./dentado sum NAME``: one computation, JSON to JSON."""

from __future__ import annotations

from pydantic import ValidationError

from gearing.errors import GearingError
from sums import SUMS
from sums.base import Problem, problem_of


def run(words: list[str], given: str) -> int:
    """Print the answer, or the problem with exit status 1."""
    if len(words) != 1 or words[0] not in SUMS:
        names = ", ".join(SUMS)
        print(Problem(problem="Which sum?", field="name", hint=f"One of: {names}.").model_dump_json(indent=1))
        return 2
    wanted = SUMS[words[0]]
    try:
        answer = wanted.compute(wanted.takes.model_validate_json(given))
    except (ValidationError, GearingError) as error:
        print(problem_of(error).model_dump_json(indent=1))
        return 1
    print(answer.model_dump_json(indent=1))
    return 0
