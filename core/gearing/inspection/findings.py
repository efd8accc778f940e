"""What is seen on a piece when it is looked over, and what follows from it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from math import asin, degrees

from ..data import table
from ..errors import GearingError
from ..workshop.consumables import school

ORDER = ("", "keep", "clean", "replace", "pair")
"""Verdicts from mildest to worst."""

MOST_NAMED = 6
"""Teeth named one by one; more are only counted."""

PLAY = "play"
"""Play measured at a radius, which is no fault of one kind."""


@dataclass(frozen=True, slots=True)
class Sight:
    """Something a kind of piece can show.

    Attributes
    ----------
    key, says, verdict, why : str
    by_tooth : bool
        Whether it is noted tooth by tooth.
    """

    key: str
    says: str
    verdict: str
    why: str
    by_tooth: bool = False


@dataclass(frozen=True, slots=True)
class Finding:
    """What was seen: the sight's key, on which teeth (from 0, clockwise from the mark), which face.

    Play is measured in mm at a radius.
    """

    what: str
    teeth: tuple[int, ...] = ()
    face: str = ""
    mm: float = 0.0
    radius: float = 0.0


@dataclass(frozen=True, slots=True)
class PieceJudged:
    """The verdict the rules give, and why, in one line."""

    verdict: str
    reason: str


def sights(kind: str) -> tuple[Sight, ...]:
    """What can be seen on a kind of piece.

    Examples
    --------
    >>> [sight.key for sight in sights("oring")]
    ['cut', 'flat', 'hard']
    """
    data = table("findings")
    rows = data.get(data["like"].get(kind, kind)) or data["other"]
    return tuple(
        Sight(key, row["says"], row["verdict"], row["why"], row.get("teeth", False))
        for key, row in rows.items()
    )


def look_rank(kind: str) -> tuple[int, bool]:
    """When a kind of piece is looked over, what carries the load first; and whether with its like.

    Examples
    --------
    >>> look_rank("gear"), look_rank("gear") < look_rank("bearing"), look_rank("screw")[1]
    ((0, False), True, True)
    """
    order = table("findings")["order"]
    ranks = [*order["first"], *order["together"]]
    return ranks.index(kind) if kind in ranks else ranks.index("other"), kind in order["together"]


def judge(kind: str, findings: list[Finding], house: Mapping[str, str]) -> PieceJudged:
    """The verdict by the worst finding; a gear to be replaced takes its mate along where the house says so.

    Raises
    ------
    GearingError
        If a finding is none of this kind's, or play is impossible.
    """
    offered = {sight.key: sight for sight in sights(kind)}
    verdict, reasons = "", []
    for finding in findings:
        if finding.what == PLAY:
            reasons.append(_play(finding))
            continue
        sight = offered.get(finding.what)
        if sight is None:
            raise GearingError(
                f"“{finding.what}” is nothing this piece can show.",
                code="unknown_finding",
                field="findings",
                hint=f"One of: {', '.join(offered)}.",
            )
        many = (
            f"{len(finding.teeth)} teeth "
            if len(finding.teeth) > 1
            else "one tooth "
            if finding.teeth
            else ""
        )
        face = f" on the {finding.face} face" if finding.face else ""
        reasons.append(f"{many}{sight.says}{face}: {sight.why}")
        if ORDER.index(sight.verdict) > ORDER.index(verdict):
            verdict = sight.verdict
    if verdict == "replace" and table("findings")["like"].get(kind, kind) == "gear":
        chosen = school("pair", house)
        if chosen.key == "both":
            verdict = "pair"
            reasons.append(f"with its mate, since {chosen.why[:1].lower()}{chosen.why[1:].rstrip('.')}")
    said = "; ".join(reasons)
    return PieceJudged(verdict, said[:1].upper() + said[1:] + "." if said else "")


def goes_on(judged: PieceJudged, findings: Sequence[Finding]) -> str:
    """The verdict that going on without a free hand gives: the rules' own, sound where nothing was seen.

    None where something was seen of which the rules say nothing: that is for a person to judge.

    Examples
    --------
    >>> goes_on(PieceJudged("", ""), []), goes_on(PieceJudged("replace", "Cracked."), [Finding("cracked")])
    ('keep', 'replace')
    >>> goes_on(PieceJudged("", "Play."), [Finding(PLAY, mm=0.2, radius=10)])
    ''
    """
    return judged.verdict or ("" if findings else "keep")


def in_words(kind: str, finding: Finding) -> str:
    """A finding as one would say it, whatever was stored; teeth are counted from 1.

    Examples
    --------
    >>> in_words("gear", Finding("chipped", (2, 3)))
    'chipped at teeth 3 and 4'
    >>> in_words("gear", Finding("gnawed", face="front"))
    'gnawed on the front face'
    """
    if finding.what == PLAY:
        return f"play {finding.mm:g} mm at {finding.radius:g} mm"
    says = next((sight.says for sight in sights(kind) if sight.key == finding.what), finding.what)
    places = [str(tooth + 1) for tooth in finding.teeth]
    if len(places) > MOST_NAMED:
        where = f" at {len(places)} teeth"
    elif places:
        where = f" at {'tooth' if len(places) == 1 else 'teeth'} {_and(places)}"
    else:
        where = ""
    return f"{says}{where}{f' on the {finding.face} face' if finding.face else ''}"


def _and(words: list[str]) -> str:
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} and {words[-1]}"


def _play(finding: Finding) -> str:
    """``theta = asin(p/r)`` at the piece."""
    if not 0 < finding.mm < finding.radius:
        raise GearingError(
            "Play is measured as movement at a radius larger than it.",
            code="play_past_radius",
            field="findings",
            hint="Hold the scale at the end of an arm, and give the arm's length.",
        )
    return (
        f"play {finding.mm:g} mm at {finding.radius:g} mm, {degrees(asin(finding.mm / finding.radius)):.2f}°"
    )
