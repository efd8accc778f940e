"""What a size means for a part: the figures a drawing or an order asks for."""

from __future__ import annotations

from math import atan, cos, degrees, pi, sin

from gearing.data import table

from .standards import Standard
from .ways import Part, outer_diameter, pitch_diameter, throat_diameter


def facts(part: Part, size: Standard, *, outside: float = 0.0) -> list[tuple[str, str]]:
    """Names with values as they are said; `outside` is a worm's outside diameter, mm."""
    m = float(size.pitch)
    match part.form:
        case "rack":
            return [("pitch", f"{pi * m:.4f} mm"), ("travel per tooth of the pinion", f"{pi * m:.3f} mm")]
        case "worm":
            return _worm(part.teeth, m, outside)
        case "wheel":
            return [
                ("reference diameter", f"{float(pitch_diameter(part, size)):.3f} mm"),
                ("throat, new", f"{float(throat_diameter(part, size)):.3f} mm"),
                ("turns of a one-start worm for one of the wheel", f"{part.teeth}"),
            ]
        case "bevel":
            return [
                ("module at the large end", f"{m:.4g} mm"),
                ("pitch cone angle", f"{degrees(part.cone):.2f}°"),
                ("over the tips at the large end, new", f"{float(outer_diameter(part, size)):.3f} mm"),
                ("cone distance", f"{m * part.teeth / 2 / sin(part.cone):.3f} mm"),
                ("ratio to its mate", f"{part.mate or part.teeth}:{part.teeth}"),
            ]
    named = [("pitch", f"{m:.4g} mm"), ("pitch diameter", f"{float(pitch_diameter(part, size)):.3f} mm")]
    return [*named, ("travel per turn", f"{m * part.teeth:.2f} mm")]


def _worm(starts: int, m: float, outside: float) -> list[tuple[str, str]]:
    lead = starts * pi * m
    lines = [("axial module", f"{m:.4g} mm"), ("axial pitch", f"{pi * m:.4f} mm"), ("lead", f"{lead:.4f} mm")]
    reference = outside - 2 * m
    if reference <= 0:
        return lines
    angle = atan(lead / (pi * reference))
    return [
        *lines,
        ("reference diameter", f"{reference:.3f} mm"),
        ("lead angle", f"{degrees(angle):.2f}°"),
        ("normal module", f"{m * cos(angle):.4g} mm"),
    ]


def remarks(part: Part, size: Standard, *, outside: float = 0.0, hand: str = "") -> list[str]:
    """What a colleague would add."""
    match part.form:
        case "worm":
            said = [
                f"Its wheel is cut {hand}-hand too." if hand else "Record the hand: the wheel must share it."
            ]
            reference = outside - 2 * float(size.pitch)
            if reference <= 0:
                return [
                    *said,
                    "With its outside diameter the lead angle follows, which its wheel must match.",
                ]
            angle = degrees(atan(part.teeth * float(size.pitch) / reference))
            if angle < table("forms")["worm"]["holds_below_deg"]:
                said.append("At this lead angle the wheel will hardly drive it backwards: it holds.")
            return said
        case "wheel":
            return ["A wheel is cut for its worm: starts, lead angle and hand of the worm must match."]
        case "bevel":
            return ["Bevels are cut in pairs: replace both, and set the depth of both again with shims."]
        case "pulley":
            return [
                "Belts of one pitch but another tooth shape do not run: is the groove straight or curved?"
            ]
        case "sprocket":
            return ["Hooked teeth and a stretched chain go together: replace both."]
    return ["Pressure angle and pinion must agree: hold a rack gauge of the size against the teeth."]
