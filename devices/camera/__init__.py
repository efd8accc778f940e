"""A camera stand-in: pictures of gears nobody has counted, on a bench, under a lamp."""

from .hidden import Photograph, PhotographedGear, hidden, hidden_gear, picture

__all__ = ["Photograph", "PhotographedGear", "hidden", "hidden_gear", "picture"]
