"""A part other than a gear with what it runs with, before it is made: where both stand, and how they meet."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import asin, cos, pi, sin, tan

import numpy as np

from ..errors import GearingError, within
from ..forms.standards import Standard
from ..forms.ways import Part, pitch_diameter
from ..mesh.crossed import bevel_pair, rack_contact, wheel_backlash
from ..mesh.verdict import band_for, verdict_of
from .bevel import BACKING, bevel_body
from .blank import AS_DRAWN
from .part import PartBlank, part_section
from .section import Points, bore_outline
from .strength import MOST_IN_MESH
from .wheel import CLEARANCE, wheel_slice
from .worm import ANGLE, worm_profile

SHAFTS = pi / 2
"""Between the shafts of bevels as they are made here."""

BAND = "metal"
"""Play is judged as of a pair of gears nothing else is known of."""

CLEAR, FOOT = 0.25, 1.25
"""Of a bevel, in modules: from a tip to the mate's root, and from the pitch cone to its own."""

USUALLY_APART = 1.5
"""Where no distance is known: so many times that at which belt pulleys or sprockets would touch."""

LEAST_ROUND = 1 / 3
"""Of a sprocket's teeth in its chain, below which it climbs out (ISO 10823: 120 degrees)."""

BEYOND = 1.15
"""A shaft's line is drawn so far past the body on it."""

SEEN = 0.005
"""A difference of shafts that is said, mm."""


@dataclass(frozen=True, slots=True)
class Running:
    """A part and its mate, lengths mm.

    Attributes
    ----------
    distance : float
        Between the shafts; of a bevel from the back of its body to where they cross.
    contact : float
        Contact ratio; of a belt or chain how many teeth lie in it.
    play : float or None
        Along the pitch line; None where there is no such thing.
    verdict : str
        As of a pair of gears; of belts and chains ``right`` or ``few teeth``.
    reason : str
    facts : list of (name, value)
    drawing : list of (name, Points)
        Closed outlines of ``part``, ``mate`` and ``belt``, and lines of a ``shaft``, where they stand.
    """

    distance: float
    contact: float
    play: float | None
    verdict: str
    reason: str
    facts: list[tuple[str, str]]
    drawing: list[tuple[str, Points]]


def running(blank: PartBlank, mate_teeth: int, distance: float | None = None) -> Running:
    """How it runs with a mate of `mate_teeth`; without `distance` where it belongs.

    Raises
    ------
    GearingError
        If a belt's or chain's parts stand in each other, or the worm undercuts the wheel.
    """
    finished = replace(blank, process=AS_DRAWN)
    match blank.part.form:
        case "worm":
            return _worm_and_wheel(finished, mate_teeth, distance)
        case "bevel":
            return _bevels(finished, distance)
        case "wheel":
            made = _worm_and_wheel(finished, mate_teeth, distance)
        case _:
            made = _looped(finished, mate_teeth, distance)
    bore = [("part", bore_outline(blank.bore))] if blank.bore else []
    return replace(made, drawing=[*made.drawing, *bore])


SAID = {
    "jammed": "They stand in each other: further apart, or thinner teeth.",
    "interferes": "The tips run into the feet.",
    "skipping": "They hardly reach each other: less than one tooth is always in.",
    "tight": "Too little play to warm up in: a little more room, or thinner teeth.",
    "loose": "More play than will do: closer, or full teeth.",
    "right": "They meet as they should.",
}


