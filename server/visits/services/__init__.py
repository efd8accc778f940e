"""All writes to visits. Each is one transaction and may be sent twice."""

from .build import tick, untick
from .photos import add_photo, mark_photo
from .pieces import drop_work, judge, keep_work, pin_gear, unpin_gear
from .plan import bench_of, mark_step, start_timer, stop_timer
from .steps import record_step, set_undone
from .visits import (
    enter_stage,
    follow_guide,
    note_to_watch,
    open_visit,
    removed_pieces,
    set_check,
    standing,
    wait_for,
)

__all__ = [
    "add_photo",
    "bench_of",
    "drop_work",
    "enter_stage",
    "follow_guide",
    "judge",
    "keep_work",
    "mark_photo",
    "mark_step",
    "note_to_watch",
    "open_visit",
    "pin_gear",
    "record_step",
    "removed_pieces",
    "set_check",
    "set_undone",
    "standing",
    "start_timer",
    "stop_timer",
    "tick",
    "unpin_gear",
    "untick",
    "wait_for",
]
