"""Leading the rebuild: the strip turned round, and every piece counted back."""

from __future__ import annotations

from dataclasses import dataclass

from .entry import Entry, build_title, name_of
from .pieces import kinds

OUTCOMES: dict[str, str] = {
    "in": "went back in",
    "new": "a new one went in",
    "spare": "kept as a spare",
    "off": "written off",
}
"""What can become of a piece that was counted out."""

FIRST_RING = 3
"""From this many screws on one cover they are drawn down crosswise."""


@dataclass(frozen=True, slots=True)
class Removed:
    """A piece as it came off.

    Attributes
    ----------
    step : int
        Its number in the strip, from 1.
    entry : Entry
    verdict : str
        ``keep``, ``clean``, ``replace`` or empty.
    gear : str
        What the gear was read as; empty if not read.
    answered : int
        How many of the piece are accounted for already.
    """

    step: int
    entry: Entry
    verdict: str = ""
    gear: str = ""
    answered: int = 0


@dataclass(frozen=True, slots=True)
class Remark:
    """A line under a build step. `tone` is ``plain``, ``mind``, ``mark`` or ``check``."""

    tone: str
    text: str


@dataclass(frozen=True, slots=True)
class BuildStep:
    """One piece going back.

    Attributes
    ----------
    step : int
        Number of the strip step it reverses.
    title, done : str
        ``Seat the second wheel, new``; and the word once it is: ``Seated``.
    outcome : str
        What a plain "next" records: ``in`` or ``new``.
    remarks : tuple of Remark
    """

    step: int
    title: str
    done: str
    outcome: str
    remarks: tuple[Remark, ...]


@dataclass(frozen=True, slots=True)
class LeftOver:
    """A piece counted out and not yet answered for."""

    step: int
    name: str
    count: int


def build_plan(removed: list[Removed]) -> list[BuildStep]:
    """The steps of the rebuild: last off, first on.

    The reverse of an order that was really worked is always possible, which
    is why the record and not the list of parts leads.
    """
    return [_build_step(piece) for piece in sorted(removed, key=lambda piece: -piece.step)]


def left_over(removed: list[Removed]) -> list[LeftOver]:
    """Every piece not accounted for, in the order it came off."""
    return [
        LeftOver(piece.step, name_of(piece.entry), piece.entry.count - piece.answered)
        for piece in sorted(removed, key=lambda piece: piece.step)
        if piece.answered < piece.entry.count
    ]


def _build_step(piece: Removed) -> BuildStep:
    entry, kind = piece.entry, kinds()[piece.entry.kind]
    new = piece.verdict == "replace"
    remarks = [
        Remark("plain", f"From the tray, {entry.place}." if entry.place and not new else ""),
        Remark("plain", f"Take {piece.gear}." if new and piece.gear else ""),
        Remark("mark", _sentence(entry.facing)),
        Remark("plain", f"On the side: {entry.side}." if entry.side else ""),
        Remark("plain", "Clean it first." if piece.verdict == "clean" else ""),
        Remark(
            "plain",
            f"Found here: {entry.lubricant}. Same again, never two kinds mixed." if entry.lubricant else "",
        ),
        Remark("plain", f"Lock found: {entry.lock}. Metal in metal only." if entry.lock else ""),
        Remark("plain", _tightening(entry)),
        Remark("mind", _sentence(entry.caution)),
        Remark("mind", kind.caution),
        Remark("check", kind.check),
        Remark(
            "check", "Then turn the train by hand: free all the way round." if entry.kind == "gear" else ""
        ),
    ]
    return BuildStep(
        step=piece.step,
        title=build_title(entry, new=new),
        done=kind.done,
        outcome="new" if new else "in",
        remarks=tuple(remark for remark in remarks if remark.text),
    )


def _tightening(entry: Entry) -> str:
    """How a screw is drawn down: crosswise on a cover, by feel in plastic."""
    if entry.kind != "screw" or entry.fastener is None:
        return ""
    if entry.fastener.thread.startswith("ST"):
        return "Turn back until it drops into its own thread, then by hand only."
    return "Crosswise, in small steps." if entry.count >= FIRST_RING else ""


def _sentence(text: str) -> str:
    if not text:
        return ""
    return text[0].upper() + text[1:] + ("" if text.endswith((".", "!", "?")) else ".")
