"""The ``form`` sum: which size a rack, worm, wheel, bevel, pulley or sprocket is."""

from .compute import read_form
from .request import FormIn
from .response import FormCandidate, FormOut

__all__ = ["FormCandidate", "FormIn", "FormOut", "read_form"]
