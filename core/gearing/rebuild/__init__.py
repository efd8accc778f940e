"""Leading the rebuild: the strip turned round, what goes in between, and every piece counted back."""

from .clock import minutes_of, ready_in
from .pieces import OUTCOMES, VERDICTS, LeftOver, Remark, Removed, left_over
from .plan import Bench, Mark, Plan, PlanStep, build_plan
from .tighten import crosswise

__all__ = [
    "OUTCOMES",
    "VERDICTS",
    "Bench",
    "LeftOver",
    "Mark",
    "Plan",
    "PlanStep",
    "Remark",
    "Removed",
    "build_plan",
    "crosswise",
    "left_over",
    "minutes_of",
    "ready_in",
]
