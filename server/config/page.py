"""The front end's one page, with this request's nonce written in."""

from functools import cache

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe


@cache
def _built() -> str:
    return (settings.DIST / "index.html").read_text(encoding="utf-8")


@require_safe
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """Served open: it holds the sign-in page and no data."""
    response = HttpResponse(_built().replace("%NONCE%", str(request.csp_nonce)))
    response["Cache-Control"] = "no-cache"
    return response