def _worm_and_wheel(blank: PartBlank, mate_teeth: int, distance: float | None) -> Running:
    worm, wheel = blank.turned, blank.part.form == "wheel"
    teeth = blank.part.teeth if wheel else mate_teeth
    module, belongs = worm.module, (worm.diameter + worm.module * teeth) / 2
    apart = distance or belongs
    further = apart - belongs
    # Along the worm, where the wheel is a gear on a rack.
    play = blank.play + 2 * further * tan(ANGLE)
    contact = rack_contact(teeth, module, float(ANGLE), further)
    clearance = CLEARANCE * module + further
    verdict = verdict_of(play, contact, clearance, False, module, band_for(BAND))
    length = blank.width if not wheel else max(4 * pi * module, 10 * module)
    threads = worm_profile(worm, length, 0.0 if wheel else blank.play)
    with within("teeth" if wheel else "mate"):
        outline = wheel_slice(teeth, worm, 0.0, blank.play if wheel else 0.0)
    # The gap of the wheel stands at its top, a thread at the top of the worm: each takes the other there.
    first, second = (outline, -threads) if wheel else (threads, -outline)
    shift = np.array([0.0, apart])
    return Running(
        apart,
        contact,
        play,
        verdict,
        SAID[verdict],
        [
            ("where it belongs", f"{belongs:.3f} mm"),
            ("turns of the worm for one of the wheel", f"{teeth / worm.starts:.4g}"),
            ("free turn of the wheel", f"{np.degrees(wheel_backlash(max(play, 0.0), teeth, module)):.2f}°"),
        ],
        [("part", first), ("mate", second + shift)],
    )


def _bevels(blank: PartBlank, distance: float | None) -> Running:
    teeth, mate, module = blank.part.teeth, blank.part.mate or blank.part.teeth, float(blank.size.pitch)
    belongs = bevel_mounting(blank)
    stands = distance or belongs
    apart = (stands - belongs) * sin(blank.part.cone)
    pair = bevel_pair(teeth, mate, module, float(ANGLE), SHAFTS, apart)
    play = blank.play - (stands - belongs) * pair.backlash_per_mm[0]
    clearance = CLEAR * module + apart
    verdict = verdict_of(play, pair.contact_ratio, clearance, False, module, band_for(BAND))
    per_tenth = abs(pair.backlash_per_mm[0]) / 10
    other = replace(blank, part=Part("bevel", mate, teeth))
    mine, its = _cone(blank), _cone(other)
    moved = np.array([0.0, stands - belongs])
    return Running(
        stands,
        pair.contact_ratio,
        play,
        verdict,
        SAID[verdict],
        [
            ("from its back to where the shafts cross", f"{belongs:.3f} mm"),
            ("of its mate, made alike", f"{bevel_mounting(other):.3f} mm"),
            ("a shim of 0.1 mm behind it takes of the play", f"{per_tenth:.3f} mm"),
        ],
        [
            ("part", mine - moved),
            ("mate", -its[:, ::-1]),
            (
                "shaft",
                np.array([(0.0, BEYOND * its[:, 0].max()), (0.0, BEYOND * (mine - moved)[:, 1].min())]),
            ),
            ("shaft", np.array([(-BEYOND * mine[:, 0].max(), 0.0), (-BEYOND * its[:, 1].min(), 0.0)])),
        ],
    )


def bevel_mounting(blank: PartBlank) -> float:
    """From the back of a bevel, its boss included, to where the shafts cross, mm."""
    part, module = blank.part, float(blank.size.pitch)
    body = bevel_body(part.teeth, part.cone, module, blank.width, blank.play)
    # The pitch circle lies at z = 0, the apex as far above it as the mate's radius is wide.
    return module * (part.mate or part.teeth) / 2 - float(body.bounding_box()[2]) + blank.boss_length


def _cone(blank: PartBlank) -> Points:
    """A bevel cut along its axis, the apex at the origin and the body below it, shape (n, 2), mm."""
    part, module = blank.part, float(blank.size.pitch)
    radius, cone = module * part.teeth / 2, part.cone
    way, up = np.array([sin(cone), -cos(cone)]), np.array([cos(cone), sin(cone)])
    pitch = radius / sin(cone) * way
    share = 1 - blank.width * sin(cone) / radius
    tip, foot = pitch + module * up, pitch - FOOT * module * up
    back = foot[1] - BACKING * module
    boss = blank.boss_diameter / 2
    side = [share * foot, share * tip, tip, foot, (foot[0], back)]
    if boss:
        side += [(boss, back), (boss, back - blank.boss_length)]
    right = np.array(side)
    return np.vstack([right, (right * [-1.0, 1.0])[::-1]])


def beside(outline: Points, apart: float) -> Points:
    """The same on a shaft `apart` from the origin along x."""
    moved: Points = outline + np.array([apart, 0.0])
    return moved


