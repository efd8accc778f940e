"""What goes on a piece as it is put back, or that nothing must."""

from __future__ import annotations

from ..strip.entry import Entry
from ..workshop.consumables import ConsumableAdvice, Item, clashes, lubricant_for, surface_of
from .model import Remark, Removed, capital
from .scene import Scene


def greasing(piece: Removed, scene: Scene) -> list[Remark]:
    """Where it runs, and what follows: what was found leads, where it suits; otherwise the shelf."""
    entry = piece.instead or piece.entry
    where = scene.where(piece)
    advice = lubricant_for(
        entry,
        where.key if where else "",
        meets=scene.meets(piece),
        house=scene.bench.house,
        shelf=scene.bench.shelf,
    )
    said = (
        [Remark("plain", f"{capital(f'runs {where.label}')}: {where.why}.")]
        if where and _worth(where.key)
        else []
    )
    away = (
        advice is not None and not advice.dry and advice.item is not None and _beside_friction(piece, scene)
    )
    return [
        *said,
        *_changed(piece),
        *_advised(piece.entry, advice, scene.bench.shelf),
        *([Remark("mind", AWAY)] if away else []),
    ]


AWAY = "From the side away from the friction face, so that the surplus is carried off it."
NEAR = 2
"""Steps within which a friction face lies beside a gear."""


def _beside_friction(piece: Removed, scene: Scene) -> bool:
    """Whether a greased gear lies by a friction face, or on one in its sub-assembly."""
    if scene.runs(piece) not in ("closed", "open"):
        return False
    return any(
        abs(other.step - piece.step) <= NEAR or (other.entry.group and other.entry.group == piece.entry.group)
        for other in scene.pieces
        if other.entry.kind == "pad" and scene.runs(other) in ("dry", "drag")
    )


def _worth(key: str) -> bool:
    """Sealed rollers say so themselves."""
    return key not in ("sealed", "dry", "drag")


def _changed(piece: Removed) -> list[Remark]:
    """Another material in the old place: what suited the one may eat the other."""
    if piece.instead is None or surface_of(piece.instead) == surface_of(piece.entry):
        return []
    was, now = piece.entry.material or "metal", piece.instead.material or "metal"
    return [
        Remark("mind", f"{capital(now)} where {was} was: all the old grease comes out of the case first.")
    ]


def _advised(entry: Entry, advice: ConsumableAdvice | None, shelf: tuple[Item, ...]) -> list[Remark]:
    if advice and advice.dry:
        return [Remark("dry", f"Keep it dry. {advice.why}".strip())]
    before = entry.lubricant
    if advice and advice.item and advice.item.kind == "fluid":
        return [
            Remark(
                "plain",
                f"{capital(advice.item.name)}, {advice.where}." + (f" Found: {before}." if before else ""),
            )
        ]
    if before.lower() == "dry":
        return [Remark("dry", "Keep it dry, as it was found.")]
    if advice and advice.lacks and not before:
        return [Remark("mind", f"{capital(advice.lacks)} {advice.where}: there is none on the shelf.")]
    if advice is None or advice.item is None:
        return [
            Remark("plain", f"Found here: {before}. Same again, never two kinds mixed." if before else "")
        ]
    said = f"{advice.item.name}, {advice.where}"
    if not before:
        return [Remark("plain", f"{capital(said)}.")]
    known = next((item for item in shelf if item.name.lower() in before.lower()), None)
    if known and known.key != advice.item.key and clashes(known, advice.item):
        return [
            Remark("mind", f"{capital(before)} was found and must not meet {said}: clean it all out first.")
        ]
    again = "Same again, never two kinds mixed"
    return [Remark("plain", f"Found here: {before}. {again}; or all of it wiped out and {said}.")]
