"""Reminders as a calendar: when a unit is to be looked at again, and why."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from icalendar import Calendar, Event


@dataclass(frozen=True, slots=True)
class CalendarDay:
    """One thing due on a day."""

    key: str
    on: date
    says: str
    more: str = ""


def calendar_of(reminders: Iterable[CalendarDay], name: str, now: datetime) -> bytes:
    """The calendar as a file, RFC 5545."""
    made = Calendar()
    made.add("prodid", "-//Dentado//Reminders//EN")
    made.add("version", "2.0")
    made.add("x-wr-calname", name)
    for each in reminders:
        event = Event()
        event.add("uid", f"{each.key}@dentado")
        event.add("dtstamp", now)
        event.add("dtstart", each.on)
        event.add("dtend", each.on + timedelta(days=1))
        event.add("summary", each.says)
        if each.more:
            event.add("description", each.more)
        event.add("transp", "TRANSPARENT")
        made.add_component(event)
    whole: bytes = made.to_ical()
    return whole
