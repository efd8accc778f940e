"""What is wrong, how sure, and the cheapest check that tells."""

from .advise import Offer, next_checks
from .hear import Heard, hear
from .infer import Cause, Diagnosis, diagnose
from .tables import Answered, Check, Fault, Observation, checks, faults, observations

__all__ = [
    "Answered",
    "Cause",
    "Check",
    "Diagnosis",
    "Fault",
    "Heard",
    "Observation",
    "Offer",
    "checks",
    "diagnose",
    "faults",
    "hear",
    "next_checks",
    "observations",
]
