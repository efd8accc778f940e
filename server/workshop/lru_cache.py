"""What was worked out of the record and is kept in memory, each under what it was worked out from."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

K = TypeVar("K", bound=Hashable)
V = TypeVar("V")


class LruCache(Generic[K, V]):
    """Values by key, in each process; beyond `most` the least lately asked for go first.

    A key holds all that may change of what a value was made from, so that nothing has to be taken out.

    Parameters
    ----------
    most : int
        The most that is kept, as `weigh` counts it: values, unless said otherwise.
    """

    def __init__(self, most: int, weigh: Callable[[V], int] = lambda _: 1) -> None:
        self._most, self._weigh, self._held = most, weigh, 0
        self._of: OrderedDict[K, V] = OrderedDict()
        self._lock = Lock()

    def get(self, key: K) -> V | None:
        with self._lock:
            known = self._of.get(key)
            if known is not None:
                self._of.move_to_end(key)
            return known

    def put(self, key: K, made: V) -> None:
        with self._lock:
            if key in self._of:
                self._held -= self._weigh(self._of.pop(key))
            self._held += self._weigh(made)
            self._of[key] = made
            while self._held > self._most:
                self._held -= self._weigh(self._of.popitem(last=False)[1])
