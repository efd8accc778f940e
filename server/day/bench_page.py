"""The bench as its page brings it: drawn before any script is there, and drawn over by the front end."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from django.http import HttpRequest, HttpResponseBase
from django.template.loader import render_to_string
from django.utils.html import json_script
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe
from ninja.responses import NinjaJSONEncoder

from accounts.page_look import drawn_page
from accounts.views import SignIn
from gearing.workshop.stages import bench_says
from visits.routes.rebuild import timers
from visits.schemas import VisitPage, cards_of
from visits.services import find_visits, waiting_for_oneself
from workshop.routes.session import session_of

from .routes import DayOut, day_out
from .services import day_of

door = SignIn.as_view()

JOBS, DUE = 8, 6
"""How much of the day stands on the bench."""


@require_safe
@ensure_csrf_cookie
def bench(request: HttpRequest) -> HttpResponseBase:
    """The page at ``/``: the bench, and the door itself for whoever has yet to come in."""
    if not request.user.is_authenticated:
        return door(request)
    return drawn_page(request, lambda: _drawn(request))


def _drawn(request: Any) -> Iterator[str]:
    """Its head as soon as it is known, then what is worked out of the whole bench.

    Behind it the answers that the front end would ask for first, so that it asks for none of them.
    """
    visits, pages = find_visits(request.user, "", "open").page(1)
    says = bench_says(pages.total, waiting_for_oneself(request.user, visits, pages.total))
    yield render_to_string("day/bench_head.html", {"workshop": request.user.workshop.name, "says": says})
    opened = cards_of(visits, pages, says)
    today = day_out(*day_of(request.user, visits if len(visits) == pages.total else None))
    yield _lists(opened, today)
    told = {
        "session": session_of(request),
        "visits?state=open&page=1": opened,
        "day": today,
        "timers": timers(request),
    }
    yield json_script({f"/api/{path}": answer for path, answer in told.items()}, "told", NinjaJSONEncoder)


def _lists(opened: VisitPage, today: DayOut) -> str:
    cards = opened.cards
    lists = (
        ("Yours to do", [each for each in cards if each.waits_for == "me"], 0),
        ("Waiting", [each for each in cards if each.waits_for != "me"], opened.total - len(cards)),
    )
    shown = {
        "clear": not cards,
        "day": today,
        "jobs": today.jobs[:JOBS],
        "due": today.due[:DUE],
        "lists": [each for each in lists if each[1] or each[2]],
    }
    return render_to_string("day/bench_lists.html", shown)
