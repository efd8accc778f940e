"""What to grease, lock and clean with, and what must stay dry; the schools a bench can choose between."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache
from typing import Any

from ..data import table
from ..strip.entry import Entry

KINDS = ("lubricant", "fluid", "locker", "retainer", "cleaner")
ROLES = {"lubricant": ("oil", "grease", "moly", "film"), "locker": ("low", "medium")}
"""Which of its kind a thing is: what the schools ask for, whatever it is called on the bottle."""

SURFACES = ("metal", "nylon", "acetal", "friction", "oneway", "rubber", "electric", "paint")


@dataclass(frozen=True, slots=True)
class Item:
    """Something on the shelf.

    Attributes
    ----------
    key, name, kind : str
        `kind` is one of :data:`KINDS`.
    suits, never : tuple of str
        Surfaces of :data:`SURFACES` it is for, and must not touch.
    not_with : tuple of str
        Keys of what it must not be mixed with.
    viscosity, note : str
    handle, full : int
        Minutes before the next piece may load it, and before the unit runs; 0 for none.
    role : str
        One of :data:`ROLES` of its kind; empty where the kind has none.
    """

    key: str
    name: str
    kind: str
    suits: tuple[str, ...] = ()
    never: tuple[str, ...] = ()
    not_with: tuple[str, ...] = ()
    viscosity: str = ""
    note: str = ""
    handle: int = 0
    full: int = 0
    role: str = ""


@dataclass(frozen=True, slots=True)
class School:
    """One way of doing it, and why."""

    key: str
    name: str
    why: str


@dataclass(frozen=True, slots=True)
class Question:
    """A question on which good benches disagree; the first school is the default."""

    key: str
    asks: str
    schools: tuple[School, ...]

    def chosen(self, house: Mapping[str, str]) -> School:
        """The house's school, or the default."""
        return next((school for school in self.schools if school.key == house.get(self.key)), self.schools[0])


@dataclass(frozen=True, slots=True)
class ConsumableAdvice:
    """What goes on a piece. `dry` means nothing must; no `item` and not dry, that the shelf lacks `lacks`."""

    item: Item | None
    where: str
    dry: bool
    why: str
    lacks: str = ""


@cache
def shipped() -> tuple[Item, ...]:
    """The generic shelf."""
    return tuple(item_of(row) for row in table("shelf")["item"])


def item_of(row: Mapping[str, Any]) -> Item:
    """An item from a row of data, where lists are lists."""
    lists = ("suits", "never", "not_with")
    values: dict[str, Any] = {name: tuple(value) if name in lists else value for name, value in row.items()}
    item = Item(**values)
    return item if item.role else replace(item, role=_role_of(item))


def _role_of(item: Item) -> str:
    """Of a thing kept before roles were: the generic one's it stands for, else what its name says."""
    for row in table("shelf")["item"]:
        if row["key"] == item.key and row["kind"] == item.kind:
            return str(row.get("role", ""))
    words = {"moly": "moly", "film": "film", "ptfe": "film", "oil": "oil", "low": "low"}
    usual = {"lubricant": "grease", "locker": "medium"}.get(item.kind, "")
    said = (role for word, role in words.items() if word in item.name.lower())
    return next((role for role in said if role in ROLES.get(item.kind, ())), usual)


@cache
def questions() -> tuple[Question, ...]:
    """All questions, in the order of ``schools.toml``."""
    return tuple(
        Question(row["key"], row["asks"], tuple(School(**school) for school in row["school"]))
        for row in table("schools")["question"]
    )


def school(key: str, house: Mapping[str, str]) -> School:
    """The school the house follows on one question."""
    return next(question for question in questions() if question.key == key).chosen(house)


def surface_of(entry: Entry) -> str:
    """The surface a piece offers: by its kind, else by its material, metal if neither says.

    Examples
    --------
    >>> from gearing.strip.entry import parse
    >>> surface_of(parse("idler 23t nylon")), surface_of(parse("drag pads")), surface_of(parse("gear 20t"))
    ('nylon', 'friction', 'metal')
    """
    surfaces = table("shelf")["surface"]
    by_kind = surfaces["kinds"].get(entry.kind)
    return str(by_kind or surfaces["materials"].get(entry.material, "metal"))


def suits(item: Item, surface: str) -> bool:
    """Whether it may go on a surface."""
    return surface in item.suits and surface not in item.never


def lubricant_for(
    entry: Entry,
    runs: str,
    *,
    meets: Sequence[Entry] = (),
    house: Mapping[str, str],
    shelf: tuple[Item, ...],
) -> ConsumableAdvice | None:
    """What goes on a piece as it is put back; None where nothing is said.

    Parameters
    ----------
    runs : str
        Where it runs, of :data:`gearing.strip.entry.runs.SURROUNDINGS`; empty for what does not run.
    meets : sequence of Entry
        The gears it runs against: of two materials the tenderer one decides.
    house : mapping
        School chosen for each question.
    shelf : tuple of Item
        What is at hand.
    """
    if runs == "dry":
        degrease = _first(shelf, "cleaner", "friction")
        first = f" Degrease it first, with {degrease.name}." if degrease and entry.kind == "pad" else ""
        return ConsumableAdvice(None, "", True, f"Grease here slips, or holds grit.{first}")
    if runs == "drag":
        return _dragged(house, shelf)
    if runs == "sealed":
        return ConsumableAdvice(
            _first(shelf, "lubricant", "oneway"), "a trace", False, "Grease stops the rollers."
        )
    if runs == "fluid":
        return _filled(entry, shelf)
    if runs == "open":
        return _open_pair(surface_of(entry), house, shelf)
    if runs == "closed":
        return _greased(entry, meets, shelf)
    if is_felt(entry):
        oil = _first(shelf, "lubricant", "metal", role="oil")
        return ConsumableAdvice(
            oil, "soaked in", False, "Dry felt wears the shaft.", "" if oil else "light oil"
        )
    if entry.kind in BARE_CONTACTS or "commutator" in entry.words.lower():
        return ConsumableAdvice(None, "", True, "Contacts and commutators carry current bare.")
    if surface_of(entry) == "rubber" and not {"gasket", "paper"} & set(entry.words.lower().split()):
        return ConsumableAdvice(
            _first(shelf, "lubricant", "rubber"), "on the lip", False, "A dry seal tears."
        )
    return None


