"""The front end's one page, and how pages outside of it look like it: styles, script for later, drawing."""

from __future__ import annotations

import logging
import re
from collections.abc import Callable, Iterator
from functools import cache
from typing import Any
from urllib.parse import quote

from django.conf import settings
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect, StreamingHttpResponse

from .train import train_drawing

logger = logging.getLogger("dentado")


@cache
def built_page() -> str:
    """The front end's one page, as it was built."""
    return (settings.DIST / "index.html").read_text(encoding="utf-8")


@cache
def page_look() -> dict[str, Any]:
    """What the door takes from the built front end: its styles and fonts now, its script for later."""
    built = built_page()
    return {
        "sheets": re.findall(r'<link rel="stylesheet"[^>]* href="([^"]+)"', built),
        "fonts": re.findall(r'<link rel="preload" href="([^"]+)" as="font"', built),
        "scripts": re.findall(r'<link rel="preload" href="([^"]+)" as="script"', built),
        "drawing": train_drawing(),
    }


ASKED = ("session", "vocabulary")
"""What every page asks of the API at once: on its way before the script runs."""


def front_page(request: HttpRequest) -> HttpResponse:
    """The front end's page: nothing of the record is on it."""
    links = (f'<link rel="preload" href="/api/{name}" as="fetch" crossorigin>' for name in ASKED)
    response = HttpResponse(_for(request).replace("</head>", f"{''.join(links)}</head>"))
    response["Cache-Control"] = "no-cache"
    return response


def drawn_page(request: HttpRequest, draw: Callable[[], Iterator[str]]) -> StreamingHttpResponse:
    """The same with the first screen on it, until the script has its own drawing.

    Its head goes out before anything is drawn: styles, fonts and script are on their way meanwhile.
    Nothing is asked of the API ahead, since the script asks once what is drawn is on the glass.

    Parameters
    ----------
    draw : callable
        Makes the HTML of it, in parts as they are known. Where that fails the page comes without, and
        the script says what is wrong.
    """
    lamp = {"1": ' class="lamp"', "0": ""}.get(request.COOKIES.get("lamp", ""), ' class="as-system"')
    head, body = _for(request).replace('<html lang="en">', f'<html lang="en"{lamp}>').split(APP)

    def parts() -> Iterator[str]:
        yield f'{head}<div id="first">'
        try:
            yield from draw()
        except Exception:
            logger.exception("The first screen could not be drawn.")
        yield f"</div>{APP}{body}"

    response = StreamingHttpResponse(parts())
    response["Cache-Control"] = "no-store"
    return response


APP = '<div id="app">'
"""Where the front end draws."""


def _for(request: HttpRequest) -> str:
    return built_page().replace("%NONCE%", str(request.csp_nonce))  # type: ignore[attr-defined]


def to_the_door(request: HttpRequest) -> HttpResponse:
    """Whoever is not signed in goes there, and from there to where they wanted to."""
    return HttpResponseRedirect(f"{settings.LOGIN_URL}?next={quote(request.get_full_path())}")
