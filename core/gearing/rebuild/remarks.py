"""What is said beside a piece as it goes back in."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from ..data import table
from ..strip.entry import Entry, short_name, spoken_apart
from ..strip.entry.holding import held_by
from ..strip.kinds import kinds, minds
from ..workshop.consumables import ConsumableAdvice, Item, lock_for, surface_of
from .greasing import greasing
from .model import Remark, Removed, capital
from .scene import Scene
from .tighten import IN_SECTIONS, MOST_ON_A_RING, is_ring

PLASTIC = ("nylon", "acetal", "plastic", "pom")


def remarks_on(piece: Removed, scene: Scene) -> tuple[tuple[Remark, ...], float]:
    """The lines for one piece, and the minutes of what it leaves curing (0 for nothing)."""
    entry, kind, bench = piece.entry, kinds()[piece.entry.kind], scene.bench
    retainer = _retainer(entry, bench.shelf)
    lock = (
        None
        if retainer
        else lock_for(
            entry,
            shares_flat=_shares_flat(entry),
            into=_thread_in(piece, scene),
            house=bench.house,
            shelf=bench.shelf,
        )
    )
    remarks = [
        Remark("mind", f"Not what came off: in place of {short_name(entry)}." if piece.instead else ""),
        Remark("plain", f"From the tray, {entry.place}." if entry.place and not piece.renewed else ""),
        Remark("plain", f"Take {piece.gear}." if piece.renewed and piece.gear else ""),
        Remark("mind", _both(piece)),
        Remark("plain", "A new one: this is not used twice." if entry.discard else ""),
        *(
            Remark(tone, text)
            for says, mind in piece.worked
            for tone, text in (("mark", says), ("mind", mind))
        ),
        Remark("mark", _sentence(spoken_apart(piece.instead or entry)[1])),
        Remark("mark", _sentence(entry.facing)),
        Remark("mark", _sentence(f"line up {entry.align}") if entry.align else ""),
        Remark("plain", f"On the side: {entry.side}." if entry.side else ""),
        Remark("plain", "Clean it first." if piece.verdict == "clean" else ""),
        Remark("mark", f"Wires: {entry.colours}, each where it was." if entry.colours else ""),
        *_turned(piece, scene),
        *greasing(piece, scene),
        Remark("plain", f"{capital(retainer.name)} on the seat. {retainer.note}" if retainer else ""),
        *_locking(entry, lock),
        Remark("plain", _tightening(entry)),
        Remark("mind", _pre_turn(entry)),
        Remark("mind", _sentence(entry.caution)),
        *(Remark("mind", said) for said in minds(entry.kind, entry.caution)),
        Remark("check", kind.check),
        Remark("check", _end_play(piece, scene)),
        Remark("mind", _longer(entry, scene.pieces)),
    ]
    return tuple(remark for remark in remarks if remark.text), float(retainer.full) if retainer else 0.0


def _both(piece: Removed) -> str:
    mate = f"the {piece.mate}" if piece.mate else "its mate"
    return f"Both of the pair: {mate} is replaced with it." if piece.verdict == "pair" else ""


def _locking(entry: Entry, advice: ConsumableAdvice | None) -> list[Remark]:
    if advice is None:
        return [Remark("plain", f"Lock found: {entry.lock}." if entry.lock and not entry.fastener else "")]
    if advice.dry:
        return [Remark("dry", f"No thread lock here. {advice.why}")]
    if advice.item is None:
        return [Remark("mind", f"Thread lock {advice.where}: there is none of its strength on the shelf.")]
    return [Remark("plain", f"{capital(advice.item.name)}, {advice.where}.")]


def _retainer(entry: Entry, shelf: tuple[Item, ...]) -> Item | None:
    """Retaining compound, where it was found or noted to be used."""
    if "retain" not in f"{entry.lock} {entry.caution}".lower():
        return None
    return next((item for item in shelf if item.kind == "retainer"), None)


def _thread_in(piece: Removed, scene: Scene) -> str:
    """The surface a thread is cut in: by the screw, by what is said of it, by the thing it holds."""
    entry = piece.entry
    if entry.fastener and entry.fastener.thread.startswith("ST"):
        return "nylon"
    said = re.findall(r"[a-z]+", entry.words.lower())
    if tender := next((word for word in said if word in PLASTIC), ""):
        return surface_of(replace(entry, kind="other", material=tender))
    # A set screw is cut into the very thing it holds; a cover's screw into what lies under it.
    held = frozenset(held_by(entry) if entry.kind == "setscrew" else ())
    named = scene.named if held else []
    inside = next((other for other, words in named if other.kind != entry.kind and held <= words), entry)
    return surface_of(inside)


def _shares_flat(entry: Entry) -> bool:
    return entry.kind == "setscrew" and entry.count > 1 and "flat" in f"{entry.facing} {entry.align}".lower()


def _tightening(entry: Entry) -> str:
    """How a screw is drawn down: crosswise on a cover, by feel in plastic."""
    if entry.kind != "screw" or entry.fastener is None:
        return ""
    if entry.fastener.thread.startswith("ST"):
        return "Turn back until it drops into its own thread, then by hand only: old plastic strips."
    if entry.material in PLASTIC:
        return "By hand only: old plastic strips."
    if is_ring(entry.count):
        return "Crosswise, in small steps, as numbered."
    return IN_SECTIONS if entry.count > MOST_ON_A_RING else ""


def _pre_turn(entry: Entry) -> str:
    """A torsion spring goes in wound up as it was found."""
    said = f"{entry.facing} {entry.align} {entry.caution} {entry.words}".lower()
    if entry.kind != "spring" or "turn" not in said:
        return ""
    return "Pre-turn it as it was found, and hold it until the next piece keeps it."


def _longer(entry: Entry, pieces: Sequence[Removed]) -> str:
    """The short screw among longer ones of the same thread."""
    if not entry.fastener or not entry.fastener.length_mm:
        return ""
    others = [
        p.entry.fastener.length_mm
        for p in pieces
        if p.entry.fastener
        and p.entry.fastener.thread == entry.fastener.thread
        and p.entry.fastener.length_mm
    ]
    most = max(others, default=0.0)
    by = most - entry.fastener.length_mm
    if by <= 1.0 or "short" not in entry.words.lower():
        return ""
    return f"The short one: {by:g} mm shorter than its like. A longer one reaches inside."


def _sentence(text: str) -> str:
    if not text:
        return ""
    return capital(text) + ("" if text.endswith((".", "!", "?")) else ".")


NO_LIP = ("gasket", "felt", "boot", "packing", "bellows", "paper", "grommet")


def _turned(piece: Removed, scene: Scene) -> list[Remark]:
    """Which way keyed and lipped pieces go, where the line left it out."""
    entry = piece.entry
    words = set(re.findall(r"[a-z]+", entry.words.lower()))
    if entry.kind == "seal" and not entry.facing and not words & set(NO_LIP):
        return [
            Remark("mind", "Which way its lip faced was not noted: towards the grease or fluid it holds in.")
        ]
    if entry.kind == "key":
        return [Remark("mark", "In its slot before what it drives goes over it; slot to slot.")]
    if entry.kind == "setscrew" and "flat" not in f"{entry.facing} {entry.align} {entry.words}".lower():
        return [Remark("mark", "Onto the flat of the shaft, if there is one.")]
    if entry.kind == "nut" and words & {"nyloc", "nylock", "locknut", "locking"} and not piece.renewed:
        return [Remark("mind", "A locking nut that runs on by finger grips no more: take a new one.")]
    return []


def _end_play(piece: Removed, scene: Scene) -> str:
    """Shims and preload nuts are checked by a figure: the one worked out, else the usual."""
    entry = piece.entry
    preload = entry.kind == "nut" and "preload" in entry.words.lower()
    if not (preload or entry.kind == "shim") or piece.worked:
        return ""
    usual = table("rebuild")["end_play"]
    low, high = usual.get(scene.bench.unit, usual["other"])
    return f"End play after it: {low:g} to {high:g} mm, by indicator or feeler, unless another was noted."
