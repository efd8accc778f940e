"""Kinds of unit, and what is listened for when one arrives."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from ..data import table


@dataclass(frozen=True, slots=True)
class UnitKind:
    """A kind of geared unit.

    Attributes
    ----------
    key, label : str
    power : str
        What to do before it is opened.
    notice : str
        Said where law or licensed practice decides; empty for most.
    prove : mapping
        What is tried before it goes back to its owner: key to words.
    open_gears : bool
        Whether its gears run in the open, in dirt.
    fixed_mesh : bool
        Whether the case holds the shafts, so that no mesh is set.
    """

    key: str
    label: str
    power: str
    notice: str
    prove: Mapping[str, str]
    open_gears: bool = False
    fixed_mesh: bool = False


@cache
def unit_kinds() -> dict[str, UnitKind]:
    """All kinds by key, in the order of ``units.toml``."""
    return {
        key: UnitKind(
            key,
            row["label"],
            row["power"],
            row.get("notice", ""),
            row["prove"],
            row.get("open_gears", False),
            row.get("mesh", "") == "fixed",
        )
        for key, row in table("units")["kinds"].items()
    }


def unit_kind(key: str) -> UnitKind:
    """A kind by its key; one that is no longer known reads as other, so that old records stay open.

    Examples
    --------
    >>> unit_kind("balloon").key
    'other'
    """
    return unit_kinds().get(key) or unit_kinds()["other"]


def kind_named(said: str) -> str:
    """A kind of unit by its key, its name, or a word of it: the last that names one; none is any other.

    Examples
    --------
    >>> kind_named("car"), kind_named("Fishing reel"), kind_named("winch servo"), kind_named("balloon")
    ('car', 'reel', 'servo', 'other')
    """
    text = said.strip().lower()
    if text in unit_kinds():
        return text
    by_name = {kind.label: key for key, kind in unit_kinds().items()}
    if text in by_name:
        return by_name[text]
    by_word = _by_word()
    for word in reversed(re.findall(r"[a-z]+", text)):
        if key := by_word.get(word) or by_word.get(word.removesuffix("s")):
            return key
    return "other"


@cache
def _by_word() -> dict[str, str]:
    """Words that name a kind: of its name, and those it is called by besides."""
    made: dict[str, str] = {}
    for key, row in table("units")["kinds"].items():
        names = [key, *str(row["label"]).split(), *row.get("also", ())]
        for word in names:
            if word not in NAMES_NONE:
                made.setdefault(word.lower(), key)
    return made


NAMES_NONE = frozenset(
    {"or", "drive", "motor", "other", "unit", "geared", "powered", "toy", "head", "tracking"}
)
"""Words of the names of kinds that tell none from another."""


def pick_named(words: Mapping[str, str], said: str) -> str:
    """The key of a pick, which may be given in its words; what is on no list stays as it was said."""
    text = said.strip().lower()
    return next((key for key, label in words.items() if text in (key, label.lower())), text)


def symptoms() -> dict[str, str]:
    """What a unit may sound or feel like: key to words."""
    return dict(table("units")["listening"]["symptoms"])


def conditions() -> dict[str, str]:
    """When it does so: key to words."""
    return dict(table("units")["listening"]["conditions"])


def check_words(key: str) -> str:
    """What a check asks for; one that is no longer known speaks for itself.

    Examples
    --------
    >>> check_words("polished to a shine")
    'polished to a shine'
    """
    return next((kind.prove[key] for kind in unit_kinds().values() if key in kind.prove), key)


def stop_running(heard: list[str]) -> str:
    """The warning not to run the unit on, if what was heard calls for it; else empty.

    Examples
    --------
    >>> stop_running(["whining"])
    ''
    """
    listening = table("units")["listening"]
    return str(listening["stop_says"]) if set(heard) & set(listening["stop"]) else ""
