"""The ways of measuring toothed parts, each with what it reads and what it leaves open.

Sources: racks ISO 53; worms and wheels ISO/TR 10828 and DIN 3975; bevels
ISO 23509; pulleys ISO 5294 and 13050; sprockets ISO 606.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from gearing.data import table
from gearing.geometry.involute import Real

from .standards import Standard


@dataclass(frozen=True, slots=True)
class Part:
    """What is counted on a part, whatever its size.

    Attributes
    ----------
    form : str
        One of :data:`~gearing.forms.standards.FORMS`.
    teeth : int
        Tooth count; starts of a worm; anything for a rack.
    mate : int
        Teeth of a bevel's mate on shafts at right angles.
    """

    form: str
    teeth: int = 0
    mate: int = 0

    @property
    def cone(self) -> float:
        """Pitch cone angle of a bevel, ``tan(delta) = z/z_mate``, rad."""
        return float(np.arctan2(self.teeth, self.mate or self.teeth))


@dataclass(frozen=True, slots=True)
class Way:
    """One way of measuring a form.

    Attributes
    ----------
    key, name : str
        `name` may hold ``{n}`` and ``{size}``.
    reads : callable
        ``(part, standard, n, size)`` to the reading, mm.
    loose : callable
        The same to the standard error of what the part leaves open, mm.
    counts : str
        What `n` counts; empty if nothing is counted.
    with_size : str
        What `size` measures; empty if nothing else is measured.
    """

    key: str
    name: str
    reads: Callable[[Part, Standard, int, float], Real]
    loose: Callable[[Part, Standard, int, float], Real]
    counts: str = ""
    with_size: str = ""

    @property
    def label(self) -> str:
        """The way on its own, whatever is counted or measured beside it."""
        plain = self.name.replace("{n}", "several").replace("{size:.2f} mm", "known diameter")
        return plain[:1].upper() + plain[1:]


def ways(form: str) -> tuple[Way, ...]:
    """How a form is measured, the most telling first."""
    return _WAYS[form]


def way(form: str, key: str) -> Way | None:
    """One of them by its key."""
    return next((known for known in ways(form) if known.key == key), None)


def _of(form: str, name: str) -> float:
    return float(table("forms")[form][name])


def _odd(teeth: int) -> float:
    """What an odd count takes off a reading from one tip to the most opposite one."""
    return float(np.cos(np.pi / (2 * teeth))) if teeth % 2 else 1.0


def _depth(form: str) -> Way:
    return Way(
        "depth",
        "whole depth of the teeth",
        lambda part, s, n, size: _of(form, "depth") * s.pitch,
        lambda part, s, n, size: _of(form, "depth_loose") * s.pitch,
    )


def _row(name: str, counts: str) -> Way:
    """A run of pitches along a straight line, in modules."""
    return Way(
        "pitches",
        name,
        lambda part, s, n, size: n * np.pi * s.pitch,
        lambda part, s, n, size: 0.0 * s.pitch,
        counts,
    )


def throat_diameter(part: Part, size: Standard) -> Real:
    """Worm wheel at its throat, ``m(z + 2)``, mm."""
    across: Real = size.pitch * (part.teeth + 2)
    return across


def outer_diameter(part: Part, size: Standard) -> Real:
    """Bevel over the tips at the large end, ``m(z + 2·cos(delta))``, mm."""
    across: Real = size.pitch * (part.teeth + 2 * np.cos(part.cone))
    return across


def pitch_diameter(part: Part, size: Standard) -> Real:
    """Of a pulley ``p·z/pi``, of a sprocket ``p/sin(pi/z)``, of the others ``m·z``, mm."""
    if part.form == "pulley":
        return size.pitch * part.teeth / np.pi
    if part.form == "sprocket":
        return size.pitch / float(np.sin(np.pi / part.teeth))
    return size.pitch * part.teeth


def _tips_of_sprocket(part: Part, size: Standard) -> Real:
    """Middle of what ISO 606 allows for the tip diameter."""
    pitch = pitch_diameter(part, size)
    return pitch + size.pitch * (1.125 - 0.8 / part.teeth) - size.roller


def _nothing(part: Part, size: Standard, n: int, other: float) -> Real:
    return 0.0 * size.pitch


_WAYS: dict[str, tuple[Way, ...]] = {
    "rack": (_row("along {n} pitches, like flank to like flank", "pitches"), _depth("rack")),
    "worm": (
        _row("along {n} threads of one axial line, crest to crest", "threads"),
        Way("lead", "advance in one turn", lambda part, s, n, size: part.teeth * np.pi * s.pitch, _nothing),
        _depth("worm"),
    ),
    "wheel": (
        Way(
            "throat",
            "throat, smallest over the tips",
            lambda part, s, n, size: throat_diameter(part, s) * _odd(part.teeth),
            lambda part, s, n, size: _of("wheel", "throat_loose") * s.pitch,
        ),
        Way(
            "distance",
            "centre distance to a worm of {size:.2f} mm",
            lambda part, s, n, size: (s.pitch * (part.teeth - 2) + size) / 2,
            lambda part, s, n, size: _of("wheel", "distance_loose") * s.pitch,
            with_size="outside diameter of the worm",
        ),
        Way(
            "chord",
            "chord over {n} pitches, tip to tip in the throat",
            lambda part, s, n, size: throat_diameter(part, s) * np.sin(n * np.pi / part.teeth),
            lambda part, s, n, size: _of("wheel", "throat_loose") * s.pitch * np.sin(n * np.pi / part.teeth),
            "pitches",
        ),
        Way(
            "outside",
            "largest outside diameter",
            lambda part, s, n, size: throat_diameter(part, s) + _of("wheel", "outside_above") * s.pitch,
            lambda part, s, n, size: _of("wheel", "outside_loose") * s.pitch,
        ),
    ),
    "bevel": (
        Way(
            "outside",
            "over the tips at the large end",
            lambda part, s, n, size: outer_diameter(part, s) * _odd(part.teeth),
            lambda part, s, n, size: _of("bevel", "outside_loose") * s.pitch,
        ),
        Way(
            "chord",
            "chord over {n} pitches, tip to tip at the large end",
            lambda part, s, n, size: outer_diameter(part, s) * np.sin(n * np.pi / part.teeth),
            lambda part, s, n, size: _of("bevel", "outside_loose") * s.pitch * np.sin(n * np.pi / part.teeth),
            "pitches",
        ),
        _depth("bevel"),
    ),
    "pulley": (
        Way(
            "outside",
            "over the lands",
            lambda part, s, n, size: pitch_diameter(part, s) - s.line,
            lambda part, s, n, size: _of("pulley", "outside_loose_mm") + 0.0 * s.pitch,
        ),
        Way(
            "pitches",
            "along {n} teeth of its belt",
            lambda part, s, n, size: n * s.pitch,
            lambda part, s, n, size: _of("pulley", "stretch") * n * s.pitch,
            "teeth of the belt",
        ),
    ),
    "sprocket": (
        Way(
            "bottom",
            "over the bottoms of opposite spaces",
            lambda part, s, n, size: pitch_diameter(part, s) * _odd(part.teeth) - s.roller,
            lambda part, s, n, size: _of("sprocket", "bottom_loose") * s.pitch,
        ),
        Way(
            "pitches",
            "along {n} links of its chain, pin to pin",
            lambda part, s, n, size: n * s.pitch,
            lambda part, s, n, size: _of("pulley", "stretch") * n * s.pitch,
            "links",
        ),
        Way(
            "roller",
            "diameter of the chain's roller",
            lambda part, s, n, size: s.roller,
            lambda part, s, n, size: _of("sprocket", "roller_loose_mm") + 0.0 * s.pitch,
        ),
        Way(
            "thick",
            "thickness of the teeth",
            lambda part, s, n, size: _of("sprocket", "thick") * s.inside,
            lambda part, s, n, size: _of("sprocket", "thick_loose") * s.inside,
        ),
        Way(
            "outside",
            "over the tips",
            lambda part, s, n, size: _tips_of_sprocket(part, s) * _odd(part.teeth),
            lambda part, s, n, size: s.pitch * (0.25 + 1.6 / part.teeth) / np.sqrt(12),
        ),
    ),
}
