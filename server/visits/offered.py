"""What suppliers and the drawer have for the pieces of a visit."""

from __future__ import annotations

from drawer.models import StockItem
from gearing.decision.replacement import ReplacementPart, compare
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


def in_drawer(visit: Visit, piece: Piece) -> list[tuple[StockItem, str]]:
    """What lies in the drawer that could serve, each with what would have to be changed of it, if anything.

    A gear that was read is compared field by field; what has no teeth is found by its kind and size.
    """
    there = StockItem.objects.filter(workshop_id=visit.unit.workshop_id, gone=False, count__gt=0)
    gears = [(gear, pin) for pin in live_pins(piece) if (gear := gear_of(pin))]
    if not gears:
        entry = entry_of(piece)
        if entry.teeth or not entry.size:
            return []
        alike = there.filter(kind=entry.kind, what__icontains=entry.size)
        return [(kept, "") for kept in alike[:MOST_IN_DRAWER]]
    made = []
    for gear, pin in gears:
        module = float(gear.module)
        bore, width = pin.request.get("bore_mm") or 0.0, pin.request.get("width_mm") or 0.0
        wanted = ReplacementPart(int(gear.teeth), module, bore=float(bore), width=float(width))
        near = there.filter(
            teeth=gear.teeth, module_mm__range=(module * (1 - NEAR_MODULE), module * (1 + NEAR_MODULE))
        )
        for kept in near[:MOST_IN_DRAWER]:
            part = ReplacementPart(
                kept.teeth or 0,
                float(kept.module_mm or 0),
                bore=float(kept.bore_mm or 0),
                width=float(kept.width_mm or 0),
            )
            fit = compare(wanted, part)
            if fit.verdict != "not":
                made.append((kept, ", ".join(each.says for each in fit.fields if each.verdict == "change")))
    return made


MOST_IN_DRAWER = 10
NEAR_MODULE = 0.02
"""How far off a module in the drawer may be, as a share, to be looked at."""
