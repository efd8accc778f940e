"""Stages that are set as the rebuild goes: the mesh, a friction stage, the fluid of a sealed case."""

from __future__ import annotations

import re
from dataclasses import replace

from ..data import table
from ..strip.entry import Entry, short_name
from ..strip.entry.holding import held_by
from ..strip.kinds import named_at
from ..workshop.consumables import lubricant_for, school
from ..workshop.units import unit_kind
from .model import PlanStep, Remark, Removed, capital
from .rules import put_in
from .scene import Scene

FIXED = frozenset({"fixed", "pinned", "dowel", "dowelled", "doweled", "locating"})
SLOTS = frozenset({"slot", "slots", "slotted", "long", "oval"})
ECCENTRIC = frozenset({"eccentric", "excenter"})
MOVES_WITH_IT = frozenset({"mount", "plate", "bracket", "holder", "slide", "carrier", "cradle"})
"""What a motor is held by, and slides with, when its mesh is set."""
PINION = ("pinion",)


def with_mesh(steps: list[PlanStep], scene: Scene) -> list[PlanStep]:
    """Screws that set a mesh are left snug, the mesh is set, then they are tightened.

    Where the mesh is fixed that is said once the last gear is in.
    """
    by_key = {piece.key: piece for piece in scene.pieces}
    setting = [s for s in steps if s.kind == "piece" and _sets_mesh(by_key[s.key], scene)]
    pinion = next((p for p in scene.toothed if p.entry.teeth and _said(p.entry, PINION)), None) or next(
        (p for p in scene.toothed if _said(p.entry, PINION)), None
    )
    mates = [p for p in scene.toothed if p is not pinion]
    if not setting or pinion is None or not mates:
        return _fixed(steps, scene)
    meshing = [p for p in mates if scene.runs(p) == scene.runs(pinion)] or mates
    spur = max(meshing, key=lambda piece: (_said(piece.entry, ("spur",)), max(piece.entry.teeth, default=0)))
    wanted = {pinion.key, spur.key, *(s.key for s in setting)}
    made = [_snug(step) if step in setting else step for step in steps]
    last = max(at for at, step in enumerate(made) if step.key in wanted)
    if last + 1 < len(made) and made[last + 1].kind == "turn":
        last += 1
    how = table("rebuild")["mesh"].get(school("mesh", scene.bench.house).key, "")
    names = " and ".join(dict.fromkeys(short_name(by_key[s.key].entry) for s in setting))
    first = by_key[setting[0].key]
    new = [put_in("mesh", first, how=str(how)), put_in("tighten", first, name=names)]
    return [*made[: last + 1], *new, *made[last + 1 :]]


def _fixed(steps: list[PlanStep], scene: Scene) -> list[PlanStep]:
    """Nothing is set: why, beside the last turn of the train."""
    turns = [step for step in steps if step.kind == "turn"]
    if len(turns) < 2:
        return steps
    said = any(_is_fixed(piece.entry) for piece in scene.pieces)
    why = "said" if said else "unit" if unit_kind(scene.bench.unit).fixed_mesh else "none"
    remark = Remark("plain", str(table("rebuild")["fixed"][why]))
    return [replace(s, remarks=(*s.remarks, remark)) if s is turns[-1] else s for s in steps]


def _sets_mesh(piece: Removed, scene: Scene) -> bool:
    """Screws that hold a motor, the mount it slides with, or an eccentric, unless said to be fixed."""
    entry = piece.entry
    if entry.kind not in ("screw", "nut"):
        return False
    if "mesh" in entry.caution.lower():
        return True
    if _is_fixed(entry) or unit_kind(scene.bench.unit).fixed_mesh:
        return False
    held = held_by(entry)
    if ECCENTRIC & set(held):
        return True
    kinds = [noun[0] for at in range(len(held)) if (noun := named_at(held, at))]
    motor = any(kind == "motor" for kind in kinds)
    return motor and (kinds[-1] == "motor" or held[-1].rstrip("s") in MOVES_WITH_IT)


def _is_fixed(entry: Entry) -> bool:
    words = set(re.findall(r"[a-z]+", f"{entry.words} {entry.caution} {entry.align}".lower()))
    return bool(words & FIXED) or ("holes" in words and not words & SLOTS)


