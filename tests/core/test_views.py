"""The row drawn: holes of a cover, sections of a stack, the tray; and which gear runs against which."""

from __future__ import annotations

import unittest
from math import hypot

from hypothesis import given
from hypothesis import strategies as st

from gearing.geometry.gear import Gear
from gearing.inspection.findings import look_rank, sights
from gearing.inspection.known import known_gear
from gearing.inspection.mates import likely_mates
from gearing.strip.entry import correct, name_taught, parse, print_line, read_line
from gearing.strip.entry.holding import held_by
from gearing.strip.kinds import kinds, taught
from gearing.strip.views import LAYOUTS, fastener_map, laid_out, stacks, tray
from gearing.workshop.surroundings import surroundings

from ..examples import examples
from .lines import SAID
from .test_surroundings import row


class Covers(unittest.TestCase):
    @examples(60)
    @given(st.integers(1, 30), st.integers(0, 6), st.sampled_from(LAYOUTS))
    def test_every_screw_has_one_hole_and_no_two_share_a_place(
        self, many: int, odd: int, layout: str
    ) -> None:
        lines = [f"{many}x M3x10 cover", *([f"{odd}x M3x16 cover"] if odd else [])]
        cover = laid_out(fastener_map(row(*lines))[0], layout, [])
        self.assertEqual(len(cover.holes), many + odd)
        places = {(hole.x, hole.y) for hole in cover.holes}
        self.assertEqual(len(places), many + odd)
        self.assertTrue(all(abs(hole.x) <= 1 and abs(hole.y) <= 1 for hole in cover.holes))
        if layout == "circle":
            self.assertTrue(all(abs(hypot(h.x, h.y) - 1) < 1e-3 for h in cover.holes))
        for n, kind in enumerate(cover.kinds):
            self.assertEqual(sum(hole.kind == n for hole in cover.holes), kind.count)

    def test_what_was_laid_out_stands_until_screws_are_added(self) -> None:
        cover = fastener_map(row("3x M3x10 cover", "M3x16 cover"))[0]
        self.assertFalse(any(hole.known for hole in cover.holes))
        kept = laid_out(cover, "circle", [1, 0, 0, 0])
        self.assertEqual([hole.kind for hole in kept.holes], [1, 0, 0, 0])
        self.assertTrue(all(hole.known for hole in kept.holes))
        more = fastener_map(row("4x M3x10 cover", "M3x16 cover"))[0]
        anew = laid_out(more, "circle", [1, 0, 0, 0])
        self.assertEqual((len(anew.holes), any(hole.known for hole in anew.holes)), (5, False))

    def test_screws_go_to_the_cover_they_hold_and_no_others_are_mapped(self) -> None:
        lines = (
            "2 M3x8 motor screws with washers",
            "screws M3x8 of the gear cover",
            "M3x3 set screw pinion",
            "M4 wheel nut",
        )
        self.assertEqual([cover.name for cover in fastener_map(row(*lines))], ["motor", "gear cover"])

    def test_a_cover_of_hundreds_is_counted_and_not_drawn(self) -> None:
        self.assertEqual(fastener_map(row("200x M3x10 hull"))[0].holes, ())

    def test_what_a_fastener_holds_is_told_from_where_it_sits(self) -> None:
        for line, held in (
            ("M3x8 screws behind the motor", ()), ("nut on the spur shaft", ("spur", "shaft")), ("4 screws", ()),
            ("motor plate", ("motor", "plate")), ("long screws of the rear cover", ("rear", "cover")),
        ):  # fmt: skip
            self.assertEqual(held_by(parse(f"M3x10 {line}" if "M3" not in line else line)), held, line)


class Sections(unittest.TestCase):
    def test_dished_washers_alternate_as_they_were_said(self) -> None:
        lines = (
            "spring washer ^dish out",
            "spring washer ^dish in",
            "spring washer ^dish to the star",
            "star wheel as hub",
        )
        parts = stacks(row(*lines))[0].parts
        self.assertEqual([part.mark for part in parts[:3]], ["dish"] * 3)
        self.assertEqual([part.way for part in parts[:3]], [-1, 1, 1])

    def test_sizes_said_and_read_are_drawn_to_scale_and_others_are_the_usual(self) -> None:
        steps = row("shim 6x10x0.2", "gear 40t width 6 bore 5", "bearing 5x10x4", "washer")
        shim, gear, bearing, washer = stacks(steps, {(2, 0): {0: Gear(40, 0.5)}})[0].parts
        self.assertEqual((shim.along, shim.across, shim.bore, shim.known), (0.2, 10.0, 6.0, True))
        self.assertEqual((gear.along, gear.bore, gear.known), (6.0, 5.0, True))
        self.assertAlmostEqual(gear.across, 21.0, places=6)
        self.assertEqual((bearing.along, bearing.known, washer.known), (4.0, True, False))

    def test_pieces_of_one_line_lie_in_one_stack(self) -> None:
        steps = row("gear 20t with two shims", "bearing 5x10x4")
        self.assertEqual([part.spot for part in stacks(steps)[0].parts], [(1, 0), (1, 1), (2, 0)])

    def test_the_tray_lies_as_it_is_lettered(self) -> None:
        places = tray(row("lid #tray", "pin #B2", "screws with washers #A1", "cap #A13"))
        self.assertEqual(
            [(p.name, p.row, p.column, len(p.pieces)) for p in places[:2]], [("A1", 1, 1, 2), ("B2", 2, 2, 1)]
        )
        self.assertEqual([p.name for p in places[2:]], ["A13", "tray"])


