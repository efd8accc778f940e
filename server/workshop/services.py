"""Signing in and out, and setting up a workshop."""

from axes.handlers.proxy import AxesProxyHandler
from django.contrib.auth import authenticate, login, logout
from django.db import transaction
from django.http import HttpRequest

from .models import Member, Workshop


class TooManyTries(Exception):
    """Too many wrong passwords for this name from this address."""


def sign_in(request: HttpRequest, username: str, password: str) -> Member | None:
    """Start a session; None if name and password do not belong together.

    Raises
    ------
    TooManyTries
        While the name rests after too many wrong tries.
    """
    if not AxesProxyHandler.is_allowed(request, {"username": username}):
        raise TooManyTries
    member = authenticate(request, username=username, password=password)
    if member is None:
        return None
    assert isinstance(member, Member)
    login(request, member)
    return member


def sign_out(request: HttpRequest) -> None:
    """End the session."""
    logout(request)


@transaction.atomic
def found_workshop(name: str, members: dict[str, str], password: str) -> Workshop:
    """Set up a workshop with members (`username` to the name they are called)."""
    workshop = Workshop.objects.create(name=name)
    for username, called in members.items():
        Member.objects.create_user(username, password=password, first_name=called, workshop=workshop)
    return workshop
