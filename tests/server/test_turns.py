"""Who is let in next: a crowd of one workshop holds up no other's lone hand."""

from __future__ import annotations

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from config import turns
from config.turns import Turns, follows, is_sum, learn, whose

from ..examples import examples
from .bench import BenchCase


def head(*lines: str, asked: str = "GET /api/visits HTTP/1.1") -> bytes:
    return "\r\n".join([asked, "Host: bench.test", *lines, "", ""]).encode()


class InTurn(SimpleTestCase):
    def test_one_that_comes_behind_a_crowd_is_next_but_those_at_work(self) -> None:
        line: Turns[str] = Turns(at_work=3, of_one=2)
        for n in range(50):
            line.wait("crowd", f"c{n}")
        first, second = line.next(0.0), line.next(0.0)
        assert first and second
        self.assertEqual([first[1], second[1]], ["c0", "c1"])
        # A place is left, and is not the crowd's.
        self.assertIsNone(line.next(0.0))
        line.wait("lone", "hand")
        self.assertEqual(self.goes(line, 0.1), "hand")
        line.wait("lone", "again")
        line.leave(first[0])
        self.assertEqual(self.goes(line, 0.1), "c2")
        line.leave(second[0])
        self.assertEqual(self.goes(line, 0.1), "again")

    def goes(self, line: Turns[str], now: float) -> str:
        found = line.next(now)
        return found[1] if found else ""

    def test_one_that_only_waits_takes_no_place_for_long(self) -> None:
        line: Turns[str] = Turns(at_work=2, of_one=2)
        for what in ("a photo that trickles in", "another", "a step"):
            line.wait("bench", what)
        trickles, _ = line.next(0.0), line.next(0.0)
        self.assertEqual(self.goes(line, 0.9), "")
        self.assertEqual(self.goes(line, 1.1), "a step")
        # It leaves late, and nothing is counted twice.
        assert trickles
        line.leave(trickles[0])
        line.wait("bench", "a second step")
        self.assertEqual(self.goes(line, 1.2), "a second step")
        line.wait("bench", "a third")
        self.assertEqual(self.goes(line, 1.2), "")

    @given(
        st.lists(st.tuples(st.sampled_from("abcd"), st.booleans()), max_size=80),
        st.integers(1, 5),
        st.integers(1, 5),
    )
    @examples(200)
    def test_everybody_comes_in_once_in_the_order_of_their_own_line(
        self, came: list[tuple[str, bool]], at_work: int, of_one: int
    ) -> None:
        line: Turns[tuple[str, int]] = Turns(at_work, of_one)
        inside: list[tuple[int, str]] = []
        entered: list[tuple[str, int]] = []

        def let_in() -> None:
            while goes := line.next(0.0):
                ticket, (who, n) = goes
                entered.append((who, n))
                inside.append((ticket, who))
                self.assertLessEqual(len(inside), at_work)
                self.assertLessEqual([each for _, each in inside].count(who), of_one)

        for n, (who, one_leaves) in enumerate(came):
            line.wait(who, (who, n))
            let_in()
            if one_leaves and inside:
                line.leave(inside.pop(0)[0])
                let_in()
        while inside:
            line.leave(inside.pop(0)[0])
            let_in()
        self.assertEqual(sorted(n for _, n in entered), list(range(len(came))))
        for each in "abcd":
            mine = [n for who, n in entered if who == each]
            self.assertEqual(mine, sorted(mine))

    def test_whose_it_is_stands_in_its_first_lines(self) -> None:
        cookie = head("Cookie: theme=lamp; sessionid=abc123; csrftoken=x")
        self.assertEqual(whose(cookie, "10.0.0.7"), whose(head("cookie: sessionid=abc123"), "10.0.0.8"))
        self.assertNotEqual(whose(cookie, ""), whose(head("Cookie: sessionid=abc124"), ""))
        self.assertEqual(whose(head("Cookie: theme=lamp"), "10.0.0.7"), "10.0.0.7")
        self.assertEqual(whose(b"", "10.0.0.7"), "10.0.0.7")
        # A session is not what ends in its name.
        self.assertEqual(whose(head("Cookie: oldsessionid=abc123"), "10.0.0.7"), "10.0.0.7")
        token = head("Authorization: Bearer  t0k3n")
        self.assertNotEqual(whose(token, ""), "")
        learn("abc123", "", 4)
        learn("", "Bearer t0k3n", 4)
        self.assertEqual((whose(cookie, ""), whose(token, "")), (4, 4))
        self.assertNotIn(b"abc123", turns._known)

    def test_what_only_follows_takes_no_place(self) -> None:
        path = "/api/visits/6a1c1c62-0000-4000-8000-000000000000/live"
        self.assertTrue(follows(head(asked=f"GET {path} HTTP/1.1")))
        self.assertTrue(follows(head(asked=f"GET {path}?since=4 HTTP/1.1")))
        self.assertFalse(follows(head(asked="GET /api/visits HTTP/1.1")))
        self.assertTrue(is_sum(head(asked="POST /api/sums/read HTTP/1.1")))
        self.assertFalse(is_sum(head(asked="GET /api/visits?words=/api/sums/ HTTP/1.1")))
        self.assertFalse(follows(head(asked=f"PUT {path} HTTP/1.1")))


class Learnt(BenchCase):
    def test_a_session_is_known_by_its_workshop_once_it_was_answered(self) -> None:
        session = self.desk.client.cookies["sessionid"].value
        self.assertNotEqual(whose(head(f"Cookie: sessionid={session}"), ""), self.home.pk)
        self.desk.got("GET", "/visits")
        self.assertEqual(whose(head(f"Cookie: sessionid={session}"), ""), self.home.pk)
