"""What suppliers have for the pieces of a visit."""

from __future__ import annotations

from gearing.strip.entry import short_name
from suppliers.models import CatalogueItem
from suppliers.services import for_piece

from .mapping import entry_of, gear_of, live_pins
from .models import Piece, Visit


def to_be_had(visit: Visit, piece: Piece) -> list[CatalogueItem]:
    """What suppliers have that could be meant for a piece."""
    gears = [gear for gear in map(gear_of, live_pins(piece)) if gear]
    teeth, module = (int(gears[0].teeth), float(gears[0].module)) if gears else (0, 0.0)
    words = short_name(entry_of(piece)).split()
    return for_piece(visit.unit.workshop_id, words, teeth=teeth, module=module)
