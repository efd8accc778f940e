"""Facts of a visit that its checks follow from, each with the words that say why."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from functools import cache

from ..data import table
from ..decision.words import finding_words
from ..diagnosis import Heard, diagnose, faults, hear, observations
from ..rebuild import PlanContext, Removed, build_plan, steps_of
from ..strip.entry import Entry, short_name
from ..strip.kinds import kinds
from ..workshop.surroundings import surroundings
from ..workshop.units import unit_kind
from .asked import ProofAsked

NAMES_IT = 0.4
"""Odds from which words about the cause are taken to name a fault that they do not call by its name."""

BY_BELT = ("belt", "pulley", "sprocket")
"""Toothed, and in mesh with no other wheel."""

FASTENS = ("screw", "nut", "washer")

Facts = dict[str, str]
"""Each fact with why it is so, as the end of a sentence."""


def facts_of(asked: ProofAsked) -> Facts:
    """Everything that is so, the plainest reason for each."""
    made: Facts = {}
    for key, why in _all(asked):
        made.setdefault(key, why)
    return made


def _all(asked: ProofAsked) -> Iterator[tuple[str, str]]:
    label = unit_kind(asked.kind).label
    yield f"kind:{asked.kind}", f"every {label} is tried so"
    there = [piece for piece in asked.pieces if not piece.entry.shut]
    if there:
        yield "opened", "it was opened"
    table_of = table("proof")["kinds"]
    by_motor = any(piece.entry.kind in ("motor", "board", "battery") for piece in there)
    if asked.kind in table_of["powered"] or by_motor:
        yield "powered", "it runs by power"
    else:
        yield "unpowered", ""
    if asked.kind in table_of["wheels"]:
        yield "wheels", "it rolls"
    yield from _said(asked)
    yield from _cause(asked)
    yield from _pieces(there)
    yield from _found(asked, there)
    yield from _running(asked, there)
    if asked.words.strip() or asked.symptoms:
        yield "complained", "it came in for this"
    if asked.recorded:
        yield "recorded", "it was recorded on arrival"


def _said(asked: ProofAsked) -> Iterator[tuple[str, str]]:
    heard = hear(asked.words, [*asked.symptoms, *asked.conditions])
    known = observations()
    for key in sorted(heard.said):
        yield f"heard:{key}", f"it came in for this: {known[key].says}"


def _cause(asked: ProofAsked) -> Iterator[tuple[str, str]]:
    known = faults()
    for key in causes_of(asked.cause, asked.kind):
        yield f"cause:{key}", f"it was {known[key].name}"


def causes_of(words: str, kind: str) -> tuple[str, ...]:
    """Faults that words name: by key, by name, or by what they are likely to mean.

    Examples
    --------
    >>> causes_of("plate_flexes", "car"), causes_of("the motor plate flexed under load", "car")[:1]
    (('plate_flexes',), ('plate_flexes',))
    """
    known, said = faults(), words.strip().lower()
    if not said:
        return ()
    if said in known:
        return (said,)
    by_name = tuple(key for key, fault in known.items() if fault.name.lower() in said)
    if by_name:
        return by_name
    heard = hear(words)
    named = sorted(heard.named)
    likely = diagnose(kind, heard).causes
    return tuple(dict.fromkeys([*named, *(c.fault.key for c in likely if c.probability >= NAMES_IT)]))


def _pieces(there: Sequence[Removed]) -> Iterator[tuple[str, str]]:
    for piece in there:
        entry = piece.entry
        name = short_name(entry)
        yield f"piece:{entry.kind}", f"the {name} came off"
        if entry.lock and "retain" in entry.lock.lower():
            yield "retained", f"the {name} is held by compound"
        if entry.align:
            yield "aligned", f"the {name} is lined up: {entry.align}"
        for key in _words_of(entry):
            yield f"has:{key}", f"the {name} came off"
        if not piece.renewed:
            continue
        for key in _words_of(entry):
            yield f"new:{key}", f"the {name} is new"
        yield "new", f"the {name} is new"
        yield f"new:{entry.kind}", f"the {name} is new"
        if toothed(entry):
            yield "teeth", f"the {name} is new"
        if piece.instead is not None:
            other = short_name(piece.instead)
            yield f"other:{piece.instead.kind}", f"the {other} is not what came off"
            yield f"new:{piece.instead.kind}", f"the {other} is new"
            if entry.teeth and piece.instead.teeth and entry.teeth != piece.instead.teeth:
                yield "other_teeth", f"the {other} has other teeth than what came off"


def toothed(entry: Entry) -> bool:
    """Whether a piece carries teeth that mesh."""
    return (bool(entry.teeth) or kinds()[entry.kind].meshes) and entry.kind not in BY_BELT


def _words_of(entry: Entry) -> list[str]:
    if entry.kind in FASTENS:
        # A screw is named by what it holds.
        return []
    text = f"{entry.words} {entry.group}".lower()
    return [key for key, pattern in _patterns().items() if pattern.search(text)]


@cache
def _patterns() -> dict[str, re.Pattern[str]]:
    return {
        key: re.compile(r"\b(?:" + "|".join(map(re.escape, words)) + r")s?\b")
        for key, words in table("proof")["words"].items()
    }


def _found(asked: ProofAsked, there: Sequence[Removed]) -> Iterator[tuple[str, str]]:
    """What was found of pieces, as it was said."""
    of = {(piece.step, piece.at): piece.entry for piece in there}
    for spot, words in asked.findings.items():
        if not words.strip():
            continue
        name = short_name(of[spot]) if spot in of else "a piece"
        why = f"found of the {name}: {words.strip()}"
        state = finding_words(words).state
        if state not in ("any", ""):
            yield f"state:{state}", why
        heard = hear(f"{name} {words}")
        for key in _meant(heard):
            yield f"cause:{key}", why
        for key in heard.said:
            yield f"found:{key}", why


def _meant(heard: Heard) -> list[str]:
    """Faults named outright; of a piece's state only where it can mean one thing."""
    alone = {next(iter(meant)) for meant in heard.spoken if len(meant) == 1}
    return sorted({*heard.named, *alone} - heard.cleared)


def _running(asked: ProofAsked, there: Sequence[Removed]) -> Iterator[tuple[str, str]]:
    """Where pieces run, and what the rebuild sets."""
    rows = steps_of(list(there))
    names = {(piece.step, piece.at): short_name(piece.entry) for piece in there}
    for spot, where in surroundings(rows, asked.kind).items():
        yield f"runs:{where.key}", f"{names.get(spot, 'gear')}: {where.label}"
    said = table("proof")["set"]
    plan = build_plan(list(there), PlanContext(unit=asked.kind, house=asked.house))
    for step in plan.steps:
        if step.kind in said:
            yield f"set:{step.kind}", said[step.kind]
        if any("End play" in remark.text for remark in step.remarks):
            yield "set:end_play", said["end_play"]
