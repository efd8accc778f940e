"""The ``entry`` sum: a line of quick entry, understood, and corrected chip by chip."""

from __future__ import annotations

from typing import Any

from gearing.errors import GearingError
from gearing.forms.named import form_of
from gearing.rebuild import Removed
from gearing.strip.entry import (
    Entry,
    chips,
    correct,
    name_of,
    order_words,
    parse,
    print_fastener,
    read_line,
    reading_of,
    strip_title,
    thread_label,
)
from gearing.strip.figures import Figure, figure_of
from gearing.strip.kinds import kinds, minds

from .request import EntryIn
from .response import AnotherReading, ChipOut, EntryOut, FigureOut, PieceFacts, RimOut


def read_entry(request: EntryIn) -> EntryOut:
    """Understand a line, after any correction."""
    line = request.line
    if request.correction:
        try:
            line = correct(line, request.correction.field, request.correction.value)
        except GearingError as error:
            # The core names the chip; what was sent is a correction of it.
            error.field = "correction.value"
            raise
    return describe(line, parse(line))


def describe(line: str, entry: Entry) -> EntryOut:
    """An entry as the screen shows it."""
    return EntryOut(
        line=line,
        title=strip_title(entry),
        pieces=[PieceFacts(**facts(piece)) for piece in read_line(line)],
        alternatives=[
            AnotherReading(kind=kind, label=kinds()[kind].label)
            for kind in reading_of(line).others
            if kind != entry.kind
        ],
        renewed=Removed(0, entry).renewed,
        figure=figure_out(figure_of(entry)),
        **facts(entry),
    )


def facts(entry: Entry) -> dict[str, Any]:
    """What :class:`PieceFacts` holds of an entry."""
    thread = thread_label(entry.fastener) if entry.fastener and entry.fastener.thread else ""
    return {
        "kind": entry.kind,
        "count": entry.count,
        "owed": entry.owed,
        "name": name_of(entry),
        "fastener": print_fastener(entry),
        "thread": thread,
        "size": entry.size.replace("x", " × "),
        "group": entry.group,
        "facing": entry.facing,
        "caution": entry.caution,
        "order_words": order_words(entry),
        "teeth": list(entry.teeth),
        "form": form_of(entry.kind, entry.words, bool(entry.teeth)),
        "chips": [ChipOut(field=c.field, label=c.label, value=c.value, typed=c.typed) for c in chips(entry)],
        "minds": minds(entry.kind, entry.caution),
    }


def figure_out(figure: Figure) -> FigureOut:
    """A figure for drawing."""
    return FigureOut(
        shape=figure.shape,
        length=figure.length,
        diameter=figure.diameter,
        bore=figure.bore,
        thickness=figure.thickness,
        head=figure.head,
        head_width=figure.head_width,
        head_height=figure.head_height,
        drive=figure.drive,
        rims=[
            RimOut(teeth=r.teeth, tip_radius_mm=r.tip_radius, tooth=[[x, y] for x, y in r.tooth], read=r.read)
            for r in figure.rims
        ],
    )
