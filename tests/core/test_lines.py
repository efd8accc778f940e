"""A line is read as a phrase: its head names the piece, the rest says how many, how large, where and how."""

from __future__ import annotations

import unittest
from dataclasses import replace
from typing import Any, ClassVar

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.strip.entry import (
    build_title,
    chips,
    correct,
    parse,
    print_entry,
    read_line,
    reading_of,
    strip_title,
)
from gearing.strip.entry.lexicon import verbs
from gearing.strip.kinds import kinds, named_at
from sums import SUMS

from ..examples import examples
from .lines import SAID, shares, understood, wanted


class Corpus(unittest.TestCase):
    def test_what_benches_say_is_understood(self) -> None:
        self.assertGreaterEqual(len(SAID), 600)
        wrong = [
            f"{line}: {understood(line)}"
            for line, kind, fields in SAID
            if understood(line) != (kind, wanted(fields))
        ]
        kinds_right, lines_right = shares()
        self.assertGreaterEqual(kinds_right, 0.99, wrong)
        self.assertGreaterEqual(lines_right, 0.97, wrong)

    def test_every_line_prints_to_one_that_parses_to_the_same(self) -> None:
        for line, _, _ in SAID:
            with self.subTest(line=line):
                entry = parse(line)
                self.assertEqual(parse(print_entry(entry)), entry, print_entry(entry))

    def test_every_kind_is_spoken_of(self) -> None:
        self.assertEqual({kind for _, kind, _ in SAID}, set(kinds()))

    @examples(200)
    @given(
        st.sampled_from(SAID),
        st.sampled_from(["@left", "#B2", "!small", "&stack", "~white grease", "after 3"]),
    )
    def test_a_marker_changes_nothing_of_what_the_piece_is(self, said: list[str], marker: str) -> None:
        self.assertEqual(understood(f"{said[0]} {marker}"), understood(said[0]))


class Heads(unittest.TestCase):
    def kind(self, line: str) -> str:
        return parse(line).kind

    def test_what_follows_the_name_does_not_name_it(self) -> None:
        for piece, kind in (("bearing", "bearing"), ("gear", "gear"), ("spacer", "spacer"), ("seal", "seal")):
            for where in (
                "in the housing", "behind the lever", "on the motor", ", spring side", "10x15x4 centre shaft",
                "rough, from the cover", "pressed in the gear", "upper shaft", "between the plates",
            ):  # fmt: skip
                with self.subTest(line=f"{piece} {where}"):
                    self.assertEqual(self.kind(f"{piece} {where}"), kind)

    def test_what_stands_before_it_belongs_to_its_name(self) -> None:
        for before in ("motor", "gear", "planet carrier", "clutch", "bearing", "number wheel"):
            for piece, kind in (("screw", "screw"), ("cover", "cover"), ("spring", "spring"), ("pin", "pin")):
                with self.subTest(line=f"{before} {piece}"):
                    self.assertEqual(self.kind(f"{before} {piece}"), kind)

    def test_names_of_several_words_are_known_as_wholes_hyphenated_or_not(self) -> None:
        for line in ("e clip", "e-clip", "eclip", "E-Clips", "snap ring"):
            self.assertEqual(self.kind(line), "circlip", line)
        for line in ("one way bearing", "one-way bearing", "oneway", "anti-reverse bearing"):
            self.assertEqual(self.kind(line), "oneway", line)
        self.assertEqual(named_at(["planet", "carrier", "screws"], 0), ("carrier", 2))

    def test_the_other_readings_are_named_nearest_first(self) -> None:
        self.assertEqual(reading_of("bearing 10x15x4 rough centre shaft").others, ("shaft",))
        self.assertEqual(reading_of("motor pinion bearing").others, ("gear", "motor"))
        self.assertEqual(reading_of("idler 23t").others, ())

    def test_a_kind_that_was_set_by_hand_stands(self) -> None:
        line = correct("bearing 10x15x4 rough centre shaft", "kind", "shaft")
        self.assertEqual((self.kind(line), parse(line).size), ("shaft", "10x15x4"))
        self.assertEqual(self.kind("star wheel as hub"), "hub")


