"""What all sums share: strict models, lengths as typed, and problems in bench words."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Annotated, Any, TypeVar

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, ValidationError, WithJsonSchema

from gearing.errors import GearingError
from gearing.geometry.gear import INCH
from gearing.lengths import LONGEST, SHORTEST, read_length

from .fields import field_of

T = TypeVar("T")
R = TypeVar("R")


class Model(BaseModel):
    """A schema that takes what it names and nothing else."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Problem(Model):
    """What was wrong, where, and what to do about it."""

    problem: str
    field: str = ""
    hint: str = ""
    where: list[str] = Field(default_factory=list, description="Shafts it concerns")
    code: str = Field(default="input", description="Stable; what programs go by")
    mine: str = Field(default="", description="Of a write that others overtook: what it said")
    theirs: str = Field(default="", description="What stands instead")
    who: str = Field(default="", description="Who said so")
    now: dict[str, Any] | None = Field(default=None, description="What stands, to base the next write on")


def _to_mm(value: Any) -> Any:
    if isinstance(value, str):
        return read_length(value, field="").mm
    # A truth value would pass for 0 or 1 mm.
    if isinstance(value, bool) or (isinstance(value, int | float) and not SHORTEST <= value <= LONGEST):
        raise GearingError(
            f"{str(value)[:20]} mm is outside what a bench measures.",
            code="length_out_of_range",
            hint=f"Between {SHORTEST:.4f} and {LONGEST:g} mm. Check the unit and the decimal point.",
        )
    return value


Length = Annotated[
    float,
    BeforeValidator(_to_mm),
    WithJsonSchema(
        {
            "anyOf": [{"type": "number"}, {"type": "string", "maxLength": 40}],
            "description": "mm as a number, or text with its unit: 8.55, 2,5, 3/16, 0.080in",
        }
    ),
]
"""A length in mm, or as a technician types it."""


def _to_module(value: Any) -> Any:
    """``32 DP`` is a module as well."""
    plain = value.lower().replace(" ", "") if isinstance(value, str) else ""
    for ending in ("dp", "p"):
        if plain.endswith(ending):
            return INCH / read_length(plain.removesuffix(ending), field="").mm
    return value


Module = Annotated[Length, BeforeValidator(_to_module), Field(gt=0, le=50)]
"""A module in mm, or a diametral pitch as it is said: 0.8, 32 DP."""


def problem_of(error: ValidationError | GearingError, takes: type[BaseModel] | None = None) -> Problem:
    """The first thing wrong, said so that a technician can mend it, its field as `takes` names it."""
    if isinstance(error, GearingError):
        problem = Problem(
            problem=error.problem,
            code=error.code,
            field=error.field,
            hint=error.hint,
            where=list(error.where),
        )
    else:
        problem = problem_from(dict(error.errors()[0]))
    return problem.model_copy(update={"field": field_of(takes, problem.field)}) if takes else problem


def no_answer() -> Problem:
    """What to say of figures that led to no number."""
    return Problem(
        problem="These figures have no answer together.",
        hint="Check them for a slip: a decimal point, a unit, a number typed in another field.",
        code="no_answer",
    )


def here(compute: Callable[[T], R], taken: T) -> R:
    """A sum done on the spot; figures without an answer are a problem of the input.

    Raises
    ------
    GearingError
        If the sum has no answer.
    """
    try:
        return compute(taken)
    except GearingError:
        raise
    except (ArithmeticError, ValueError, LookupError, StopIteration) as error:
        problem = no_answer()
        raise GearingError(problem.problem, code=problem.code, hint=problem.hint) from error


_SHAPE = re.compile(r"[A-Z]\w*|float|int|str|bool|\w*[-\[(].*")
"""How Pydantic names a member of a union in the place of a problem."""


def problem_from(first: dict[str, Any]) -> Problem:
    """A :class:`Problem` from one of Pydantic's error rows."""
    # Of several shapes a field may have, the one that was tried is no part of its name.
    path = [str(part) for part in first["loc"] if not _SHAPE.fullmatch(str(part))]
    field = ".".join(path)
    named = [part for part in path if part not in ("body", "request", "given")]
    name = (named[-1] if named else "the input").replace("_", " ")
    context = first.get("ctx") or {}
    cause = context.get("error")
    if isinstance(cause, GearingError):
        whole = ".".join(part for part in (field, cause.field) if part)
        return Problem(problem=cause.problem, code=cause.code, field=whole, hint=cause.hint)
    code, problem, hint = _said(first, name)
    return Problem(problem=problem, code=code, field=field if code != "not_json" else "", hint=hint)


def _said(first: dict[str, Any], name: str) -> tuple[str, str, str]:
    """Code, problem and hint of an error row of Pydantic's own."""
    sort, context = first["type"], first.get("ctx") or {}
    if sort == "missing":
        return "missing", f"“{name}” is missing.", "Fill it in and try again."
    if sort == "extra_forbidden":
        return "unknown_field", f"“{name}” is not known here.", "Check the spelling."
    if sort in _LIMITS:
        word, key = _LIMITS[sort]
        return "out_of_range", f"“{name}” is out of range.", f"{word} {context[key]}."
    if sort in ("model_type", "model_attributes_type", "dict_type"):
        return "unusable", f"“{name}” cannot be used.", "Should be an object."
    if sort.startswith("json"):
        return "not_json", "This is not JSON.", "Check quotes, commas and brackets."
    hint = first["msg"].removeprefix("Value error, ").removeprefix("Input ")
    return "unusable", f"“{name}” cannot be used.", f"{_capital(hint)}."


_LIMITS = {
    "greater_than_equal": ("At least", "ge"),
    "less_than_equal": ("At most", "le"),
    "greater_than": ("More than", "gt"),
    "less_than": ("Less than", "lt"),
    "string_too_long": ("At most this many characters:", "max_length"),
    "string_too_short": ("At least this many characters:", "min_length"),
    "too_long": ("At most this many:", "max_length"),
    "too_short": ("At least this many:", "min_length"),
}


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]
