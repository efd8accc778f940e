"""How a unit is shown to be right: checks made from what was really done, and the run-in."""

from .asked import ProofAsked
from .checks import RISKS, ProofCheck, ProofFigure, met_by, usual
from .outcome import FORMER, OUTCOMES, check_outcome
from .plan import prove
from .run_in import RunIn, run_in

__all__ = [
    "FORMER",
    "OUTCOMES",
    "RISKS",
    "ProofAsked",
    "ProofCheck",
    "ProofFigure",
    "RunIn",
    "check_outcome",
    "met_by",
    "prove",
    "run_in",
    "usual",
]
