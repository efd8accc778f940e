"""Long lists by pages: counted plainly, shown with all that is wanted of each."""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil
from typing import Any, Generic, TypeVar

from django.db.models import Model, QuerySet

M = TypeVar("M", bound=Model)


@dataclass(frozen=True, slots=True)
class Pages:
    """How many there are in all, or `more` than that, and which page of how many this is."""

    total: int
    page: int
    pages: int
    more: bool = False


@dataclass(frozen=True, slots=True)
class Paged(Generic[M]):
    """A query in pages.

    Attributes
    ----------
    shown : QuerySet
        What a page holds, ordered, with its annotations.
    counted : QuerySet
        The same rows without them: counting needs none.
    keys : QuerySet, optional
        Those in the order they are shown. What is shown of a row is then looked up for one page alone,
        however far down the list it lies.
    key : str
        What of `keys` names a row of `shown`.
    """

    shown: QuerySet[Any]
    counted: QuerySet[Any]
    per_page: int
    keys: QuerySet[Any] | None = None
    key: str = "pk"

    def page(self, number: int) -> tuple[list[Any], Pages]:
        """One page, from 1; past the last it is empty."""
        first = (number - 1) * self.per_page
        page = slice(first, first + self.per_page)
        if self.keys is None:
            rows = list(self.shown[page])
        else:
            wanted = list(self.keys.values_list(self.key, flat=True)[page])
            rows = list(self.shown.filter(pk__in=wanted)) if wanted else []
        # A first page that is not full says itself how many there are.
        total = len(rows) if number == 1 and len(rows) < self.per_page else self.counted.count()
        return rows, Pages(total, number, max(1, ceil(total / self.per_page)))
