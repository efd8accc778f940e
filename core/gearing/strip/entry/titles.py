"""An entry said aloud: its name, its step coming off, and its chips."""

from __future__ import annotations

import re
from dataclasses import replace
from functools import cache

from ...bearings import called, designated
from ...data import table
from ...standards import ring_number, standard_says
from ..kinds import kinds, named_at
from .lexicon import closes, is_position, is_preposition, is_state, verbs
from .model import IN_PAIRS, Chip, Entry, Fastener
from .runs import SURROUNDINGS

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
    return "to be named" if unnamed(entry) else entry.words or kinds()[entry.kind].label


def unnamed(entry: Entry) -> bool:
    """Whether nothing tells what it is: a picture was taken, and the name is still to come.

    Examples
    --------
    >>> from gearing.strip.entry import parse
    >>> unnamed(parse("? @under #A3")), unnamed(parse("lid")), unnamed(parse("? 12t"))
    (True, False, False)
    """
    said = entry.words or entry.fastener or entry.teeth or entry.size or entry.module
    return entry.kind == "other" and not said


def _object(entry: Entry) -> str:
    """The piece as the object of a verb: ``four M3 × 10 screws of the rear cover`` or ``the third wheel``."""
    number = _NUMBERS[entry.count] if entry.count < len(_NUMBERS) else str(entry.count)
    if entry.fastener and entry.fastener.thread:
        return f"{number if entry.count > 1 else 'the'} {thread_label(entry.fastener)} {_fasteners(entry)}"
    if unnamed(entry):
        return "the piece in the picture"
    name = _phrase(entry) if entry.words else _of(kinds()[entry.kind].label, entry.count)
    if entry.count == 1:
        return name if name.lower().startswith(("the ", "a ", "an ")) else f"the {name}"
    return f"{number} {name}"


def _fasteners(entry: Entry) -> str:
    """What follows a thread: ``motor screws``, ``screws of the rear cover``, ``screw, short, front``."""
    noun = _of(kinds()[entry.kind].label, entry.count)
    words = entry.words.split()
    if not words or _head(entry, words):
        return _held_behind_a_comma(_phrase(entry)) or noun
    if is_preposition(words[0]):
        return f"{noun} {entry.words}"
    if _names_a_piece(words):
        return f"{noun} of {_the(entry.words)}"
    return f"{noun}, {entry.words}"


def _held_behind_a_comma(phrase: str) -> str:
    """*Screws, gear cover* are the screws of the gear cover."""
    name, comma, behind = phrase.partition(", ")
    words = behind.split()
    if comma and words and "," not in behind and not is_preposition(words[0]) and _names_a_piece(words):
        return f"{name} of {_the(behind)}"
    return phrase


def spoken_apart(entry: Entry) -> tuple[Entry, str]:
    """The piece with only the words that name it, and what else was said: how it was, what lay beside it.

    A rebuild puts back the pads, not the *worn* pads; where a lead went is told beside it.

    Examples
    --------
    >>> from gearing.strip.entry import parse
    >>> piece, rest = spoken_apart(parse("slipper pads 3, worn"))
    >>> piece.words, rest
    ('slipper pads', 'worn')
    >>> spoken_apart(parse("nyloc nut off the slipper, backed off 2 turns"))[0].words
    'nyloc nut of the slipper'
    """
    named, comma, behind = entry.words.partition(",")
    words = named.split()
    if not words or not _names_a_piece(words):
        return entry, ""
    if comma and entry.fastener and _tells_the_hole(behind):
        return entry, ""
    end = _head(entry, words) or len(words)
    kept, seen = words[:end], list[str]()
    for at, word in enumerate(words[end:], end):
        if word.lower() in ("off", "from"):
            # Off the slipper it is the slipper's; from the left is only how it came.
            if not _names_a_piece(words[at + 1 :]):
                break
            kept.append("of")
        else:
            (seen if is_state(word) else kept).append(word)
    rest = ", ".join(part for part in (" ".join(seen), behind.strip()) if part)
    return replace(entry, words=" ".join(kept)), rest


def _tells_the_hole(words: str) -> bool:
    """Whether what stands behind a comma tells one fastener from its like, or what it holds."""
    said = words.replace(",", " ").split()
    return _names_a_piece(said) or all(is_position(word) or word.lower() in LENGTHS for word in said)


LENGTHS = frozenset({"long", "short", "longer", "shorter", "longest", "shortest"})


def short_name(entry: Entry) -> str:
    """:func:`name_of` without what else was said of it."""
    return name_of(spoken_apart(entry)[0])


def _phrase(entry: Entry) -> str:
    """The words with the piece in the plural where there are several, and what it belongs to told apart.

    *Bearing crown shaft* was said with a size between: it is the bearing of the crown shaft.
    """
    words = entry.words.split()
    end = _head(entry, words)
    if not end:
        return entry.words
    head = _of(" ".join(words[:end]).rstrip(","), entry.count) + ("," if words[end - 1].endswith(",") else "")
    rest = words[end:]
    if rest and IN_PAIRS.match(" ".join(rest)) and not head.endswith(","):
        head += ","
    said = rest and (is_position(rest[0]) or not closes(rest[0])) and not head.endswith(",")
    noun = next((at for at, word in enumerate(rest) if word == "and" or is_preposition(word)), len(rest))
    apart = said and _names_a_piece(rest[:noun])
    return f"{head} of {_the(' '.join(rest))}" if apart else " ".join([head, *rest])


