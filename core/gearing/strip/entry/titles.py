"""An entry said aloud: its name, its step coming off, and its chips."""

from __future__ import annotations

from ...data import table
from ..kinds import kinds
from .lexicon import verbs
from .model import Chip, Entry, Fastener

_NUMBERS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten")


def thread_label(fastener: Fastener) -> str:
    """``M3 × 10`` as written on a drawing.

    Examples
    --------
    >>> thread_label(Fastener("M3", 3.0, "10", 10.0))
    'M3 × 10'
    """
    return f"{fastener.thread} × {fastener.length}" if fastener.length else fastener.thread


def name_of(entry: Entry) -> str:
    """What to call the piece in the row: its words or its kind, a thread by its size first.

    Examples
    --------
    >>> from gearing.strip.entry import parse
    >>> name_of(parse("2x M4x12 rear cover")), name_of(parse("rear cover"))
    ('M4 × 12, rear cover', 'rear cover')
    """
    if entry.fastener and entry.fastener.thread:
        return ", ".join(part for part in (thread_label(entry.fastener), entry.words) if part)
    return entry.words or kinds()[entry.kind].label


def _object(entry: Entry) -> str:
    """The piece as the object of a verb: ``four M3 × 10, rear cover`` or ``the third wheel``."""
    number = _NUMBERS[entry.count] if entry.count < len(_NUMBERS) else str(entry.count)
    name = name_of(entry)
    if entry.fastener and entry.fastener.thread:
        return f"{number if entry.count > 1 else 'the'} {name}"
    if entry.count == 1:
        return name if name.lower().startswith(("the ", "a ", "an ")) else f"the {name}"
    return f"{number} {_plural(name)}"


def _plural(name: str) -> str:
    last = name.rsplit(" ", 1)[-1].lower()
    from_words = {word for kind in kinds().values() for name in kind.words for word in name.split()[-1:]} | {
        "piece"
    }
    if last not in from_words or last.endswith("s"):
        return name
    return f"{name}es" if last.endswith(("sh", "ch", "x")) else f"{name}s"


def strip_title(entry: Entry) -> str:
    """The step as it comes off.

    Examples
    --------
    >>> from gearing.strip.entry import parse
    >>> strip_title(parse("4x M3x10 hex2 rear cover"))
    'Unscrew four M3 × 10, rear cover'
    """
    own = verbs().get(entry.verb)
    said = own.key.capitalize() if own else kinds()[entry.kind].off
    verb = "Leave shut:" if entry.shut else said
    return f"{verb} {_object(entry)}"


def build_title(entry: Entry, *, new: bool = False) -> str:
    """The step as it goes back, the verb turned.

    Examples
    --------
    >>> from gearing.strip.entry import parse
    >>> build_title(parse("second wheel 42/12"), new=True)
    'Seat the second wheel, new'
    """
    own = verbs().get(entry.verb)
    on = own.on if own and own.on else kinds()[entry.kind].on
    return f"{on} {_object(entry)}" + (", new" if new else "")


def done_word(entry: Entry) -> str:
    """What is said once it is in.

    Examples
    --------
    >>> from gearing.strip.entry import parse
    >>> done_word(parse("unplug the motor lead")), done_word(parse("idler 23t"))
    ('Plugged in', 'Seated')
    """
    own = verbs().get(entry.verb)
    return own.done if own and own.done else kinds()[entry.kind].done


ORDERED_BY = ("thread", "head", "drive", "size", "material", "facing")
"""Chips that are said over a counter when the same is asked for again."""


def order_words(entry: Entry) -> str:
    """What a replacement for the piece is asked for by, besides its name and what its gears were read as.

    Examples
    --------
    >>> from gearing.strip.entry import parse
    >>> order_words(parse("2x M3x10 button hex2 rear cover"))
    'M3 × 10 · button · hex 2'
    """
    return " · ".join(chip.value for chip in chips(entry) if chip.field in ORDERED_BY)


def chips(entry: Entry) -> list[Chip]:
    """Everything understood, in the order it is said aloud."""
    made = [Chip("count", "count", f"{entry.count} ×")] if entry.count > 1 else []
    made.append(Chip("kind", "piece", kinds()[entry.kind].label))
    if fastener := entry.fastener:
        if fastener.thread:
            made.append(Chip("thread", "thread", thread_label(fastener)))
        if fastener.head:
            made.append(Chip("head", "head", fastener.head))
        if fastener.threaded:
            made.append(Chip("threaded", "thread", f"{fastener.threaded} way"))
        if fastener.drive:
            label = table("fasteners")["drives"][fastener.drive]["label"]
            made.append(Chip("drive", "drive", f"{label} {fastener.drive_size}".strip()))
    if entry.teeth:
        made.append(Chip("teeth", "teeth", " / ".join(map(str, entry.teeth))))
    texts = (
        ("verb", "done", entry.verb),
        ("module", "teeth of", entry.module),
        ("bore", "bore", entry.bore),
        ("width", "width", entry.width),
        ("starts", "starts", str(entry.starts or "")),
        ("hand", "hand", entry.hand),
        ("size", "size", entry.size.replace("x", " × ")),
        ("material", "of", entry.material),
        ("words", "name", entry.words),
        ("side", "side", entry.side),
        ("place", "place", entry.place),
        ("facing", "facing", entry.facing),
        ("align", "lined up by", entry.align),
        ("group", "part of", entry.group),
        ("caution", "mind", entry.caution),
        ("lubricant", "found", entry.lubricant),
        ("lock", "lock", entry.lock),
        ("after", "after step", "none" if entry.free else ", ".join(map(str, entry.after))),
        ("discard", "not used again", "a new one goes in" if entry.discard else ""),
        ("shut", "stays shut", "not to be undone" if entry.shut else ""),
    )
    return made + [Chip(field, label, value) for field, label, value in texts if value]
