"""Files for machines: outlines as SVG and DXF, bodies as STL and 3MF."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache
from io import BytesIO, StringIO

import numpy as np
from manifold3d import Manifold

from .blank import Blank
from .coupon import OUTSIDE, SLOT, coupon_section, coupon_solid
from .fineness import fineness
from .section import Points, Section, section_of
from .solid import solid_of

BODIES = ("stl", "3mf")
FORMATS = ("svg", "dxf", *BODIES)


@dataclass(frozen=True, slots=True)
class Workpiece:
    """What is written: closed outlines with layers, circles to go by (name, radius), and the body, mm.

    The body is made when it is first asked for, and once.
    """

    title: str
    outlines: list[tuple[Points, str]]
    marks: list[tuple[str, float]]
    body: Callable[[], Manifold]


def written(what: Workpiece, form: str) -> bytes:
    """What was drawn as a file of one of :data:`FORMATS`.

    Raises
    ------
    GearingError
        As :func:`solid_of` or :func:`part_solid`.
    """
    return _WRITERS[form](what)


def drawn_gear(blank: Blank, form: str) -> tuple[Workpiece, Section, float]:
    """A gear for a file of one of :data:`FORMATS`: what is written, its section, and its tolerance, mm.

    For an outline the body is only good for its volume.

    Raises
    ------
    GearingError
        As :func:`section_of` and :func:`fineness`.
    """
    tolerance = fineness(blank, blank.gear)
    section = section_of(blank, tolerance=tolerance)
    if form in BODIES:
        tolerance = body_fineness(blank)
    marks = [("reference", section.reference), ("tip", section.tip), ("root", section.root)]
    body = cache(lambda: solid_of(blank, twisted=form in BODIES))
    return Workpiece(_title(blank, tolerance), _by_layer(blank, section), marks, body), section, tolerance


def body_fineness(blank: Blank) -> float:
    """The tolerance of its body, that of the coarser of its rims, mm.

    Raises
    ------
    GearingError
        As :func:`fineness`.
    """
    rims = [(blank.gear, blank.width)]
    if blank.second is not None:
        rims.append((blank.second, blank.second_width))
    stretch = 1 / (1 - blank.process.shrinks)
    return max(fineness(blank, gear, width * stretch) for gear, width in rims)


def drawn_coupon() -> Workpiece:
    """The coupon that a machine is measured by."""
    outlines = [np.asarray(each, dtype=np.float64) for each in coupon_section().to_polygons()]
    layers = sorted(outlines, key=lambda each: -float(np.abs(each).max()))
    return Workpiece(
        f"coupon, {OUTSIDE:g} mm across, slot {SLOT:g} mm, true size",
        [(each, "BORE" if n else "OUTLINE") for n, each in enumerate(layers)],
        [],
        coupon_solid,
    )


def _svg(drawn: Workpiece) -> bytes:
    outlines = [each for each, _ in drawn.outlines]
    size = max(np.abs(each).max() for each in outlines) + 1
    path = " ".join("M" + "L".join(f"{x:.4f} {-y:.4f}" for x, y in each) + "Z" for each in outlines)
    marks = "".join(f'<circle r="{radius:.4f}" class="{name}"/>' for name, radius in drawn.marks)
    text = (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{2 * size:.4f}mm" height="{2 * size:.4f}mm"'
        f' viewBox="{-size:.4f} {-size:.4f} {2 * size:.4f} {2 * size:.4f}" fill="none" stroke-width="0.05">'
        f"<title>{drawn.title}</title>"
        f'<g id="outline" stroke="#000"><path d="{path}"/></g>'
        f'<g id="marks" stroke="#999" stroke-dasharray="1 0.6">{marks}<path d="M-1 0H1M0-1V1"/></g></svg>\n'
    )
    return text.encode()


def _dxf(drawn: Workpiece) -> bytes:
    # Slow to load, and only needed here.
    from ezdxf.filemanagement import new
    from ezdxf.units import MM

    drawing = new("R2010", units=MM)
    for layer, colour in (("OUTLINE", 7), ("BORE", 5), ("MARKS", 8)):
        drawing.layers.add(layer, color=colour)
    space = drawing.modelspace()
    for each, layer in drawn.outlines:
        space.add_lwpolyline([(float(x), float(y)) for x, y in each], close=True, dxfattribs={"layer": layer})
    for _, radius in drawn.marks[:1]:
        space.add_circle((0, 0), radius, dxfattribs={"layer": "MARKS"})
    text = StringIO()
    drawing.write(text)
    return text.getvalue().encode()


def _by_layer(blank: Blank, section: Section) -> list[tuple[Points, str]]:
    """Outlines with their layer: the teeth, and what is a bore within them."""
    outlines = sorted(section.outlines(), key=lambda each: -float(np.abs(each).max()))
    names = ["OUTLINE"] * 2 if blank.internal else ["OUTLINE", "BORE"]
    return [(each, names[min(n, 1)]) for n, each in enumerate(outlines)]


def _stl(drawn: Workpiece) -> bytes:
    return _meshed(drawn, "stl")


def _3mf(drawn: Workpiece) -> bytes:
    return _meshed(drawn, "3mf")


def _meshed(drawn: Workpiece, form: str) -> bytes:
    import trimesh

    made = drawn.body().to_mesh64()
    body = trimesh.Trimesh(np.asarray(made.vert_properties)[:, :3], np.asarray(made.tri_verts), process=False)
    body.units = "mm"
    out = BytesIO()
    body.export(out, file_type=form)
    return out.getvalue()


def _title(blank: Blank, tolerance: float) -> str:
    gear = blank.gear
    kind = "ring" if blank.internal else "gear"
    return (
        f"{kind}, {int(gear.teeth)} teeth, module {float(gear.module):g}, true size in mm,"
        f" within {tolerance * 1000:.3g} µm"
    )


_WRITERS: dict[str, Callable[[Workpiece], bytes]] = {"svg": _svg, "dxf": _dxf, "stl": _stl, "3mf": _3mf}
