"""A bench's day: what to do next and for how long, what is due, and what is worked while a cure runs.

What was promised comes first, then what lies open (pieces in a tray are lost by lying), then what has just
become possible, the short before the long. Work that shares a tool, or a grease, follows on from its like.
A visit whose compound cures waits for it; the others are worked meanwhile.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date

from .stages import STAGES

MINUTES: Mapping[str, tuple[float, float]] = {
    "listen": (10.0, 0.0),
    "strip": (20.0, 1.0),
    "look": (3.0, 0.7),
    "read": (2.0, 4.0),
    "source": (8.0, 2.0),
    "build": (4.0, 2.2),
    "prove": (5.0, 4.0),
}
"""Work of each stage: to begin with, and for each thing in it. Bench judgement."""

OPEN = ("look", "read", "source", "build")
"""Stages in which a unit lies open."""

STRIP_SHARE = 0.6
"""What a piece takes to come off of what it takes to go in."""

SOON_DAYS = 2
"""Days before a promise within which it leads everything else."""

SHORT_MINUTES = 15.0
"""Up to which a job fits in between."""

DAY_MINUTES = 8 * 60.0


@dataclass(frozen=True, slots=True)
class DayVisit:
    """An open visit, as far as the day asks.

    Attributes
    ----------
    key, unit : str
    stage : str
    things : int
        What the stage has to work through: pieces to look over, gears to read, steps to build, checks.
    mine : bool
        Whether it waits for the bench and for nobody else.
    promised : date or None
    cure : float
        Minutes until its compound has cured; 0 if none runs.
    shares : frozenset of str
        Tools and greases its next stage takes.
    says : str
        What it waits for, or what has just come.
    work : float or None
        Minutes of its pieces as the rebuild's plan takes them; None to go by how many there are.
    """

    key: str
    unit: str
    stage: str
    things: int = 0
    mine: bool = True
    promised: date | None = None
    cure: float = 0.0
    shares: frozenset[str] = frozenset()
    says: str = ""
    work: float | None = None

    @property
    def minutes(self) -> float:
        """Work of its next stage."""
        first, each = MINUTES.get(self.stage, (10.0, 0.0))
        return first + (each * self.things if self.work is None else self.work)


@dataclass(frozen=True, slots=True)
class DayJob:
    """One thing to do: when it begins, in minutes from now, and why it stands there."""

    visit: DayVisit
    starts: float
    minutes: float
    why: str
    while_cures: str = ""

    @property
    def does(self) -> str:
        return STAGES.get(self.visit.stage, self.visit.stage)


@dataclass(frozen=True, slots=True)
class DayPlan:
    """Jobs in order, and what has to wait."""

    jobs: tuple[DayJob, ...]
    waiting: tuple[DayVisit, ...]
    minutes: float = field(default=0.0)

    @property
    def says(self) -> str:
        """The plan in a sentence."""
        if not self.jobs:
            return "Nothing waits for you." if self.waiting else "The bench is clear."
        first = self.jobs[0]
        more = len(self.jobs) - 1
        rest = f", then {more} more" if more else ""
        return f"{first.visit.unit} first: {first.does}, about {spoken(first.minutes)}{rest}."


def spoken(minutes: float) -> str:
    """Minutes as one says them.

    Examples
    --------
    >>> spoken(4), spoken(38), spoken(95)
    ('5 min', '40 min', '1 h 35')
    """
    rounded = max(5, 5 * round(minutes / 5))
    hours, rest = divmod(rounded, 60)
    return f"{rest} min" if not hours else f"{hours} h" + (f" {rest:02d}" if rest else "")


def plan_day(visits: Iterable[DayVisit], today: date) -> DayPlan:
    """What to do in which order.

    Parameters
    ----------
    visits : iterable of DayVisit
    today : date

    Returns
    -------
    DayPlan
        Jobs back to back; one whose compound still cures begins when that is done.

    Examples
    --------
    >>> bench = [DayVisit("a", "Otter", "build", 10), DayVisit("b", "Tern", "strip")]
    >>> plan = plan_day(bench, date(2026, 11, 27))
    >>> [(job.visit.unit, job.starts) for job in plan.jobs]
    [('Otter', 0.0), ('Tern', 26.0)]
    """
    told = list(visits)
    ranks = {visit.key: _rank(visit, today) for visit in told}
    left = sorted((visit for visit in told if visit.mine), key=lambda visit: ranks[visit.key])
    waiting = tuple(visit for visit in told if not visit.mine)
    curing = [visit for visit in told if visit.cure > 0]
    jobs: list[DayJob] = []
    clock = 0.0
    while left:
        ready = [n for n, visit in enumerate(left) if visit.cure <= clock]
        if not ready:
            # Nothing else is to be done: the wait is a pause.
            clock = min(visit.cure for visit in left)
            continue
        hand = jobs[-1].visit.shares if jobs else frozenset()
        lead = ranks[left[ready[0]].key][:2]
        alike = [n for n in ready if ranks[left[n].key][:2] == lead] if hand else ready[:1]
        # Of those that rank alike the one that goes on with what is in the hand.
        visit = left.pop(max(alike, key=lambda n: (len(hand & left[n].shares), -n)))
        runs = next((other.unit for other in curing if other is not visit and other.cure > clock), "")
        jobs.append(DayJob(visit, clock, visit.minutes, _why(visit, jobs, today), runs))
        clock += visit.minutes
    return DayPlan(tuple(jobs), waiting, clock)


def _rank(visit: DayVisit, today: date) -> tuple[float, int, float, str]:
    days = (visit.promised - today).days if visit.promised else 10_000
    urgent = days if days <= SOON_DAYS else 10_000
    return urgent, visit.stage not in OPEN, visit.minutes, visit.unit


def _why(visit: DayVisit, jobs: Sequence[DayJob], today: date) -> str:
    if visit.promised:
        days = (visit.promised - today).days
        if days < 0:
            return f"promised {-days} {'day' if days == -1 else 'days'} ago"
        if days <= SOON_DAYS:
            return ("promised for today", "promised for tomorrow", "promised in two days")[days]
    shared = sorted(jobs[-1].visit.shares & visit.shares) if jobs else []
    if shared:
        return f"same {shared[0]} as the one before"
    if visit.says:
        return visit.says
    if visit.stage in OPEN:
        return "it lies open"
    return "short" if visit.minutes <= SHORT_MINUTES else ""
