"""A gear counted in one photo: its outline found, its teeth told from the gaps, what is missing, its size."""

from .count import PhotoCount, Refused, count_photo
from .picture import read_picture
from .scale import PhotoSize, size_by_bore, size_by_card

__all__ = [
    "PhotoCount",
    "PhotoSize",
    "Refused",
    "count_photo",
    "read_picture",
    "size_by_bore",
    "size_by_card",
]
