"""What the link of a second device holds: which join it is, signed."""

from __future__ import annotations

from uuid import UUID

from django.core import signing
from django.http import Http404

from . import services
from .models import Join

SALT = "dentado.join"


def token_of(join: Join) -> str:
    """What the link holds: which join it is, signed."""
    return signing.dumps({"join": str(join.id)}, salt=SALT, compress=True)


def join_of(token: str) -> Join:
    """The join a link opens; Http404 if it is none, is over or was taken back."""
    try:
        said = signing.loads(token, salt=SALT)
        return services.open_join(UUID(said["join"]))
    except (signing.BadSignature, KeyError, TypeError, ValueError):
        raise Http404 from None
