"""The plan: the reverse of what was really taken off, and the steps the rules put in between."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from ..strip.entry import build_title, done_word, short_name
from .clock import minutes_of
from .model import Plan, PlanContext, PlanStep, Remark, Removed, StepMark
from .remarks import remarks_on
from .rules import put_in
from .scene import Scene
from .setting import with_fluid, with_mesh, with_slipper
from .tighten import crosswise, is_ring


def build_plan(removed: list[Removed], bench: PlanContext | None = None) -> Plan:
    """The rebuild: last off, first on, with what the rules put in between.

    The reverse of an order that was really worked is always possible, which
    is why the record and not the list of parts leads. Sub-assemblies that have
    to cure are built before the rest, and power is connected last.
    """
    bench = bench or PlanContext()
    pieces = sorted(removed, key=_turned)
    scene = Scene([piece for piece in pieces if not piece.entry.shut], bench)
    steps = [_piece(piece, scene) for piece in scene.pieces]
    steps = _cures_first(steps, scene)
    steps = _power_last(steps, scene)
    steps = _with_turns(steps, scene)
    for stage in (with_fluid, with_mesh, with_slipper):
        steps = stage(steps, scene)
    steps += _cures(steps, scene)
    if bench.pace != 1.0:
        steps = [replace(step, minutes=round(step.minutes * bench.pace, 1)) for step in steps]
    struck = tuple(step for step in steps if bench.marks.get(step.key, StepMark()).struck)
    return Plan(tuple(_moved([s for s in steps if s not in struck], bench.marks)), struck)


HOLDS = frozenset({"screw", "setscrew", "nut", "circlip", "clip", "tie", "pin"})
"""Kinds that keep others in place: of what came off together they go back last."""


def _turned(piece: Removed) -> tuple[int, bool, int]:
    """Last off, first on; a cover said *with its screws* goes on before them."""
    return -piece.step, piece.entry.kind in HOLDS, -piece.at


def _piece(piece: Removed, scene: Scene) -> PlanStep:
    fitted = piece.instead or piece.entry
    remarks, cure = remarks_on(piece, scene)
    screws = fitted.count if fitted.kind == "screw" and is_ring(fitted.count) else 0
    return PlanStep(
        key=piece.key,
        kind="piece",
        step=piece.step,
        at=piece.at,
        title=build_title(
            fitted,
            new=piece.renewed and piece.instead is None,
            came_with=piece.came_with if piece.renewed else "",
        ),
        done=done_word(fitted),
        outcome="new" if piece.renewed else "in",
        remarks=remarks,
        minutes=minutes_of(fitted),
        cure=cure,
        tightening=tuple(crosswise(screws)),
    )


def _cures(steps: list[PlanStep], scene: Scene) -> list[PlanStep]:
    by_key = {piece.key: piece for piece in scene.pieces}
    return [
        put_in("cure", by_key[s.key], name=short_name(by_key[s.key].entry), minutes=_hours(s.cure))
        for s in steps
        if s.cure
    ]


def _hours(minutes: float) -> str:
    return f"{minutes / 60:g} h" if minutes >= 60 else f"{minutes:g} min"


def _cures_first(steps: list[PlanStep], scene: Scene) -> list[PlanStep]:
    """Sub-assemblies with something to cure come first, and go in as one where they came off."""
    pieces = {piece.key: piece for piece in scene.pieces}
    group = {key: piece.entry.group for key, piece in pieces.items()}
    curing = dict.fromkeys(group[step.key] for step in steps if step.cure and group[step.key])
    first = [step for name in curing for step in steps if group[step.key] == name]
    rest: list[PlanStep] = []
    fitted: set[str] = set()
    for step in steps:
        name = group[step.key]
        if name not in curing:
            rest.append(step)
        elif name not in fitted:
            fitted.add(name)
            rest.append(put_in("group", pieces[step.key], name=name))
    return first + rest


POWER = ("battery", "power")
UNDER = Remark("mind", "Under a cover: in just before that closes, switch off until it is shut.")


def _power_last(steps: list[PlanStep], scene: Scene) -> list[PlanStep]:
    """Nothing is powered before the case is closed: the battery and its lead come last.

    One that lies under a cover goes in just before the outermost that lies over it.
    """
    pieces = {piece.key: piece for piece in scene.pieces}
    made = list(steps)
    for step in [step for step in steps if step.kind == "piece" and _powers(pieces[step.key])]:
        over = [s for s in made[made.index(step) + 1 :] if s.key in pieces and _closes(pieces[s.key])]
        made.remove(step)
        if over:
            made.insert(made.index(over[-1]), replace(step, remarks=(*step.remarks, UNDER)))
        else:
            made.append(step)
    return made


def _powers(piece: Removed) -> bool:
    entry = piece.entry
    leads = entry.kind == "connector" and any(word in entry.words.lower() for word in POWER)
    return entry.kind == "battery" or leads


def _closes(piece: Removed) -> bool:
    """Whether it lies over what went in before it."""
    return piece.entry.kind == "cover"


def _with_turns(steps: list[PlanStep], scene: Scene) -> list[PlanStep]:
    """After each gear the train is turned by hand."""
    toothed = {piece.key: piece for piece in scene.toothed}
    made: list[PlanStep] = []
    for step in steps:
        made.append(step)
        if step.key in toothed:
            made.append(put_in("turn", toothed[step.key]))
    return made


def _moved(steps: list[PlanStep], marks: Mapping[str, StepMark]) -> list[PlanStep]:
    """Steps put in between, set behind the step the technician chose, if that is still there."""
    made = list(steps)
    for step in steps:
        after = marks.get(step.key, StepMark()).after
        if step.kind == "piece" or not after or after == step.key:
            continue
        keys = [other.key for other in made if other is not step]
        if after in keys:
            made.remove(step)
            made.insert(keys.index(after) + 1, step)
    return made
