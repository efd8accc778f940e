"""When a unit is to be looked at again: by what loosens, and by what was seen to wear."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from ..data import table

EARLY = 0.7
"""Share of the use that is left at which it is looked at: the rate of wear is known from two readings."""

SOONEST, LATEST = 7, 3 * 365
"""Days within which a day is named; sooner it is to be mended now, later nobody keeps it in mind."""

MOST_USE = 99_999.0


@dataclass(frozen=True, slots=True)
class Again:
    """One thing to look at again.

    Attributes
    ----------
    key : str
        What it is of, so that it stands once.
    says : str
    after, by : float or None, str
        So much use, and what it is counted in; None where a day is named.
    on : date or None
    """

    key: str
    says: str
    after: float | None = None
    by: str = ""
    on: date | None = None


@dataclass(frozen=True, slots=True)
class GearThen:
    """A figure of a gear at one visit: the day, the use until then where it was said, and mm."""

    on: date
    value: float
    used: float | None = None


_USE = re.compile(r"(\d+(?:[.,]\d+)?)\s*(?:more\s+)?([a-z]{1,20})", re.I)
_SINCE = re.compile(r"\b(?:since|more|again)\b", re.I)


def use_said(text: str) -> dict[str, float]:
    """How much use words tell, by what it is counted in.

    Examples
    --------
    >>> use_said("3 seasons, about 40 hours"), use_said("12 packs since the last visit")
    ({'seasons': 3.0, 'hours': 40.0}, {'packs': 12.0})
    """
    return {_plural(word): float(number.replace(",", ".")) for number, word in _USE.findall(text)}


def _plural(word: str) -> str:
    word = {"h": "hours", "hr": "hours", "hrs": "hours"}.get(word.lower(), word.lower())
    return word if word.endswith("s") else f"{word}s"


def used_between(earlier: str, later: str, by: str) -> float | None:
    """Use from one visit to the next, by what is said of the use so far at each; None if that does not tell.

    Examples
    --------
    >>> used_between("40 packs", "55 packs", "packs"), used_between("", "6 trips since then", "trips")
    (15.0, 6.0)
    >>> used_between("", "55 packs", "packs"), used_between("55 packs", "3 packs", "packs")
    (None, None)
    """
    now = use_said(later).get(_plural(by)) if by else None
    if now is None or now > MOST_USE:
        return None
    if _SINCE.search(later):
        return now
    before = use_said(earlier).get(_plural(by))
    return now - before if before is not None and now >= before else None


def worn_by(name: str, module: float, readings: Sequence[GearThen], by: str = "") -> Again | None:
    """When a gear is to be measured again, from how much it lost between its first reading and its last.

    Parameters
    ----------
    name : str
    module : float
        Module, mm: the band of ``wear.toml`` is a share of its tooth thickness.
    readings : sequence of GearThen
        Of the same kind, in the order they were taken; what they lack of each other is wear.
    by : str
        What the use is counted in; by days where it was not said at both.

    Returns
    -------
    Again or None
        None where it did not wear beyond what readings scatter, or wears so slowly that no day is named.

    Notes
    -----
    Wear is taken to go on as fast as it went, which holds between running in and the end (Archard's law
    with a steady load: worn depth in proportion to the way slid).
    """
    if len(readings) < 2 or module <= 0:
        return None
    first, last = readings[0], readings[-1]
    lost = first.value - last.value
    if lost <= LEAST_LOST:
        return None
    limit = float(table("wear")["tooth"]["replace"]) * 1.5707963 * module
    left = max(0.0, limit - lost)
    says = f"Measure the {name} again: it lost {lost:.2f} mm, {limit:.2f} is too much"
    if by and first.used is not None and last.used is not None and last.used > first.used:
        after = EARLY * left * (last.used - first.used) / lost
        return Again(f"wear:{name}", says, after=float(f"{max(1.0, after):.2g}"), by=by)
    days = (last.on - first.on).days
    if days <= 0:
        return None
    wait = max(SOONEST, EARLY * left * days / lost)
    return None if wait > LATEST else Again(f"wear:{name}", says, on=last.on + timedelta(days=round(wait)))


LEAST_LOST = 0.03
"""What two readings scatter by, mm: less is no wear."""
