"""The door: signing in, and the front end's one page behind it."""

import time
from typing import Any, ClassVar

from django import forms
from django.conf import settings
from django.contrib.auth import login
from django.contrib.auth.forms import AuthenticationForm, UsernameField
from django.contrib.auth.views import LoginView
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.shortcuts import render
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_http_methods, require_safe

from workshop import second_factor, services
from workshop.client import from_here
from workshop.known_sign_ins import asked_once
from workshop.models import Member
from workshop.refusals import RefusedError
from workshop.services import has_own_members, has_sample
from workshop.sign_in import address_rests, known_device, note_failure, remember_device

from .forms import CodeForm, OwnerForm
from .page_look import front_page, page_look, to_the_door

RESTING = "Too many wrong tries. Wait five minutes, then try again."
NO_CODE = "This code is used up, over, or not whole. Ask an owner for a new one."
BUSY = "Too many sign-ins at once. Wait a moment, then try again."
HALF_IN, HALF_IN_LASTS = "half in", 300
"""Kept of a session whose password was right and whose code is still to come, for so many seconds."""

NOT_HERE = "The sample bench opens only on the machine that Dentado runs on: its password is known to all."


class MemberForm(AuthenticationForm):
    """Name and password, no longer than any member's could be."""

    username = UsernameField(max_length=150)
    password = forms.CharField(max_length=400, strip=False)

    error_messages: ClassVar = {
        "invalid_login": "Name and password do not belong together. "
        "Check both; capitals count in the password.",
        "inactive": "This member is no longer active. Ask whoever keeps the workshop's list.",
    }

    def confirm_login_allowed(self, user: Any) -> None:
        super().confirm_login_allowed(user)
        if user.workshop.sample and not (self.request and from_here(self.request)):
            raise forms.ValidationError(NOT_HERE, code="sample")


class SignIn(LoginView):
    """The one page that is open. It needs no script, and fetches the application's while one types."""

    template_name = "accounts/sign_in.html"
    authentication_form = MemberForm
    redirect_authenticated_user = True

    def post(self, request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        if address_rests(request) and not known_device(request):
            return locked_out(request)
        try:
            return super().post(request, *args, **kwargs)
        except RefusedError:
            return locked_out(request, says=BUSY)

    def form_valid(self, form: Any) -> HttpResponse:
        if second_factor.needed(form.get_user()):
            self.request.session[HALF_IN] = [form.get_user().pk, time.time(), self.get_success_url()]
            return HttpResponseRedirect("/sign-in/second")
        answer = super().form_valid(form)
        remember_device(self.request, answer, form.get_user())
        return answer

    def form_invalid(self, form: Any) -> HttpResponse:
        note_failure(self.request)
        return super().form_invalid(form)

    def get_context_data(self, **context: Any) -> dict[str, Any]:
        return {**super().get_context_data(**context), **asked_once(choices), **page_look()}


@require_http_methods(["GET", "POST"])
def second(request: HttpRequest) -> HttpResponse:
    """The code besides the password, of whoever gave the right one within five minutes."""
    member_id, since, to = request.session.get(HALF_IN, (None, 0.0, ""))
    member = Member.objects.filter(pk=member_id, is_active=True).first()
    if member is None or time.time() - since > HALF_IN_LASTS:
        request.session.pop(HALF_IN, None)
        return HttpResponseRedirect(settings.LOGIN_URL)
    problem, status = "", 200
    if request.method == "POST":
        try:
            if second_factor.met(member, request.POST.get("code", "")[:20]):
                del request.session[HALF_IN]
                answer = _in(request, member)
                answer["Location"] = to
                return answer
            problem, status = "This code is not right. Type the one the phone shows now.", 422
        except RefusedError as error:
            problem, status = f"{error.problem} {error.hint}", 429
    return render(request, "accounts/second.html", {"problem": problem, **page_look()}, status=status)


def choices() -> dict[str, bool]:
    """What else the door offers: the sample's sign-in, and a bench of one's own while there is none."""
    return {"sample": has_sample(), "first": not has_own_members()}


def locked_out(request: HttpRequest, *_: Any, says: str = RESTING) -> HttpResponse:
    """What is answered while a name rests after too many wrong tries."""
    context = {
        "form": MemberForm(request),
        "locked_out": says,
        "next": request.POST.get("next", ""),
        **page_look(),
    }
    return render(request, "accounts/sign_in.html", context, status=429)


@require_http_methods(["GET", "POST"])
def set_up(request: HttpRequest) -> HttpResponse:
    """The first page of a bench of one's own: its name and its owner. Open only while nobody owns one."""
    if has_own_members():
        return HttpResponseRedirect(settings.LOGIN_URL)
    form = OwnerForm(request.POST or None, here=from_here(request))
    if request.method == "POST" and form.is_valid():
        answers = form.cleaned_data
        try:
            owner = services.set_up_own(
                answers["bench"], answers["username"], answers["called"], answers["password"]
            )
        except RefusedError:
            # Somebody was quicker by a moment.
            return HttpResponseRedirect(settings.LOGIN_URL)
        return _in(request, owner)
    status = 422 if form.errors else 200
    return render(request, "accounts/set_up.html", {"form": form, **page_look()}, status=status)


@require_http_methods(["GET", "POST"])
def by_code(request: HttpRequest) -> HttpResponse:
    """In by a one-time code: as a new member, or with a new password."""
    typed = (request.POST.get("code") or request.GET.get("code") or "").strip()
    code = services.open_code(typed) if typed else None
    form = CodeForm(request.POST if "password" in request.POST else None, code=code)
    problem = (
        "This code is used up, over, or not whole. Ask an owner for a new one." if typed and not code else ""
    )
    if code and form.is_bound and form.is_valid():
        name, called = form.cleaned_data.get("username", ""), form.cleaned_data.get("called", "")
        try:
            member = services.use_code(typed, name, called, form.cleaned_data["password"])
        except RefusedError as error:
            return render(
                request, "accounts/code.html", {"problem": error.problem, **page_look()}, status=409
            )
        return _in(request, member)
    status = 422 if problem or form.errors else 200
    context = {"form": form, "code": code, "typed": typed, "problem": problem, **page_look()}
    return render(request, "accounts/code.html", context, status=status)


def _in(request: HttpRequest, member: Any) -> HttpResponse:
    login(request, member, backend="django.contrib.auth.backends.ModelBackend")
    answer = HttpResponseRedirect(settings.LOGIN_REDIRECT_URL)
    remember_device(request, answer, member)
    return answer


def database_unreachable(request: HttpRequest) -> HttpResponse:
    """Shown while the database cannot be reached; the page asks again by itself."""
    return render(request, "accounts/database_unreachable.html", page_look(), status=503)


@require_safe
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The front end, for members; everyone else is shown the door."""
    return front_page(request) if request.user.is_authenticated else to_the_door(request)


@require_safe
@ensure_csrf_cookie
def shell(request: HttpRequest) -> HttpResponse:
    """The page as a device keeps it: the same for every member and path, nothing of the record in it."""
    return front_page(request)
