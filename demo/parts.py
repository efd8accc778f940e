"""Who the Ferry Quay bench buys from, what they list, and what is on order."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal

HARBOUR = """number;what;price;days;stock;contains;teeth;module
HG-0523;level-wind idler 23t nylon;4,20;6;4;;23;0,5
HG-0531;second wheel 31/12 nylon;9,00;21;0;;31;0,5
HG-W38;wheel set for the 38 mm drum;14,50;5;3;second wheel, third wheel;;
HG-P15;pinion 15t steel;4,60;5;9;;15;0,8
HG-B511;bearing 5x11x5;2,40;5;20;;;
HG-B348;bearing 3x8x4;2,20;5;20;;;
HG-O474;o-ring 4x7x1.5, ten;1,90;5;12;;;
HG-S482;seal 4x8x2;2,80;5;6;;;
HG-G60;gasket for a lower case;1,60;5;5;;;
HG-C8;circlip 8, ten;1,40;5;30;;;
HG-SH8;shim 8x12x0.1, ten;2,60;5;14;;;
HG-L5;lubricant, plastic-safe, 20 ml;6,40;5;8;;;
"""
TOOTH_AND_LAY = """number,what,price,days,stock,contains,teeth,module
TL-9018,"planet set, steel, three of 18t",18.90,24,0,"planet, planet, planet",18,0.6
TL-9042,"crown wheel 42t brass",11.50,9,2,,42,0.8
TL-9014,"bevel pinion 14t steel",6.80,9,4,,14,0.8
TL-9003,"line guide set",16.00,3,5,"idler, worm shaft, pawl",,
TL-9008,"number wheel gear 8t brass, split at the boss for fitting",3.10,8,3,,8,0.5
"""


@dataclass(frozen=True)
class Seller:
    """A supplier of the bench, and its list as it was sent."""

    name: str
    listed: str = ""
    postage: str | None = None
    free_from: str | None = None
    days: int | None = None
    on_line: bool = False


SELLERS = (
    Seller("Harbour Gears", HARBOUR, "3.90", "40", 5),
    Seller("Tooth and Lay", TOOTH_AND_LAY, "5.50", None, 9, on_line=True),
    Seller("Ferry stores", "", None, None, 1),
)


@dataclass(frozen=True)
class Bought:
    """Something on order for a piece of a visit, or for the drawer.

    `sent` is so many days ago, None for one still in the basket; `due` in so many days; `wrong`
    what the first that came measured instead; `late` what was said when it was put off.
    """

    seller: str
    number: str
    unit: str = ""
    visit: int = 1
    steps: tuple[int, ...] = ()
    count: int = 1
    sent: int | None = None
    due: int | None = None
    wrong: tuple[str, ...] = ()
    came: bool = False
    late: str = ""


WRONG = "teeth 22 for 23: another ratio and shaft distance"

BOUGHT = (
    Bought("Harbour Gears", "HG-P15", "Otter 8", 1, (7,), sent=12, due=-7, came=True),
    Bought("Harbour Gears", "HG-0523", "Dunlin 40", 1, (11,), sent=9, due=3, wrong=(WRONG,)),
    Bought("Tooth and Lay", "TL-9018", "Quay crane", 1, (3, 6), count=2, sent=27, due=-3, late="back-order"),
    Bought("Harbour Gears", "HG-W38", "Heron 650", 2, (8,)),
    Bought("Harbour Gears", "HG-B348", count=4),
    Bought("Ferry stores", "", "Tern", 1, (8,), count=2),
)  # fmt: skip

TERMS = {"currency": "EUR", "rate": Decimal(18), "tax": Decimal(0), "included": True}
"""A club that charges its own members an hour at what the lamp and the grease cost."""

_GUESS = {"least": Decimal(22), "most": Decimal(35), "limit": Decimal(40)}

SAID = (
    ("Heron 650", 2, {"yes": True, **_GUESS, "who": "Locker 14", "how": "at the quay"}),
    ("Quay crane", 1, {"yes": True, **dict.fromkeys(_GUESS), "who": "Model harbour", "how": "in writing"}),
)
"""What owners said to an estimate."""
