"""A made-up supplier: what it has, at what price, and what it does with an order.

All of it follows from its own list and the key of the order, so that the same is the same each
time: every fifth article is on back-order, every ninth is no longer made, and every fourth parcel
holds a near miss instead of what was ordered.
"""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

MODULES = (0.4, 0.5, 0.6, 0.8, 1.0)
MATERIALS = ("nylon", "steel", "brass", "acetal")
FEWEST, MOST = 10, 80
SETS = (
    ("Servo gear set, four stages", ("first wheel", "second wheel", "third wheel", "output gear")),
    ("Winch gear set", ("second wheel", "third wheel", "drum gear")),
    ("Planet set, steel, three planets", ("planet", "planet", "planet")),
    ("Line guide set", ("idler", "worm", "pawl")),
    ("Bevel set with shims", ("ring gear", "bevel pinion", "shim")),
)
SMALL = (
    ("Ball bearing 5x11x4", "2.20"), ("Ball bearing 4x8x3", "1.90"), ("Ball bearing 3x8x4", "2.40"),
    ("Circlip 4 mm, ten", "1.10"), ("Shim 5x8, 0.1 mm, ten", "2.60"),
    ("Gasket for a reel side plate", "1.80"),
    ("Lock nut M4, ten", "0.90"), ("Screw M3x10, ten", "1.20"), ("Grease, plastic-safe, 20 ml", "6.40"),
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Article:
    """One thing on the list."""

    number: str
    what: str
    price: str
    days: int
    stock: int
    teeth: int | None = None
    module: float | None = None
    contains: tuple[str, ...] = ()

    def said(self) -> dict[str, Any]:
        """As it goes over the line."""
        return {
            "number": self.number, "what": self.what, "price": self.price, "days": self.days,
            "stock": self.stock, "teeth": self.teeth, "module": self.module, "contains": list(self.contains),
        }  # fmt: skip


def _chance(*words: object) -> int:
    """A number from 0 to 999 that is the same for the same words."""
    return int(hashlib.sha256("|".join(map(str, words)).encode()).hexdigest()[:8], 16) % 1000


def _list() -> dict[str, Article]:
    made: list[tuple[str, str, int | None, float | None, tuple[str, ...]]] = []
    for module in MODULES:
        for teeth in range(FEWEST, MOST + 1):
            material = MATERIALS[_chance("of", module, teeth) % len(MATERIALS)]
            name = f"{'Pinion' if teeth < 20 else 'Spur gear'} {teeth} teeth, module {module:g}, {material}"
            price = 3 + teeth * module / 10 * (2 if material != "nylon" else 1)
            made.append((name, f"{price:.2f}", teeth, module, ()))
    made += [(name, f"{9 + 2 * len(parts)}.50", None, None, parts) for name, parts in SETS]
    made += [(name, said, None, None, ()) for name, said in SMALL]
    rows = {}
    for n, (name, cost, count, size, parts) in enumerate(made):
        number = f"TL-{1000 + n}"
        out = _chance("out", number) < 200
        rows[number] = Article(
            number, name, cost, 3 + _chance("days", number) % 5 + (21 if out else 0),
            0 if out else 1 + _chance("stock", number) % 9, count, size, parts,
        )  # fmt: skip
    return rows


LIST = _list()


def find(words: str, teeth: int | None, module: float | None, most: int = 60) -> list[Article]:
    """What is on the list by all its words, and by tooth."""
    said = words.lower().split()
    found = [
        article
        for article in LIST.values()
        if all(word in f"{article.what} {' '.join(article.contains)}".lower() for word in said)
        and (not teeth or article.teeth == teeth)
        and (not module or (article.module is not None and abs(article.module / module - 1) < 0.01))
    ]
    return found[:most]


@dataclass
class Book:
    """Orders taken, by their keys: the same key again is the same order."""

    orders: dict[str, dict[str, Any]] = field(default_factory=dict)

    def take(self, key: str, lines: Mapping[str, int]) -> dict[str, Any]:
        """Take an order, once for a key."""
        if key not in self.orders:
            self.orders[key] = {
                "key": key,
                "reference": f"TL{_chance('ref', key):03d}-{len(self.orders) + 1}",
                "lines": [self._line(number, count) for number, count in lines.items()],
            }
        return self.orders[key]

    def _line(self, number: str, count: int) -> dict[str, Any]:
        article = LIST.get(number)
        if article is None:
            return {"number": number, "now": 0, "later": 0, "refused": "not on the list any more"}
        if _chance("refuse", number) < 110:
            return {"number": number, "now": 0, "later": 0, "refused": "no longer made"}
        now = min(count, article.stock)
        return {
            "number": number, "now": now, "later": count - now,
            "days": article.days + (0 if now == count else 14), "price": article.price, "refused": "",
        }  # fmt: skip

    def parcel(self, key: str) -> list[dict[str, Any]]:
        """What lies in the parcel, as it would be measured: every fourth line is a near miss."""
        made = []
        for line in self.orders.get(key, {}).get("lines", []):
            article = LIST.get(line["number"])
            if article is None or not line["now"]:
                continue
            wrong = _chance("parcel", key, article.number) < 250
            teeth = article.teeth + 1 if article.teeth and wrong else article.teeth
            contains = article.contains[:-1] if wrong and len(article.contains) > 1 else article.contains
            made.append(
                {"number": article.number, "count": line["now"], "teeth": teeth, "module": article.module,
                 "contains": list(contains)}
            )  # fmt: skip
        return made
