"""Finding in the drawer by fields and words, as fast among a million pieces as among a thousand."""

from __future__ import annotations

import re
from collections.abc import Sequence
from decimal import Decimal
from functools import cache
from itertools import chain
from uuid import UUID

from django.db import OperationalError, connection
from django.db.models import Q, QuerySet

from sums.fit import PartIn
from workshop.models import Member
from workshop.paging import Pages

from .models import IN_ORDER, StockItem

MOST_FOUND = 60
MOST_WORDS = 6
MOST_COUNTED = 10_000
"""How many are counted at most where no words are asked for; an index alone tells so many at once."""

LOOK_ALIKE = Decimal("0.02")
"""Sizes this near are shown too: they are what is bought by mistake."""

SAME_BORE = Decimal("0.05")
"""Within which a bore fits; what lies beyond is shown after, it can be reamed or sleeved."""

LOOKED_AT, MOST_LOOKED_AT = 8_000, 40_000
"""Pieces that are looked at in order for each page before rare words are looked up instead, and any words."""

SAMPLE, RARE = 500, 8
"""Pieces that tell how rare a word is, and of how many of them a rare one is at most."""

STOPWORDS = {
    "a", "about", "an", "are", "as", "at", "be", "by", "com", "de", "en", "for", "from", "how", "i", "in",
    "is", "it", "la", "of", "on", "or", "that", "the", "this", "to", "und", "was", "what", "when", "where",
    "who", "will", "with", "www",
}  # fmt: skip
"""What MariaDB leaves out of a FULLTEXT index unless it is told otherwise, as the bench's own is."""


def search(member: Member, wanted: PartIn, words: str, page: int) -> tuple[list[StockItem], Pages]:
    """A page of what is nearest: the tooth must be near, words must all be met.

    Where a drawer is too large to be looked through piece by piece, a rare word is looked up by its start.
    """
    said = words.split()[:MOST_WORDS]
    items = _alike(member, wanted)
    # A row is let go at the first word it has not: what is said of few is asked first, as figures are.
    for word in sorted(said, key=lambda word: (not re.search(r"\d", word), -len(word))):
        items = items.filter(said__icontains=word)
    last = page * MOST_FOUND
    keys = _by_words(member, items, said, wanted, page) if said else _in_order(items, wanted, last + 1)
    # Of words no more are counted than are looked for: to count all would be to look at all.
    seen = len(keys) if said else items.values("pk")[: max(MOST_COUNTED, last) + 1].count()
    total = min(seen, last if said else max(MOST_COUNTED, last))
    shown = keys[last - MOST_FOUND : last]
    by_key = StockItem.objects.defer("said").in_bulk(shown)
    pages = Pages(total, page, max(1, -(-seen // MOST_FOUND)), more=seen > total)
    return [by_key[key] for key in shown], pages


def _alike(member: Member, wanted: PartIn) -> QuerySet[StockItem]:
    items = StockItem.objects.filter(workshop_id=member.workshop_id, gone=False)
    if wanted.teeth:
        items = items.filter(by_teeth=wanted.teeth)
    if wanted.module_mm:
        module = Decimal(str(wanted.module_mm))
        items = items.filter(module_mm__range=(module * (1 - LOOK_ALIKE), module * (1 + LOOK_ALIKE)))
    if wanted.pressure_angle_deg:
        items = items.filter(pressure_angle_deg=Decimal(str(wanted.pressure_angle_deg)))
    return items


def _ranked(items: QuerySet[StockItem], wanted: PartIn) -> list[QuerySet[StockItem]]:
    """The same in the order of the drawer; those whose bore fits before the others."""
    items = items.order_by(*IN_ORDER)
    if not wanted.bore_mm:
        return [items]
    bore = Decimal(str(wanted.bore_mm))
    fits = Q(bore_mm__range=(bore - SAME_BORE, bore + SAME_BORE))
    return [items.filter(fits), items.exclude(fits)]


def _in_order(items: QuerySet[StockItem], wanted: PartIn, many: int) -> list[UUID]:
    found: list[UUID] = []
    for each in _ranked(items, wanted):
        if len(found) < many:
            found += each.values_list("pk", flat=True)[: many - len(found)]
    return found


def _by_words(
    member: Member, items: QuerySet[StockItem], said: Sequence[str], wanted: PartIn, page: int
) -> list[UUID]:
    """Keys of those that words are said of: met soon as one goes through the drawer, or else looked up."""
    many = page * MOST_FOUND + 1
    found, enough = _gone_through(items, wanted, many, LOOKED_AT * page)
    if enough:
        return found
    words, rare = _rarest(member, said)
    if not rare:
        # What is said of many is met by going on, and costly to look up.
        found, enough = _gone_through(items, wanted, many, MOST_LOOKED_AT * page)
    if enough:
        return found
    return _in_order(items.filter(said__speaks=words) if words else items, wanted, many)


def _gone_through(
    items: QuerySet[StockItem], wanted: PartIn, many: int, rows: int
) -> tuple[list[UUID], bool]:
    """The first so many, and whether these are they: there may be more beyond the rows that are looked at."""
    found: list[UUID] = []
    for each in _ranked(items, wanted):
        these, all_seen = _looked_through(each, many - len(found), rows)
        found += these
        if len(found) >= many or not all_seen:
            return found, len(found) >= many
    return found, True


def _looked_through(items: QuerySet[StockItem], many: int, rows: int) -> tuple[list[UUID], bool]:
    """The first so many, and whether all were looked at that had to be: MariaDB stops at so many rows."""
    statement, values = items.values_list("pk", flat=True)[:many].query.sql_with_params()
    with connection.cursor() as cursor:
        try:
            cursor.execute(f"{statement} ROWS EXAMINED {rows}", values)
        except OperationalError as error:
            # Where it sorts instead of going in order, it may stop before anything is found.
            if error.args[0] != SORT_ABORTED:
                raise
            return [], False
        found = [UUID(str(key)) for (key,) in cursor.fetchall()]
        cursor.execute("SHOW WARNINGS")
        return found, not cursor.fetchall()


SORT_ABORTED = 1028
"""MariaDB's ``ER_FILSORT_ABORT``."""


def _rarest(member: Member, said: Sequence[str]) -> tuple[str, bool]:
    """The rarest words as an index of words is asked for them, and whether they are rare.

    None where it holds none of them. How rare each is pieces tell that are drawn by no order but their keys.
    """
    shortest, stopped = _indexed_words()
    pieces = list(chain.from_iterable(re.findall(r"\w+", word.lower()) for word in said))
    asked = [word for word in pieces if len(word) >= shortest and not (stopped and word in STOPWORDS)]
    drawn = StockItem.objects.filter(workshop_id=member.workshop_id).order_by("pk")
    texts = [text.lower() for text in drawn.values_list("said", flat=True)[:SAMPLE]]
    often = {word: sum(word in text for text in texts) for word in asked}
    fewest = min(often.values(), default=0)
    words = " ".join(f"+{word}*" for word in asked if often[word] <= max(fewest, RARE))
    return words, bool(words) and fewest <= RARE


@cache
def _indexed_words() -> tuple[int, bool]:
    """How short a word may be for the database's index of words, and whether it leaves common ones out."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT @@innodb_ft_min_token_size, @@GLOBAL.innodb_ft_enable_stopword")
        shortest, stopped = cursor.fetchone()
    return int(shortest), bool(stopped)
