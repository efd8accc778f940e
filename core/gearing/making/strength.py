"""How hard a tooth is bent, as a rough guide."""

from __future__ import annotations

from math import cos, sin, sqrt

import numpy as np

from ..data import table
from ..forms.ways import pitch_diameter
from ..geometry.gear import Gear, reference_diameter
from ..geometry.internal import space_of
from ..geometry.outline import tooth_outline
from ..mesh.crossed import worm_efficiency
from .part import PartBlank, part_section
from .section import Points, true_outline
from .wheel import wheel_slice
from .worm import ANGLE, Array, WormThread

MOST_IN_MESH = 6
"""Teeth of a belt that share its pull: further ones carry next to nothing (ISO 5295)."""

LAND = 0.1
"""Of a tooth's depth: so far down the tip only takes the load."""

ALONG = 400
"""Points along a tooth."""


def lewis_stress(gear: Gear, width: float, torque_nmm: float) -> float:
    """Bending stress at the foot of one tooth that carries all of the load at its tip, N/mm².

    At the place of the outline where the beam is weakest: Lewis's beam of constant strength (1892) found on
    the tooth as it is, not from a table of form factors. A guide only: no notch, no shock.
    """
    force = torque_nmm / (float(reference_diameter(gear)) / 2) / cos(float(gear.helix_angle))
    return beam_stress(tooth_outline(gear, 60, 60), force, width)


def ring_stress(ring: Gear, width: float, torque_nmm: float) -> float:
    """The same of a ring's tooth, which stands inwards between two spaces, N/mm²."""
    force = torque_nmm / (float(reference_diameter(ring)) / 2) / cos(float(ring.helix_angle))
    tooth = one_tooth(true_outline(space_of(ring)), int(ring.teeth))
    side = tooth[tooth[:, 0] > 0]
    reach = np.hypot(*side.T)
    deep, arm = reach.max() - reach.min(), side[:, 1] - side[:, 1].min()
    mine = (reach > reach.min() + LAND * deep) & (reach < reach.max() - 1e-3 * deep)
    return _weakest(force, width, arm[mine], side[mine, 0])


def beam_stress(tooth: Points, force: float, width: float) -> float:
    """The same of any tooth that stands along y on the axis at the origin, shape (n, 2), mm; N and N/mm²."""
    side = tooth[tooth[:, 0] > 0]
    reach, arm = np.hypot(*side.T), side[:, 1].max() - side[:, 1]
    deep = reach.max() - reach.min()
    # Within the space the outline runs along the root circle: that is no foot of this tooth. Nor is the land
    # at its tip a beam.
    mine = (reach > reach.min() + 1e-3 * deep) & (reach < reach.max() - LAND * deep)
    return _weakest(force, width, arm[mine], side[mine, 0])


def _weakest(force: float, width: float, arm: Array, half: Array) -> float:
    """``F·6·h/(b·s²)`` where it is largest, `half` as thick as the tooth at `arm` below its load."""
    return float((6 * force * arm / (width * (2 * half) ** 2)).max())


def part_stress(blank: PartBlank, torque_nmm: float, in_mesh: float | None = None) -> float:
    """What bends a tooth of a part that carries `torque_nmm` on its own shaft, N/mm²: a rough guide.

    `in_mesh` is how many of a pulley's teeth lie in the belt, half of them unless known. A chain's pull is
    reckoned on one tooth. Of bevels as Lewis has it for cones (the smaller end carries less), of worms by the
    push along their axis, friction taken off.
    """
    form, teeth, width = blank.part.form, blank.part.teeth, blank.width
    if form == "worm":
        return _thread(blank.turned, torque_nmm)
    force = torque_nmm / (float(pitch_diameter(blank.part, blank.size)) / 2)
    if form == "bevel":
        cone, module = blank.part.cone, float(blank.size.pitch)
        distance = module * teeth / 2 / sin(cone)
        tooth = tooth_outline(Gear(teeth / cos(cone), module, thinning=blank.play), 60, 60)
        return beam_stress(tooth, force, width) / (1 - width / distance)
    if form == "pulley":
        force /= min(in_mesh or teeth / 2, MOST_IN_MESH)
    outline = wheel_slice(teeth, blank.turned, 0.0, blank.play) if form == "wheel" else part_section(blank)
    return beam_stress(one_tooth(outline, teeth), force, width)


def one_tooth(outline: Points, teeth: int) -> Points:
    """The tooth beside the gap at the top of an outline, stood upright, shape (n, 2)."""
    turn = np.pi / teeth
    x = outline[:, 0] * cos(turn) + outline[:, 1] * sin(turn)
    y = outline[:, 1] * cos(turn) - outline[:, 0] * sin(turn)
    closed = np.column_stack([np.append(x, x[0]), np.append(y, y[0])])
    # A straight flank has no points but its ends.
    gone = np.append(0.0, np.cumsum(np.hypot(*np.diff(closed, axis=0).T)))
    along = np.linspace(0, gone[-1], ALONG * teeth)
    line = np.column_stack([np.interp(along, gone, closed[:, n]) for n in (0, 1)])
    tooth: Points = line[np.abs(np.arctan2(line[:, 0], line[:, 1])) <= turn]
    return tooth


def _thread(worm: WormThread, torque_nmm: float) -> float:
    """Of the thread, over as much of it as its wheel lies round."""
    lead = np.arctan2(worm.lead, np.pi * worm.diameter)
    forward, _ = worm_efficiency(float(lead), float(ANGLE), float(table("mesh")["worm"]["friction"]))
    push = torque_nmm * 2 * np.pi / worm.lead * max(forward, 0.0)
    radius = np.linspace(worm.root, worm.tip, 60)
    around = 2 * sqrt(worm.tip**2 - (worm.diameter / 2) ** 2)
    return _weakest(push, around, worm.tip - radius, worm.half_thickness(radius))
