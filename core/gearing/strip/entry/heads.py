"""Head, threaded length and drive of a fastener, as they are said of it."""

from __future__ import annotations

from dataclasses import replace

from ..kinds import named_at
from .model import Fastener
from .reader import LineReader
from .threads import drive_of_word, head_of_word, read_drive, threaded_of_word


def head_or_drive(reader: LineReader, text: str, following: str) -> int:
    fastener = reader.entry.fastener or Fastener()
    if reader.beyond and not any(sign.isdigit() for sign in text):
        # "On the pinion flat" says where, not which head it has.
        return 0
    if reader.phrase and not fastener.thread and named_at([text], 0):
        # Behind a name without a thread it is part of the name: a nut cap.
        return 0
    if not fastener.head and (head := head_of_word(text)):
        reader.set(fastener=replace(fastener, head=head))
        return 1
    if not fastener.threaded and (threaded := threaded_of_word(text)):
        reader.set(fastener=replace(fastener, threaded=threaded))
        return 1
    if fastener.drive:
        return 0
    if drive := read_drive(text):
        reader.set(fastener=replace(fastener, drive=drive[0], drive_size=drive[1]))
        return 1
    if key := drive_of_word(text):
        sized = read_drive(text + following) if following[:1].isdigit() else None
        reader.set(fastener=replace(fastener, drive=key, drive_size=sized[1] if sized else ""))
        return 2 if sized else 1
    return 0
