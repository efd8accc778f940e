"""Facts of a visit that its checks follow from, each with the words that say why."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cache

from ..data import table
from ..decision.words import finding_words
from ..diagnosis import Heard, diagnose, faults, hear, observations
from ..rebuild import Plan, PlanContext, Removed, build_plan, steps_of
from ..strip.entry import Entry, short_name
from ..strip.kinds import kinds
from ..strip.order import Spot
from ..workshop.surroundings import surroundings
from ..workshop.units import unit_kind
from .asked import ProofAsked

NAMES_IT = 0.35
"""Odds from which words about the cause are taken to name a fault that they do not call by its name."""

BY_BELT = ("belt", "pulley", "sprocket")
"""Toothed, and in mesh with no other wheel."""

FASTENS = ("screw", "nut", "washer")


@dataclass(frozen=True, slots=True)
class ProofFact:
    """Something that is so.

    Attributes
    ----------
    why : str
        The reason, as the end of a sentence.
    usual : bool
        Whether it is so of every such unit: what is special to this one tells more.
    spots : tuple of Spot
        The pieces it is said of.
    """

    why: str
    usual: bool = False
    spots: tuple[Spot, ...] = ()


Facts = dict[str, ProofFact]


def rebuild_of(asked: ProofAsked) -> Plan:
    """How what came off goes back; what stayed shut never came off."""
    there = [piece for piece in asked.pieces if not piece.entry.shut]
    return build_plan(there, PlanContext(unit=asked.kind, house=asked.house))


def facts_of(asked: ProofAsked, plan: Plan) -> Facts:
    """Everything that is so: the first reason for each, and every piece it is said of.

    `plan` is what :func:`rebuild_of` makes of the same record.
    """
    made: Facts = {}
    for key, fact in _all(asked, plan):
        known = made.get(key, fact)
        made[key] = replace(known, spots=tuple(dict.fromkeys([*known.spots, *fact.spots])))
    return made


def _all(asked: ProofAsked, plan: Plan) -> Iterator[tuple[str, ProofFact]]:
    label = unit_kind(asked.kind).label
    yield f"kind:{asked.kind}", ProofFact(f"every {label} is tried so", usual=True)
    there = [piece for piece in asked.pieces if not piece.entry.shut]
    if there:
        yield "opened", ProofFact("it was opened", usual=True)
    table_of = table("proof")["kinds"]
    by_motor = any(piece.entry.kind in ("motor", "board", "battery") for piece in there)
    if asked.kind in table_of["powered"] or by_motor:
        yield "powered", ProofFact("it runs by power", usual=True)
    else:
        yield "unpowered", ProofFact("", usual=True)
    if asked.kind in table_of["wheels"]:
        yield "wheels", ProofFact("it rolls", usual=True)
    yield from _said(asked)
    yield from _cause(asked)
    yield from _pieces(there)
    yield from _found(asked, there)
    yield from _running(asked, there, plan)
    if asked.words.strip() or asked.symptoms:
        yield "complained", ProofFact("it came in for this")
    if asked.recorded:
        yield "recorded", ProofFact("it was recorded on arrival")


def _said(asked: ProofAsked) -> Iterator[tuple[str, ProofFact]]:
    heard = hear(asked.words, [*asked.symptoms, *asked.conditions])
    known = observations()
    for key in sorted(heard.said):
        yield f"heard:{key}", ProofFact(f"it came in for this: {known[key].says}")


def _cause(asked: ProofAsked) -> Iterator[tuple[str, ProofFact]]:
    known = faults()
    for key in causes_of(asked.cause, asked.kind):
        yield f"cause:{key}", ProofFact(f"it was {known[key].name}")


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


def _pieces(there: Sequence[Removed]) -> Iterator[tuple[str, ProofFact]]:
    for piece in there:
        for key, why in _of_piece(piece):
            yield key, ProofFact(why, spots=((piece.step, piece.at),))


def _of_piece(piece: Removed) -> Iterator[tuple[str, str]]:
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
        return
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


def _found(asked: ProofAsked, there: Sequence[Removed]) -> Iterator[tuple[str, ProofFact]]:
    """What was found of pieces, as it was said."""
    of = {(piece.step, piece.at): piece.entry for piece in there}
    for spot, words in asked.findings.items():
        if not words.strip():
            continue
        name = short_name(of[spot]) if spot in of else "a piece"
        fact = ProofFact(f"found of the {name}: {words.strip()}", spots=(spot,))
        state = finding_words(words).state
        if state not in ("any", ""):
            yield f"state:{state}", fact
        heard = hear(f"{name} {words}")
        for key in _meant(heard):
            yield f"cause:{key}", fact
        for key in heard.said:
            yield f"found:{key}", fact


def _meant(heard: Heard) -> list[str]:
    """Faults named outright; of a piece's state only where it can mean one thing."""
    alone = {next(iter(meant)) for meant in heard.spoken if len(meant) == 1}
    return sorted({*heard.named, *alone} - heard.cleared)


def _running(asked: ProofAsked, there: Sequence[Removed], plan: Plan) -> Iterator[tuple[str, ProofFact]]:
    """Where pieces run, and what the rebuild sets."""
    names = {(piece.step, piece.at): short_name(piece.entry) for piece in there}
    for spot, where in surroundings(steps_of(list(there)), asked.kind).items():
        yield f"runs:{where.key}", ProofFact(f"{names.get(spot, 'gear')}: {where.label}", spots=(spot,))
    said = table("proof")["set"]
    for step in plan.steps:
        spots = ((step.step, step.at),)
        if step.kind in said:
            yield f"set:{step.kind}", ProofFact(said[step.kind], spots=spots)
        if any("End play" in remark.text for remark in step.remarks):
            yield "set:end_play", ProofFact(said["end_play"], spots=spots)