class Chips(unittest.TestCase):
    LINE = "unplug the worm 0.8 module bore 5 width 6 2-start left-hand"

    def test_each_field_is_a_chip_that_can_be_put_right_as_it_would_be_typed(self) -> None:
        cases = {
            "verb": ("lift out", "lift out"), "module": ("48 DP", "48 DP"), "bore": ("1/8", "1/8"),
            "width": ("4,5", "4,5"), "starts": ("3", 3), "hand": ("right", "right"),
        }  # fmt: skip
        before = parse(self.LINE)
        shown = {chip.field: chip.typed for chip in chips(before)}
        self.assertLessEqual(set(cases), set(shown))
        for field, (typed, value) in cases.items():
            with self.subTest(field=field):
                self.assertEqual(parse(correct(self.LINE, field, shown[field])), before, "as it stands")
                after = parse(correct(self.LINE, field, typed))
                self.assertEqual(after, replace(before, **{field: value}))
                without = parse(correct(self.LINE, field, ""))
                self.assertEqual(without, replace(before, **{field: type(value)()}))

    def test_what_is_no_such_thing_is_refused_with_an_example(self) -> None:
        for field, typed in (
            ("verb", "admire"),
            ("module", "blue"),
            ("bore", "wide"),
            ("starts", "many"),
            ("hand", "up"),
        ):
            with self.subTest(field=field), self.assertRaises(GearingError) as raised:
                correct(self.LINE, field, typed)
            self.assertEqual(raised.exception.code, "chip_refused")
            self.assertIn("Type it as", raised.exception.hint)


class Verbs(unittest.TestCase):
    def test_each_is_taken_as_what_was_done_and_turned_for_the_rebuild(self) -> None:
        cases = {
            "lift out the power module": ("Lift out the power module", "Set in the power module"),
            "unplug the motor lead": ("Unplug the motor lead", "Plug in the motor lead"),
            "press out the bearing": ("Press out the bearing", "Press in the bearing"),
            "loosen two grub screws": ("Loosen two grub screws", "Tighten two grub screws"),
            # What is cut goes back as such a thing does.
            "cut the cable tie": ("Cut the cable tie", "Tie the cable tie"),
            "pull the pinion off": ("Pull off the pinion", "Push on the pinion"),
        }
        for line, titles in cases.items():
            with self.subTest(line=line):
                self.assertEqual((strip_title(parse(line)), build_title(parse(line))), titles)

    def test_said_round_the_piece_it_is_the_same_as_said_before_it(self) -> None:
        for key in (key for key in verbs() if " " in key):
            first, last = key.split()
            before, around = parse(f"{key} the bearing"), parse(f"{first} the bearing {last}")
            with self.subTest(verb=key):
                self.assertEqual(before, around)
                self.assertEqual((before.verb, before.words, before.kind), (key, "bearing", "bearing"))

    def test_a_word_that_may_be_part_of_a_name_is_one_unless_an_article_follows(self) -> None:
        for name, kind in (
            ("split pin", "pin"),
            ("open gear", "gear"),
            ("release lever", "lever"),
            ("slide", "slider"),
        ):
            self.assertEqual((parse(name).verb, parse(name).kind), ("", kind), name)
        self.assertEqual(parse("split the case").verb, "split")

    def test_a_title_never_says_a_verb_twice(self) -> None:
        self.assertNotIn("lift out", build_title(parse("lift out the power module")).lower())


class Numbers(unittest.TestCase):
    def test_in_words_in_front_and_behind(self) -> None:
        for line in (
            "four screws",
            "4 screws",
            "4x screws",
            "screws 4",
            "screws x4",
            "all four screws",
            "undo four screws",
        ):
            with self.subTest(line=line):
                self.assertEqual((parse(line).count, parse(line).kind), (4, "screw"))
        for line, count in (
            ("both bearings", 2),
            ("a pair of brushes", 2),
            ("a dozen balls", 12),
            ("one shim", 1),
        ):
            self.assertEqual(parse(line).count, count, line)

    def test_a_number_that_counts_nothing_is_not_taken_for_one(self) -> None:
        for line in ("circlip 8", "one-way bearing", "two start worm", "gear motor 60 rpm", "shaft two"):
            with self.subTest(line=line):
                self.assertEqual(parse(line).count, 1)
        self.assertEqual(parse("gear motor 60 rpm").teeth, ())

    def test_the_sizes_of_teeth_in_whatever_words(self) -> None:
        cases = {
            "0.8 module": ("0.8M", "M0.8", "0.8 mod", "mod 0.8", "0,8 module", "module 0.8"),
            "48 DP": ("48P", "48 pitch", "48 DP", "48dp", "pitch 48"),
        }
        for module, ways in cases.items():
            for way in ways:
                with self.subTest(way=way):
                    entry = parse(f"pinion {way} 20T bore 5")
                    self.assertEqual((entry.module, entry.teeth, entry.bore), (module, (20,), "5"))

    def test_a_thread_is_no_module_where_a_screw_is_meant(self) -> None:
        entry = parse("M3x3 set screw hex1.5 pinion")
        assert entry.fastener
        self.assertEqual((entry.fastener.thread, entry.module), ("M3", ""))
        self.assertEqual(parse("M1 screw gear").module, "")


