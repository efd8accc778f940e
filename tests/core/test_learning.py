"""What terms lean to is learnt from texts: on made-up texts whose answer is known."""

from __future__ import annotations

import unittest
from collections import Counter

import numpy as np

from gearing.data import table
from gearing.diagnosis.learning import ByCount, ByFit, KnownTerms
from gearing.diagnosis.likeness import examples, likeness, terms
from gearing.diagnosis.tables import faults

TEXTS = [
    ("red round", 0),
    ("red round sweet", 0),
    ("round sweet", 0),
    ("yellow long", 1),
    ("yellow long sweet", 1),
    ("long sweet", 1),
    ("green round sour", 2),
    ("green sour", 2),
    ("round sour", 2),
]


def bag(text: str) -> Counter[str]:
    return Counter(text.split())


class Learners(unittest.TestCase):
    def setUp(self) -> None:
        self.known = KnownTerms.of([bag(text) for text, _ in TEXTS])
        texts = [self.known.weighed(bag(text)) for text, _ in TEXTS]
        self.texts, self.classes = texts, [[meant] for _, meant in TEXTS]
        self.shape = (len(self.known.at), 3)

    def test_what_was_taught_is_told_apart_and_so_is_what_is_new_of_it(self) -> None:
        for learner in (ByCount, ByFit):
            learnt = learner.of(self.texts, self.classes, self.shape)
            for text, meant in [*TEXTS, ("yellow", 1), ("sour round green", 2), ("red sweet", 0)]:
                with self.subTest(learner=learner.__name__, text=text):
                    leaning = learnt.leaning(*self.known.weighed(bag(text)))
                    self.assertEqual(int(leaning.argmax()), meant)

    def test_a_text_weighs_as_much_however_long_it_is(self) -> None:
        for text in ("red", "red round", "red red red round sweet sour"):
            self.assertAlmostEqual(float(np.linalg.norm(self.known.weighed(bag(text))[1])), 1.0, places=6)

    def test_the_rarer_term_weighs_more(self) -> None:
        places, weights = self.known.weighed(bag("round red"))
        by_place = dict(zip(places.tolist(), weights.tolist(), strict=True))
        self.assertGreater(by_place[self.known.at["red"]], by_place[self.known.at["round"]])

    def test_terms_nobody_taught_are_passed_over(self) -> None:
        places, weights = self.known.weighed(bag("purple square"))
        self.assertEqual((len(places), len(weights)), (0, 0))

    def test_the_same_texts_teach_the_same(self) -> None:
        one, two = (ByFit.of(self.texts, self.classes, self.shape) for _ in range(2))
        np.testing.assert_array_equal(one.coefficients, two.coefficients)

    def test_a_text_of_either_of_two_classes_leans_to_both(self) -> None:
        learnt = ByFit.of(self.texts, [*self.classes[:-1], [0, 2]], self.shape)
        leaning = learnt.leaning(*self.known.weighed(bag("round sour")))
        self.assertEqual(int(leaning.argmin()), 1)


class Alike(unittest.TestCase):
    def test_a_word_nobody_said_leans_to_what_its_likes_were_said_of(self) -> None:
        said = {term for _, text, _ in examples() for term in terms(text)}
        unsaid = [
            (word, words)
            for words in table("alike").values()
            for word in words
            if "=" + word not in said and sum("=" + other in said for other in words) >= 3
        ]
        self.assertGreater(len(unsaid), 5)
        for word, words in unsaid:
            with self.subTest(word=word):
                self.assertGreater(float(np.ptp(likeness(f"it {word}"))), 0.1, words)

    def test_each_word_is_one_and_stands_once_in_its_group(self) -> None:
        for group, words in table("alike").items():
            self.assertEqual(len(words), len(set(words)), group)
            for word in words:
                self.assertRegex(word, r"^[a-z]+$")

    def test_the_kind_of_unit_moves_what_the_same_words_lean_to(self) -> None:
        at = list(faults())
        cases = (
            ("head_clutch", "mount", "car"),
            ("drag_glazed", "reel", "car"),
            ("slipper_loose", "car", "reel"),
        )
        for fault, usual, unusual in cases:
            with self.subTest(fault=fault):
                theirs, others = (likeness("it slips", unit)[at.index(fault)] for unit in (usual, unusual))
                self.assertGreater(theirs, others)
