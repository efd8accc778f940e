"""The proof: which checks the record asks for, in the order of their risk."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Any

from ..data import table
from ..diagnosis import hear, observations
from ..rebuild import Plan
from ..rebuild.model import capital
from ..strip.order import Spot
from ..workshop.consumables import school
from ..workshop.units import conditions
from .asked import ProofAsked
from .checks import RISKS, Lead, ProofCheck, ProofFigure, as_before, band_of, usual
from .facts import Facts, ProofFact, facts_of, rebuild_of
from .run_in import RunIn, run_in, train_of

LONGEST_WORDS = 160


def prove(asked: ProofAsked) -> list[ProofCheck]:
    """Every check the record asks for: hand before power, held before free, low before high, and why.

    Examples
    --------
    >>> checks = prove(ProofAsked("servo", words="hums at the centre"))
    >>> [check.key for check in checks][:2], checks[-1].key
    (['hand_turn', 'travel'], 'complaint')
    """
    rebuild = rebuild_of(asked)
    facts = facts_of(asked, rebuild)
    made = [
        replace(_check(key, row, fact.why, asked), leads=_leads(row, fact.spots, rebuild))
        for key, row in table("proof")["checks"].items()
        if (fact := _asked_for(row, facts)) is not None
    ]
    return sorted(made, key=lambda check: RISKS.index(check.risk))


def _asked_for(row: Mapping[str, Any], facts: Facts) -> ProofFact | None:
    """Why a check stands in the proof, with every piece that asks for it; None if it does not stand."""
    if any(_so(line, facts) for line in row.get("unless", ())):
        return None
    reasons = [line for line in row["when"] if _so(line, facts)]
    if not reasons:
        return None
    parts = [facts[part] for line in reasons for part in line.split("+")]
    said = [fact for fact in parts if fact.why]
    # What is special to this visit tells more than that all of its kind are tried so.
    telling = [fact for fact in said if not fact.usual]
    first = (telling or said or [ProofFact("")])[0]
    return replace(first, spots=tuple(dict.fromkeys(spot for fact in parts for spot in fact.spots)))


def _so(line: str, facts: Facts) -> bool:
    return all(part in facts for part in line.split("+"))


MOST_LEADS = 6
"""Build steps that a failure leads back to; more are no lead."""


def _leads(row: Mapping[str, Any], spots: Sequence[Spot], rebuild: Plan) -> tuple[Lead, ...]:
    """Build steps that a failure may come from, in the order they are gone back to.

    What the rebuild sets by a rule is the step of that rule; else those of the pieces that asked for it.
    """
    rule = str(row["to"]).partition(":")[2]
    by_rule = [step for step in rebuild.steps if rule and step.kind == rule]
    of_pieces = [step for step in rebuild.steps if step.kind == "piece" and (step.step, step.at) in spots]
    # What was put in last is reached first.
    return tuple(Lead(step.key, step.title) for step in (by_rule or of_pieces)[::-1][:MOST_LEADS])


def _check(key: str, row: Mapping[str, Any], why: str, asked: ProofAsked) -> ProofCheck:
    own = {**row, **row.get("kinds", {}).get(asked.kind, {})}
    figure = _figure(key, own, asked)
    name, how, band, minutes = str(own["name"]), str(own["how"]), band_of(own, figure), float(own["minutes"])
    if key == "complaint":
        name, how, band = _complaint(asked, how, band)
    if key == "ratio" and (known := train_of(asked)):
        band = f"{float(known[1]):.4g} turns in for one out"
        how = f"{how} By the row it is {known[0].replace('|', 'then')}."
    if key == "slip":
        # As this house sets it; the notes of its turns belong to the rebuild.
        how = f"{capital(school('slipper', asked.house).name)}. {how}"
    if key == "run_in":
        wanted = run_in(asked)
        minutes = wanted.minutes
        how = f"{capital(wanted.how)}: {minutes:g} min{_turned(wanted)}."
    after = own.get("after", {}).get(asked.kind) or (own["after"]["other"] if "after" in own else None)
    return ProofCheck(
        key=key,
        name=name,
        how=how,
        band=band,
        minutes=minutes,
        risk=str(own["risk"]),
        why=why,
        fails=str(own["fails"]),
        to=str(own["to"]),
        figure=figure,
        after=(str(after[0]), float(after[1])) if after else None,
    )


LEAST_PLAY, AS_SET = 0.01, 0.03
"""End play that is play at all, and how near to what was worked out it is read again, mm."""

_LEFT = re.compile(r"(\d+(?:\.\d+)?) mm of end play")


def _set_play(asked: ProofAsked) -> float:
    """The end play that was worked out for the shims of this rebuild; 0 if none was."""
    says = [said for piece in asked.pieces for said, _ in piece.worked]
    found = [match for said in says if (match := _LEFT.search(said))]
    return float(found[-1][1]) if found else 0.0


def _figure(key: str, row: Mapping[str, Any], asked: ProofAsked) -> ProofFigure | None:
    if key == "ratio":
        known = train_of(asked)
        ratio = round(float(known[1]), 3) if known else None
        return ProofFigure("turns", ratio, ratio, exact=True)
    if key == "end_play" and (was := _set_play(asked)):
        return ProofFigure("mm", round(max(LEAST_PLAY, was - AS_SET), 3), round(was + AS_SET, 3))
    if "figure" in row:
        figure = usual(str(row["figure"]), asked.kind)
        return as_before(key, figure, asked.before[key]) if _binds(key, figure, asked) else figure
    return ProofFigure(str(row["unit"])) if "unit" in row else None


def _binds(key: str, figure: ProofFigure, asked: ProofAsked) -> bool:
    """Whether what was read of this unit before decides; another motor draws another current."""
    motor = any(piece.renewed and piece.entry.kind == "motor" for piece in asked.pieces)
    return figure.guide and key in asked.before and not (key == "current" and motor)


def _complaint(asked: ProofAsked, how: str, band: str) -> tuple[str, str, str]:
    """The complaint again, in the conditions in which it showed."""
    words = " ".join(asked.words.split())[:LONGEST_WORDS]
    known = observations()
    heard = sorted(hear(asked.words, asked.symptoms).said)
    when = [known[key].says for key in heard if known[key].sort == "when"]
    named = conditions()
    when += [named[key].lower() for key in asked.conditions if key in named]
    what = [known[key].says for key in heard if known[key].sort != "when"]
    name = f"The complaint itself: “{words}”" if words else "What it came in for"
    in_them = f" As it showed: {_listed(when)}." if when else ""
    # A sound is named as what must be gone; of other words the denial reads wrong.
    sounds = bool(what) and all(known[key].sort in ("sound", "when") for key in heard)
    return (
        name,
        f"{how}{in_them} Both directions, as long as it took to show.",
        f"{band}: no {_listed(what)}" if sounds else band,
    )


def _turned(wanted: RunIn) -> str:
    """How many turns that is, and whether all have met by then."""
    if not wanted.turns:
        return ""
    met = " until every tooth has met every one it meets" if wanted.whole else ", the rest in use"
    return f", {wanted.turns} turns of the driving shaft{met}"


def _listed(words: Sequence[str]) -> str:
    unique = list(dict.fromkeys(words))
    return ", ".join(unique[:-1]) + (" and " if len(unique) > 1 else "") + unique[-1] if unique else ""