class LookedOver(unittest.TestCase):
    def test_every_kind_has_its_place_and_what_it_can_show(self) -> None:
        for kind in kinds():
            rank, together = look_rank(kind)
            self.assertGreaterEqual(rank, 0)
            self.assertTrue(sights(kind), kind)
            if kind in ("screw", "washer", "tie", "clip", "battery", "cover"):
                self.assertTrue(together, kind)
            if kind in ("gear", "bearing", "pad", "seal", "spring"):
                self.assertFalse(together, kind)
        ranks = [
            look_rank(kind)[0]
            for kind in ("gear", "bearing", "pad", "seal", "spring", "shaft", "screw", "cover")
        ]
        self.assertEqual(ranks, sorted(ranks))

    def mates(self, unit: str, of: int, *lines: str, sizes: dict[int, str] | None = None) -> list[int]:
        steps = row(*lines)
        said = {(number, 0): size for number, size in (sizes or {}).items()}
        return [spot[0] for spot in likely_mates(steps, surroundings(steps, unit), said, (of, 0))]

    def test_the_mate_is_what_it_runs_against(self) -> None:
        truck = (
            "spur 54t",
            "idler 20t after none",
            "pinion 15t",
            "gearbox half",
            "top gear 24t",
            "idler gear 30t",
        )
        self.assertEqual(self.mates("car", 3, *truck)[0], 1)
        self.assertEqual(self.mates("car", 5, *truck), [6])
        self.assertEqual(self.mates("mount", 1, "worm 1 start", "idler 20t", "worm wheel 60t")[0], 3)
        self.assertEqual(self.mates("crane", 2, "sun 12t", "3 planets 18t", "ring gear 48t")[:2], [1, 3])
        self.assertEqual(
            self.mates(
                "servo",
                2,
                "wheel 40t",
                "wheel 31/12",
                "wheel 20t",
                sizes={1: "0.5 module", 2: "48 DP", 3: "48 DP"},
            ),
            [3],
        )
        self.assertEqual(self.mates("servo", 1, "cover", "wheel 40t"), [])

    def test_a_reading_begins_with_what_is_known(self) -> None:
        mate = parse("spur 54t 32 pitch, 27.4 mm between the shafts")
        known = known_gear(
            parse("pinion 15/12 steel bore 1/8 width 6 left hand, marked AB 12"), 1, ["sector"], mate
        )
        self.assertEqual((known.teeth, known.bore, known.width, known.hand), (12, 3.175, 6.0, "left"))
        self.assertEqual(
            (known.material, known.mark, known.distance, known.worn), ("steel", "AB 12", 27.4, "sector")
        )
        self.assertEqual(
            (known_gear(parse("gear"), 0, []).teeth, known_gear(parse("gear"), 3, []).module), (0, 0.0)
        )


class SeveralInALine(unittest.TestCase):
    def test_every_line_of_the_corpus_prints_to_the_same_pieces(self) -> None:
        for line, _, _ in SAID:
            pieces = read_line(line)
            self.assertEqual(read_line(print_line(pieces)), pieces, line)

    def test_each_piece_is_put_right_by_itself_and_what_is_said_of_all_for_all(self) -> None:
        line = "4 M3x8 motor screws with washers #A2"
        self.assertEqual([e.count for e in read_line(correct(line, "count", "2", 1))], [4, 2])
        self.assertEqual(
            [e.thread for e in [p.fastener for p in read_line(correct(line, "thread", "M3x10", 0))] if e],
            ["M3"],
        )
        self.assertEqual({e.place for e in read_line(correct(line, "place", "B1", 1))}, {"B1"})
        self.assertEqual([e.kind for e in read_line(correct(line, "kind", "shim", 1))], ["screw", "shim"])

    def test_a_taught_name_is_read_and_forgotten_with_its_workshop(self) -> None:
        line = "2 wozzits, brass, by the motor"
        self.assertEqual((name_taught(line), parse(line).kind), ("wozzit", "other"))
        with taught({"wozzit": "bush", "bad": "no such kind"}):
            self.assertEqual(
                (parse(line).kind, parse(line).count, parse("bad thing").kind), ("bush", 2, "other")
            )
        self.assertEqual(parse(line).kind, "other")
