"""The ``diagnose`` sum: what is wrong, how sure, and the cheapest check that tells."""

from .compute import diagnose_unit
from .figures import resolve
from .request import CheckMade, DiagnoseIn, Said
from .response import DiagnoseOut

__all__ = ["CheckMade", "DiagnoseIn", "DiagnoseOut", "Said", "diagnose_unit", "resolve"]
