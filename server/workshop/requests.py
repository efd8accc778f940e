"""The request of a signed-in member, as every route behind the door receives it."""

from django.http import HttpRequest

from .models import Member


class MemberRequest(HttpRequest):
    """A request whose user is known to be a member: the API's auth has seen to it."""

    user: Member
