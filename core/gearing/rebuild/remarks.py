"""What is said beside a piece as it goes back in."""

from __future__ import annotations

from collections.abc import Mapping

from ..strip.entry import Entry, name_of
from ..strip.kinds import kinds, minds
from ..workshop.consumables import ConsumableAdvice, Item, clashes, lock_for, lubricant_for, surface_of
from .model import Remark, Removed
from .tighten import IN_SECTIONS, MOST_ON_A_RING, is_ring

PLASTIC = ("nylon", "acetal", "plastic", "pom")


def remarks_on(
    piece: Removed, pieces: list[Removed], open_gears: bool, house: Mapping[str, str], shelf: tuple[Item, ...]
) -> tuple[tuple[Remark, ...], float]:
    """The lines for one piece, and the minutes of what it leaves curing (0 for nothing)."""
    entry, kind = piece.entry, kinds()[piece.entry.kind]
    lubricant = lubricant_for(entry, open_gears=open_gears, house=house, shelf=shelf)
    retainer = _retainer(entry, shelf)
    lock = (
        None
        if retainer
        else lock_for(
            entry, shares_flat=_shares_flat(entry), into=_thread_in(entry), house=house, shelf=shelf
        )
    )
    remarks = [
        Remark("mind", f"Not what came off: in place of {name_of(entry)}." if piece.instead else ""),
        Remark("plain", f"From the tray, {entry.place}." if entry.place and not piece.renewed else ""),
        Remark("plain", f"Take {piece.gear}." if piece.renewed and piece.gear else ""),
        Remark("mind", "Both of the pair: its mate is replaced with it." if piece.verdict == "pair" else ""),
        Remark("plain", "A new one: this is not used twice." if entry.discard else ""),
        *(
            Remark(tone, text)
            for says, mind in piece.worked
            for tone, text in (("mark", says), ("mind", mind))
        ),
        Remark("mark", _sentence(entry.facing)),
        Remark("mark", _sentence(f"line up {entry.align}") if entry.align else ""),
        Remark("plain", f"On the side: {entry.side}." if entry.side else ""),
        Remark("plain", "Clean it first." if piece.verdict == "clean" else ""),
        *_greasing(entry, lubricant, shelf),
        Remark("plain", f"{_capital(retainer.name)} on the seat. {retainer.note}" if retainer else ""),
        *_locking(entry, lock),
        Remark("plain", _tightening(entry)),
        Remark("mind", _pre_turn(entry)),
        Remark("mind", _sentence(entry.caution)),
        *(Remark("mind", said) for said in minds(entry.kind, entry.caution)),
        Remark("check", kind.check),
        Remark("mind", _longer(entry, pieces)),
    ]
    return tuple(remark for remark in remarks if remark.text), float(retainer.full) if retainer else 0.0


def _greasing(entry: Entry, advice: ConsumableAdvice | None, shelf: tuple[Item, ...]) -> list[Remark]:
    """What was found leads, where it suits; otherwise the shelf says what goes on, or that nothing must."""
    if advice and advice.dry:
        return [Remark("dry", f"Keep it dry. {advice.why}".strip())]
    before = entry.lubricant
    if before.lower() == "dry":
        return [Remark("dry", "Keep it dry, as it was found.")]
    if advice and advice.lacks and not before:
        return [Remark("mind", f"{_capital(advice.lacks)} {advice.where}: there is none on the shelf.")]
    if advice is None or advice.item is None:
        return [
            Remark("plain", f"Found here: {before}. Same again, never two kinds mixed." if before else "")
        ]
    said = f"{advice.item.name}, {advice.where}"
    if not before:
        return [Remark("plain", f"{_capital(said)}.")]
    known = next((item for item in shelf if item.name.lower() in before.lower()), None)
    if known and known.key != advice.item.key and clashes(known, advice.item):
        return [
            Remark("mind", f"{_capital(before)} was found and must not meet {said}: clean it all out first.")
        ]
    again = "Same again, never two kinds mixed"
    return [Remark("plain", f"Found here: {before}. {again}; or all of it wiped out and {said}.")]


def _locking(entry: Entry, advice: ConsumableAdvice | None) -> list[Remark]:
    if advice is None:
        return [Remark("plain", f"Lock found: {entry.lock}." if entry.lock and not entry.fastener else "")]
    if advice.dry:
        return [Remark("dry", f"No thread lock here. {advice.why}")]
    if advice.item is None:
        return [Remark("mind", f"Thread lock {advice.where}: there is none of its strength on the shelf.")]
    return [Remark("plain", f"{_capital(advice.item.name)}, {advice.where}.")]


def _retainer(entry: Entry, shelf: tuple[Item, ...]) -> Item | None:
    """Retaining compound, where it was found or noted to be used."""
    if "retain" not in f"{entry.lock} {entry.caution}".lower():
        return None
    return next((item for item in shelf if item.kind == "retainer"), None)


def _thread_in(entry: Entry) -> str:
    """The surface a thread is cut in, as far as the line tells."""
    return "nylon" if entry.fastener and entry.fastener.thread.startswith("ST") else surface_of(entry)


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


def _longer(entry: Entry, pieces: list[Removed]) -> str:
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


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def _sentence(text: str) -> str:
    if not text:
        return ""
    return _capital(text) + ("" if text.endswith((".", "!", "?")) else ".")