BARE_CONTACTS = ("brush",)
"""Kinds that carry current by touch."""


def is_felt(entry: Entry) -> bool:
    """Whether a piece is of felt, which is oiled and not greased."""
    return entry.material == "felt" or "felt" in entry.words.lower()


def _dragged(house: Mapping[str, str], shelf: tuple[Item, ...]) -> ConsumableAdvice:
    chosen = school("drag", house)
    if chosen.key != "film":
        return ConsumableAdvice(None, "", True, chosen.why)
    film = _first(shelf, "lubricant", "friction")
    return ConsumableAdvice(
        film, "a thin film, wiped off again", False, chosen.why, "" if film else chosen.name
    )


def _filled(entry: Entry, shelf: tuple[Item, ...]) -> ConsumableAdvice:
    """The fluid that was found, by its viscosity; else the first that is thick enough for gears."""
    fluids = [item for item in shelf if item.kind == "fluid"]
    plain = re.sub(r"(?<=\d)\s+(?=\d)", "", entry.lubricant.lower())
    found = re.findall(r"\d+", re.sub(r"(?<=\d)\s*k\b", "000", plain))
    same = next((item for item in fluids if _cst(item.viscosity) in found), None)
    thick = next((item for item in fluids if int(_cst(item.viscosity) or 0) >= THICK_ENOUGH), None)
    item = same or thick
    return ConsumableAdvice(
        item,
        "filled to its mark, no grease on the teeth",
        False,
        "Sealed gear cases come dry from new more often than not.",
        "" if item else "fluid for the differential",
    )


THICK_ENOUGH = 5000
"""Thinner fluids damp and do not hold a differential, cSt."""


def _cst(viscosity: str) -> str:
    return "".join(re.findall(r"\d+", viscosity))


def _greased(entry: Entry, meets: Sequence[Entry], shelf: tuple[Item, ...]) -> ConsumableAdvice:
    """Plastic anywhere in the mesh asks for plastic-safe grease; steel on steel for moly."""
    surfaces = [surface_of(one) for one in (entry, *meets)]
    tender = next((surface for surface in surfaces if surface != "metal"), "metal")
    steel = all(one.material in STEELS for one in (entry, *meets)) and bool(meets)
    moly = _first(shelf, "lubricant", "metal", role="moly") if steel else None
    item = moly or _first(shelf, "lubricant", tender, role="grease") or _first(shelf, "lubricant", tender)
    why = "Between the teeth, not beside them."
    if tender != surfaces[0]:
        why = f"It runs against {tender}, which decides the grease. {why}"
    elif moly:
        why = f"Steel on steel. {why}"
    return ConsumableAdvice(
        item, "on the teeth as it goes in", False, why, "" if item else f"grease for {tender}"
    )


STEELS = ("steel", "hardened", "stainless", "sintered")


def _open_pair(surface: str, house: Mapping[str, str], shelf: tuple[Item, ...]) -> ConsumableAdvice:
    chosen = school("open", house)
    if chosen.key == "dry":
        return ConsumableAdvice(None, "", True, chosen.why)
    item = _first(shelf, "lubricant", surface, role=chosen.key)
    return ConsumableAdvice(item, "on the teeth", False, chosen.why, "" if item else chosen.name)


def lock_for(
    entry: Entry, *, shares_flat: bool, into: str, house: Mapping[str, str], shelf: tuple[Item, ...]
) -> ConsumableAdvice | None:
    """Thread lock for a set screw by the house's school, or as it was found; None for none.

    Parameters
    ----------
    shares_flat : bool
        Whether two set screws press on one flat.
    into : str
        Surface the thread is cut in.
    """
    if not entry.fastener:
        return None
    wanted = "low" if 0 < entry.fastener.diameter < 3 else "medium"
    item = next((bottle for bottle in shelf if bottle.kind == "locker" and bottle.role == wanted), None)
    if into in ("nylon", "acetal"):
        return ConsumableAdvice(None, "", True, "Not in plastic: it crazes.") if entry.lock else None
    if entry.kind != "setscrew":
        return (
            ConsumableAdvice(item, "on the thread, as it was found", False, entry.lock)
            if entry.lock
            else None
        )
    chosen = school("lock", house)
    if chosen.key == "not-shared" and shares_flat:
        return ConsumableAdvice(None, "", True, chosen.why)
    return ConsumableAdvice(item, "on the thread", False, chosen.why)


def clashes(first: Item, second: Item) -> bool:
    """Whether two must not be mixed."""
    return second.key in first.not_with or first.key in second.not_with


def _first(shelf: tuple[Item, ...], kind: str, surface: str, role: str = "") -> Item | None:
    """The first thing on the shelf made for a surface, and of that role where one is asked for."""
    fits = (item for item in shelf if item.kind == kind and suits(item, surface))
    return next((item for item in fits if not role or item.role == role), None)
