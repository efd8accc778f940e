"""The gears of a unit as they were measured from visit to visit."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from gearing.strip.entry import short_name

from .mapping import entry_of
from .models import GearReading, Visit


@dataclass(frozen=True, slots=True)
class GearMeasure:
    """What a gear measured at a visit; the value is None where that was not measured."""

    visit: Visit
    label: str
    module: float
    value: float | None


@dataclass(frozen=True, slots=True)
class GearOverTime:
    """A gear by name and teeth, the first reading first."""

    name: str
    teeth: int
    how: str
    measures: tuple[GearMeasure, ...]


def gears_over_time(visits: Iterable[Visit]) -> list[GearOverTime]:
    """Gears of these visits, read once or often, the most often read first."""
    live = GearReading.objects.filter(
        piece__step__visit__in=list(visits), superseded=False, taken_back=False, piece__taken_back=False
    ).select_related("piece__step__visit")
    by_gear: dict[tuple[str, int], list[GearReading]] = defaultdict(list)
    for pin in live.order_by("piece__step__visit__number", "order"):
        teeth = int(pin.request.get("teeth") or 0)
        by_gear[(short_name(entry_of(pin.piece)), teeth)].append(pin)
    made = [_gear(name, teeth, pins) for (name, teeth), pins in by_gear.items()]
    return sorted(made, key=lambda gear: (-len(gear.measures), gear.name, gear.teeth))


def _gear(name: str, teeth: int, pins: list[GearReading]) -> GearOverTime:
    """Spans over as many teeth tell wear best; else what all were measured over, the tips."""
    spans = [{reading.get("k"): reading for reading in _of(pin, "span")} for pin in pins]
    common = set.intersection(*(set(each) for each in spans)) if spans else set()
    k = max((key for key in common if key), default=0)
    chosen = [each[k] for each in spans] if k else [next(iter(_of(pin, "tips")), {}) for pin in pins]
    return GearOverTime(
        name=name,
        teeth=teeth,
        how=f"over {k} teeth" if k else "over the tips",
        measures=tuple(
            GearMeasure(
                visit=pin.piece.step.visit,
                label=str(pin.chosen.get("label", "")),
                module=_number(pin.chosen.get("module_mm")) or 0.0,
                value=_number(reading.get("value")),
            )
            for pin, reading in zip(pins, chosen, strict=True)
        ),
    )


def _of(pin: GearReading, kind: str) -> list[dict[str, Any]]:
    readings = pin.request.get("readings")
    return [
        reading
        for reading in (readings if isinstance(readings, list) else [])
        if isinstance(reading, dict) and (reading.get("kind") or "tips") == kind
    ]


def _number(value: Any) -> float | None:
    try:
        return round(float(value), 4)
    except (TypeError, ValueError):
        return None
