"""Who is let in next: workshop after workshop, so that one with a crowd holds up no other's lone hand."""

from __future__ import annotations

import re
from collections import Counter, OrderedDict, deque
from collections.abc import Hashable
from hashlib import blake2b
from itertools import count
from typing import Generic, TypeVar

T = TypeVar("T")

AT_WORK = 8
"""Requests worked on at once in a process. More of them make each take longer and none come sooner."""

OF_ONE = 6
"""Of them by one workshop: another's need not wait until one of its long ones is through."""

TAKES_A_PLACE = 1.0
"""Seconds after which one takes no place: what lasts so long waits, for a sum or the rest of a photo."""

REMEMBERED = 20_000
"""Sessions of which it is known whose they are."""

_LIVE = re.compile(rb"^GET /api/[^ ]*live[ ?]")
_SUM = re.compile(rb"^POST /api/sums/")
_WHO = re.compile(
    rb"\r\n(?:cookie:(?:[^\r]*[ ;])?sessionid=|authorization: *bearer +)([^;\r]+)", re.IGNORECASE
)

_known: OrderedDict[bytes, int] = OrderedDict()


class Turns(Generic[T]):
    """Those that wait, in line by whom they come from; each in the line takes its turn."""

    def __init__(self, at_work: int = AT_WORK, of_one: int = OF_ONE) -> None:
        self._at_work, self._of_one = at_work, of_one
        self._lines: OrderedDict[Hashable, deque[T]] = OrderedDict()
        self._inside: dict[int, tuple[Hashable, float]] = {}
        self._tickets = count()

    def wait(self, whose: Hashable, what: T) -> None:
        """Join the line of `whose`."""
        self._lines.setdefault(whose, deque()).append(what)

    def next(self, now: float) -> tuple[int, T] | None:
        """Who may go in at `now`, s, with a ticket to be given back when they leave; none if nobody may."""
        takes = Counter(whose for whose, since in self._inside.values() if now - since < TAKES_A_PLACE)
        if takes.total() >= self._at_work:
            return None
        for whose, line in self._lines.items():
            if takes[whose] < self._of_one:
                what, ticket = line.popleft(), next(self._tickets)
                # To the end of the round, or out of it.
                del self._lines[whose]
                if line:
                    self._lines[whose] = line
                self._inside[ticket] = (whose, now)
                return ticket, what
        return None

    def leave(self, ticket: int) -> None:
        """One is through."""
        del self._inside[ticket]


def follows(head: bytes) -> bool:
    """Whether a request only follows what others do: it lasts, and works on nothing."""
    return bool(_LIVE.match(head))


def is_sum(head: bytes) -> bool:
    """Whether it is worked out apart: whoever waits for a sum stands in no step's place."""
    return bool(_SUM.match(head))


def whose(head: bytes, address: str) -> Hashable:
    """Whom a request comes from, by the first bytes of it: the workshop, the session, or where it is from."""
    if not (found := _WHO.search(head)):
        return address
    session = _named(found[1])
    return _known.get(session, session)


def learn(cookie: str, authorization: str, workshop: int) -> None:
    """Whose a session or a token was found to be."""
    said = cookie or authorization.partition(" ")[2].strip()
    if said:
        _known[_named(said.encode())] = workshop
        while len(_known) > REMEMBERED:
            _known.popitem(last=False)


def _named(session: bytes) -> bytes:
    """No session itself is kept."""
    return blake2b(session.strip(), digest_size=12).digest()
