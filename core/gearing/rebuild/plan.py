"""The plan: the reverse of what was really taken off, and the steps the rules put in between."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from ..data import table
from ..strip.entry import Entry, build_title, done_word, name_of
from ..strip.kinds import kinds
from .clock import minutes_of
from .model import Plan, PlanContext, PlanStep, Remark, Removed, StepMark
from .remarks import remarks_on
from .tighten import crosswise, is_ring

PINION = ("pinion",)


def build_plan(removed: list[Removed], bench: PlanContext | None = None) -> Plan:
    """The rebuild: last off, first on, with what the rules put in between.

    The reverse of an order that was really worked is always possible, which
    is why the record and not the list of parts leads. Sub-assemblies that have
    to cure are built before the rest.
    """
    bench = bench or PlanContext()
    pieces = [piece for piece in sorted(removed, key=lambda piece: -piece.step) if not piece.entry.shut]
    steps = [_piece(piece, pieces, bench) for piece in pieces]
    steps = _cures_first(steps, pieces)
    steps = _with_turns(steps, pieces)
    steps = _with_mesh(steps, pieces, bench)
    steps += [
        _rule("cure", s.step, name=_name(pieces, s.step), minutes=_hours(s.cure)) for s in steps if s.cure
    ]
    struck = tuple(step for step in steps if bench.marks.get(step.key, StepMark()).struck)
    return Plan(tuple(_moved([s for s in steps if s not in struck], bench.marks)), struck)


def _piece(piece: Removed, pieces: list[Removed], bench: PlanContext) -> PlanStep:
    entry = piece.entry
    fitted = piece.instead or entry
    remarks, cure = remarks_on(piece, pieces, bench.open_gears, bench.house, bench.shelf)
    screws = fitted.count if fitted.kind == "screw" and is_ring(fitted.count) else 0
    return PlanStep(
        key=f"piece:{piece.step}",
        kind="piece",
        step=piece.step,
        title=build_title(fitted, new=piece.renewed and piece.instead is None),
        done=done_word(fitted),
        outcome="new" if piece.renewed else "in",
        remarks=remarks,
        minutes=minutes_of(fitted),
        cure=cure,
        tightening=tuple(crosswise(screws)),
    )


def _rule(kind: str, step: int, *, name: str = "", how: str = "", minutes: str = "") -> PlanStep:
    row = table("rebuild")["rules"][kind]
    words = {"name": name, "how": how, "minutes": minutes}
    says = str(row["says"]).format(**words)
    return PlanStep(
        key=f"{kind}:{step}",
        kind=kind,
        step=step,
        title=str(row["title"]).format(**words),
        done=str(row["done"]),
        remarks=(Remark("check" if kind == "turn" else "plain", says),),
        rule=str(row["rule"]),
        minutes=float(row["minutes"]),
    )


def _name(pieces: list[Removed], step: int) -> str:
    return next(name_of(piece.entry) for piece in pieces if piece.step == step)


def _hours(minutes: float) -> str:
    return f"{minutes / 60:g} h" if minutes >= 60 else f"{minutes:g} min"


def _cures_first(steps: list[PlanStep], pieces: list[Removed]) -> list[PlanStep]:
    """Sub-assemblies with something to cure come first, and go in as one where they came off."""
    group = {piece.step: piece.entry.group for piece in pieces}
    curing = dict.fromkeys(group[step.step] for step in steps if step.cure and group[step.step])
    first = [step for name in curing for step in steps if group[step.step] == name]
    rest: list[PlanStep] = []
    fitted: set[str] = set()
    for step in steps:
        name = group[step.step]
        if name not in curing:
            rest.append(step)
        elif name not in fitted:
            fitted.add(name)
            rest.append(_rule("group", step.step, name=name))
    return first + rest


def _with_turns(steps: list[PlanStep], pieces: list[Removed]) -> list[PlanStep]:
    """After each gear the train is turned by hand."""
    toothed = {piece.step for piece in pieces if kinds()[piece.entry.kind].meshes or piece.entry.teeth}
    made: list[PlanStep] = []
    for step in steps:
        made.append(step)
        if step.kind == "piece" and step.step in toothed:
            made.append(_rule("turn", step.step))
    return made


def _with_mesh(steps: list[PlanStep], pieces: list[Removed], bench: PlanContext) -> list[PlanStep]:
    """Screws that set a mesh are left snug, the mesh is set, then they are tightened."""
    entries = {piece.step: piece.entry for piece in pieces}
    setting = [s for s in steps if s.kind == "piece" and _sets_mesh(entries[s.step])]
    pinion = next((p for p in pieces if p.entry.teeth and _said(p.entry, PINION)), None)
    mates = [p for p in pieces if p.entry.teeth and p is not pinion]
    if not setting or pinion is None or not mates:
        return steps
    spur = max(mates, key=lambda piece: max(piece.entry.teeth))
    wanted = {f"piece:{pinion.step}", f"piece:{spur.step}", *(s.key for s in setting)}
    made = [_snug(step) if step in setting else step for step in steps]
    last = max(at for at, step in enumerate(made) if step.key in wanted)
    if last + 1 < len(made) and made[last + 1].kind == "turn":
        last += 1
    how = str(table("rebuild")["mesh"][_mesh_school(bench.house)])
    number = setting[0].step
    names = " and ".join(dict.fromkeys(name_of(entries[s.step]) for s in setting))
    put_in = [_rule("mesh", number, how=how), _rule("tighten", number, name=names)]
    return [*made[: last + 1], *put_in, *made[last + 1 :]]


def _mesh_school(house: Mapping[str, str]) -> str:
    chosen = house.get("mesh", "paper")
    return chosen if chosen in table("rebuild")["mesh"] else "paper"


def _sets_mesh(entry: Entry) -> bool:
    """Screws of a motor or its plate, unless the line says otherwise."""
    return entry.kind in ("screw", "nut") and (_said(entry, ("motor",)) or "mesh" in entry.caution.lower())


def _said(entry: Entry, words: tuple[str, ...]) -> bool:
    return any(word in entry.words.lower() for word in words)


def _snug(step: PlanStep) -> PlanStep:
    snug = Remark("mind", "Snug only: they are tightened once the mesh is set.")
    return replace(step, remarks=(*step.remarks, snug), tightening=())


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
