"""Printing an entry back as a line that parses to the same."""

from __future__ import annotations

from .grammar import parse
from .lexicon import verbs
from .model import Entry, Fastener
from .tokens import MARKERS, ONE_WORD

_SIGN = {field: sign for sign, field in MARKERS.items()}


def print_entry(entry: Entry) -> str:
    """The line a technician would type for `entry`.

    Texts are quoted only where they would otherwise be read as something else.

    Examples
    --------
    >>> print_entry(parse("4 M3 x 10 hex 2 button rear cover #A3"))
    '4x M3x10 button hex2 rear cover #A3'
    """
    bare = _print(entry, quoted=False)
    if bare and parse(bare) == entry:
        return bare
    return _print(entry, quoted=True)


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
    size = [entry.size] if entry.size else []
    size += _gear_fields(entry)
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
    parts += [flag for flag in ("discard", "shut") if getattr(entry, flag)]
    for field in ("side", "place", "group", "caution", "facing", "align", "lock", "lubricant"):
        if text := getattr(entry, field):
            wrap = quoted or (field in ONE_WORD and " " in text)
            parts.append(f'{_SIGN[field]}"{text}"' if wrap else f"{_SIGN[field]}{text}")
    if entry.free:
        parts.append("after none")
    elif entry.after:
        parts.append("after " + ",".join(map(str, entry.after)))
    return " ".join(parts)


def _gear_fields(entry: Entry) -> list[str]:
    said = {"bore": entry.bore, "width": entry.width}
    parts = [entry.module] if entry.module else []
    parts += [f"{name} {value}" for name, value in said.items() if value]
    parts += [f"{entry.starts}-start"] if entry.starts else []
    return parts + ([f"{entry.hand}-hand"] if entry.hand else [])


def _fastener(fastener: Fastener) -> list[str]:
    thread = fastener.thread + (f"x{fastener.length}" if fastener.length else "")
    threaded = fastener.threaded and f"{fastener.threaded}-thread"
    said = (thread, fastener.head, threaded, fastener.drive + fastener.drive_size)
    return [part for part in said if part]
