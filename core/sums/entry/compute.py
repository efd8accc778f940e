"""The ``entry`` sum: a line of quick entry, understood, and corrected chip by chip."""

from __future__ import annotations

from typing import Any

from gearing.errors import GearingError
from gearing.forms.named import form_of
from gearing.inspection.findings import look_rank
from gearing.rebuild import Removed
from gearing.strip.entry import (
    Entry,
    chips,
    correct,
    name_of,
    order_words,
    print_fastener,
    read_line,
    reading_of,
    strip_title,
    thread_label,
    unnamed,
)
from gearing.strip.figures import Figure, figure_of
from gearing.strip.kinds import kinds, minds

from .request import EntryIn
from .response import AnotherReading, ChipOut, EntryOut, FigureOut, PieceSaid, RimOut


def read_entry(request: EntryIn) -> EntryOut:
    """Understand a line, after any correction."""
    line = request.line
    if request.correction:
        try:
            line = correct(line, request.correction.field, request.correction.value, request.correction.piece)
        except GearingError as error:
            # The core names the chip; what was sent is a correction of it.
            error.field = "correction.value"
            raise
    return describe(line)


def describe(line: str) -> EntryOut:
    """A line as the screen shows it."""
    entries = read_line(line)
    entry = entries[0]
    said = [_said(piece) for piece in entries]
    return EntryOut(
        line=line,
        title=strip_title(*entries),
        pieces=[PieceSaid(**each) for each in said],
        alternatives=[
            AnotherReading(kind=kind, label=kinds()[kind].label)
            for kind in reading_of(line).others
            if kind != entry.kind
        ],
        **said[0],
    )


def _said(entry: Entry) -> dict[str, Any]:
    return {
        **facts(entry),
        "renewed": Removed(0, entry).renewed,
        "figure": figure_out(figure_of(entry)),
    }


def facts(entry: Entry) -> dict[str, Any]:
    """What :class:`PieceFacts` holds of an entry."""
    look, together = look_rank(entry.kind)
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
        "module": entry.module,
        "form": form_of(entry.kind, entry.words, bool(entry.teeth)),
        "chips": [ChipOut(field=c.field, label=c.label, value=c.value, typed=c.typed) for c in chips(entry)],
        "look": look,
        "together": together,
        "minds": minds(entry.kind, entry.caution),
        "side": entry.side,
        "unnamed": unnamed(entry),
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
