"""The exploded sheet: every piece drawn and numbered, nothing on ground of another."""

from __future__ import annotations

import unittest
import xml.etree.ElementTree as ET
from itertools import combinations
from typing import Any, ClassVar

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.geometry.gear import Gear
from gearing.sheet import SheetDrawing, SheetItem, Stroke, parts_of, sheet_of
from gearing.sheet.layout import BALLOON, MARGIN, WIDTH
from gearing.sheet.parts import ring_shapes
from gearing.strip.comparison import by_step, lay_beside
from gearing.strip.entry import read_line
from gearing.strip.order import StripStep
from sums.sheet import SheetIn, draw_sheet

from .lines import LINES

GEARBOX = [
    "unplug the battery", "4x M3x10 hex2 rear cover", "rear cover", "e-clip 4", "washer 5x10x0.5 ^dish to the wheel",
    "spring 9x14", "2x M3x16 button hex2 motor plate @front", "motor plate aluminium", "motor, wires red black",
    "set screw M3x3 hex1.5", "pinion 15t steel 0.8 module", "spur wheel 57t nylon 0.8 module &slipper",
]  # fmt: skip
CORPUS = [line.partition(" | ")[0] for line in LINES.splitlines() if line.strip()]
"""Lines of the described corpus."""

SVG = "{http://www.w3.org/2000/svg}"


def row(lines: list[str]) -> list[StripStep]:
    made = []
    for number, line in enumerate(lines, 1):
        first, *beside = read_line(line)
        made.append(StripStep(number, first, tuple(beside)))
    return made


def said_lines(many: int) -> list[str]:
    return [CORPUS[n % len(CORPUS)] for n in range(many)]


class Layout(unittest.TestCase):
    def apart(self, sheet: SheetDrawing) -> None:
        """No piece and no number shares ground with another, on its line, within the sheet."""
        for line in sheet.lines:
            boxes = [box for item in line.items for box in (item.box, item.number_box)]
            for one, other in combinations(boxes, 2):
                self.assertFalse(one.meets(other), (one, other))
            for one, other in combinations([group.box for group in line.groups], 2):
                self.assertFalse(one.meets(other))
            for box in boxes:
                self.assertGreaterEqual(box.x, 0)
                self.assertLessEqual(box.right, WIDTH)
                self.assertGreaterEqual(box.y, line.top - 0.01)
                self.assertLessEqual(box.bottom, line.top + line.height + 0.01)
        for above, below in zip(sheet.lines, sheet.lines[1:], strict=False):
            self.assertLess(above.top + above.height, below.top)

    def test_twelve_sixty_and_two_hundred_pieces_stand_apart_and_numbered(self) -> None:
        for many in (12, 60, 200):
            steps = row(said_lines(many))
            sheet = sheet_of(steps)
            with self.subTest(many):
                self.apart(sheet)
                wanted = [
                    (step.number, at)
                    for step in steps
                    for at, entry in enumerate(step.entries)
                    if not entry.shut
                ]
                self.assertEqual([item.spot for item in sheet.items], wanted)
                numbers = [item.number for item in sheet.items]
                self.assertEqual(len(set(numbers)), len(numbers))

    @given(st.lists(st.sampled_from(CORPUS), min_size=1, max_size=25))
    def test_any_row_stands_apart(self, lines: list[str]) -> None:
        self.apart(sheet_of(row(lines)))

    def test_what_came_off_first_stands_left_and_above(self) -> None:
        sheet = sheet_of(row(GEARBOX * 2))
        places = [(item.box.y + item.box.height / 2, item.box.x) for item in sheet.items]
        self.assertEqual(places, sorted(places))
        self.assertGreater(len(sheet.lines), 1)
        self.assertEqual(sheet.lines[0].top, MARGIN)

    def test_sizes_are_true_to_one_scale_as_far_as_they_can_be_seen(self) -> None:
        sheet = sheet_of(row(["gear 20t 1 module", "gear 40t 1 module", "shaft 5x40"]))
        small, large, shaft = (item.box for item in sheet.items)
        # Outside diameter is module times teeth and two.
        self.assertAlmostEqual(small.height / sheet.scale, 22, delta=0.01)
        self.assertAlmostEqual(large.height / sheet.scale, 42, delta=0.01)
        self.assertAlmostEqual(shaft.width / sheet.scale, 40, delta=0.01)
        self.assertTrue(all(item.true for item in sheet.items))
        shim = sheet_of(row(["shim 5x7x0.1", "gear 60t 1 module"])).items[0]
        self.assertFalse(shim.true)

    def test_a_sub_assembly_is_framed_on_every_line_it_stands_on(self) -> None:
        lines = [f"washer 5x{10 + n}x1 &stack" for n in range(30)]
        sheet = sheet_of(row(["cover", *lines, "shaft 5x40"]))
        frames = [group for line in sheet.lines for group in line.groups]
        self.assertGreater(len(frames), 1)
        self.assertEqual({group.name for group in frames}, {"stack"})
        for line in sheet.lines:
            inside = [item for item in line.items if 2 <= item.spot[0] <= 31]
            for item in inside:
                self.assertTrue(any(group.box.meets(item.box) for group in line.groups))


