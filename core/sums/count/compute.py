"""The ``count`` sum: how many teeth, when some are missing or two counts differ."""

from __future__ import annotations

from gearing.identification.tooth_count import (
    CERTAIN,
    together,
)

from .request import CountIn
from .response import CountOut, Odds, RouteOut


def count_teeth(request: CountIn) -> CountOut:
    """Odds of each count, and the routes that contradict each other."""
    count = together(request.routes())
    odds = _odds(count.odds)
    best = odds[0]
    if count.against:
        answer = "The routes contradict each other"
    elif count.certain:
        answer = f"{best.teeth} teeth"
    elif best.probability >= CERTAIN and count.doubters:
        other = count.doubters[0]
        answer = (
            f"{best.teeth} teeth, though {other.name} it is {next(iter(other.odds))}: go once more to be sure"
        )
    elif best.probability >= CERTAIN:
        word = "count" if request.counted else "reading"
        answer = f"{best.teeth} teeth by one {word}: go another way to be sure"
    else:
        answer = " or ".join(str(odd.teeth) for odd in odds[:3] if odd.probability > 0.05) + " teeth"
    return CountOut(
        answer=answer,
        certain=count.certain,
        odds=odds,
        routes=[
            RouteOut(name=r.name, estimate=r.estimate, error=r.error, odds=_odds(r.odds))
            for r in count.routes
        ],
        against=list(count.against),
    )


def _odds(odds: object) -> list[Odds]:
    rows = dict(odds)  # type: ignore[call-overload]
    return [Odds(teeth=z, probability=p) for z, p in list(rows.items())[:8]]
