"""The door: signing in, and the front end's one page behind it."""

import re
from functools import cache
from typing import Any, ClassVar
from urllib.parse import quote

from django import forms
from django.conf import settings
from django.contrib.auth.forms import AuthenticationForm, UsernameField
from django.contrib.auth.views import LoginView
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.shortcuts import render
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

from .train import train_drawing

RESTING = "Too many wrong tries. Wait five minutes, then try again."


class MemberForm(AuthenticationForm):
    """Name and password, no longer than any member's could be."""

    username = UsernameField(max_length=150)
    password = forms.CharField(max_length=400, strip=False)

    error_messages: ClassVar = {
        "invalid_login": "Name and password do not belong together. "
        "Check both; capitals count in the password.",
        "inactive": "This member is no longer active. Ask whoever keeps the workshop's list.",
    }


class SignIn(LoginView):
    """The one page that is open. It needs no script, and fetches the application's while one types."""

    template_name = "door/sign_in.html"
    authentication_form = MemberForm
    redirect_authenticated_user = True

    def get_context_data(self, **given: Any) -> dict[str, Any]:
        return {**super().get_context_data(**given), **look_of_the_door()}


def resting(request: HttpRequest, *_: Any) -> HttpResponse:
    """What is answered while a name rests after too many wrong tries."""
    context = {
        "form": MemberForm(request),
        "resting": RESTING,
        "next": request.POST.get("next", ""),
        **look_of_the_door(),
    }
    return render(request, "door/sign_in.html", context, status=429)


def away(request: HttpRequest) -> HttpResponse:
    """Shown while the database cannot be reached; the page asks again by itself."""
    return render(request, "door/away.html", look_of_the_door(), status=503)


@require_safe
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The front end, for members; everyone else is shown the door."""
    if not request.user.is_authenticated:
        return HttpResponseRedirect(f"{settings.LOGIN_URL}?next={quote(request.get_full_path())}")
    built = _built().replace("%NONCE%", str(request.csp_nonce))
    response = HttpResponse(built.replace("<title>", f"{_asked_first(request.path)}<title>"))
    response["Cache-Control"] = "no-cache"
    return response


def _asked_first(path: str) -> str:
    """Links for what the page will ask at once, so that it is on its way before the script runs."""
    wanted = ["session", "vocabulary", *(["visits"] if path == "/" else [])]
    return "".join(f'<link rel="preload" href="/api/{name}" as="fetch" crossorigin>' for name in wanted)


@cache
def _built() -> str:
    return (settings.DIST / "index.html").read_text(encoding="utf-8")


@cache
def look_of_the_door() -> dict[str, Any]:
    """What the door takes from the built front end: its styles now, its script for later."""
    built = _built()
    return {
        "sheets": re.findall(r'<link rel="stylesheet"[^>]* href="([^"]+)"', built),
        "scripts": re.findall(r'<script type="module"[^>]* src="([^"]+)"', built),
        "drawing": train_drawing(),
    }