class Section(unittest.TestCase):
    """Cut open above the axis: hatched from the bore to the roots, whole below it, shafts and screws not at all."""

    def item(self, line: str) -> tuple[SheetItem, float]:
        sheet = sheet_of(row([line]))
        (item,) = sheet.items
        return item, sheet.scale

    def hatched(self, item: SheetItem) -> list[float]:
        """Distances above the axis, in the sheet's units, of every end of a hatching."""
        axis = item.box.y + item.box.height / 2
        lines = [shape.at for shape in item.shapes if shape.style == "hatch"]
        return [axis - y for at in lines for y in (at[1], at[3])]

    def test_a_gear_is_cut_from_its_bore_to_the_roots_of_its_teeth(self) -> None:
        item, scale = self.item("gear 40t 1 module bore 6mm")
        ends = self.hatched(item)
        # Roots stand one and a quarter modules under the pitch circle of 40 mm.
        self.assertAlmostEqual(max(ends) / scale, 40 / 2 - 1.25, delta=0.2)
        self.assertAlmostEqual(min(ends) / scale, 6 / 2, delta=0.2)

    def test_edges_of_teeth_are_seen_below_the_axis_alone(self) -> None:
        item, _ = self.item("gear 40t 1 module bore 6mm")
        axis = item.box.y + item.box.height / 2
        edges = [shape.at[1] for shape in item.shapes if shape.style == "thin" and shape.at[1] == shape.at[3]]
        self.assertGreater(len(edges), 6)
        self.assertTrue(all(y > axis for y in edges))

    def test_a_bearing_shows_its_ball_whole_between_two_cut_rings(self) -> None:
        item, scale = self.item("bearing 10x26x8")
        balls = [s.at for s in item.shapes if s.kind == "circle" and s.at[1] > item.number_box.bottom]
        self.assertEqual(len(balls), 1)
        above = item.box.y + item.box.height / 2 - balls[0][1]
        self.assertAlmostEqual(above / scale, (10 + 26) / 4, delta=0.3)
        self.assertFalse([end for end in self.hatched(item) if abs(end - above) < balls[0][2] * 0.8])

    def test_what_standards_leave_whole_is_not_cut(self) -> None:
        for line in ("shaft 5x40", "4x M3x10 cap", "pin 2x10", "nut M3", "motor"):
            with self.subTest(line):
                self.assertEqual(self.hatched(self.item(line)[0]), [])

    def test_a_thin_face_is_filled_in(self) -> None:
        item = sheet_of(row(["shim 5x8x0.1", "gear 60t 1 module"])).items[0]
        self.assertTrue([s for s in item.shapes if s.kind == "rect" and s.style == "solid"])

    @given(st.lists(st.sampled_from(CORPUS), min_size=1, max_size=6))
    def test_no_hatching_leaves_its_piece_or_goes_below_the_axis(self, lines: list[str]) -> None:
        for item in sheet_of(row(lines)).items:
            box, axis = item.box, item.box.y + item.box.height / 2
            for shape in item.shapes:
                if shape.style == "hatch":
                    x1, y1, x2, y2 = shape.at
                    self.assertTrue(box.x - 1e-6 <= min(x1, x2) and max(x1, x2) <= box.right + 1e-6)
                    self.assertTrue(box.y - 1e-6 <= min(y1, y2) and max(y1, y2) <= axis + 1e-6)


