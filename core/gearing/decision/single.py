"""Every way of treating one piece: left, cleaned, mended, or new from wherever it can be had."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from ..data import table
from .asked import Asked, FailedAs
from .causes import cause_share
from .choice import Choice
from .had_new import new_ones, stronger_ones

NOT_BY_NEW = 0.5
"""Chance of a new piece where what was found is not cured by one."""

LEAST_LISTED = 0.12
"""Chance below which a way is not offered at all."""


def _rows(piece: FailedAs) -> dict[str, Any]:
    """Treatments of ``decide.toml`` for what was found, by degree."""
    treat = table("decide")["treat"]
    of_class = treat.get(piece.piece.sort, {})
    state = piece.found.state
    row = dict(
        of_class.get(state)
        or (treat["any"].get(state) if state in treat["any"] else None)
        or of_class.get("any")
        or treat["any"]["any"]
    )
    if piece.found.degree == "slight":
        if state in ("worn", "pointed", "scratched", "glazed", "loose", "any", "rough"):
            row["leave"] = max(row.get("leave", 0.0), 0.92)
        elif state in ("dry", "dirty"):
            row["leave"] = max(row.get("leave", 0.0), 0.6)
        elif state in ("chipped", "cracked", "oval"):
            row["leave"] = max(row.get("leave", 0.0), 0.5)
        if "clean" in row:
            row["clean"] = max(row["clean"], 0.97)
        if state == "bent" and "mend" in row:
            row["mend"] = {**row["mend"], "holds": max(row["mend"]["holds"], 0.92)}
    elif piece.found.degree == "bad":
        row.pop("leave", None)
        if piece.piece.sort == "gear" and state == "worn":
            row["new"] = 0.92
    return row


def ways_of(piece: FailedAs, asked: Asked) -> list[Choice]:
    """Every way of treating one piece."""
    row = _rows(piece)
    ways: list[Choice] = []
    name, many = piece.name, max(1, piece.count)
    if "leave" in row and not piece.condemned:
        ways.append(
            Choice(
                "leave",
                f"Leave the {name}, and watch it",
                (),
                minutes=0.6 * asked.minutes,
                holds=row["leave"],
                reasons=(f"{piece.finding or 'what is seen'}: little enough to stay in",),
            )
        )
    if "clean" in row:
        ways.append(
            Choice(
                "clean",
                f"Clean the {name}",
                (),
                0.2,
                1.0,
                asked.minutes + 10,
                0.0,
                row["clean"],
                (f"{piece.finding or 'what is in it'} comes out by cleaning",),
                along=_along_of_cleaning(piece),
            )
        )
    if "mend" in row:
        mend = row["mend"]
        ways.append(
            Choice(
                "mend",
                f"Mend the {name}: {mend['says']}",
                (),
                0.5,
                2.0,
                asked.minutes + mend["minutes"],
                0.0,
                mend["holds"],
                (mend["says"],),
                along=tuple(mend.get("with", ())),
            )
        )
    if piece.piece.sort == "grease" and ways:
        return ways
    ways += [
        _with_cause(way, piece, asked)
        for way in new_ones(piece, asked, float(row.get("new", NOT_BY_NEW)), many)
    ]
    ways += [
        _with_cause(way, piece, asked)
        for way in stronger_ones(piece, asked, float(row.get("new", NOT_BY_NEW)))
    ]
    if asked.no_longer_made:
        ways = [way for way in ways if not way.unasked] or ways
    return [way for way in ways if way.holds >= LEAST_LISTED] or ways


def _along_of_cleaning(piece: FailedAs) -> tuple[str, ...]:
    return ("fresh grease",) if piece.piece.sort in ("gear", "grease", "bearing", "bush", "other") else ()


def _with_cause(way: Choice, piece: FailedAs, asked: Asked) -> Choice:
    """What is left of a new piece's chance where the cause stays in, or is not known."""
    share = 1.0 if way.key == "upgrade" else cause_share(piece, asked)
    if share == 1.0:
        return way
    return replace(way, holds=way.holds * share)
