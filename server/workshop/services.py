"""Signing out, and setting up a workshop."""

from django.contrib.auth import logout
from django.db import transaction
from django.http import HttpRequest

from .models import Member, Workshop


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
