"""The simulated supplier: what it has, that a key is one order, that it is wrong now and then, what is believed."""

from __future__ import annotations

import json
import socket
import threading
import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from devices.asking import DeviceError, answered, ask
from devices.supplier.__main__ import Counter
from devices.supplier.protocol import OrderAnswer, read_offers, read_order
from devices.supplier.stock import LIST, Book, find

JSON = st.recursive(
    st.none() | st.booleans() | st.integers(-10, 10**7) | st.floats(allow_nan=False) | st.text(max_size=9),
    lambda inner: (
        st.lists(inner, max_size=4)
        | st.dictionaries(st.sampled_from(["number", "what", "price", "days", "lines", "key", "now"]), inner)
    ),
    max_leaves=12,
)


class Shelves(unittest.TestCase):
    def test_it_is_found_by_words_by_tooth_and_not_beyond(self) -> None:
        self.assertEqual([each.teeth for each in find("", 57, 0.8)], [57])
        self.assertTrue(all("bearing" in each.what.lower() for each in find("bearing", None, None)))
        self.assertEqual(find("unobtainium", None, None), [])
        self.assertLessEqual(len(find("module", None, None)), 60)
        self.assertTrue(any("third wheel" in each.contains for each in find("third wheel", None, None)))

    def test_its_list_has_what_goes_wrong(self) -> None:
        out = [each for each in LIST.values() if each.stock == 0]
        self.assertTrue(0.1 < len(out) / len(LIST) < 0.3)
        self.assertTrue(all(each.days > 20 for each in out))
        self.assertEqual(len({each.number for each in LIST.values()}), len(LIST))


class Orders(unittest.TestCase):
    def test_a_key_is_one_order_whatever_is_asked_with_it(self) -> None:
        book = Book()
        first = book.take("k1", {"TL-1000": 2})
        self.assertIs(book.take("k1", {"TL-1001": 9}), first)
        self.assertIsNot(book.take("k2", {"TL-1000": 2}), first)

    def test_what_it_has_not_is_sent_later_and_what_it_never_had_refused(self) -> None:
        lines = Book().take("k", dict.fromkeys(LIST, 50) | {"TL-0": 1})["lines"]
        by_number = {line["number"]: line for line in lines}
        self.assertTrue(by_number["TL-0"]["refused"])
        for number, article in LIST.items():
            line = by_number[number]
            if not line["refused"]:
                self.assertEqual((line["now"], line["now"] + line["later"]), (article.stock, 50))
                self.assertGreater(line["days"], article.days)

    def test_some_parcels_hold_a_near_miss_and_most_what_was_ordered(self) -> None:
        wrong = many = 0
        for key in range(40):
            book = Book()
            book.take(f"k{key}", dict.fromkeys(list(LIST)[:30], 1))
            for each in book.parcel(f"k{key}"):
                many += 1
                wrong += each["teeth"] != LIST[each["number"]].teeth
        self.assertTrue(0.15 < wrong / many < 0.35, (wrong, many))
        self.assertEqual(Book().parcel("nobody"), [])


class Believed(unittest.TestCase):
    @given(JSON)
    def test_an_answer_is_taken_whole_or_not_at_all(self, said: Any) -> None:
        for read in (read_offers, lambda text: read_order(text, "k")):
            try:
                found = read(json.dumps(said))
            except DeviceError:
                continue
            rows = found.lines if isinstance(found, OrderAnswer) else found
            self.assertTrue(all(row.number for row in rows))

    def test_what_it_says_is_what_is_read(self) -> None:
        counter = Counter()
        offers = read_offers(counter.answer('FIND {"teeth": 31}'))
        self.assertEqual({offer.teeth for offer in offers}, {31})
        asked = {"key": "k", "lines": [{"number": offers[0].number, "count": 2}]}
        first = read_order(counter.answer(f"ORDER {json.dumps(asked)}"), "k")
        self.assertEqual(read_order(counter.answer(f"ORDER {json.dumps(asked)}"), "k"), first)
        with self.assertRaises(DeviceError):
            read_order(counter.answer(f"ORDER {json.dumps(asked)}"), "another")

    def test_what_it_cannot_answer_is_said_in_words(self) -> None:
        counter = Counter()
        for line in ("", "BUY 4", "ORDER {}", 'ORDER {"key": "k", "lines": [{"number": "TL-1000", "count": 0}]}', "MOOD sulky", "PARCEL ;"):  # fmt: skip
            with self.subTest(line=line):
                self.assertTrue(answered(counter.answer, line).startswith("ERR "))
        counter.answer("MOOD down")
        self.assertTrue(answered(counter.answer, "FIND {}").startswith("ERR closed"))

    def test_one_that_never_answers_is_not_waited_for(self) -> None:
        with socket.create_server(("127.0.0.1", 0)) as deaf:
            held: list[socket.socket] = []
            taking = threading.Thread(target=lambda: held.append(deaf.accept()[0]), daemon=True)
            taking.start()
            with self.assertRaises(DeviceError):
                ask(deaf.getsockname(), "HELLO", what="supplier", wait=0.2)
            taking.join()
            for link in held:
                link.close()
