"""Printing an entry back as a line that parses to the same."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from .grammar import TO_NAME, parse
from .lexicon import verbs
from .model import SAID_OF_ALL, Entry, Fastener
from .titles import unnamed
from .tokens import ONE_WORD, SIGNS


def print_entry(entry: Entry) -> str:
    """The line a technician would type for `entry`.

    Texts are quoted only where they would otherwise be read as something else.

    Examples
    --------
    >>> print_entry(parse("4 M3 x 10 hex 2 button rear cover #A3"))
    '4x M3x10 button hex2 rear cover #A3'
    """
    bare = _print(entry, quoted=False)
    if unnamed(entry) and parse(f"{TO_NAME} {bare}") == entry:
        return f"{TO_NAME} {bare}".strip()
    if bare and parse(bare) == entry:
        return bare
    return _print(entry, quoted=True)


def print_line(entries: Sequence[Entry]) -> str:
    """The line that says several pieces, what is said of all of them once and last.

    Examples
    --------
    >>> from .pieces import read_line
    >>> print_line(read_line("4 motor screws with washers #A2"))
    '4x motor screws with 4x washers #A2'
    """
    if len(entries) == 1:
        return print_entry(entries[0])
    blank = Entry()
    unsaid: dict[str, Any] = {field: getattr(blank, field) for field in SAID_OF_ALL}
    first = entries[0]
    parts = [print_entry(replace(first, **unsaid))]
    for entry in entries[1:]:
        parts.append(
            print_entry(replace(entry, **unsaid, verb="" if entry.verb == first.verb else entry.verb))
        )
    return " ".join([" with ".join(parts), *_said_of_it(first, quoted=False)])


def print_fastener(entry: Entry) -> str:
    """Its fastener alone, to be said again of the next; empty if it has no thread.

    Examples
    --------
    >>> print_fastener(parse("4 M3 x 10 hex 2 button rear cover #A3"))
    'M3x10 button hex2'
    """
    fastener = entry.fastener
    return " ".join(_fastener(fastener)) if fastener and fastener.thread else ""


def _print(entry: Entry, *, quoted: bool) -> str:
    count = [f"{entry.count}x"] if entry.count > 1 else []
    threads = _fastener(entry.fastener) if entry.fastener else []
    teeth = ["/".join(f"{n}t" for n in entry.teeth)] if entry.teeth else []
    # A bare number would count something else.
    size = [f"size {entry.size}" if entry.size.isdigit() else entry.size] if entry.size else []
    size += _dimensions(entry)
    if quoted:  # numbers first, where no bare drive or gear word can claim them
        parts = [*count, *teeth, *size, *threads, *([f'"{entry.words}"'] if entry.words else [])]
    else:
        parts = [*count, *threads, *([entry.words] if entry.words else []), *teeth, *size]
    if entry.material:
        parts.append(entry.material)
    if quoted:
        parts.append(f"as {entry.kind}")
    if verb := verbs().get(entry.verb):
        # An article tells a verb from a name: cut the tie, a cut washer.
        parts.insert(0, f"{verb.key} the" if verb.ambiguous and entry.count == 1 else verb.key)
    parts += [f"runs {entry.runs}"] if entry.runs else []
    parts += [flag for flag in ("discard", "shut") if getattr(entry, flag)]
    return " ".join([*parts, *_said_of_it(entry, quoted=quoted)])


def _said_of_it(entry: Entry, *, quoted: bool) -> list[str]:
    """What is marked, and the steps it needs."""
    parts = []
    for field in ("side", "place", "group", "caution", "facing", "align", "lock", "lubricant"):
        if text := getattr(entry, field):
            wrap = quoted or (field in ONE_WORD and " " in text)
            parts.append(f'{SIGNS[field]}"{text}"' if wrap else f"{SIGNS[field]}{text}")
    if entry.free:
        parts.append("after none")
    elif entry.after:
        parts.append("after " + ",".join(map(str, entry.after)))
    return parts


def _dimensions(entry: Entry) -> list[str]:
    said = {"bore": entry.bore, "width": entry.width, "length": entry.length}
    parts = [entry.module] if entry.module else []
    parts += [f"{name} {value}" for name, value in said.items() if value]
    parts += [f"{entry.starts}-start"] if entry.starts else []
    return parts + ([f"{entry.hand}-hand"] if entry.hand else [])


def _fastener(fastener: Fastener) -> list[str]:
    thread = fastener.thread + (f"x{fastener.length}" if fastener.length else "")
    threaded = fastener.threaded and f"{fastener.threaded}-thread"
    said = (thread, fastener.head, threaded, fastener.drive + fastener.drive_size)
    return [part for part in said if part]