class Versions(unittest.TestCase):
    BEFORE: ClassVar[list[str]] = ["4x M3x10 cover", "cover", "pinion 13t", "bearing 5x11x4"]
    NOW: ClassVar[list[str]] = ["3x M3x10 cover", "cover", "pinion 15t", "shim 5x8x0.1", "bearing 5x11x4"]

    def test_a_piece_that_is_otherwise_bears_a_triangle_and_says_what_it_was(self) -> None:
        versions = by_step(lay_beside(row(self.BEFORE), row(self.NOW)).differences)
        sheet = sheet_of(row(self.NOW), None, versions)
        Layout().apart(sheet)
        marked = {
            item.spot[0]: [shape.words for shape in item.shapes if shape.kind == "text"][1:]
            for item in sheet.items
            if item.number_box.width > 2 * BALLOON
        }
        self.assertEqual(set(marked), {1, 3, 4})
        self.assertIn("was 13", " ".join(marked[3]))
        self.assertIn("not there last time", marked[4])
        plain = sheet_of(row(self.NOW))
        self.assertTrue(all(item.number_box.width == 2 * BALLOON for item in plain.items))

    def test_the_table_says_it_too(self) -> None:
        versions = by_step(lay_beside(row(self.BEFORE), row(self.NOW)).differences)
        notes = {part.number: part.note for part in parts_of(row(self.NOW), None, versions).rows}
        self.assertIn("was 4", notes["1"])
        self.assertEqual((notes["2"], notes["5"]), ("", ""))


class Drawing(unittest.TestCase):
    def draw(self, lines: list[str]) -> Any:
        return draw_sheet(SheetIn(lines=lines))

    def test_the_drawing_is_svg_with_each_piece_a_group_of_its_own(self) -> None:
        out = self.draw(GEARBOX)
        root = ET.fromstring(out.svg)
        groups = [g for g in root.iter(f"{SVG}g") if g.get("class") == "piece"]
        self.assertEqual(
            [(int(g.get("data-step", "")), int(g.get("data-at", ""))) for g in groups],
            [(piece.step, piece.at) for piece in out.pieces],
        )
        for group, piece in zip(groups, out.pieces, strict=True):
            self.assertIn(piece.number, [text.text for text in group.iter(f"{SVG}text")])

    def test_words_from_outside_stay_words(self) -> None:
        out = self.draw(
            ["gear <script>alert(1)</script> 20t ^<b>up & out</b>", "колесо 30t ^вверх", "歯車 12t"]
        )
        self.assertNotIn("<script", out.svg)
        ET.fromstring(out.svg)

    def test_the_table_says_what_is_known_of_each(self) -> None:
        out = self.draw([*GEARBOX, "6x M2.5x22 pan ph1 gear case ~moly grease +blue #B2"])
        by_number = {piece.number: piece for piece in out.table}
        self.assertEqual((by_number["2"].count, by_number["2"].size), (4, "M3 × 10"))
        self.assertEqual(by_number["11"].gear, "15 × 0.8 module")
        self.assertEqual((by_number["13"].lock, by_number["13"].place), ("blue", "B2"))
        rings = {ring.number: ring.turns for ring in out.tightening}
        self.assertEqual(rings["2"], [1, 3, 2, 4])
        self.assertIn("hex 2", out.tools)

    def test_one_step_and_lines_that_say_nothing(self) -> None:
        self.assertEqual(len(self.draw(["cover"]).pieces), 1)
        self.assertEqual(
            [piece.number for piece in self.draw(["", "cover", "  ", "gear 20t"]).pieces], ["1", "2"]
        )
        with self.assertRaises(GearingError) as caught:
            self.draw(["", " "])
        self.assertEqual(caught.exception.code, "no_lines")

    def test_a_gear_that_was_read_stands_in_its_own_size(self) -> None:
        steps = row(["wheel 31/12"])
        read = {(1, 0): {0: Gear(31, 0.8), 1: Gear(12, 0.8)}}
        self.assertEqual(parts_of(steps, read).rows[0].gear, "31 / 12 × 0.8 module")
        self.assertEqual(parts_of(row(["gear 40t 32 pitch"])).rows[0].gear, "40 × 32 DP")