def _head(entry: Entry, words: list[str]) -> int:
    """Where the words that name the kind of the piece end; 0 if none of them does."""
    end = at = 0
    while at < len(words):
        if end and closes(words[at]):
            break
        named = named_at([word.rstrip(",") for word in words], at)
        if named and named[0] == entry.kind:
            end = at + named[1]
        at += named[1] if named else 1
    return end


def _names_a_piece(words: list[str]) -> bool:
    """Whether any of the words names a piece."""
    return any(named_at([word.rstrip(",") for word in words], at) for at in range(len(words)))


def _the(words: str) -> str:
    return words if words.lower().startswith(("the ", "a ", "an ")) else f"the {words}"


def _of(name: str, count: int) -> str:
    """A name in the plural where there are several."""
    return _plural(name) if count > 1 else name


def _plural(name: str) -> str:
    last = name.rsplit(" ", 1)[-1].lower()
    if last not in _last_words() or last.endswith("s"):
        return name
    return f"{name}es" if last.endswith(("sh", "ch", "x")) else f"{name}s"


@cache
def _last_words() -> frozenset[str]:
    """Words that names of pieces end in."""
    return frozenset({name.split()[-1] for kind in kinds().values() for name in kind.words} | {"piece"})


def strip_title(entry: Entry, *beside: Entry) -> str:
    """The step as it comes off, with what came off `beside` the first piece.

    Examples
    --------
    >>> from gearing.strip.entry import parse
    >>> strip_title(parse("4x M3x10 hex2 rear cover"))
    'Unscrew four M3 × 10 screws of the rear cover'
    >>> strip_title(parse("4 motor screws"), parse("4 washers"))
    'Unscrew four motor screws, with four washers'
    """
    own = verbs().get(entry.verb)
    said = own.key.capitalize() if own else kinds()[entry.kind].off
    verb = "Leave shut:" if entry.shut else said
    others = _and([_object(other) for other in beside])
    return f"{verb} {_object(entry)}{others and f', with {others}'}"


def _and(words: list[str]) -> str:
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} and {words[-1]}" if words else ""


def build_title(entry: Entry, *, new: bool = False, came_with: str = "") -> str:
    """The step as it goes back, the verb turned; `came_with` names the order a new one came with.

    Examples
    --------
    >>> from gearing.strip.entry import parse
    >>> build_title(parse("second wheel 42/12"), new=True)
    'Seat the second wheel, new'
    >>> build_title(parse("spur wheel 57t"), new=True, came_with="A12")
    'Seat the spur wheel, new, from A12'
    """
    own = verbs().get(entry.verb)
    on = own.on if own and own.on else kinds()[entry.kind].on
    return (
        f"{on} {_object(spoken_apart(entry)[0])}"
        + (", new" if new else "")
        + (f", from {came_with}" if came_with else "")
    )


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
    >>> order_words(parse("bearing 5x11x4"))
    '5 × 11 × 4 · MR115'
    """
    said = [chip.value for chip in chips(entry) if chip.field in ORDERED_BY]
    lengths = re.findall(r"\d+(?:\.\d+)?", entry.size.replace(",", "."))
    if entry.kind == "bearing" and len(lengths) == 3:
        marked = designated(entry.words)
        bore, outside, width = map(float, lengths)
        said.append(marked.designation if marked else called(bore, outside, width))
    if entry.kind == "oring" and len(lengths) == 2:
        said.append(ring_number(*map(float, lengths)))
    return " · ".join(filter(None, said))


def _words_label(entry: Entry) -> str:
    """The quiet word beside a name: with what its designation stands for, where no size does."""
    said = "" if entry.size else standard_says(entry.kind, "", entry.words)
    return f"name ({said})" if said else "name"


def _size_label(entry: Entry) -> str:
    """The quiet word beside a size: with what a standard says of such a part."""
    lengths = [float(each) for each in re.findall(r"\d+(?:\.\d+)?", entry.size.replace(",", "."))]
    bearing = entry.kind == "bearing" and len(lengths) == 3 and not designated(entry.words)
    said = called(*lengths) if bearing else standard_says(entry.kind, entry.size, entry.words)
    return f"size ({said})" if said else "size"


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
        ("length", "length", entry.length),
        ("starts", "starts", str(entry.starts or "")),
        ("hand", "hand", entry.hand),
        ("size", _size_label(entry), entry.size.replace("x", " × ")),
        ("material", "of", entry.material),
        ("words", _words_label(entry), entry.words),
        ("colours", "wires", entry.colours),
        ("runs", "runs", SURROUNDINGS.get(entry.runs, "")),
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
