"""What is wrong, how sure, and the cheapest check that tells."""

from .advise import Offer, next_checks
from .hear import Heard, hear
from .infer import LIKELY_FROM, Cause, Diagnosis, diagnose
from .likeness import learn
from .path import Station, force_path
from .tables import Answered, Check, Fault, Observation, Picture, Seen, checks, faults, is_piece, observations

__all__ = [
    "LIKELY_FROM",
    "Answered",
    "Cause",
    "Check",
    "Diagnosis",
    "Fault",
    "Heard",
    "Observation",
    "Offer",
    "Picture",
    "Seen",
    "Station",
    "checks",
    "diagnose",
    "faults",
    "force_path",
    "hear",
    "is_piece",
    "learn",
    "next_checks",
    "observations",
]