def _said(entry: Entry, words: tuple[str, ...]) -> bool:
    return any(word in entry.words.lower() for word in words)


def _snug(step: PlanStep) -> PlanStep:
    snug = Remark("mind", "Snug only: they are tightened once the mesh is set.")
    return replace(step, remarks=(*step.remarks, snug), tightening=())


SLIPPING = ("slipper", "clutch")
SETTING_NUT = ("slipper", "clutch", "preload", "adjust", "spring", "thumb")


def with_slipper(steps: list[PlanStep], scene: Scene) -> list[PlanStep]:
    """A friction stage is set once its nut is on, by the house's school."""
    stage = [p for p in scene.pieces if _slips(p, scene)]
    # A lining or a plate makes a stage of it; a clutch bell alone has nothing to set.
    if not any(piece.entry.kind in ("pad", "spring", "nut") for piece in stage):
        return steps
    nut = _nut(stage, scene)
    if nut is None:
        return steps
    chosen = school("slipper", scene.bench.house).key
    how = str(table("rebuild")["slipper"][chosen]).format(turns=_turns(stage))
    at = next(at for at, step in enumerate(steps) if step.key == nut.key)
    return [*steps[: at + 1], put_in("slipper", nut, how=how), *steps[at + 1 :]]


def _slips(piece: Removed, scene: Scene) -> bool:
    text = f"{piece.entry.words} {piece.entry.group}".lower()
    return any(word in text for word in SLIPPING) or (
        piece.entry.kind == "pad" and scene.runs(piece) == "dry" and "brake" not in text
    )


def _nut(stage: list[Removed], scene: Scene) -> Removed | None:
    """The nut that presses the stage: named so, in its sub-assembly, or last before it came apart."""
    nuts = [p for p in scene.pieces if p.entry.kind == "nut" and "wheel" not in p.entry.words.lower()]
    first = min(piece.step for piece in stage)
    last = max(piece.step for piece in stage)
    groups = {piece.entry.group for piece in stage} - {""}
    near = [nut for nut in nuts if first - 3 <= nut.step <= last]
    for found in (
        [nut for nut in nuts if _said(nut.entry, SLIPPING)],
        [nut for nut in nuts if nut.entry.group in groups],
        [nut for nut in near if _said(nut.entry, SETTING_NUT)],
        near,
    ):
        if found:
            # It came off first, so it goes on last.
            return min(found, key=lambda piece: piece.step)
    return None


_TURNS = re.compile(
    r"((?:\d+(?:[.,]\d+)?(?:[ /]\d+(?:/\d+)?)?|one|two|three|four|five|half|quarter)"
    r"(?: and (?:a |one )?(?:half|quarter))?(?: of)?(?: a)?) turns?\b",
    re.I,
)


def _turns(stage: list[Removed]) -> str:
    """How far it was backed off, where that was noted."""
    said = table("rebuild")["slipper_turns"]
    for piece in stage:
        entry = piece.entry
        if match := _TURNS.search(f"{entry.words} {entry.caution} {entry.facing} {entry.align}"):
            many = match[1]
            return str(said["noted"]).format(
                turns=f"{many} turn{'' if many.lower() in ('1', 'one', 'half a', 'a') else 's'}"
            )
    return str(said["unsaid"])


def with_fluid(steps: list[PlanStep], scene: Scene) -> list[PlanStep]:
    """A case that runs in fluid is filled behind its last gear, before what closes it."""
    by_key = {piece.key: piece for piece in scene.pieces}
    wet = [step.key for step in steps if step.kind == "piece" and scene.runs(by_key[step.key]) == "fluid"]
    if not wet:
        return steps
    last = by_key[wet[-1]]
    at = max(n for n, step in enumerate(steps) if (step.step, step.at) == (last.step, last.at))
    advice = lubricant_for(last.entry, "fluid", house=scene.bench.house, shelf=scene.bench.shelf)
    name = advice.item.name if advice and advice.item else "its fluid: there is none on the shelf"
    found = next(
        (p.entry.lubricant for p in scene.pieces if scene.runs(p) == "fluid" and p.entry.lubricant), ""
    )
    says = str(table("rebuild")["fluid"]["says"]).format(fluid=capital(name))
    how = says + (f" Found in it: {found}." if found else "")
    return [*steps[: at + 1], put_in("fill", last, name="differential", how=how), *steps[at + 1 :]]
