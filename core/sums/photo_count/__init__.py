"""The ``photo-count`` sum."""

from .compute import count_in_photo
from .request import PhotoCountIn
from .response import PhotoCountOut

__all__ = ["PhotoCountIn", "PhotoCountOut", "count_in_photo"]
