"""A gear that can be made: its outline and body by figures, and the files machines take."""

from .blank import AS_DRAWN, BORE_SHAPES, Blank, Bore, Process, named_process, processes
from .coupon import OUTSIDE, SLOT, allowance
from .files import FORMATS, body_fineness, drawn_coupon, drawn_gear, written
from .part import PartBlank, drawn_part, part_outlines, part_solid
from .running import Running, running
from .section import Section, section_of, true_outline
from .solid import solid_of
from .strength import lewis_stress, part_stress, ring_stress
from .worm import WormThread

__all__ = [
    "AS_DRAWN",
    "BORE_SHAPES",
    "FORMATS",
    "OUTSIDE",
    "SLOT",
    "Blank",
    "Bore",
    "PartBlank",
    "Process",
    "Running",
    "Section",
    "WormThread",
    "allowance",
    "body_fineness",
    "drawn_coupon",
    "drawn_gear",
    "drawn_part",
    "lewis_stress",
    "named_process",
    "part_outlines",
    "part_solid",
    "part_stress",
    "processes",
    "ring_stress",
    "running",
    "section_of",
    "solid_of",
    "true_outline",
    "written",
]
