"""States of the record in words, for its history and for two that are shown side by side."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from gearing.diagnosis import checks, faults
from gearing.inspection.findings import Finding, in_words
from gearing.rebuild import OUTCOMES, VERDICTS
from gearing.workshop.stages import STAGES, WAITS
from gearing.workshop.units import check_words


def in_words_of(state: Mapping[str, Any] | None, kind: str = "") -> str:
    """What a stored state says, whichever write it is of; `kind` of the piece it concerns.

    Takes every shape that was ever stored: what it does not know it leaves out.
    """
    if not isinstance(state, Mapping):
        return ""
    said = [_SAYS[name](value, kind) for name, value in state.items() if name in _SAYS]
    return ", ".join(word for word in said if word)


def _findings(value: Any, kind: str) -> str:
    rows = [row for row in value if isinstance(row, Mapping)] if isinstance(value, list) else []
    return ", ".join(
        in_words(
            kind,
            Finding(
                str(row.get("what", "")),
                tuple(row.get("teeth") or ()),
                str(row.get("face") or ""),
                float(row.get("mm") or 0),
                float(row.get("radius") or 0),
            ),
        )
        for row in rows
    )


def _text(value: Any, kind: str) -> str:
    return str(value)[:300] if value else ""


def _checks(value: Any, kind: str) -> str:
    return ", ".join(check_words(str(check)) for check in value) if isinstance(value, list) else ""


def _verdict(value: Any, kind: str) -> str:
    return VERDICTS[value].label if value in VERDICTS else str(value)


def _count(singular: str, plural: str) -> Any:
    def says(value: Any, kind: str) -> str:
        number = len(value) if isinstance(value, list) else value
        return f"{number} {singular if number == 1 else plural}" if number is not None else ""

    return says


def _trial(value: Any, kind: str) -> str:
    key, _, answer = str(value).partition(" ")
    check = checks().get(key)
    return f"{check.name}: {check.answers.get(answer, answer)}" if check else str(value)


_SAYS: dict[str, Any] = {
    "line": _text,
    "verdict": _verdict,
    "findings": _findings,
    "finding": _text,
    "instead": lambda value, kind: f"{value} instead" if value else "",
    "as": _text,
    "says": _text,
    "stage": lambda value, kind: STAGES.get(value, str(value)),
    "waits_for": lambda value, kind: WAITS.get(value, str(value)),
    "waits_note": _text,
    "checks_done": _checks,
    "to_watch": _text,
    "complaint": _text,
    "cause": lambda value, kind: faults()[value].name if value in faults() else str(value),
    "offer": _text,
    "new_price": lambda value, kind: f"a new one costs {value}" if value is not None else "",
    "age_years": lambda value, kind: f"{value} years old" if value is not None else "",
    "promised_on": lambda value, kind: f"promised for {value}" if value else "",
    "decision": lambda value, kind: str(value.get("label", ""))[:300] if isinstance(value, Mapping) else "",
    "goal": lambda value, kind: f"to reach {faults()[value].name}" if value in faults() else "",
    "sound": lambda value, kind: f"recording of {value}" if value else "",
    "taken_back": lambda value, kind: "taken back" if value else "",
    "trial": _trial,
    "result": _text,
    "handed_back": lambda value, kind: f"goes back not mended: {value}" if value else "",
    "figure": _text,
    "notice_said": lambda value, kind: "the notice was said" if value else "",
    "label": _text,
    "minutes": lambda value, kind: f"{value:g} min" if isinstance(value, int | float) else "",
    "outcome": lambda value, kind: OUTCOMES.get(value, str(value)),
    "count": lambda value, kind: f"{value} of them" if isinstance(value, int) and value > 1 else "",
    "marks": _count("mark", "marks"),
    "number": lambda value, kind: f"step {value}" if value else "not in the row",
    "struck": lambda value, kind: "struck" if value else "",
    "done": lambda value, kind: "done" if value else "not done",
    "after": lambda value, kind: f"after {value}" if value else "",
}