@dataclass(frozen=True, slots=True)
class Loop:
    """A belt or chain round two parts, lengths mm."""

    form: str
    size: Standard
    teeth: int
    mate: int

    @property
    def radii(self) -> tuple[float, float]:
        """Of both pitch circles."""
        one, two = (pitch_diameter(Part(self.form, teeth), self.size) for teeth in (self.teeth, self.mate))
        return float(one) / 2, float(two) / 2

    def lean(self, apart: float) -> float:
        """Of its straight runs to the line between the shafts, rad: minus where the first is the smaller."""
        one, two = self.radii
        return asin((one - two) / apart)

    def pitches(self, apart: float) -> float:
        """How many go round: two straight runs, and on each part what lies on it.

        A chain lies in chords of a pitch, a belt in arcs of one: either way a tooth takes a pitch.
        """
        lean = self.lean(apart)
        straight = 2 * apart * cos(lean) / float(self.size.pitch)
        return straight + (self.teeth + self.mate) / 2 + (self.teeth - self.mate) * lean / pi

    def taut_at(self, pitches: int) -> float:
        """Where one of so many is taut: the inverse of :meth:`pitches`, by halving."""
        one, two = self.radii
        low, high = abs(one - two) * (1 + 1e-9) + 1e-9, pitches * float(self.size.pitch)
        for _ in range(60):
            middle = (low + high) / 2
            low, high = (middle, high) if self.pitches(middle) < pitches else (low, middle)
        return high

    def line(self, apart: float) -> Points:
        """Its pitch line, shape (n, 2)."""
        (one, two), lean = self.radii, self.lean(apart)
        there = np.linspace(pi / 2 - lean, 3 * pi / 2 + lean, 60)
        here = np.linspace(-pi / 2 + lean, pi / 2 - lean, 60)
        on_mate = two * np.column_stack([np.cos(here), np.sin(here)])
        return np.vstack([one * np.column_stack([np.cos(there), np.sin(there)]), beside(on_mate, apart)])


def _looped(blank: PartBlank, mate_teeth: int, distance: float | None) -> Running:
    teeth, chain = blank.part.teeth, blank.part.form == "sprocket"
    loop = Loop(blank.part.form, blank.size, teeth, mate_teeth)
    first = part_section(blank)
    with within("mate"):
        second = part_section(replace(blank, part=Part(blank.part.form, mate_teeth), play=0.0))
    least = float(np.hypot(*first.T).max() + np.hypot(*second.T).max())
    # A chain of an odd count needs a cranked link.
    step = 2 if chain else 1
    apart = distance or loop.taut_at(step * round(loop.pitches(USUALLY_APART * least) / step))
    if apart <= least:
        raise GearingError(
            f"At {apart:g} mm the two stand in each other.",
            code="shafts_too_close",
            field="centre_distance_mm",
            hint=f"More than {least:.2f} mm.",
        )
    pitches, around = loop.pitches(apart), teeth * (0.5 + loop.lean(apart) / pi)
    whole = step * round(pitches / step)
    taut = loop.taut_at(whole)
    enough = around >= (teeth * LEAST_ROUND if chain else MOST_IN_MESH)
    what, counted = ("chain", "links") if chain else ("belt", "teeth")
    says = f"A {what} of {whole} {counted} is taut at {taut:.2f} mm"
    if abs(taut - apart) > SEEN:
        says += f": {abs(taut - apart):.2f} mm {'further' if taut > apart else 'closer'}"
    if not enough:
        says = (
            f"Only {around:.1f} of its teeth lie in the {what}: more teeth, or shafts further apart. {says}"
        )
    return Running(
        apart,
        around,
        None,
        "right" if enough else "few teeth",
        f"{says}.",
        [
            (f"{counted} that go round", f"{pitches:.2f}"),
            ("in it on this one", f"{around:.1f} teeth"),
            ("turns for one of its mate", f"{mate_teeth / teeth:.4g}"),
        ],
        [("part", first), ("mate", beside(second, apart)), ("belt", loop.line(apart))],
    )
