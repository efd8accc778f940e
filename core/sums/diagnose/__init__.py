"""The ``diagnose`` sum: what is wrong, how sure, and the cheapest check that tells."""

from .compute import diagnose_unit
from .request import CheckMade, DiagnoseIn
from .response import DiagnoseOut

__all__ = ["CheckMade", "DiagnoseIn", "DiagnoseOut", "diagnose_unit"]
