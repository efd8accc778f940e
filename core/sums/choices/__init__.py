"""What can be picked in the instruments, from the data."""

from .compute import choices
from .response import ChoicesOut

__all__ = ["ChoicesOut", "choices"]
