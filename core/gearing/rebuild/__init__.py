"""Leading the rebuild: the strip turned round, what goes in between, and every piece counted back."""

from .clock import minutes_left, minutes_of, ready_in, usual_minutes
from .model import (
    OUTCOMES,
    VERDICTS,
    LeftOver,
    Plan,
    PlanContext,
    PlanStep,
    Remark,
    Removed,
    StepMark,
    left_over,
    steps_of,
)
from .plan import build_plan
from .spoken import spoken
from .tighten import crosswise

__all__ = [
    "OUTCOMES",
    "VERDICTS",
    "LeftOver",
    "Plan",
    "PlanContext",
    "PlanStep",
    "Remark",
    "Removed",
    "StepMark",
    "build_plan",
    "crosswise",
    "left_over",
    "minutes_left",
    "minutes_of",
    "ready_in",
    "spoken",
    "steps_of",
    "usual_minutes",
]
