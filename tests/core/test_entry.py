"""Quick entry: what people say is understood, nothing is lost, and a line can be printed back."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.strip.entry import (
    LONGEST_LINE,
    Entry,
    build_title,
    chips,
    correct,
    parse,
    print_entry,
    strip_title,
)
from gearing.strip.kinds import kinds, named_at, taught

from ..examples import examples

SAID: dict[str, dict[str, Any]] = {
    "4x M3x10 button hex2 rear cover @under #A3 !spring behind ^dish out +blue after 3": {
        "count": 4, "kind": "screw", "thread": "M3", "mm": 10.0, "head": "button", "drive": "hex2",
        "words": "rear cover", "side": "under", "place": "A3", "caution": "spring behind",
        "facing": "dish out", "lock": "blue", "after": (3,),
    },
    "4 M3 x 10 hex 2 rear cover": {"count": 4, "thread": "M3", "mm": 10.0, "drive": "hex2", "words": "rear cover"},
    "M2,5x8 pan ph1": {"thread": "M2.5", "mm": 8.0, "head": "pan", "drive": "ph1"},
    "M3x0.5x10 cap": {"thread": "M3x0.5", "mm": 10.0},
    "2x 4-40x3/8 button hex 1/16": {"count": 2, "thread": "4-40", "mm": 9.525, "head": "button"},
    "#4-40x0.25in cap": {"thread": "4-40", "mm": 6.35, "place": ""},
    "1/4-20x1in hexhead": {"thread": "1/4-20", "mm": 25.4, "head": "hexhead"},
    "8x 2x8 screws ph1 lower case": {"count": 8, "kind": "screw", "thread": "ST2", "mm": 8.0, "words": "screws lower case"},
    "gear 32/10 brass ^long boss down #B2 ~white grease": {
        "kind": "gear", "teeth": (32, 10), "material": "brass", "facing": "long boss down", "place": "B2",
        "lubricant": "white grease",
    },
    "idler 23t nylon": {"kind": "gear", "teeth": (23,), "material": "nylon"},
    "2x bearing 5x10x4": {"count": 2, "kind": "bearing", "size": "5x10x4"},
    "gear shaft 3x24": {"kind": "shaft", "size": "3x24", "teeth": ()},
    "2x shim 0.2 #B4": {"count": 2, "kind": "shim", "size": "0.2"},
    "washer 0.080in @left": {"kind": "washer", "size": "0.080in", "side": "left"},
    "M3x3 set screw hex1.5 pinion ^on the flat": {"kind": "setscrew", "thread": "M3", "mm": 3.0, "words": "set screw pinion"},
    '3x thing "4x M3" odd': {"count": 3, "kind": "other", "words": "thing 4x M3 odd", "thread": None},
    "circlip !flies": {"kind": "circlip", "caution": "flies"},
    "slot screw": {"kind": "screw", "drive": "slot"},
    '2x M3x20 cap part-thread hex2.5 motor plate &"drive unit" after none': {
        "kind": "screw", "threaded": "part", "group": "drive unit", "free": True, "after": (), "words": "motor plate",
    },
    "gasket discard @left =notch to notch ~dry": {"kind": "seal", "discard": True, "align": "notch to notch", "side": "left"},
    "M2x6 pan ph1 sealed cap shut": {"kind": "screw", "shut": True, "words": "sealed cap"},
    "20 tooth pinion": {"count": 1, "kind": "gear", "teeth": (20,), "words": "pinion"},
    "2 20 tooth pinions": {"count": 2, "teeth": (20,)},
    "31/12 teeth wheel nylon": {"count": 1, "teeth": (31, 12), "material": "nylon"},
    "20-tooth gear": {"count": 1, "teeth": (20,)},
    "M3 x10 hex2 cover": {"count": 1, "thread": "M3", "mm": 10.0, "drive": "hex2", "words": "cover"},
    "M3x8 x10 screws": {"count": 10, "thread": "M3", "mm": 8.0},
    "lid after 3 and 4": {"after": (3, 4), "words": "lid"},
    "lid after steps 3, 4 and 7 brass": {"after": (3, 4, 7), "material": "brass"},
    "lid after 3 & 4": {"after": (3, 4), "group": ""},
    "lid after 3 and spring": {"after": (3,), "words": "lid and spring"},
    "cover after dinner": {"after": (), "words": "cover after dinner"},
    "shut-off lever": {"shut": False, "words": "shut-off lever"},
    "wozzit with a blue dot": {"kind": "other", "words": "wozzit with a blue dot"},
}  # fmt: skip


def said(entry: Entry, field: str) -> Any:
    fastener = entry.fastener
    if field == "thread":
        return fastener.thread if fastener and fastener.thread else None
    if field == "mm":
        return round(fastener.length_mm or 0, 6) if fastener else None
    if field in ("head", "threaded"):
        return getattr(fastener, field) if fastener else None
    if field == "drive":
        return fastener.drive + fastener.drive_size if fastener else None
    return getattr(entry, field)


class WhatPeopleSay(unittest.TestCase):
    def test_lines_are_understood(self) -> None:
        for line, wanted in SAID.items():
            entry = parse(line)
            for field, value in wanted.items():
                with self.subTest(line=line, field=field):
                    self.assertEqual(said(entry, field), value)

    def test_titles_take_the_bench_verb_and_turn_it(self) -> None:
        four = parse("4x M3x10 button rear cover")
        self.assertEqual(strip_title(four), "Unscrew four M3 × 10 screws of the rear cover")
        self.assertEqual(build_title(four), "Drive in four M3 × 10 screws of the rear cover")
        self.assertEqual(strip_title(parse("third wheel 32/10")), "Lift off the third wheel")
        self.assertEqual(build_title(parse("2x bearing"), new=True), "Press in two bearings, new")

    def test_an_empty_and_an_endless_line_are_refused_with_advice(self) -> None:
        for line in ("", "   \t ", "\x00", "x" * 10_000):
            with self.assertRaises(GearingError) as caught:
                parse(line)
            self.assertEqual(caught.exception.field, "line")
            self.assertTrue(caught.exception.hint)


FRAGMENTS = [*SAID, "4x", "M3", "x", "10", "hex", "2", "after", "3", "as", "gear", "32/10", '"', "@", "#", "!", "^", "~", "+", "=", "&",
             "discard", "shut", "none", "part-thread", "brass", "ph1", "0,5", "3/16", "1/0-20", "nut", "set", "screw", "M0", "half", "a b", "″", "“said”"]  # fmt: skip
LINES = st.one_of(
    st.text(max_size=60),
    st.lists(st.one_of(st.sampled_from(FRAGMENTS), st.text(max_size=6)), max_size=8).map(" ".join),
).filter(lambda line: len(line) <= LONGEST_LINE)


class AnyLine(unittest.TestCase):
    @examples(1500)
    @given(LINES)
    def test_whatever_is_typed_parses_and_prints_back_to_the_same(self, line: str) -> None:
        try:
            entry = parse(line)
        except GearingError:
            # Only a line with nothing on it may be refused.
            self.assertFalse(any(sign.isalnum() for sign in line))
            return
        printed = print_entry(entry)
        self.assertEqual(parse(printed), entry, printed)
        self.assertIn(entry.kind, kinds())
        self.assertTrue(strip_title(entry).strip() and chips(entry))

    @examples(300)
    @given(st.lists(st.sampled_from(["left", "worn", "odd", "grey", "dotted"]), min_size=1, max_size=5))
    def test_words_not_understood_stay_words(self, words: list[str]) -> None:
        self.assertEqual(parse(" ".join(words)).words, " ".join(words))


class Corrections(unittest.TestCase):
    def test_one_chip_changes_and_the_rest_stands(self) -> None:
        line = "4x M3x10 button hex2 rear cover @under #A3 ^dish out"
        cases = [
            ("count", "3", "count", 3),
            ("thread", "M3x12", "mm", 12.0),
            ("thread", "4-40x3/8", "thread", "4-40"),
            ("head", "flat", "head", "flat"),
            ("drive", "ph1", "drive", "ph1"),
            ("place", "B 7", "place", "B 7"),
            ("facing", "", "facing", ""),
            ("kind", "nut", "kind", "nut"),
            ("after", "2,5", "after", (2, 5)),
            ("words", "4x M9 lid", "words", "4x M9 lid"),
            ("after", "none", "free", True),
            ("threaded", "part", "threaded", "part"),
            ("discard", "yes", "discard", True),
            ("group", "drag stack", "group", "drag stack"),
        ]
        before = parse(line)
        for field, value, shown, wanted in cases:
            after = parse(correct(line, field, value))
            with self.subTest(field=field):
                self.assertEqual(said(after, shown), wanted)
                others = {"count", "side", "words", "lubricant"} - {shown}
                self.assertEqual({o: said(after, o) for o in others}, {o: said(before, o) for o in others})

    def test_a_value_of_another_sort_is_refused(self) -> None:
        for field, value in (
            ("count", "many"),
            ("count", "0"),
            ("thread", "thick"),
            ("teeth", "3"),
            ("after", "x"),
            ("kind", "qq"),
            ("nose", "1"),
        ):
            with self.subTest(field=field), self.assertRaises(GearingError):
                correct("4x M3x10 hex2 gear", field, value)


class Taught(unittest.TestCase):
    def test_a_name_of_several_words_however_it_is_written(self) -> None:
        with taught({"ferry  quay widget": "bush", "jockey": "pulley"}):
            for said, many in (
                ("ferry quay widget", 3), ("ferry-quay widgets", 2), ("Ferry-Quay-Widgets", 1),
                ("jockeys", 1), ("jockeies", 1),
            ):  # fmt: skip
                with self.subTest(said):
                    self.assertEqual(named_at(said.split(), 0), ("pulley" if "j" in said else "bush", many))
            # What a name only begins with, or is parted by a figure, is not that name.
            for said in ("ferry quay", "ferry 3 quay widget", "quay widget"):
                self.assertIsNone(named_at(said.split(), 0), said)
        self.assertIsNone(named_at(["ferry", "quay", "widget"], 0))

    def test_what_is_taught_goes_before_what_is_shipped(self) -> None:
        with taught({"bearings": "bush"}):
            self.assertEqual(named_at(["bearings"], 0), ("bush", 1))
        self.assertEqual(named_at(["bearings"], 0), ("bearing", 1))