class Several(unittest.TestCase):
    CASES: ClassVar[dict[str, list[tuple[int, str]]]] = {
        "screws with washers": [(1, "screw"), (1, "washer")],
        "M3x10 screws 4 with washers #A1": [(4, "screw"), (4, "washer")],
        "output gear with bearing top and bottom": [(1, "gear"), (2, "bearing")],
        "brushes 2 with springs": [(2, "brush"), (2, "spring")],
        "4 long and 2 short": [(4, "screw"), (2, "screw")],
        "2 long 4 short": [(2, "screw"), (4, "screw")],
        "undo 2 long and 3 short case screws": [(2, "screw"), (3, "screw")],
        "board with two screws": [(1, "board"), (2, "screw")],
        "unplug motor and sensor": [(1, "motor"), (1, "board")],
        "gear with a blue dot": [(1, "gear")],
        "red and black wire": [(1, "connector")],
        "front and rear cover": [(2, "cover")],
        "planet carrier": [(1, "carrier")],
        "cover, 4x M3x10 cap": [(1, "cover"), (4, "screw")],
        "cover + 4x M3x10 cap": [(1, "cover"), (4, "screw")],
        "spur 57t; 2x bearing 8x14x4": [(1, "gear"), (2, "bearing")],
        "bearing, shim, gear 41t": [(1, "bearing"), (1, "shim"), (1, "gear")],
        "M3x10, washer": [(1, "screw"), (1, "washer")],
        "horn, screw M2.5x6": [(1, "hub"), (1, "screw")],
        "gear, collar inward": [(1, "gear")],
        "second wheel, 18/61, brass": [(1, "gear")],
        "bearing 5x10x4 +retaining compound": [(1, "bearing")],
    }

    def test_each_thing_of_a_line_is_a_piece_with_its_own_count(self) -> None:
        for line, pieces in self.CASES.items():
            with self.subTest(line=line):
                self.assertEqual([(entry.count, entry.kind) for entry in read_line(line)], pieces)

    def test_what_is_marked_is_said_of_all(self) -> None:
        first, second = read_line("M3x10 screws 4 with washers #A1 @left")
        self.assertEqual((first.place, second.place, first.side, second.side), ("A1", "A1", "left", "left"))

    def test_the_sum_answers_with_all_of_them_and_with_the_other_readings(self) -> None:
        entry = SUMS["entry"]

        def said(line: str) -> Any:
            return entry.compute(entry.takes.model_validate({"line": line}))

        answer = said("brushes 2 with springs")
        self.assertEqual(
            [(piece.count, piece.kind) for piece in answer.pieces], [(2, "brush"), (2, "spring")]
        )
        self.assertEqual(answer.alternatives[0].kind, "spring")
        self.assertEqual(len(said("idler 23t").pieces), 1)

    @examples(300)
    @given(
        st.lists(st.sampled_from([row[0] for row in SAID]), min_size=1, max_size=3),
        st.sampled_from(["with", "and", ","]),
    )
    def test_no_line_is_refused_and_none_loses_its_first_piece(self, lines: list[str], join: str) -> None:
        line = f" {join} ".join(lines)[:400]
        pieces = read_line(line)
        self.assertGreaterEqual(len(pieces), 1)
        self.assertTrue(all(piece.count >= 1 and piece.kind in kinds() for piece in pieces))
