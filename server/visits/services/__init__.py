"""All writes to visits. Each is one transaction and may be sent twice."""

from ..mapping import removed_pieces
from .again import done_again, look_again, report_use, when_again
from .awaiting import came_with, parts_are_here, pieces_for_order, wait_for_parts
from .build import tick, untick
from .covers import lay_out
from .decision import choose, jot_offer, say_worth, take_offer_back
from .diagnosis import (
    answer_check,
    hear_again,
    learnt,
    met_before,
    name_cause,
    say_notice,
    set_goal,
    set_teaching,
)
from .finding import find_units, find_visits, forget_owner, known_of, own_unit, waiting_for_oneself
from .joins import add_joined_photo, make_join, new_device_key, note_device, open_join, revoke_join
from .money import (
    ask_owner,
    charge_extra,
    drop_extra,
    limit_of,
    owner_said,
    say_worked,
    take_answer_back,
)
from .photos import add_photo, mark_photo
from .pieces import drop_work, judge, keep_work, mates_of, pin_gear, unpin_gear
from .plan import bench_of, mark_step, start_timer, stop_timer
from .proof import hand_back, record_result, take_result_back
from .sounds import add_sound, drop_sound, is_repaired, say_turned
from .steps import record_step, set_undone
from .stock import also_in, take_from_drawer, worth_keeping, write_off
from .undoing import can_be_undone, standing_now, undo_change
from .visits import (
    enter_stage,
    follow_guide,
    note_to_watch,
    open_visit,
    set_check,
    standing,
    wait_for,
)

__all__ = [
    "add_joined_photo",
    "add_photo",
    "add_sound",
    "also_in",
    "answer_check",
    "ask_owner",
    "bench_of",
    "came_with",
    "can_be_undone",
    "charge_extra",
    "choose",
    "done_again",
    "drop_extra",
    "drop_sound",
    "drop_work",
    "enter_stage",
    "find_units",
    "find_visits",
    "follow_guide",
    "forget_owner",
    "hand_back",
    "hear_again",
    "is_repaired",
    "jot_offer",
    "judge",
    "keep_work",
    "known_of",
    "lay_out",
    "learnt",
    "limit_of",
    "look_again",
    "make_join",
    "mark_photo",
    "mark_step",
    "mates_of",
    "met_before",
    "name_cause",
    "new_device_key",
    "note_device",
    "note_to_watch",
    "open_join",
    "open_visit",
    "own_unit",
    "owner_said",
    "parts_are_here",
    "pieces_for_order",
    "pin_gear",
    "record_result",
    "record_step",
    "removed_pieces",
    "report_use",
    "revoke_join",
    "say_notice",
    "say_turned",
    "say_worked",
    "say_worth",
    "set_check",
    "set_goal",
    "set_teaching",
    "set_undone",
    "standing",
    "standing_now",
    "start_timer",
    "stop_timer",
    "take_answer_back",
    "take_from_drawer",
    "take_offer_back",
    "take_result_back",
    "tick",
    "undo_change",
    "unpin_gear",
    "untick",
    "wait_for",
    "wait_for_parts",
    "waiting_for_oneself",
    "when_again",
    "worth_keeping",
    "write_off",
]