class Strokes(unittest.TestCase):
    def shapes(self, *lines: str) -> list[Stroke]:
        return [shape for item in sheet_of(row(list(lines))).items for shape in item.shapes]

    def test_screws_fly_to_what_they_hold_and_not_past_it(self) -> None:
        sheet = sheet_of(row(["4x M3x10 cover", "cover", "gear 20t"]))
        screw, cover, _ = sheet.items
        flights = [shape for shape in screw.shapes if shape.style == "dash" and shape.kind == "line"]
        # Of four alike three are drawn, each with its own way.
        self.assertEqual(len(flights), 3)
        for flight in flights:
            self.assertAlmostEqual(flight.at[0], screw.box.right)
            self.assertLessEqual(flight.at[2], cover.box.x + 0.01)

    def test_the_last_fastener_flies_nowhere(self) -> None:
        self.assertFalse([s for s in self.shapes("cover", "2x M3x10") if s.style == "dash"])

    def test_a_compound_gear_has_a_step_for_each_rim(self) -> None:
        one = sheet_of(row(["gear 40t 1 module"])).items[0]
        two = sheet_of(row(["gear 40/12 1 module"])).items[0]
        outlines = [s for s in two.shapes if s.kind == "rect" and s.style == "paper"]
        heights = sorted(shape.at[3] for shape in outlines)
        self.assertEqual(len(heights), 2)
        # (12 + 2) / (40 + 2) of the large rim.
        self.assertAlmostEqual(heights[0] / heights[1], 14 / 42, places=3)
        self.assertGreaterEqual(two.box.width, one.box.width)

    def test_a_dished_washer_shows_which_way(self) -> None:
        def hollow(line: str) -> float:
            item = sheet_of(row([line])).items[0]
            bow = next(s for s in item.shapes if s.kind == "path" and s.style == "thin" and len(s.at) == 6)
            return bow.at[2] - bow.at[0]

        self.assertLess(hollow("washer 5x20x2 ^dish in") * hollow("washer 5x20x2 ^dish out"), 0)

    def test_every_stroke_of_a_row_lies_within_its_sheet(self) -> None:
        sheet = sheet_of(row(said_lines(60)))
        for line in sheet.lines:
            for item in line.items:
                for shape in item.shapes:
                    if shape.kind in ("line", "path"):
                        self.assertLessEqual(max(shape.at[::2]), WIDTH + 20)
                        self.assertLessEqual(max(shape.at[1::2]), sheet.height)
                        self.assertGreaterEqual(min(shape.at), -1)

    def test_the_order_of_tightening_goes_round_each_ring_once(self) -> None:
        parts = parts_of(row(["8x M3x10 cover", "2x M3x8 plate", "12x M2x6 lid"]))
        self.assertEqual([(ring.number, len(ring.turns)) for ring in parts.rings], [("1", 8), ("3", 12)])
        for ring in parts.rings:
            self.assertEqual(sorted(ring.turns), list(range(1, len(ring.turns) + 1)))
            drawn = ring_shapes(ring, 0, 0)
            self.assertEqual(len([shape for shape in drawn if shape.kind == "circle"]), len(ring.turns))

    def test_a_moved_stroke_is_the_same_stroke_elsewhere(self) -> None:
        for shape in self.shapes("bearing 5x10x4", "spring 9x14", "motor", "board"):
            there = shape.moved(30, 40)
            self.assertEqual((there.kind, there.style, there.words), (shape.kind, shape.style, shape.words))
            back = there.moved(-30, -40)
            for one, other in zip(back.at, shape.at, strict=True):
                self.assertAlmostEqual(one, other)
