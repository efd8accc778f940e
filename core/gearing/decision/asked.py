"""What a decision is made on: the unit, what failed and why, and what can be had."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

from .words import FindingWords, PieceWords, finding_words, piece_words

_SETS = re.compile(r"\b(?:set|kit|pack|bundle|assortment)s?\b")
_PACK = re.compile(r"\b(?:pack|packet|bag) of (?:\w+)\b")
"""Several of one and the same: one piece, bought by the handful."""

_ALL_GEARS = re.compile(
    r"\b(?:all gears|complete gears|full gears|gear set|gear kit|gearset|set of gears|wheel set|full set)\b"
)
_UNIT = re.compile(
    r"\b(?:complete|whole|entire|new|replacement|ready)\b[^,;]*\b"
    r"(?:(?<!lower )(?<!gear )unit|servo|reel|winch|crane|car|truck|boat|loco|"
    r"locomotive|mount|head|counter|machine|drive unit|mixer|motor unit|actuator|board|hub motor)\b"
    r"|\bthrottle body\b|^(?:unit|servo|reel|winch|mixer)$"
)
_ASSEMBLY = re.compile(
    r"\b(?:assembly|assembled|sub-?assembly|module|gearbox|gear box|cartridge|block"
    r"|(?:complete|whole|ready[- ]built|built[- ]up) (?:\w+ )?"
    r"(?:diff|differential|slipper|clutch|drag|axle|transmission|drive))\b"
    r"(?! (?:case|housing|cover|half|halves|shell|plate|screws?|bearings?|seals?|gaskets?|shaft)\b)"
)
_BETTER = re.compile(
    r"\b(?:steel|metal|hardened|brass|alloy|alumini?um|upgrade|reinforced|stronger|titanium|bronze|stiffer|carbon)\b"
)
_SIBLING = re.compile(
    r"\b(?:sibling|other model|another model|similar model|from the|older version|newer version|mk ?\d"
    r"|for the|of the (?:[\w-]+ )?(?:size|series|model|version|type)"
    r"|(?:bore|boss|hub|width|rim|shaft)\b[^,;]*\b(?:longer|shorter|larger|bigger|smaller|wider|narrower|thicker|thinner))\b"
)


_TOGETHER = re.compile(r"\s+(?:and|with|plus)\s+|\s*[+&]\s*")
"""What stands between two things sold as one."""

SOME_GEARS = frozenset(["spider", "planet", "idler", "satellite", "bevel", "sun"])
"""Gears that are sold as a set of their own, without the others."""

PLAIN = frozenset(["bush", "bearing", "sleeve"])
"""What a bush and the bearing in its place are called by."""

_BOX = re.compile(r"\b(?:gearbox|gear box|transmission|drive|train|diff|differential)\b")
INSIDE = frozenset(["gear", "bearing", "shaft", "bush", "case", "seal", "spacer", "pin", "circlip", "spring"])
"""Classes of pieces that come with a gearbox bought as one."""


OLD = 20.0
"""Years after which a unit without a price as new is no longer made."""


@dataclass(frozen=True)
class FailedAs:
    """A piece that failed, as it was called and found."""

    name: str
    finding: str = ""
    count: int = 1
    condemned: bool = False

    @cached_property
    def piece(self) -> PieceWords:
        return piece_words(self.name)

    @cached_property
    def found(self) -> FindingWords:
        found = finding_words(self.finding)
        if found.state in ("stripped", "seat") and self.piece.sort == "screw":
            return FindingWords("thread", found.degree)
        if found.state == "stripped" and self.piece.sort in ("case", "frame", "plate"):
            return FindingWords("thread", found.degree)
        if found.state == "seat" and self.piece.sort == "shaft" and "worn" in self.finding.lower():
            return FindingWords("worn", found.degree)
        return found


@dataclass(frozen=True)
class OfferSaid:
    """Something that can be bought: its price if known, days until it is here, what it contains."""

    what: str
    price: float | None = None
    days: float = 0.0
    contains: tuple[str, ...] = ()

    @cached_property
    def pieces(self) -> tuple[PieceWords, ...]:
        return tuple(piece_words(name) for name in (self.contains or _TOGETHER.split(self.what)))

    @property
    def is_unit(self) -> bool:
        return not self.contains and bool(_UNIT.search(self.what.lower()))

    @property
    def is_set(self) -> bool:
        text = _PACK.sub(" ", self.what.lower())
        return len(self.pieces) > 1 or bool(_SETS.search(text) or _ALL_GEARS.search(text))

    @property
    def is_assembly(self) -> bool:
        return bool(_ASSEMBLY.search(self.what.lower()))

    def betters(self, piece: PieceWords) -> bool:
        """Whether it is a stronger piece than the one that failed; a bearing is that for a bush."""
        return self._rolls_for(piece) or bool(_BETTER.search(self.what.lower()))

    def _rolls_for(self, piece: PieceWords) -> bool:
        """Whether it is a bearing for the place of a bush."""
        return piece.sort == "bush" and any(
            each.sort == "bearing" and each.own - PLAIN <= piece.own - PLAIN for each in self.pieces
        )

    @property
    def is_sibling(self) -> bool:
        return bool(_SIBLING.search(self.what.lower()))

    def covers(self, piece: PieceWords) -> bool:
        """Whether it replaces a piece: by its name, by what it contains, or as a set of all such."""
        if any(each.meant_by(piece) and each.own for each in self.pieces):
            return True
        if self._rolls_for(piece):
            return True
        text = self.what.lower()
        if self.contains:
            return False
        if self.is_assembly and piece.sort in INSIDE:
            own = self.pieces[0].own
            return bool(own & piece.own) or bool(_BOX.search(text))
        if piece.sort == "gear" and _ALL_GEARS.search(text):
            kinds = SOME_GEARS & self.pieces[0].own
            return not kinds or bool(kinds & piece.own)
        kind_set = piece.sort in ("seal", "bearing", "pad", "screw", "spacer") and self.is_set
        return kind_set and any(each.sort == piece.sort for each in self.pieces)


@dataclass(frozen=True)
class DonorSaid:
    """A unit or a part of one that could give its pieces: what it is, what it costs, how it is."""

    what: str
    price: float | None = None
    state: str = ""

    @property
    def quality(self) -> str:
        text = self.state.lower()
        if re.search(r"\b(?:worn|same fault|used up|bad|high hours|tired|also)\b", text):
            return "worn"
        return (
            "good" if re.search(r"\b(?:good|sound|low|new|little used|fine|ok|intact)\b", text) else "unknown"
        )

    def gives(self, piece: PieceWords) -> bool:
        """Whether it has such a piece: a whole unit has all, unless its state says that one is gone."""
        own = piece_words(self.what)
        named = bool(own.own & piece.own) and own.sort == piece.sort
        if self._lacks(piece):
            return False
        return named or own.sort in ("other", "motor", "board") or not own.own & piece.own

    def _lacks(self, piece: PieceWords) -> bool:
        text = self.state.lower()
        words = "|".join(re.escape(word) for word in piece.own) or "$^"
        gone = r"(?:missing|gone|stripped|broken|cracked|split|worn|same)"
        return bool(
            re.search(rf"\b(?:{words})\b[^,;]*\b{gone}|\b{gone}\b[^,;]*\b(?:{words})\b|same fault", text)
        )


@dataclass(frozen=True)
class StockSaid:
    """Something in the drawer, and how it fits: yes, not, or with a change that is named."""

    what: str
    fits: str = ""

    @property
    def verdict(self) -> str:
        text = self.fits.lower().strip()
        if re.search(r"\b(?:no|not|does not|doesn't|wrong|differs|other)\b", text):
            return "not"
        if re.search(r"\b(?:change|file|sleeve|bush|ream|drill|cut|shorten|turn down|with)\b", text):
            return "change"
        return (
            "fits"
            if text in ("", "yes", "true", "fits", "ok", "same", "exact", "1") or "fit" in text
            else "change"
        )


@dataclass(frozen=True)
class Asked:
    """Everything that is known; prices in one currency, `rate` in it per minute of work.

    `discards` are the pieces on the way that are never used twice: a gasket, a locking nut.
    """

    failed: tuple[FailedAs, ...]
    kind: str = "other"
    new_price: float | None = None
    age: float = 0.0
    mates: tuple[FailedAs, ...] = ()
    cause: str = ""
    offers: tuple[OfferSaid, ...] = ()
    donors: tuple[DonorSaid, ...] = ()
    stock: tuple[StockSaid, ...] = ()
    house: Mapping[str, str] = field(default_factory=dict)
    minutes: float = 40.0
    promised: float | None = None
    rate: float = 0.35
    discards: tuple[str, ...] = ()

    @property
    def no_longer_made(self) -> bool:
        """Whether it is old and has no price as new: its pieces are not in any list either."""
        return self.age >= OLD and not self.new_price
