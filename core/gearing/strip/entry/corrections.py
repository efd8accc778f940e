"""Correcting one chip: the line is rewritten, so that the line stays the only truth."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from ...errors import GearingError
from ..kinds import LONGEST_NAME, kind_of_word, kinds
from .counts import MOST_OF_A_KIND
from .grammar import parse
from .lexicon import closes, colours_in, is_article, is_preposition
from .model import SAID_OF_ALL, Entry
from .pieces import read_line
from .printing import print_line
from .runs import SURROUNDINGS
from .threads import driven_like
from .tokens import tidy

_TEXTS = frozenset(
    {"words", "side", "place", "facing", "caution", "lubricant", "lock", "material", "size", "align", "group"}
)
_SPOKEN = {
    "verb": ("{} the piece",),
    "module": ("gear {}", "gear {} module"),
    "bore": ("gear bore {}",),
    "width": ("gear width {}",),
    "length": ("pin length {}", "pin {} length"),
    "runs": ("gear runs {}", "gear {}"),
    "starts": ("worm {} start",),
    "hand": ("worm {} hand", "worm {}"),
}
"""How a field is said of a piece, to be read from what is typed for it."""

_EXAMPLES = {
    "count": "4",
    "thread": "M3x10 or 4-40x3/8",
    "drive": "hex2, ph1 or slot",
    "head": "button, cap, flat or pan",
    "teeth": "32 or 32/10",
    "after": "3 or 3,4",
    "kind": "gear, shaft or bearing",
    "verb": "lift out, unplug or undo",
    "module": "0.8 module or 48 DP",
    "bore": "5 or 1/8",
    "width": "6",
    "length": "12",
    "colours": "red, black",
    "runs": "open, closed, fluid or dry",
    "starts": "2",
    "hand": "left or right",
}


def correct(line: str, field: str, value: str, piece: int = 0) -> str:
    """`line` with one field of one of its pieces set to `value`, printed anew; an empty value takes it away.

    What is said of all the pieces of a line, side, place and the like, is set for all of them.

    Raises
    ------
    GearingError
        If `value` is not of that field's kind, or the line has no such piece; it is then unchanged.

    Examples
    --------
    >>> correct("4x M3x10 hex2 rear cover", "thread", "M3x12")
    '4x M3x12 hex2 rear cover'
    >>> correct("brushes 2 with springs", "count", "3", 1)
    '2x brushes with 3x springs'
    """
    entries = list(read_line(line))
    text = " ".join(tidy(value).replace('"', "").split())
    if piece >= len(entries):
        raise _not_a(field, text)
    for at in range(len(entries)) if field in SAID_OF_ALL else [piece]:
        entries[at] = (
            _with_text(entries[at], field, text) if field in _TEXTS else _structured(entries[at], field, text)
        )
    fixed = print_line(entries)
    if len(entries) > 1 and read_line(fixed) != tuple(entries):
        raise _not_a(field, text)
    parse(fixed)
    return fixed


def name_taught(line: str, piece: int = 0) -> str:
    """The name a correction of the kind teaches: what the line calls the piece, in the singular.

    Raises
    ------
    GearingError
        If the line does not name the piece by words.

    Examples
    --------
    >>> name_taught("2 widgets, brass, by the motor"), name_taught("drive widget 8 mm on the shaft")
    ('widget', 'drive widget')
    """
    entries = read_line(line)
    words: list[str] = []
    for word in entries[min(piece, len(entries) - 1)].words.lower().split():
        if words and (closes(word) or not word.rstrip(",").isalpha()):
            break
        if word.rstrip(",").replace("-", "").isalpha() and not is_article(word):
            words.append(word.rstrip(","))
        if word.endswith(",") and words:
            break
    words = words[-LONGEST_NAME:]
    if not words or is_preposition(words[0]):
        raise GearingError(
            "The line names the piece by no word that could be learnt.",
            code="no_name",
            field="line",
            hint="Say what it is called: drive dog by the motor.",
        )
    last = words[-1]
    return " ".join([*words[:-1], last[:-1] if last.endswith("s") and not last.endswith("ss") else last])


def _with_text(entry: Entry, field: str, text: str) -> Entry:
    said: dict[str, Any] = {field: text}
    return replace(entry, **said)


def _structured(entry: Entry, field: str, text: str) -> Entry:
    if field == "kind":
        return _kind(entry, text)
    if field == "count":
        if text.isdigit() and 1 <= int(text) <= MOST_OF_A_KIND:
            return replace(entry, count=int(text))
    elif field == "teeth":
        said = parse(f"gear {text}").teeth if text else ()
        if said or not text:
            return replace(entry, teeth=said)
    elif field == "after":
        needs = parse(f"x after {text.replace(' ', '')}") if text else Entry()
        if needs.after or needs.free or not text:
            return replace(entry, after=needs.after, free=needs.free)
    elif field in ("discard", "shut"):
        on: dict[str, Any] = {field: bool(text)}
        return replace(entry, **on)
    elif field == "colours":
        return _colours(entry, text)
    elif field in _SPOKEN:
        return _spoken(entry, field, text)
    elif field in ("thread", "head", "drive", "threaded") and entry.fastener:
        return _fastener(entry, field, text)
    raise _not_a(field, text)


def _spoken(entry: Entry, field: str, text: str) -> Entry:
    """A field that is set by how it is said; an empty text takes it away."""
    text = (
        next((key for key, label in SURROUNDINGS.items() if label == text), text) if field == "runs" else text
    )
    blank: Any = getattr(Entry(), field)
    for way in _SPOKEN[field] if text else ():
        if value := getattr(parse(way.format(text)), field):
            said: dict[str, Any] = {field: value}
            return replace(entry, **said)
    if text:
        raise _not_a(field, text)
    empty: dict[str, Any] = {field: blank}
    return replace(entry, **empty)


def _colours(entry: Entry, text: str) -> Entry:
    """Colours are said among the words: those that were there give way to the new ones."""
    if text and not colours_in(text):
        raise _not_a("colours", text)
    words = entry.words.split()
    beside = {n for n, word in enumerate(words) if colours_in(word)}
    joins = {n for n, word in enumerate(words) if word in ("and", "&", ",") and {n - 1, n + 1} <= beside}
    kept = [word for n, word in enumerate(words) if n not in beside | joins]
    said = colours_in(text)
    return replace(entry, words=" ".join([*kept, *said.replace(",", "").split()]), colours=said)


def _kind(entry: Entry, text: str) -> Entry:
    key = text.lower() if text.lower() in kinds() else kind_of_word(text)
    if not key:
        raise _not_a("kind", text)
    return replace(entry, kind=key)


def _fastener(entry: Entry, field: str, text: str) -> Entry:
    old = entry.fastener
    assert old is not None
    said = parse(f"screw {text}").fastener if text else None
    if not text:
        blank = {
            "thread": ("thread", "length"),
            "head": ("head",),
            "drive": ("drive", "drive_size"),
            "threaded": ("threaded",),
        }
        empty: dict[str, Any] = dict.fromkeys(blank[field], "")
        cleared = replace(old, **empty)
        return replace(entry, fastener=replace(cleared, length_mm=None) if field == "thread" else cleared)
    if said and field == "thread" and said.thread:
        new = driven_like(said, old)
    elif field == "threaded" and text.split(maxsplit=1)[0] in ("part", "full"):
        new = replace(old, threaded=text.split(maxsplit=1)[0])
    elif said and field == "drive" and said.drive:
        new = replace(old, drive=said.drive, drive_size=said.drive_size)
    elif said and field == "head" and said.head:
        new = replace(old, head=said.head)
    else:
        raise _not_a(field, text)
    return replace(entry, fastener=new)


def _not_a(field: str, text: str) -> GearingError:
    return GearingError(
        f"“{text}” is no {field} this line can take.",
        code="chip_refused",
        field=field,
        hint=f"Type it as {_EXAMPLES[field]}." if field in _EXAMPLES else "Edit the line itself.",
    )
