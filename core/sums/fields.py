"""Where in a schema a problem lies, by the schema's own names.

The core says ``module`` or ``pin_diameter`` of whatever gear it was given, and
Pydantic puts the branch of a union into a path; who asked knows neither.
"""

from __future__ import annotations

from collections.abc import Iterator
from types import UnionType
from typing import Annotated, Any, Union, get_args, get_origin

from pydantic import BaseModel

UNITS = ("", "_mm", "_deg", "_nmm", "_n", "_c")
"""What a field's name may end with beyond the core's."""

ALSO = {"train": ("line", "couplings"), "routes": ("counted",), "angle": ("angle_deg",)}
"""Core's words for what a schema calls otherwise."""

DEEPEST = 3


def field_of(takes: type[BaseModel], path: str) -> str:
    """`path` (dotted) as `takes` has it; what it does not have at all is left as it is.

    Examples
    --------
    >>> from sums.pair import PairIn
    >>> field_of(PairIn, "first.module"), field_of(PairIn, "centre_distance")
    ('first.module_mm', 'centre_distance_mm')
    """
    parts = [part for part in path.split(".") if part]
    if not parts:
        return ""
    named = _walk([takes], parts)
    if named is not None:
        return ".".join(named)
    # The core's word for a part of something: the later of several, which was tried on the first.
    deep = _sought([takes], parts[-1], DEEPEST)
    return ".".join(deep) if deep else path


def _walk(models: list[type[BaseModel]], parts: list[str]) -> list[str] | None:
    """The path as far as there are fields; None if its first field is in none of the models."""
    if not parts:
        return []
    head, *rest = parts
    if head.isdigit():
        below = _walk(models, rest)
        return [head, *(rest if below is None else below)]
    for name in _names(head):
        for model in models:
            if name in model.model_fields:
                inside = list(_models(model.model_fields[name].annotation))
                below = _walk(inside, rest) if inside else [part for part in rest if part.isdigit()][:1]
                # A field that was sent and is none stays as it was sent.
                return [name, *(rest if below is None else below)]
    # A branch of a union, which is not named in what was sent.
    return _walk(models, rest) if rest else None


def _sought(models: list[type[BaseModel]], name: str, deep: int) -> list[str] | None:
    for each in _names(name):
        if any(each in model.model_fields for model in models):
            return [each]
    if not deep:
        return None
    for model in models:
        for field, row in reversed(model.model_fields.items()):
            below = _sought(list(_models(row.annotation)), name, deep - 1)
            if below:
                return [field, *below]
    return None


def _names(word: str) -> Iterator[str]:
    yield from (word + unit for unit in UNITS)
    yield from ALSO.get(word, ())


def _models(annotation: Any) -> Iterator[type[BaseModel]]:
    """Models within an annotation: of unions each, of lists and maps what they hold."""
    origin = get_origin(annotation)
    if origin is Annotated:
        yield from _models(get_args(annotation)[0])
    elif origin in (Union, UnionType, list, tuple, dict):
        for inner in get_args(annotation):
            yield from _models(inner)
    elif isinstance(annotation, type) and issubclass(annotation, BaseModel):
        yield annotation
