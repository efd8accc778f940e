"""What to grease, lock and clean with, and what must stay dry; the schools a bench can choose between."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cache
from typing import Any

from ..data import table
from ..strip.entry import Entry
from ..strip.kinds import kinds

KINDS = ("lubricant", "fluid", "locker", "retainer", "cleaner")
ROLES = {"lubricant": ("oil", "grease", "film"), "locker": ("low", "medium")}
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
    words = {"film": "film", "ptfe": "film", "oil": "oil", "low": "low"}
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
    entry: Entry, *, open_gears: bool, house: Mapping[str, str], shelf: tuple[Item, ...]
) -> ConsumableAdvice | None:
    """What goes on a piece as it is put back; None where nothing is said.

    Parameters
    ----------
    open_gears : bool
        Whether the unit's gears run in the open, in dirt.
    house : mapping
        School chosen for each question.
    shelf : tuple of Item
        What is at hand.
    """
    surface = surface_of(entry)
    if surface == "friction":
        chosen = school("drag", house)
        if chosen.key != "film":
            return ConsumableAdvice(None, "", True, chosen.why)
        film = _first(shelf, "lubricant", "friction")
        return ConsumableAdvice(
            film, "a thin film, wiped off again", False, chosen.why, "" if film else chosen.name
        )
    if entry.kind == "oneway":
        return ConsumableAdvice(
            _first(shelf, "lubricant", "oneway"), "a trace", False, "Grease stops the rollers."
        )
    if surface == "rubber":
        return ConsumableAdvice(
            _first(shelf, "lubricant", "rubber"), "on the lip", False, "A dry seal tears."
        )
    if kinds()[entry.kind].meshes:
        if open_gears:
            return _open_pair(surface, house, shelf)
        item = _first(shelf, "lubricant", surface, role="grease") or _first(shelf, "lubricant", surface)
        why = "Between the teeth, not beside them."
        return ConsumableAdvice(
            item, "on the teeth as it goes in", False, why, "" if item else f"grease for {surface}"
        )
    return None


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
