"""One check of a proof: what is tried, how, the band to meet, and where a failure leads."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from ..data import table

RISKS = ("hand", "again", "held", "free", "load", "use", "after")
"""Hand before power, held before free, low before high; what is set by hand is set before power."""


@dataclass(frozen=True, slots=True)
class ProofFigure:
    """A figure to meet. None at an end that is open.

    Attributes
    ----------
    unit : str
    least, most : float or None
    exact : bool
        Whether it is counted: nothing beside it will do.
    guide : bool
        Whether it is only what such units usually read: outside it, whoever tries it decides.
    """

    unit: str
    least: float | None = None
    most: float | None = None
    exact: bool = False
    guide: bool = False

    @property
    def says(self) -> str:
        """The band in words.

        Examples
        --------
        >>> ProofFigure("mm", 0.05, 0.2).says, ProofFigure("°C", most=60).says, ProofFigure("s").says
        ('0.05 to 0.2 mm', 'at most 60 °C', '')
        >>> ProofFigure("s", least=5, guide=True).says
        'usually at least 5 s'
        """
        return f"usually {self._within}" if self.guide and self._within else self._within

    @property
    def _within(self) -> str:
        if self.least is not None and self.most is not None:
            return (
                f"{self.least:g} {self.unit}"
                if self.exact
                else f"{self.least:g} to {self.most:g} {self.unit}"
            )
        if self.most is not None:
            return f"at most {self.most:g} {self.unit}"
        return f"at least {self.least:g} {self.unit}" if self.least is not None else ""


@dataclass(frozen=True, slots=True)
class Lead:
    """A build step that a failure may come from: its key in the plan, and its title."""

    key: str
    title: str


@dataclass(frozen=True, slots=True)
class ProofCheck:
    """A check.

    Attributes
    ----------
    key, name, how, band : str
        `band` in words, the figure's among them.
    minutes : float
    risk : str
        Of :data:`RISKS`.
    why : str
        What of the record asks for it.
    fails, to : str
        What it means if it fails, and where that leads: a stage, and the rule of the rebuild it concerns.
    figure : ProofFigure or None
        None where nothing is measured.
    after : tuple of (str, float) or None
        For what is done later: the use it counts by, and how much of it.
    leads : tuple of Lead
        Build steps that a failure may come from, the first reached first.
    """

    key: str
    name: str
    how: str
    band: str
    minutes: float
    risk: str
    why: str
    fails: str
    to: str
    figure: ProofFigure | None = None
    after: tuple[str, float] | None = None
    leads: tuple[Lead, ...] = ()

    @property
    def order(self) -> int:
        return RISKS.index(self.risk)


def band_of(check: Mapping[str, object], figure: ProofFigure | None) -> str:
    """The band in words: what the data says, and the figure's."""
    said = [str(check.get("band", "")), figure.says if figure else ""]
    return "; ".join(part for part in said if part)


def met_by(figure: ProofFigure | None, value: float) -> bool | None:
    """Whether a reading is within the band; None where the band is not a figure that decides.

    Examples
    --------
    >>> met_by(ProofFigure("mm", 0.05, 0.2), 0.3), met_by(ProofFigure("s"), 4.0)
    (False, None)
    """
    if figure is None or figure.guide or (figure.least is None and figure.most is None):
        return None
    off = 0.005 * abs(figure.least or 0.0) if figure.exact else 0.0
    low = figure.least is None or value >= figure.least - off
    high = figure.most is None or value <= figure.most + off
    return low and high


GUIDES = ("free_roll", "slip", "drag", "current")
FIGURES = ("end_play", "slop", "temperature", "run_out", *GUIDES)
"""Figures that are looked up by the kind of unit."""


def usual(name: str, kind: str) -> ProofFigure:
    """A figure by the kind of unit, from the data."""
    if name == "end_play":
        bands = table("rebuild")["end_play"]
        low, high = bands.get(kind, bands["other"])
        return ProofFigure("mm", low, high)
    if name == "slop":
        bands = table("proof")["slop"]
        most, radius = bands.get(kind, bands["other"])
        return ProofFigure(f"mm at {radius:g} mm", most=most)
    if name == "temperature":
        return ProofFigure("°C", most=table("proof")["temperature"]["motor"])
    if name in GUIDES:
        return _guide(table("proof")["usual"][name], kind)
    return ProofFigure("mm", most=table("proof")["run_out"]["most"])


def _guide(row: Mapping[str, Any], kind: str) -> ProofFigure:
    def of_kind(end: str) -> float | None:
        bands = row.get(end, {})
        said = bands.get(kind, bands.get("other"))
        return None if said is None else float(said)

    radius = of_kind("radius")
    unit = str(row["unit"]) if radius is None else f"{row['unit']} at {radius:g} mm"
    return ProofFigure(unit, of_kind("least"), of_kind("most"), guide=True)


def as_before(name: str, guide: ProofFigure, read: float) -> ProofFigure:
    """The band that what was read of this very unit gives, when it was last shown to be right.

    Examples
    --------
    >>> as_before("current", usual("current", "car"), 2.0).says
    'at most 2.3 A'
    """
    share = table("proof")["as_before"][name]
    ends = {end: float(f"{abs(read) * share[end]:.3g}") for end in ("least", "most") if end in share}
    return ProofFigure(guide.unit, ends.get("least"), ends.get("most"))
