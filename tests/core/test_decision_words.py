"""What a bench's words mean for a decision: which piece, what was found, what is sold as what."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from gearing.decision.asked import Asked, FailedAs, OfferSaid
from gearing.decision.causes import by_load, cause_share
from gearing.decision.options import decide
from gearing.decision.words import class_of, finding_words, piece_words
from gearing.workshop.units import kind_named


def asked(piece: str, finding: str, **more: Any) -> Asked:
    return Asked(failed=(FailedAs(piece, finding),), **more)


def keys(wanted: Asked) -> list[str]:
    return [choice.key for choice in decide(wanted)]


class Pieces(unittest.TestCase):
    def test_two_names_of_one_piece_are_one(self) -> None:
        for one, other in (
            ("main spur 48t", "spur gear 48t"),
            ("ring gear", "ring"),
            ("diff gears, cast", "diff gears, machined steel"),
            ("worm bearing 3x8x4", "bearing 3x8x4, four of them"),
        ):
            with self.subTest(one, other=other):
                self.assertTrue(piece_words(one).meant_by(piece_words(other)))
                self.assertTrue(piece_words(other).meant_by(piece_words(one)))

    def test_what_only_sounds_alike_is_another(self) -> None:
        for one, other in (
            ("spur 48t", "spur 50t"), ("worm", "worm wheel"), ("second gear", "third gear"),
            ("pinion bearing", "pinion"), ("motor", "motor plate"),
        ):  # fmt: skip
            with self.subTest(one, other=other):
                self.assertFalse(piece_words(one).meant_by(piece_words(other)))

    def test_the_noun_that_comes_last_says_what_it_is(self) -> None:
        for name, sort in (
            ("pinion bearing", "bearing"), ("gearbox housing", "case"), ("case screw hole", "case"),
            ("motor plate, plastic", "plate"), ("mainspring barrel tooth", "gear"), ("receiver board", "board"),
            ("steering chassis", "frame"), ("motor commutator", "commutator"), ("screws of the cover", "screw"),
        ):  # fmt: skip
            with self.subTest(name):
                self.assertEqual(class_of(name), sort)

    @given(st.text(max_size=60))
    def test_any_name_is_some_piece(self, name: str) -> None:
        piece = piece_words(name)
        self.assertTrue(piece.sort)
        if piece.own:
            self.assertTrue(piece.meant_by(piece))


class Findings(unittest.TestCase):
    def test_what_is_seen_is_a_state(self) -> None:
        for said, state in (
            ("grub screw backed out", "slack"), ("nut came off", "slack"), ("turns on the drum", "seat"),
            ("slipped up the shaft", "seat"), ("fell out", "out"), ("melted at the seat", "melted"),
            ("binds once a turn", "unset"), ("upside down", "unset"), ("worn, feels rough", "worn"),
            ("three teeth gone", "stripped"), ("limescale", "dirty"), ("two teeth chipped", "chipped"),
        ):  # fmt: skip
            with self.subTest(said):
                self.assertEqual(finding_words(said).state, state)

    def test_how_much_is_heard_as_well(self) -> None:
        self.assertEqual(finding_words("slight polish").degree, "slight")
        self.assertEqual(finding_words("worn to a knife edge").degree, "bad")
        self.assertEqual(finding_words("worn").degree, "")

    def test_a_hole_that_is_stripped_is_a_thread_and_a_screw_that_turns_in_its_hole_too(self) -> None:
        self.assertEqual(FailedAs("case screw hole", "stripped").found.state, "thread")
        self.assertEqual(FailedAs("cover screw", "turns in its hole").found.state, "thread")
        self.assertEqual(FailedAs("spur", "stripped").found.state, "stripped")


class Sold(unittest.TestCase):
    def test_two_pieces_sold_as_one_cover_both(self) -> None:
        offer = OfferSaid("drag gear and pawl set", 17)
        self.assertTrue(offer.is_set)
        for name in ("drag gear", "clicker pawl"):
            self.assertTrue(offer.covers(piece_words(name)), name)
        self.assertFalse(offer.covers(piece_words("spool")))

    def test_a_bearing_goes_where_a_bush_was_and_betters_it(self) -> None:
        bush, bearing = piece_words("output bush, plastic"), OfferSaid("output bearing 6x10x3, ball", 3)
        self.assertTrue(bearing.covers(bush))
        self.assertTrue(bearing.betters(bush))
        self.assertFalse(bearing.covers(piece_words("input bush")))
        self.assertFalse(OfferSaid("output bush", 1).betters(bush))

    def test_a_housing_is_no_gearbox(self) -> None:
        self.assertFalse(OfferSaid("gearbox housing", 11).is_assembly)
        self.assertTrue(OfferSaid("gearbox, complete", 11).is_assembly)

    def test_a_set_of_shims_has_the_shim(self) -> None:
        self.assertTrue(OfferSaid("shim set 5 mm", 4).covers(piece_words("shims of the output")))


class Choices(unittest.TestCase):
    def test_what_is_out_of_adjustment_is_set_and_not_bought(self) -> None:
        first = decide(asked("worm", "too tight against its wheel", new_price=900.0))[0]
        self.assertEqual(first.key, "mend")
        self.assertIn("set it again", first.label)

    def test_two_gears_that_drive_each_other_are_a_pair_however_they_are_bought(self) -> None:
        both = Asked(
            failed=(FailedAs("spur 58t", "worn hooked"), FailedAs("pinion 14t", "worn hooked")),
            offers=(OfferSaid("spur 58t", 7, 2), OfferSaid("pinion 14t", 5, 2)),
            new_price=240.0,
        )
        self.assertEqual(keys(both)[0], "pair")

    def test_what_comes_only_inside_a_larger_piece_still_has_a_way(self) -> None:
        offers = (OfferSaid("complete gearbox", 18, 6),)
        choices = decide(asked("gearbox", "all gears stripped", offers=offers, new_price=190.0))
        self.assertTrue(choices)
        self.assertEqual(choices[0].key, "subassembly")

    def test_nothing_is_guessed_to_be_in_a_list_for_what_is_no_longer_made(self) -> None:
        old = asked("clockwork wheel 36t", "three teeth broken", age=60.0)
        self.assertTrue(old.no_longer_made)
        self.assertFalse([choice for choice in decide(old) if choice.unasked])
        new = asked("clockwork wheel 36t", "three teeth broken", age=3.0, new_price=90.0)
        self.assertTrue([choice for choice in decide(new) if choice.unasked])

    def test_grease_is_cleaned_out_and_never_replaced_as_a_part(self) -> None:
        self.assertEqual(
            set(keys(asked("gearbox grease", "full of metal dust", new_price=130.0))), {"clean", "unit"}
        )

    def test_load_in_the_cause_takes_from_the_same_again_only(self) -> None:
        again = asked("spur 54t nylon", "stripped", cause="third time this year, bigger battery")
        self.assertTrue(by_load(again.cause))
        self.assertLess(cause_share(again.failed[0], again), 1.0)
        seal = asked("shaft seal", "leaks", cause="third time this year")
        self.assertEqual(cause_share(seal.failed[0], seal), 1.0)
        self.assertFalse(by_load("the shim was left out"))

    @given(
        st.text("abcdefghijklmnopqrstuvwxyz 0123456789", max_size=30).filter(str.strip),
        st.text("abcdefghijklmnopqrstuvwxyz ,", max_size=40),
        st.floats(0, 60),
        st.one_of(st.none(), st.floats(0, 5000)),
    )
    def test_there_is_always_something_to_do_and_it_says_what(
        self, piece: str, finding: str, age: float, price: float | None
    ) -> None:
        choices = decide(asked(piece, finding, age=age, new_price=price))
        self.assertTrue(choices)
        costs = [choice.expected for choice in choices]
        self.assertEqual(costs, sorted(costs))
        for choice in choices:
            self.assertTrue(choice.label)
            self.assertLessEqual(choice.least, choice.most)


class Kinds(unittest.TestCase):
    def test_a_unit_is_known_by_what_it_is_called_at_a_bench(self) -> None:
        for said, key in (
            ("car", "car"), ("rc truck", "car"), ("throttle actuator", "throttle"), ("spinning reel", "reel"),
            ("winch servo", "servo"), ("camera gimbal", "mount"), ("bus odometer", "counter"),
            ("e-scooter", "board"), ("toy train", "railway"), ("low-loader tank", "tracked"), ("", "other"),
            ("gramophone", "other"),
        ):  # fmt: skip
            with self.subTest(said):
                self.assertEqual(kind_named(said), key)
